import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from '../root.ts';
import { DRAWING_SOURCES, drawingVersion, drawingVersionOf, SOUND_SOURCES, soundVersion, soundVersionOf } from './sourceVersions.ts';

let room: string;
beforeAll(() => {
  room = mkdtempSync(join(tmpdir(), 'kipzo-drawing-'));
  for (const source of new Set([...DRAWING_SOURCES, ...SOUND_SOURCES])) cpSync(join(ROOT, source), join(room, source), { recursive: true });
  cpSync(join(ROOT, 'package-lock.json'), join(room, 'package-lock.json'));
});
afterAll(() => rmSync(room, { recursive: true, force: true }));

/** The version with a file changed, which is put back. */
function changed(file: string, text: (before: string) => string, version = drawingVersionOf): string {
  const path = join(room, file);
  const before = readFileSync(path, 'utf8');
  writeFileSync(path, text(before));
  try {
    return version(room);
  } finally {
    writeFileSync(path, before);
  }
}

describe('the version of what is drawn', () => {
  it('is the same wherever the sources lie', () => expect(drawingVersionOf(room)).toBe(drawingVersion()));
  it('is another one when any source that draws is changed', () => {
    const first = (source: string): string =>
      source.endsWith('.ts') ? source : `${source}/${(readdirSync(join(room, source), { recursive: true }) as string[]).find((name) => /(?<!\.test)\.ts$/.test(name))}`;
    const files = DRAWING_SOURCES.map(first);
    const versions = files.map((file) => changed(file, (before) => `${before}\n`));
    expect(new Set([...versions, drawingVersion()]).size).toBe(files.length + 1);
    expect(drawingVersionOf(room)).toBe(drawingVersion());
  });
  it('is another one with another version of a package that draws, and the same with one that does not', () => {
    const lock = (name: string, version: string) => (before: string) => {
      const all = JSON.parse(before) as { packages: Record<string, { version: string }> };
      const found = all.packages[`node_modules/${name}`];
      if (!found) throw new Error(`${name} is not installed.`);
      found.version = version;
      return JSON.stringify(all);
    };
    expect(changed('package-lock.json', lock('fontkit', '0.0.1'))).not.toBe(drawingVersion());
    expect(changed('package-lock.json', lock('express', '0.0.1'))).toBe(drawingVersion());
  });
  it('is the same when a test is changed', () => expect(changed('core/stage/stage.test.ts', (before) => `${before}\n`)).toBe(drawingVersion()));
});

describe('the version of what is heard', () => {
  it('is the same wherever the sources lie', () => expect(soundVersionOf(room)).toBe(soundVersion()));
  it('is another one when anything that sounds or joins is changed, and the same when something is drawn otherwise', () => {
    const of = (file: string): string => changed(file, (before) => `${before}\n`, soundVersionOf);
    for (const file of [
      'core/sound/mix.ts',
      'core/sound/own/beds.ts',
      'core/schedule/timing.ts',
      'server/film/join.ts',
      'server/film/formats/mp4.ts',
      'core/speech/wav.ts',
      'server/resources.ts',
    ])
      expect(of(file), file).not.toBe(soundVersion());
    expect(of('core/figure/figure.ts')).toBe(soundVersion());
    expect(soundVersion()).not.toBe(drawingVersion());
  });
});
