import { describe, expect, it } from 'vitest';
import { Failure } from '../document/failure.ts';
import { dice } from '../draw/hash.ts';
import { fromScript } from '../edit/create.ts';
import { schedule } from '../schedule/schedule.ts';
import { readWav, writeWav } from '../speech/wav.ts';
import { DIALOGUE, sampleDocument, seededIds } from '../testing/samples.ts';
import { readCharacterFile, writeCharacterFile } from './character/file.ts';
import { writeFountain } from './fountain/write.ts';
import { readScript } from './script/read.ts';
import { readSrt, writeSrt } from './subtitles/srt.ts';
import { readVtt, writeVtt } from './subtitles/vtt.ts';
import { readTextGrid } from './textgrid/textgrid.ts';
import { filmTextGrid, subtitlesOf } from './times/film.ts';

const film = schedule(sampleDocument().document, () => undefined);
const subtitles = subtitlesOf(film);
const encode = (text: string): Uint8Array => new TextEncoder().encode(text);
const decode = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const sound = writeWav({ rate: 48_000, channels: [Float32Array.from({ length: 3000 }, (_, n) => Math.sin(n / 20) * 0.4)] });

/** Whole files of every kind, and what reads them. */
const KINDS: Readonly<Record<string, readonly [bytes: Uint8Array, read: (bytes: Uint8Array) => unknown]>> = {
  dialogue: [encode(DIALOGUE), (bytes) => fromScript(readScript(decode(bytes)), { title: 'T', slug: 't', frame: '16:9', fps: 24 }, seededIds(1))],
  screenplay: [encode(writeFountain(sampleDocument().document)), (bytes) => readScript(decode(bytes))],
  table: [encode('Speaker\tText\nMARIT\tGood morning.\nTULLY\tOh no!'), (bytes) => readScript(decode(bytes))],
  srt: [encode(writeSrt(subtitles)), (bytes) => readSrt(decode(bytes))],
  vtt: [encode(writeVtt(subtitles, { Marit: '#c1cffd' })), (bytes) => readVtt(decode(bytes))],
  textgrid: [encode(filmTextGrid(film)), (bytes) => readTextGrid(decode(bytes))],
  wav: [sound, (bytes) => readWav(bytes)],
  character: [encode(writeCharacterFile(Object.values(sampleDocument().document.characters)[0] as never)), (bytes) => readCharacterFile(decode(bytes), 'ch_000000000000', 'a0')],
};

/** A file with some of it changed, cut off, doubled or filled with nothing. */
function damaged(bytes: Uint8Array, seed: number): Uint8Array {
  const chance = dice(seed);
  const at = (): number => Math.floor(chance.next() * bytes.length);
  const out = Uint8Array.from(bytes);
  switch (seed % 6) {
    case 0:
      return out.subarray(0, at());
    case 1:
      for (let n = 0; n < 1 + chance.next() * 30; n++) out[at()] = Math.floor(chance.next() * 256);
      return out;
    case 2: {
      const [from, to] = [at(), at()].sort((a, b) => a - b) as [number, number];
      return Uint8Array.from([...out.subarray(0, from), ...out.subarray(to)]);
    }
    case 3: {
      const [from, to] = [at(), at()].sort((a, b) => a - b) as [number, number];
      return Uint8Array.from([...out.subarray(0, to), ...out.subarray(from, to), ...out.subarray(to)]);
    }
    case 4:
      out.fill(seed % 2 ? 0 : 255, at());
      return out;
    default:
      return Uint8Array.from({ length: Math.floor(chance.next() * 400) }, () => Math.floor(chance.next() * 256));
  }
}

describe.each(Object.entries(KINDS))('%s that is damaged', (kind, [bytes, read]) => {
  it('is read as far as it goes, or refused with a sentence that says what to do: 120 of them', () => {
    let refused = 0;
    for (let n = 0; n < 120; n++) {
      try {
        read(damaged(bytes, n * 7 + kind.length));
      } catch (thrown) {
        refused++;
        expect(thrown, `${kind} ${n}: ${String(thrown)}`).toBeInstanceOf(Failure);
        expect((thrown as Failure).message).toMatch(/^[\p{Lu}“].{15,}[.]$/su);
      }
    }
    expect(refused).toBeLessThanOrEqual(120);
    // Undamaged it is read.
    expect(() => read(bytes)).not.toThrow();
  });
});
