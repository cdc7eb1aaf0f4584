/**
 * Makes the two compact files of the speech engine from Debian's package pocketsphinx-en-us, at set-up:
 * `acoustic.bin` and `dictionary.bin` (layouts: core/speech/model.ts, dictionary.ts; source layouts: the package's
 * files, all little-endian). Run: node --import tsx server/speech/buildModel.ts OUT_DIR
 */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dictionary as stressed } from 'cmu-pronouncing-dictionary';
import { packDictionary } from '#core/speech/dictionary';
import { CEPSTRA } from '#core/speech/features';
import { MODEL_MAGIC, TRIGRAM_STEP } from '#core/speech/model';
import { isVowel } from '#core/speech/phones';
import { DENSITIES, STATES, STREAMS } from '#core/speech/senones';

const SOURCE = '/usr/share/pocketsphinx/model/en-us';
const CI = 42;
const VARIANCE_FLOOR = 1e-4;

export function buildSpeechFiles(out: string): void {
  if (!existsSync(`${SOURCE}/en-us/mdef`)) throw new Error('The package pocketsphinx-en-us is missing. Install it: apt-get install pocketsphinx-en-us sphinxbase-utils');
  mkdirSync(out, { recursive: true });
  const { names, senones, matrices } = readDefinition(readFileSync(`${SOURCE}/en-us/mdef`));
  write(join(out, 'acoustic.bin'), acoustic(names, senones, matrices));
  write(join(out, 'dictionary.bin'), dictionary(names));
}

/** Whole or not at all: a killed set-up leaves no half file. */
function write(path: string, bytes: Uint8Array): void {
  writeFileSync(`${path}.part`, bytes);
  renameSync(`${path}.part`, path);
}

function readDefinition(file: Buffer): { names: string[]; senones: number[][]; matrices: number[] } {
  if (file.toString('latin1', 0, 4) !== 'BMDF') throw new Error('mdef: not the binary form that was expected.');
  let at = 8;
  const int = (): number => {
    at += 4;
    return file.readInt32LE(at - 4);
  };
  const comment = int();
  at += comment;
  const [ci, phones, , , , , sequences, , nodes] = Array.from({ length: 10 }, int) as number[];
  if (ci !== CI) throw new Error(`mdef: ${ci} phones instead of ${CI}.`);
  const begin = at;
  const names: string[] = [];
  for (let n = 0; n < CI; n++) {
    const end = file.indexOf(0, at);
    names.push(file.toString('latin1', at, end));
    at = end + 1;
  }
  at = begin + Math.ceil((at - begin) / 4) * 4;
  at += (nodes as number) * 8;
  const ids: number[] = [];
  const matrices: number[] = [];
  for (let n = 0; n < CI; n++) {
    ids.push(file.readInt32LE(at + n * 12));
    matrices.push(file.readInt32LE(at + n * 12 + 4));
  }
  at += (phones as number) * 12;
  const total = int();
  if (total !== (sequences as number) * 3) throw new Error('mdef: senone sequences do not add up.');
  const senones = ids.map((id) => [0, 1, 2].map((s) => file.readUInt16LE(at + (id * 3 + s) * 2)));
  return { names, senones, matrices };
}

function floatsOf(path: string): Buffer {
  const file = readFileSync(path);
  const data = file.indexOf('endhdr\n') + 7;
  if (file.readInt32LE(data) !== 0x11223344) throw new Error(`${path}: not in the byte order that was expected.`);
  return file.subarray(data + 4);
}

function acoustic(names: string[], senones: number[][], matrices: number[]): Uint8Array {
  const means = floatsOf(`${SOURCE}/en-us/means`).subarray(4 * 7);
  const variances = floatsOf(`${SOURCE}/en-us/variances`).subarray(4 * 7);
  const transitionFile = floatsOf(`${SOURCE}/en-us/transition_matrices`).subarray(4 * 4);
  const rows = CI * STREAMS;
  const transitions = new Float32Array(CI * STATES * 2);
  for (let phone = 0; phone < CI; phone++)
    for (let s = 0; s < STATES; s++) {
      const row = Array.from({ length: 4 }, (_, k) => transitionFile.readFloatLE((((matrices[phone] as number) * 3 + s) * 4 + k) * 4));
      const sum = row.reduce((a, b) => a + b, 0) || 1;
      transitions[(phone * STATES + s) * 2] = Math.log(Math.max(1e-6, (row[s] as number) / sum));
      transitions[(phone * STATES + s) * 2 + 1] = Math.log(Math.max(1e-6, (row[s + 1] as number) / sum));
    }
  const scales = new Float32Array(rows * CEPSTRA * 4);
  const packedMeans = new Uint8Array(rows * DENSITIES * CEPSTRA);
  const packedPrecisions = new Uint8Array(rows * DENSITIES * CEPSTRA);
  for (let row = 0; row < rows; row++)
    for (let k = 0; k < CEPSTRA; k++) {
      const index = (d: number): number => (row * DENSITIES + d) * CEPSTRA + k;
      const pack = (values: number[], bytes: Uint8Array, slot: number): void => {
        const low = Math.min(...values);
        const step = (Math.max(...values) - low) / 255 || 1e-9;
        scales[(row * CEPSTRA + k) * 4 + slot] = low;
        scales[(row * CEPSTRA + k) * 4 + slot + 1] = step;
        values.forEach((value, d) => {
          bytes[index(d)] = Math.round((value - low) / step);
        });
      };
      const all = Array.from({ length: DENSITIES }, (_, d) => d);
      pack(
        all.map((d) => means.readFloatLE(index(d) * 4)),
        packedMeans,
        0,
      );
      pack(
        all.map((d) => -Math.log(Math.max(VARIANCE_FLOOR, variances.readFloatLE(index(d) * 4)))),
        packedPrecisions,
        2,
      );
    }
  const weights = mixtureWeights(senones);
  const { loopPhones, trigram } = phoneTrigram(names);
  const header = Buffer.from(JSON.stringify({ phones: names, loopPhones, notice: notices() }).replace(/[\u0080-\uffff]/g, '?'), 'latin1');
  const head = Buffer.alloc(12);
  head.write(MODEL_MAGIC, 'latin1');
  head.writeUInt32LE(header.length, 8);
  return Buffer.concat([head, header, Buffer.from(transitions.buffer), Buffer.from(scales.buffer), packedMeans, packedPrecisions, weights, trigram]);
}

function mixtureWeights(senones: number[][]): Uint8Array {
  const file = readFileSync(`${SOURCE}/en-us/sendump`);
  let at = 0;
  for (;;) {
    const length = file.readInt32LE(at);
    at += 4;
    if (length === 0) break;
    at += length;
  }
  const densities = file.readInt32LE(at);
  const total = file.readInt32LE(at + 4);
  at += 8;
  if (densities !== DENSITIES) throw new Error('sendump: another number of densities than expected.');
  const out = new Uint8Array(CI * STATES * STREAMS * DENSITIES);
  for (let phone = 0; phone < CI; phone++)
    for (let s = 0; s < STATES; s++)
      for (let stream = 0; stream < STREAMS; stream++)
        for (let d = 0; d < DENSITIES; d++)
          out[((phone * STATES + s) * STREAMS + stream) * DENSITIES + d] = file[at + (stream * DENSITIES + d) * total + ((senones[phone] as number[])[s] as number)] as number;
  return out;
}

/** Dense trigram over the phones that the language model knows, back-off spelled out, rows normalised. */
function phoneTrigram(names: string[]): { loopPhones: number[]; trigram: Uint8Array } {
  const folder = mkdtempSync(join(tmpdir(), 'kipzo-lm-'));
  const text = join(folder, 'phone.arpa');
  execFileSync('sphinx_lm_convert', ['-i', `${SOURCE}/en-us-phone.lm.bin`, '-o', text, '-ofmt', 'arpa'], { stdio: 'ignore' });
  const grams: Map<string, { p: number; back: number }>[] = [new Map(), new Map(), new Map()];
  let order = 0;
  for (const line of readFileSync(text, 'utf8').split('\n')) {
    const section = /^\\(\d)-grams:/.exec(line);
    if (section) order = Number(section[1]);
    if (!order || !/^-?\d/.test(line)) continue;
    const fields = line.trim().split(/\s+/);
    const back = Number(fields[order + 1] ?? 0);
    // Back-off weights of +99.999 are damage in the shipped file: taken as none.
    grams[order - 1]?.set(fields.slice(1, order + 1).join(' '), { p: Number(fields[0]), back: back > 90 ? 0 : back });
  }
  rmSync(folder, { recursive: true, force: true });
  const loop = names.map((name, index) => ({ name, index })).filter(({ name }) => name === 'SIL' || !name.startsWith('+'));
  const log = (context: string[], word: string): number => {
    const order = context.length;
    const found = grams[order]?.get([...context, word].join(' '));
    if (found) return found.p;
    if (order === 0) return -6;
    const back = grams[order - 1]?.get(context.join(' '))?.back ?? 0;
    return back + log(context.slice(1), word);
  };
  const n = loop.length;
  const out = new Uint8Array(n * n * n);
  loop.forEach((a, i) =>
    loop.forEach((b, j) => {
      const row = loop.map((c) => (b.name === 'SIL' && c.name === 'SIL' ? 0 : 10 ** log([a.name, b.name], c.name)));
      const sum = row.reduce((x, y) => x + y, 0) || 1;
      row.forEach((p, k) => {
        out[(i * n + j) * n + k] = p === 0 ? 255 : Math.min(254, Math.round(-Math.log(p / sum) / TRIGRAM_STEP));
      });
    }),
  );
  return { loopPhones: loop.map(({ index }) => index), trigram: out };
}

const notices = (): string =>
  ['/usr/share/doc/pocketsphinx-en-us/copyright', `${SOURCE}/en-us/README`]
    .filter(existsSync)
    .map((path) => readFileSync(path, 'utf8'))
    .join('\n\n');

function dictionary(names: string[]): Uint8Array {
  const id = new Map(names.map((name, index) => [name, index]));
  const entries: { word: string; phones: number[]; stressed: number | undefined }[] = [];
  for (const line of readFileSync(`${SOURCE}/cmudict-en-us.dict`, 'latin1').split('\n')) {
    const [key, ...phones] = line.trim().split(/\s+/);
    if (!key || !phones.length) continue;
    const word = key.replace(/\(\d+\)$/, '');
    const marked = (stressed as Record<string, string | undefined>)[key] ?? (stressed as Record<string, string | undefined>)[word];
    const marks = marked?.split(' ') ?? [];
    const same = marks.length === phones.length && marks.every((mark, n) => mark.replace(/\d/, '') === phones[n]);
    const first = same ? marks.findIndex((mark) => mark.endsWith('1')) : phones.findIndex(isVowel);
    entries.push({ word, phones: phones.map((phone) => id.get(phone) as number), stressed: first < 0 ? undefined : first });
  }
  entries.sort((a, b) => (a.word < b.word ? -1 : a.word > b.word ? 1 : 0));
  return packDictionary(entries);
}

if (process.argv[1]?.endsWith('buildModel.ts')) buildSpeechFiles(process.argv[2] ?? 'dist/speech');
