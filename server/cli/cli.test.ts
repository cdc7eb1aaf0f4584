import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { MOUTH_SHAPES } from '#core/document/schema';
import { ROOT } from '../root.ts';

const folder = mkdtempSync(join(tmpdir(), 'kipzo-cli-'));
const kipzo = (...args: string[]) => spawnSync(process.execPath, ['--import', 'tsx', join(ROOT, 'server/cli/main.ts'), ...args], { cwd: ROOT, encoding: 'utf8', timeout: 100_000 });
const voice = join(folder, 'voice.wav');
const text = join(folder, 'voice.txt');
const SAID = 'Nobody pushes. The Moon pulls the water up.';

beforeAll(() => {
  const said = kipzo('say', SAID, '--voice', 'willow', '--out', voice, '--json');
  expect(said.status).toBe(0);
  expect(JSON.parse(said.stdout).words.map((w: { word: string }) => w.word).length).toBe(8);
  writeFileSync(text, SAID);
});
afterAll(() => rmSync(folder, { recursive: true }));

interface Heard {
  duration: number;
  utterances: { start: number; end: number; speaker: number }[];
  words: { word: string; start: number; end: number }[];
  phones: { label: string; start: number; end: number }[];
  mouth: { shape: string; start: number; end: number }[];
}

describe('kipzo mouth', () => {
  it.each([[['--text', text]], [[]]])('prints the promised form, with %j', (more) => {
    const run = kipzo('mouth', voice, ...(more as string[]), '--json');
    expect(run.status).toBe(0);
    const heard = JSON.parse(run.stdout) as Heard;
    for (const list of [heard.phones, heard.mouth]) {
      expect(list[0]?.start).toBe(0);
      expect(list.at(-1)?.end).toBe(heard.duration);
      for (let n = 1; n < list.length; n++) expect(list[n]?.start).toBe(list[n - 1]?.end);
    }
    for (const { shape } of heard.mouth) expect(MOUTH_SHAPES).toContain(shape);
    for (const { speaker } of heard.utterances) expect(speaker).toBe(0);
    if ((more as string[]).length) expect(heard.words.map(({ word }) => word)).toEqual(['Nobody', 'pushes', 'The', 'Moon', 'pulls', 'the', 'water', 'up']);
    else expect(heard.words).toEqual([]);
  });
  it('says in a sentence what is wrong with a file, and exits with 1', () => {
    const bad = join(folder, 'bad.wav');
    writeFileSync(bad, 'no sound in here');
    for (const [file, sentence] of [
      [bad, /not a sound/],
      [join(folder, 'missing.wav'), /cannot be read/],
    ] as const) {
      const run = kipzo('mouth', file, '--json');
      expect(run.status).toBe(1);
      expect(run.stdout).toBe('');
      expect(run.stderr).toMatch(sentence);
      expect(run.stderr).not.toMatch(/\n\s+at /);
    }
  });
});

it('wrong usage exits with 2', () => {
  expect(kipzo('mouth').status).toBe(2);
  expect(kipzo('juggle').status).toBe(2);
  expect(kipzo('say', 'hello', '--voice', 'nobody', '--out', join(folder, 'x.wav')).status).toBe(1);
});

it.each(['--actions', '--expressions', '--mouths', '--turns'])('a contact sheet of %s is a picture', (kind) => {
  const out = join(folder, 'sheet.png');
  expect(kipzo('contact-sheet', '--out', out, kind, '--character', 'noor').status).toBe(0);
  const png = readFileSync(out);
  expect(png.readUInt32BE(0)).toBe(0x89504e47);
  expect(png.readUInt32BE(16)).toBeGreaterThan(800);
});

it('the front door works from any folder', () => {
  expect(execFileSync(join(ROOT, 'kipzo'), ['voices'], { cwd: folder, encoding: 'utf8' })).toContain('pebble');
});
