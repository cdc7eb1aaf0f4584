import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Line, Scene, Take } from '#core/document/schema';
import { addTake, giveLine, insertLine, setAnalysis } from '#core/edit/commands/lines';
import { trimTake } from '#core/edit/commands/takes';
import { splitWords } from '#core/formats/script/read';
import { takeOf } from '#core/schedule/timing';
import { type Analysis, isSaid } from '#core/speech/analysis';
import type { Part } from '#core/speech/parting';
import { languageOf } from '#core/speech/voices';
import { inOrder, orderAtEnd } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { mediaUrl, type StoredMedia, sendJson, uploadMedia } from './api.ts';
import { makeId } from './ids.ts';
import { timesOf } from './state/drafts.ts';
import { run, useProduction } from './state/production.ts';
import type { SpeechAnswer, SpeechRequest } from './workers/speech.worker.ts';

let worker: Worker | undefined;
let count = 0;
const waiting = new Map<number, (answer: SpeechAnswer) => void>();

/** Listens to a stored sound in a worker of the page. */
async function listenTo(request: Omit<SpeechRequest, 'id'>): Promise<SpeechAnswer & { analysis: Analysis }> {
  const answer = await askWorker(request);
  if (!answer.analysis) throw new Error('The voice could not be listened to. Bring it in again.');
  return answer as SpeechAnswer & { analysis: Analysis };
}

/** Parts a stored recording into what each speaker says, in the language of the script's first speaker. */
export async function partStored(media: string, part: NonNullable<SpeechRequest['part']>): Promise<{ parts: readonly Part[]; duration: number }> {
  const { parts = [], duration = 0 } = await askWorker({ url: mediaUrl(media), words: undefined, language: languageNow(part.scripts.flat()[0]?.role), part });
  return { parts, duration };
}

function askWorker(request: Omit<SpeechRequest, 'id'>): Promise<SpeechAnswer> {
  worker ??= new Worker(new URL('./workers/speech.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<SpeechAnswer>) => {
    waiting.get(data.id)?.(data);
    waiting.delete(data.id);
  };
  const id = count++;
  return new Promise((resolve, reject) => {
    waiting.set(id, (answer) => (answer.error ? reject(new Error(answer.error)) : resolve(answer)));
    worker?.postMessage({ ...request, id } satisfies SpeechRequest);
  });
}

const storeAnalysis = async (analysis: Analysis): Promise<string> => (await sendJson<{ hash: string }>('POST', '/analyses', analysis)).hash;

const sceneNow = (scene: string): Scene | undefined => useProduction.getState().document?.scenes[scene];
/** What a line's or role's voice speaks: the language of its draft. */
const languageNow = (role: string | null | undefined): string => {
  const voice = role ? useProduction.getState().document?.production.roles[role]?.voice : undefined;
  return voice ? languageOf(voice) : 'en-us';
};
const lineNow = (scene: string, line: string): Line | undefined => sceneNow(scene)?.lines[line];

const takeName = (line: Line | undefined): string => `Take ${Object.values(line?.takes ?? {}).filter((take) => take.kind !== 'draft').length + 1}`;

/** Pads kept round an utterance, in seconds: the last sound's decay counts. */
const PAD_BEFORE = 0.06;
const PAD_AFTER = 0.16;
/** A recorded take keeps a little more: its breath, and the room after it. */
const TRIM_BEFORE = 0.12;
const TRIM_AFTER = 0.25;
/** A few cut-off peaks are not heard. */
const CLIPPED_PLACES = 5;

/** Says where a recording was too loud for its microphone, and what helps. */
export function warnOfClipping({ name, facts }: { readonly name: string; readonly facts: Readonly<Record<string, unknown>> }): void {
  const places = Number(facts.clipped ?? 0);
  if (places > CLIPPED_PLACES)
    toast.warning(`“${name}” is clipped in ${places} places and may crackle. Record it less loud, or choose “Repair clipping” under Clean up.`, { duration: 9000 });
}

/** Brings a sound in, with what is said of it meanwhile: how far it is, and a way to stop it. */
export async function uploadShown(file: File, said: string | number): Promise<StoredMedia> {
  const stop = new AbortController();
  const tell = (share?: number): void =>
    void toast.loading(`Reading “${file.name}” …${share && share < 1 ? ` ${Math.round(share * 100)} %` : ''}`, {
      id: said,
      cancel: { label: 'Stop', onClick: () => stop.abort() },
    });
  try {
    tell();
    return await uploadMedia('sound', file, { signal: stop.signal, onProgress: tell });
  } catch (thrown) {
    throw stop.signal.aborted ? new Error(`“${file.name}” was not brought in.`) : thrown;
  }
}

/** A file dropped on one line: heard at once, words and mouth follow. */
export async function importOnLine(scene: string, lineId: string, file: File): Promise<void> {
  const known = toast.loading(`Reading “${file.name}” …`);
  try {
    const media = await uploadShown(file, known);
    await layTake(scene, lineId, media.hash, 0, toTicks(Number(media.facts.seconds)), 'Bring in a voice');
    toast.success(`“${file.name}” speaks this line now.`, { id: known, cancel: undefined });
    warnOfClipping(media);
  } catch (thrown) {
    toast.error(sentenceOf(thrown), { id: known, cancel: undefined });
  }
}

/** The head of a stored sound's WAV, and its bytes a second. */
const WAV_HEAD = 44;
const WAV_BYTES = 48_000 * 2;

/** A clip's own sound as the voice of a line: listened to like any recording, the clip's picture let be. */
export async function voiceFromClip(scene: string, lineId: string, sound: string, name: string): Promise<void> {
  const known = toast.loading(`Listening to “${name}” …`);
  try {
    const response = await fetch(mediaUrl(sound), { method: 'HEAD' });
    const seconds = (Number(response.headers.get('Content-Length')) - WAV_HEAD) / WAV_BYTES;
    if (!response.ok || !(seconds > 0)) throw new Error(`The sound of “${name}” is not in the store any more. Bring the clip in again.`);
    await layTake(scene, lineId, sound, 0, toTicks(seconds), 'The clip’s sound as a voice');
    toast.success(`“${name}” speaks this line now.`, { id: known });
  } catch (thrown) {
    toast.error(sentenceOf(thrown), { id: known });
  }
}

/** A recording of one line: a take at once; what is silent before and after the words is trimmed, pads kept, once it was listened to. */
export async function recordOnLine(scene: string, lineId: string, file: File): Promise<void> {
  const media = await uploadMedia('sound', file);
  warnOfClipping(media);
  await layTake(scene, lineId, media.hash, 0, toTicks(Number(media.facts.seconds)), 'Record a take', { kind: 'recorded', trim: true });
}

interface Laying {
  readonly kind?: Take['kind'];
  /** Cut the silence at both ends after listening. */
  readonly trim?: boolean;
  readonly follows?: string | undefined;
}

/** Lays a stretch of a stored sound on a line as a take, then listens to it. Gives the edit that did it. */
async function layTake(
  scene: string,
  lineId: string,
  media: string,
  from: number,
  length: number,
  label: string,
  { kind = 'imported', trim, follows }: Laying = {},
): Promise<string | undefined> {
  const line = lineNow(scene, lineId);
  if (!line) return undefined;
  const takeId = makeId('take');
  const take: Take = { order: orderAtEnd(line.takes), name: takeName(line), kind, media, analysis: null, from, length, times: {} };
  const edit = run(label, addTake(scene, lineId, takeId, take), follows ? { follows } : {});
  const words = splitWords(line.text);
  void listenTo({ url: mediaUrl(media), words: words.length ? words : undefined, language: languageNow(line.role), from, to: from + length })
    .then(async ({ analysis, utterances }) => {
      const hash = await storeAnalysis({ ...analysis, length });
      const now = lineNow(scene, lineId);
      if (!now) return;
      run('Listen to the voice', setAnalysis(scene, lineId, takeId, hash, timesOf(now, analysis.words)), {
        byMachine: true,
        ...((follows ?? edit) ? { follows: (follows ?? edit) as string } : {}),
        quiet: true,
      });
      if (words.length >= 3 && !analysis.words.some(isSaid))
        toast.warning(`“${take.name}” says other words than the line: none were laid along it. Write what it says into the line, or choose another take.`, { duration: 9000 });
      const [first, last] = [utterances?.[0], utterances?.at(-1)];
      if (!trim || !first || !last) return;
      const start = from + Math.max(0, toTicks(first.start - TRIM_BEFORE));
      const end = from + Math.min(length, toTicks(last.end + TRIM_AFTER));
      if (start > from || end < from + length)
        run('Trim the silence', trimTake(scene, lineId, takeId, start, end), {
          byMachine: true,
          ...((follows ?? edit) ? { follows: (follows ?? edit) as string } : {}),
          quiet: true,
        });
    })
    .catch((thrown) => toast.error(sentenceOf(thrown)));
  return edit;
}

/**
 * A recording of one speaker with pauses: cut at its silences, or along the words of that speaker's lines where the
 * counts differ; lines that it has and the script lacks are added.
 */
export async function importForSpeaker(scene: string, role: string, files: readonly File[], kind: Take['kind'] = 'imported'): Promise<void> {
  const known = toast.loading(files.length === 1 ? `Reading “${(files[0] as File).name}” …` : `Reading ${files.length} files …`);
  try {
    const pieces: { media: string; from: number; length: number; line?: string }[] = [];
    const lines = (): [string, Line][] => inOrder(sceneNow(scene)?.lines ?? {}).filter(([, line]) => line.role === role && line.kind === 'line');
    const open = lines().filter(([, line]) => (takeOf(line)?.kind ?? 'draft') === 'draft');
    for (const file of files) {
      const media = await uploadShown(file, known);
      warnOfClipping(media);
      const total = toTicks(Number(media.facts.seconds));
      if (files.length > 1) {
        pieces.push({ media: media.hash, from: 0, length: total });
        continue;
      }
      toast.loading('Finding the lines in it …', { id: known, cancel: undefined });
      const heard = await listenTo({ url: mediaUrl(media.hash), words: undefined, language: languageNow(role) });
      const utterances = heard.utterances ?? [];
      const cut = (start: number, end: number): { media: string; from: number; length: number } => {
        const from = Math.max(0, toTicks(start - PAD_BEFORE));
        return { media: media.hash, from, length: Math.min(total, toTicks(end + PAD_AFTER)) - from };
      };
      const texts = open.map(([id, line]) => ({ id, words: splitWords(line.text) })).filter(({ words }) => words.length);
      if (open.length > 1 && texts.length === open.length && utterances.length !== open.length) {
        const all = texts.flatMap(({ words }) => words);
        const laid = await listenTo({ url: mediaUrl(media.hash), words: all, language: languageNow(role) });
        let at = 0;
        for (const { id, words } of texts) {
          const said = (laid.words ?? []).slice(at, at + words.length).filter(isSaid);
          at += words.length;
          const [first, last] = [said[0], said.at(-1)];
          if (first && last) pieces.push({ ...cut(first.start, last.end), line: id });
        }
      } else if (open.length === 1 && utterances.length > 1) {
        pieces.push(cut((utterances[0] as { start: number }).start, (utterances.at(-1) as { end: number }).end));
      } else for (const { start, end } of utterances) pieces.push(cut(start, end));
      if (!pieces.length) throw new Error(`No voice was found in “${file.name}”. Choose a recording in which somebody speaks.`);
    }
    let first: string | undefined;
    for (const [index, piece] of pieces.entries()) {
      let target = piece.line ?? open[index]?.[0];
      if (!target) {
        target = makeId('line');
        const last = inOrder(sceneNow(scene)?.lines ?? {}).at(-1)?.[0] ?? null;
        const added = run(files.length === 1 ? 'Bring in a recording' : 'Bring in voices', insertLine(scene, target, role, '', last, makeId), first ? { follows: first } : {});
        first ??= added;
      }
      const edit = await layTake(scene, target, piece.media, piece.from, piece.length, files.length === 1 ? 'Bring in a recording' : 'Bring in voices', { kind, follows: first });
      first ??= edit;
    }
    toast.success(`${pieces.length} line${pieces.length === 1 ? '' : 's'} found and given to this speaker.`, { id: known, cancel: undefined });
  } catch (thrown) {
    toast.error(sentenceOf(thrown), { id: known, cancel: undefined });
  }
}

const matching = new Set<string>();

/** Lays a line's words along its take anew: words that were typed later find their times, and the mouth follows them. */
export async function matchWords(scene: string, lineId: string, takeId: string, follows?: string): Promise<void> {
  const take = lineNow(scene, lineId)?.takes[takeId];
  const words = splitWords(lineNow(scene, lineId)?.text ?? '');
  if (!take || take.kind === 'draft' || !words.length || matching.has(takeId)) return;
  matching.add(takeId);
  try {
    const { analysis } = await listenTo({ url: mediaUrl(take.media), words, language: languageNow(lineNow(scene, lineId)?.role), from: take.from, to: take.from + take.length });
    const hash = await storeAnalysis({ ...analysis, length: take.length });
    const now = lineNow(scene, lineId);
    if (now) run('Match the words', setAnalysis(scene, lineId, takeId, hash, timesOf(now, analysis.words)), { byMachine: true, ...(follows ? { follows } : {}), quiet: true });
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
  } finally {
    matching.delete(takeId);
  }
}

/** A part of a recording and the line that it becomes: one that is there, or a new one of a role. */
export interface Given {
  readonly start: number;
  readonly end: number;
  readonly role: string;
  readonly line: string | undefined;
}

/** Where a part goes that has none before it: in front of the first line that a later part has, else to the scene's end. */
function lineBefore(scene: string, later: readonly Given[]): string | null {
  const lines = inOrder(sceneNow(scene)?.lines ?? {}).map(([id]) => id);
  const next = later.map(({ line }) => (line ? lines.indexOf(line) : -1)).find((place) => place >= 0);
  return lines[(next ?? lines.length) - 1] ?? null;
}

/** Lays the parts of a recording on lines, all as one step: lines that the script lacks are added in their order. */
export async function layParts(scene: string, media: string, total: number, parts: readonly Given[]): Promise<void> {
  let first: string | undefined;
  let after: string | null | undefined;
  for (const [index, { start, end, role, line }] of parts.entries()) {
    const from = Math.max(0, toTicks(start - PAD_BEFORE));
    const length = Math.min(total, toTicks(end + PAD_AFTER)) - from;
    let target = line && lineNow(scene, line) ? line : undefined;
    if (!target) {
      target = makeId('line');
      const place = after === undefined ? lineBefore(scene, parts.slice(index)) : after;
      const added = run('Bring in a recording', insertLine(scene, target, role, '', place, makeId), first ? { follows: first } : {});
      first ??= added;
    } else if (lineNow(scene, target)?.role !== role) {
      const given = run('Bring in a recording', giveLine(scene, target, role), first ? { follows: first } : {});
      first ??= given;
    }
    const edit = await layTake(scene, target, media, from, length, 'Bring in a recording', { follows: first });
    first ??= edit;
    after = target;
  }
}

/** Lets the user choose sound files. */
export function chooseFiles(accept: string, multiple: boolean): Promise<File[]> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.multiple = multiple;
    input.dataset.kipzo = 'chooser';
    input.style.display = 'none';
    input.onchange = () => {
      resolve([...(input.files ?? [])]);
      input.remove();
    };
    input.oncancel = () => {
      resolve([]);
      input.remove();
    };
    document.body.append(input);
    input.click();
  });
}

export const SOUND_TYPES = 'audio/*,video/*,.wav,.mp3,.ogg,.flac,.m4a';
