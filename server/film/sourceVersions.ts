import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../root.ts';

/** Folders and files whose code has a part in how a picture looks. */
export const DRAWING_SOURCES = [
  ...['time', 'draw', 'document', 'figure', 'speech', 'schedule', 'stage', 'paint'].map((folder) => `core/${folder}`),
  'core/resources.ts',
  'server/resources.ts',
  'server/paint',
] as const;
/** The same of how a film sounds and how its parts are joined. */
export const SOUND_SOURCES = [
  ...['time', 'document', 'schedule', 'sound'].map((folder) => `core/${folder}`),
  'core/speech/wav.ts',
  'server/resources.ts',
  'server/film/join.ts',
  'server/film/formats',
] as const;
/** Packages that have a part in what is drawn. */
const DRAWING_PACKAGES = /^node_modules\/(bezier-easing|bidi-js|culori|fontkit|assemblyscript|@napi-rs\/canvas|@fontsource(-variable)?\/.+)$/;

function* sourcesIn(folder: string): Generator<string> {
  if (statSync(folder).isFile()) return void (yield folder);
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sourcesIn(path);
    else if (/\.(ts|json)$/.test(entry.name) && !/\.test\.ts$/.test(entry.name)) yield path;
  }
}

function hashOf(root: string, sources: readonly string[]): ReturnType<typeof createHash> {
  const hash = createHash('sha256');
  for (const source of sources) for (const path of sourcesIn(join(root, source))) hash.update(path.slice(root.length)).update(readFileSync(path));
  return hash;
}

/** A hash of the sources under `root` that draw, and of the versions of the packages that they draw with. */
export function drawingVersionOf(root: string): string {
  const hash = hashOf(root, DRAWING_SOURCES);
  const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')) as { packages: Record<string, { version?: string }> };
  for (const [name, { version }] of Object.entries(packages)) if (DRAWING_PACKAGES.test(name)) hash.update(`${name} ${version}`);
  return hash.digest('hex');
}

/** A hash of the sources under `root` that a film's sound comes from. */
export const soundVersionOf = (root: string): string => hashOf(root, SOUND_SOURCES).digest('hex');

let drawing: string | undefined;
/** Part of every key of painted pictures: what other code drew is never taken for today's. */
export const drawingVersion = (): string => {
  drawing ??= drawingVersionOf(ROOT);
  return drawing;
};

let sound: string | undefined;
/** Part of the key of a joined film, for the same reason. */
export const soundVersion = (): string => {
  sound ??= soundVersionOf(ROOT);
  return sound;
};
