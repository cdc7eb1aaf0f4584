import { createHash } from 'node:crypto';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { execa } from 'execa';
import { failure } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { type FilmSchedule, schedule } from '#core/schedule/schedule';
import type { Segment } from '#core/schedule/segments';
import { filmSound, soundClips, voiceClips } from '#core/sound/mix';
import { writeWav } from '#core/speech/wav';
import { ticksPerFrame } from '#core/time/ticks';
import type { Db } from '../db/db.ts';
import { mediaBytes, putMedia } from '../media/store.ts';
import { loadAnalyses, loadSounds } from '../resources.ts';
import { scratchFolder } from '../scratch.ts';
import { missingProgram } from '../speech/run.ts';
import { encoderVersion } from './encoder.ts';
import type { FilmFormat } from './formats/format.ts';
import { formatOf } from './formats/index.ts';
import type { FilmOptions } from './options.ts';
import { soundVersion } from './sourceVersions.ts';

/** A part of a film as it is stored: its key, its file and which frames it holds. */
interface Part {
  readonly key: string;
  readonly media: string;
  readonly range: Segment;
  readonly reused: boolean;
}

const framesOf = ({ range }: Part): number => range.toFrame - range.fromFrame;

/** A stretch of a film, in ticks, and what is heard in it. */
interface Heard {
  readonly film: FilmSchedule;
  readonly from: number;
  readonly length: number;
}

/** All that a joined film depends on: its parts, what sounds in it, and the code and the program that join it. */
function joinedKey(format: FilmFormat, parts: readonly Part[], { film, from, length }: Heard): string {
  const heard = [...voiceClips(film), ...soundClips(film)];
  const all = [soundVersion(), encoderVersion(), format.join('', ''), parts.map(({ key }) => key), heard, from, length];
  return createHash('sha256').update(JSON.stringify(all)).digest('hex');
}

/** The file of a film of the production that is joined of the same, if there is one. */
async function joinedBefore(db: Db, production: string, joined: string): Promise<string | undefined> {
  const row = await db('films')
    .join('media', 'media.hash', 'films.media')
    .where({ production_id: production, state: 'done' })
    .whereRaw("films.report->>'joined' = ?", [joined])
    .first('films.media');
  return row?.media;
}

/** Lays the sound under the parts and joins them without re-encoding; checks the result with ffprobe. Gives the file's hash. */
async function joinedAnew(db: Db, name: string, format: FilmFormat, parts: readonly Part[], { film, from, length }: Heard): Promise<string> {
  const folder = await scratchFolder('film');
  try {
    const list: string[] = [];
    for (const [index, { media }] of parts.entries()) {
      const file = join(folder, `s${index}.${format.extension}`);
      await writeFile(file, await mediaBytes(db, media));
      list.push(`file '${file}'`);
    }
    await writeFile(join(folder, 'list.txt'), `${list.join('\n')}\n`);
    const sounds = await loadSounds(
      db,
      [...voiceClips(film), ...soundClips(film)].map((clip) => clip.media),
    );
    await writeFile(join(folder, 'mix.wav'), writeWav({ rate: 48000, channels: filmSound(film, (media) => sounds.get(media), from, length) }, 32));
    const out = join(folder, `film.${format.extension}`);
    const joined = await execa('ffmpeg', ['-v', 'error', '-nostdin', '-y', ...format.join(join(folder, 'list.txt'), join(folder, 'mix.wav')), out], {
      reject: false,
      timeout: 600_000,
    });
    if (joined.code === 'ENOENT') throw missingProgram('ffmpeg');
    if (joined.failed) throw failure('join-failed', 'The parts of the film could not be joined. Try the export again.', 500);
    const frames = parts.reduce((sum, part) => sum + framesOf(part), 0);
    const probe = await execa('ffprobe', ['-v', 'error', '-count_packets', '-select_streams', 'v', '-show_entries', 'stream=nb_read_packets', '-of', 'csv=p=0', out]);
    if (Number(probe.stdout.replace(/\D/g, '')) !== frames)
      throw failure('join-check', `The joined film has ${probe.stdout.trim()} frames instead of ${frames}. Try the export again.`, 500);
    const { hash } = await putMedia(db, await readFile(out), { kind: 'film', type: format.type, name, facts: { frames, seconds: length / 48000 } });
    return hash;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Makes a film of its parts once all of them are there: the file of an earlier film of the same, else joined anew. */
export async function joinFilm(db: Db, id: string): Promise<void> {
  const row = await db('films').where({ id }).first();
  if (row?.state !== 'rendering') return;
  const document = row.document as Document;
  const options = row.options as FilmOptions;
  const format = formatOf(options.format);
  try {
    const parts: Part[] = await db('film_segments')
      .join('segments', 'segments.key', 'film_segments.key')
      .where({ film_id: id })
      .orderBy('index')
      .select('segments.media', 'film_segments.range', 'film_segments.reused', 'film_segments.key');
    const frame = ticksPerFrame(options.fps);
    const from = (parts[0] as Part).range.fromFrame * frame;
    const length = (parts.at(-1) as Part).range.toFrame * frame - from;
    const analyses = await loadAnalyses(db, document);
    const heard: Heard = { film: schedule(document, (hash) => analyses.get(hash), options.fps), from, length };
    const joined = joinedKey(format, parts, heard);
    const media = (await joinedBefore(db, row.production_id, joined)) ?? (await joinedAnew(db, row.name, format, parts, heard));
    const report = {
      frames: parts.reduce((sum, part) => sum + framesOf(part), 0),
      joined,
      segments: parts.map((part) => ({ key: part.key, reused: part.reused, frames: framesOf(part) })),
    };
    await db('films')
      .where({ id, state: 'rendering' })
      .update({ state: 'done', media, report: JSON.stringify(report), ended_at: db.fn.now() });
  } catch (thrown) {
    await db('films')
      .where({ id })
      .update({ state: 'failed', error: thrown instanceof Error ? thrown.message : String(thrown), ended_at: db.fn.now() });
    throw thrown;
  }
}
