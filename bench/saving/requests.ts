import { dice } from '#core/draw/hash';
import { edit } from '#core/edit/change';
import { renameProduction } from '#core/edit/commands/stage';
import { sampleDocument } from '#core/testing/samples';
import { makeId } from '#server/productions';
import { pause, StartedHouse } from './house.ts';

const STRANGE = [
  '\u0000',
  '%00',
  '\ud83c',
  '🌊',
  '../..',
  '__proto__',
  'constructor',
  '',
  ' ',
  '-1',
  '1e999',
  'null',
  '[]',
  '{}',
  'a'.repeat(5000),
  '<script>',
  "'; drop table parts; --",
  '%zz',
  '\r\nX: y',
  'ﷺ',
];

/** Requests of every shape, right ones with something wrong in them and wrong ones altogether. */
export function anyRequest(
  chance: ReturnType<typeof dice>,
  known: { id: string; scene: string; media: string; change: object; document: object },
): { method: string; path: string; headers: Record<string, string>; body?: string | Uint8Array } {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(chance.next() * list.length)] as T;
  const strange = (): unknown => pick<unknown>([...STRANGE, null, -1, 0, 1.5, 1e308, true, [], {}, [[]], { a: { b: [null] } }, known.id, known.scene]);
  const word = (): string => encodeURIComponent(String(pick([...STRANGE.map((text) => text.toWellFormed()), known.id, known.media, 'jb_none', 'fi_none'])));
  const raw = (): string => pick(['%00', '%', '%zz', '%c0%ae', '..%2f..', 'a%0d%0ab', '%F0%9F', word()]);
  const paths = [
    () => '/productions',
    () => `/productions?find=${word()}&from=${word()}&count=${word()}`,
    () => `/productions/${pick([known.id, word(), raw()])}`,
    () => `/productions/${pick([known.id, word()])}/changes`,
    () => `/productions/${known.id}/changes?after=${word()}`,
    () => `/productions/${known.id}/changes/${pick([word(), raw()])}`,
    () => `/productions/${known.id}/conflicts/${word()}/theirs`,
    () => `/productions/${known.id}/windows`,
    () => `/productions/${pick([known.id, word()])}/poster.png`,
    () => `/productions/${pick([known.id, word()])}/films`,
    () => `/productions/${pick([word(), raw()])}/restore`,
    () => `/media/${pick([known.media, word(), raw()])}`,
    () => '/media/sound',
    () => '/media/picture',
    () => '/takes/draft',
    () => '/takes/analyse',
    () => '/takes/clean',
    () => `/jobs/${word()}?after=${word()}`,
    () => `/jobs/${word()}/cancel`,
    () => '/analyses',
    () => '/pronounce',
    () => '/shelf',
    () => `/shelf/${pick([word(), raw()])}`,
    () => `/films/${word()}`,
    () => `/films/${word()}/cancel`,
    () => '/voices',
    () => `/${raw()}`,
  ];
  const damaged = (value: unknown, depth = 0): unknown => {
    if (chance.next() < 0.06) return strange();
    if (Array.isArray(value)) return value.map((one) => damaged(one, depth + 1));
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(
        Object.entries(value).flatMap(([key, one]) => (chance.next() < 0.03 ? [] : [[chance.next() < 0.03 ? String(pick(STRANGE)) : key, damaged(one, depth + 1)]])),
      );
    return value;
  };
  const path = pick(paths)();
  const bodies: (() => unknown)[] = [
    () => damaged(known.change),
    () => damaged({ document: known.document }),
    () => damaged({ text: pick(STRANGE), voice: { engine: 'flite', voice: 'slt', stretch: 1, pitch: 1, formant: 1, pause: 0.2, effect: 'none' } }),
    () => damaged({ media: known.media, words: ['a', pick(STRANGE)], from: 0, to: 100, steps: ['noise'] }),
    () => damaged({ words: [pick(STRANGE), 'tide'], language: pick(['en-us', 'de', '-x', 'zz-zz']) }),
    () => damaged({ name: pick(STRANGE), options: { width: 320, height: 180, fps: 24, from: 0, to: 1, captions: false, preset: 'veryfast', crf: 23 } }),
    () => damaged({ line: pick(STRANGE), gone: false }),
    () => strange(),
  ];
  const method = pick(['GET', 'GET', 'POST', 'POST', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']);
  // What it works on stays: only productions of other ids are thrown away.
  if (method === 'DELETE' && path.includes(known.id)) return { method: 'GET', path: `/productions/${known.id}`, headers: {} };
  const headers: Record<string, string> = {
    'x-kipzo-client': encodeURIComponent(String(pick(STRANGE)).toWellFormed()).slice(0, 90),
    Range: pick(['bytes=0-1', 'bytes=-', 'bytes=9-1', 'bytes=999999999999-', 'items=1']),
  };
  if (method === 'GET' || method === 'OPTIONS') return { method, path, headers };
  const type = pick([
    'application/json',
    'application/json',
    'application/json',
    'application/json; charset=utf-7',
    'multipart/form-data',
    'multipart/form-data; boundary=x',
    'text/plain',
    'application/json; charset=ibm037',
  ]);
  headers['Content-Type'] = type;
  if (chance.next() < 0.05) headers['Content-Encoding'] = pick(['gzip', 'br', 'compress', 'x']);
  const n = chance.next();
  const body = type.startsWith('multipart')
    ? pick([
        '',
        '--x\r\n',
        '--x\r\nContent-Disposition: form-data; name="file"; filename="a\u0000b.wav"\r\n\r\nRIFF\r\n--x--\r\n',
        '--x\r\nContent-Disposition: form-data; name="other"\r\n\r\nx\r\n--x--\r\n',
      ])
    : n < 0.8
      ? (JSON.stringify(pick(bodies)()) ?? '')
      : pick(['', '{', '"\\ud83c"', 'null', '[', '{"a":\u0000}', '{"__proto__":{"x":1}}', '9'.repeat(400)]);
  return { method, path, headers, body };
}

/** Random requests one after the other and several at once: answers of 5xx, crashes, memory before and after. */
export async function benchRequests(count = 5000, seed = 1) {
  const chance = dice(seed);
  const house = new StartedHouse();
  await house.open();
  const { document, scene } = sampleDocument();
  await fetch(`${house.url}/api/productions`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ document }) });
  const { change } = edit(document, 'x', makeId('change'), renameProduction('x'));
  const known = { id: document.production.id, scene, media: 'a'.repeat(64), change: change as object, document };
  const statuses: Record<string, number> = {};
  const bad: string[] = [];
  const server = house.server;
  const go = async (): Promise<void> => {
    const { method, path, headers, body } = anyRequest(chance, known);
    try {
      const response = await fetch(`${house.url}/api${path}`, { method, headers, ...(body === undefined ? {} : { body: body as string }), signal: AbortSignal.timeout(60_000) });
      await response.arrayBuffer();
      const group = `${Math.floor(response.status / 100)}xx`;
      statuses[group] = (statuses[group] ?? 0) + 1;
      if (response.status >= 500) bad.push(`${response.status} ${method} ${path.slice(0, 100)} ${String(body).slice(0, 200)}`);
    } catch (thrown) {
      statuses.none = (statuses.none ?? 0) + 1;
      if (!/invalid|Invalid|parse URL|header/i.test(String(thrown))) bad.push(`${String(thrown)} ${method} ${path.slice(0, 100)}`);
    }
  };
  for (let n = 0; n < 200; n++) await go();
  await pause(3000);
  const before = house.memory;
  for (let n = 0; n < count; n += 8) await Promise.all(Array.from({ length: 8 }, go));
  let after = house.memory;
  for (let n = 0; n < 30 && after > before + 50; n++) {
    await pause(1000);
    after = house.memory;
  }
  const crashed = house.server !== server;
  const well = await house.well();
  await house.close();
  return { requests: count, statuses, bad: bad.length, examples: bad.slice(0, 8), crashed, well, memoryMb: { before: Math.round(before), after: Math.round(after) } };
}
