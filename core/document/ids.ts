/** Ids are made by the caller and never reused: a prefix that tells the kind, then 12 base-32 characters. */
export const ID_PREFIXES = {
  production: 'pr',
  role: 'ro',
  character: 'ch',
  outfit: 'ou',
  scene: 'sc',
  layer: 'la',
  key: 'ke',
  marker: 'ma',
  effect: 'ef',
  line: 'ln',
  word: 'wd',
  take: 'tk',
  cue: 'cu',
  sound: 'so',
  captions: 'ct',
  picture: 'pi',
  piece: 'pc',
  kept: 'kp',
  actor: 'ac',
  change: 'cg',
} as const;
export type IdKind = keyof typeof ID_PREFIXES;

const ALPHABET = '0123456789abcdefghjkmnpqrstvwxyz';

/** Makes ids from a source of random bytes (crypto in the page and on the server, a seeded one in tests). */
export const idMaker =
  (randomBytes: (count: number) => Uint8Array) =>
  (kind: IdKind): string => {
    let text = '';
    for (const byte of randomBytes(12)) text += ALPHABET[byte & 31];
    return `${ID_PREFIXES[kind]}_${text}`;
  };
export type MakeId = ReturnType<typeof idMaker>;
