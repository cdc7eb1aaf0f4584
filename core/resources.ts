import type { Backdrop, Document, PictureFigure } from './document/schema.ts';
import type { LetterRange } from './draw/lateFont.ts';
import { isGroup, type Node, type Picture, type Plane } from './draw/picture.ts';
import type { FontRole, Fonts } from './draw/text.ts';
import type { Images } from './paint/paint.ts';
import type { Analysis } from './speech/analysis.ts';

/**
 * What core is given from outside, since it opens nothing itself: letters, pictures, analyses. One loader stands in
 * server/resources.ts, one in web/stage/resources.ts; both open the files that are named here, so that a title has the
 * same letters on the stage and in the film.
 */
export interface Resources {
  readonly fonts: Fonts;
  /** A decoded picture by its hash (of a moving one, a frame), or undefined while it is not there yet. */
  readonly picture: Images;
  /** Sees to it that every frame of moving pictures that a picture shows is there; undefined where all are. */
  bring(picture: Picture): Promise<void> | undefined;
  /** A stored analysis by its hash, or undefined while it is not there yet. */
  analysis(hash: string): Analysis | undefined;
}

/** A file of a shipped font: outlines of one script at one weight. */
export interface FontFile {
  readonly family: 'literata' | 'instrument-sans' | `noto-sans${'' | '-arabic' | '-hebrew' | '-devanagari' | '-sc'}`;
  readonly script: string;
  readonly weight: 400 | 600 | 700;
  /** The letters for which it is opened; always if left out. */
  readonly only?: readonly LetterRange[];
}

const LITERATA = ['latin', 'latin-ext', 'cyrillic', 'greek', 'vietnamese'] as const;
const SANS = ['latin', 'latin-ext'] as const;
const files = (family: FontFile['family'], weight: FontFile['weight'], scripts: readonly string[]): FontFile[] => scripts.map((script) => ({ family, script, weight }));

/** Chinese as it is written today, with the signs and the Japanese syllables that the same file has; no Korean. */
const CHINESE: readonly LetterRange[] = [
  [0x2e80, 0x30ff],
  [0x3400, 0x9fff],
  [0xf900, 0xfaff],
  [0xff00, 0xffef],
];

/** Scripts that the families have no letters of, with the blocks of Unicode that they take. */
const FURTHER = [
  [
    'noto-sans',
    'latin',
    [
      [0xa0, 0xff],
      [0x2000, 0x206f],
    ],
  ],
  [
    'noto-sans',
    'latin-ext',
    [
      [0x100, 0x24f],
      [0x1e00, 0x1e9f],
      [0x2070, 0x209f],
      [0x20a0, 0x20cf],
    ],
  ],
  [
    'noto-sans',
    'vietnamese',
    [
      [0x1a0, 0x1b0],
      [0x1ea0, 0x1eff],
    ],
  ],
  ['noto-sans', 'cyrillic', [[0x400, 0x4ff]]],
  ['noto-sans', 'cyrillic-ext', [[0x460, 0x52f]]],
  ['noto-sans', 'greek', [[0x370, 0x3ff]]],
  [
    'noto-sans-arabic',
    'arabic',
    [
      [0x600, 0x6ff],
      [0x750, 0x77f],
      [0x8a0, 0x8ff],
      [0xfb50, 0xfdff],
      [0xfe70, 0xfeff],
    ],
  ],
  [
    'noto-sans-hebrew',
    'hebrew',
    [
      [0x590, 0x5ff],
      [0xfb1d, 0xfb4f],
    ],
  ],
  [
    'noto-sans-devanagari',
    'devanagari',
    [
      [0x900, 0x97f],
      [0x1cd0, 0x1cff],
      [0xa8e0, 0xa8ff],
    ],
  ],
  ['noto-sans-sc', 'chinese-simplified', CHINESE],
] as const satisfies readonly (readonly [FontFile['family'], string, readonly LetterRange[]])[];
const further = (weight: 400 | 600): FontFile[] => FURTHER.map(([family, script, only]) => ({ family, script, weight, only }));

/** The files of each role, searched in order for a letter. */
export const FONT_FILES: Readonly<Record<FontRole, readonly FontFile[]>> = {
  caption: [...files('literata', 400, LITERATA), ...further(400)],
  captionBold: [...files('literata', 700, LITERATA), ...further(600)],
  title: [...files('literata', 600, LITERATA), ...further(600)],
  label: [...files('instrument-sans', 600, SANS), ...further(600)],
};
/** What the shipped fonts have letters of, read from the fonts themselves (a test holds them against it); of Chinese and Japanese, by blocks. */
const LETTERS: readonly LetterRange[] = [
  [0x09, 0x0d],
  [0x20, 0x24f],
  [0x2c6, 0x2c7],
  [0x2da, 0x2da],
  [0x2dc, 0x2dd],
  [0x300, 0x301],
  [0x303, 0x304],
  [0x308, 0x308],
  [0x370, 0x3e1],
  [0x3f0, 0x52f],
  [0x591, 0x6ff],
  [0x750, 0x77f],
  [0x8a0, 0x97f],
  [0x1cd0, 0x1cf6],
  [0x1e00, 0x1ef9],
  [0x2002, 0x200f],
  [0x2013, 0x2014],
  [0x2018, 0x201a],
  [0x201c, 0x201e],
  [0x2022, 0x2022],
  [0x2026, 0x2026],
  [0x2032, 0x2033],
  [0x2039, 0x203a],
  [0x2044, 0x2044],
  [0x20a0, 0x20c0],
  [0x2122, 0x2122],
  [0x2191, 0x2191],
  [0x2193, 0x2193],
  [0x2212, 0x2212],
  ...CHINESE,
];

/** Whether some shipped font has a letter. */
export const hasLetter = (code: number): boolean => LETTERS.some(([from, to]) => code >= from && code <= to);

export const FONT_ROLES = Object.keys(FONT_FILES) as FontRole[];

export const fontFileName = ({ family, script, weight }: FontFile): string => `${family}-${script}-${weight}-normal.woff`;

const pupilsOf = ({ face }: PictureFigure): string[] => [face.left, face.right].flatMap(({ pupil }) => (pupil ? [pupil.media] : []));

/** Pictures of a mouth that stand still; a clip's frames come by themselves. */
const mouthsOf = ({ mouth }: PictureFigure): string[] => (mouth.source?.shapes ?? []).flatMap(({ media, frame }) => (frame === undefined ? [media] : []));

/** Hashes of the pictures that a backdrop shows. */
export const backdropPictures = (backdrop: Backdrop): string[] =>
  backdrop.kind === 'picture' ? [backdrop.media] : backdrop.kind === 'set' ? (backdrop.pieces ?? []).flatMap(({ what }) => (what.kind === 'picture' ? [what.media] : [])) : [];

/** Hashes of the pictures that a document shows: backdrops, layers and pictures that act. */
export function picturesOf({ scenes, characters }: Pick<Document, 'scenes' | 'characters'>): Set<string> {
  const found = new Set<string>();
  for (const { picture } of Object.values(characters))
    for (const media of picture ? [picture.media, ...pupilsOf(picture), ...mouthsOf(picture), ...(picture.limbs ?? []).map(({ media }) => media)] : []) found.add(media);
  for (const { backdrop, layers } of Object.values(scenes)) {
    for (const media of backdropPictures(backdrop)) found.add(media);
    for (const layer of Object.values(layers)) {
      if (layer.kind === 'picture') found.add(layer.media);
      if (layer.kind === 'prop' && layer.shows) found.add(layer.shows.media);
    }
  }
  return found;
}

/** One frame of a moving picture. */
export interface Frame {
  readonly media: string;
  readonly frame: number;
}

const framesOfNodes = new WeakMap<readonly Node[], readonly Frame[]>();

function framesIn(nodes: readonly Node[]): readonly Frame[] {
  let found = framesOfNodes.get(nodes);
  if (!found) {
    const of = (node: Node): readonly Frame[] => {
      if (isGroup(node)) return [...(node.base ? of(node.base) : []), ...framesIn(node.items)];
      return node.image?.frame === undefined ? [] : [{ media: node.image.media, frame: node.image.frame }];
    };
    framesOfNodes.set(nodes, (found = nodes.flatMap(of)));
  }
  return found;
}

/** The frames of moving pictures that a picture shows. */
export function framesOf({ planes }: Pick<Picture, 'planes'>): Frame[] {
  const of = (plane: Plane): Frame[] => [...framesIn(plane.nodes), ...(plane.planes ?? []).flatMap(of), ...(plane.masks ?? []).flatMap((mask) => mask.planes.flatMap(of))];
  return planes.flatMap(of);
}

/** Hashes of the analyses of the takes that are used. */
export function analysesOf({ scenes }: Pick<Document, 'scenes'>): Set<string> {
  const found = new Set<string>();
  for (const { lines } of Object.values(scenes))
    for (const { take, takes } of Object.values(lines)) {
      const used = take ? takes[take] : undefined;
      if (used?.analysis) found.add(used.analysis);
    }
  return found;
}
