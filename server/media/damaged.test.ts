import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { Failure } from '#core/document/failure';
import { dice } from '#core/draw/hash';
import { decodeSound } from './importSound.ts';

const leftovers = (): string[] => readdirSync(tmpdir()).filter((name) => name.startsWith('kipzo-sound-'));

it('damaged sound files are read as far as they are whole, or refused with a sentence; nothing is left over: 160 of four kinds', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kipzo-damaged-'));
  execFileSync('sox', ['-n', '-r', '22050', '-c', '1', join(folder, 'a.wav'), 'synth', '1.2', 'sine', '300', 'tremolo', '5']);
  for (const kind of ['mp3', 'ogg', 'flac']) execFileSync('ffmpeg', ['-v', 'error', '-i', join(folder, 'a.wav'), join(folder, `a.${kind}`)]);
  const files = ['wav', 'mp3', 'ogg', 'flac'].map((kind) => ({ kind, bytes: readFileSync(join(folder, `a.${kind}`)) }));
  rmSync(folder, { recursive: true });
  const before = leftovers();
  let refused = 0;
  const one = async (n: number): Promise<void> => {
    const { kind, bytes } = files[n % 4] as (typeof files)[number];
    const chance = dice(n);
    const at = (): number => Math.floor(chance.next() * bytes.length);
    let out = Buffer.from(bytes);
    if (n % 3 === 0) out = out.subarray(0, at());
    else if (n % 3 === 1) for (let k = 0; k < 40; k++) out[at()] = Math.floor(chance.next() * 256);
    else out.fill(0, at(), at());
    try {
      const { seconds, wav } = await decodeSound(out, `voice ${n}.${kind}`);
      expect(seconds).toBeGreaterThan(0);
      expect(wav.toString('latin1', 0, 4)).toBe('RIFF');
    } catch (thrown) {
      refused++;
      expect(thrown, `${n} ${kind}`).toBeInstanceOf(Failure);
      expect((thrown as Failure).message).toMatch(/^“voice.+[.]$/s);
    }
  };
  for (let n = 0; n < 160; n += 4) await Promise.all([n, n + 1, n + 2, n + 3].map(one));
  expect(refused).toBeGreaterThan(10);
  expect(leftovers()).toEqual(before);
}, 180_000);
