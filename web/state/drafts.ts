import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document, Line, Take, Voice } from '#core/document/schema';
import { addTake } from '#core/edit/commands/lines';
import { takeOf } from '#core/schedule/timing';
import { isSaid } from '#core/speech/analysis';
import { DRAFT_ENGINE } from '#core/speech/voices';
import { inOrder } from '#core/time/order';
import { ApiError, sendJson } from '../api.ts';
import { makeId } from '../ids.ts';
import { changedElsewhere, run, useProduction } from './production.ts';

interface Made {
  readonly media: string;
  readonly analysis: string;
  readonly from: number;
  readonly length: number;
  readonly words: readonly { readonly start: number; readonly end: number }[];
}

/** A line that another window changed gets its draft there; this window makes it only if none has come by then. */
const ELSEWHERE_MS = 8000;

/** While the server is away nothing is asked of it; this long after, it is tried again. */
const AWAY_MS = 4000;
let awayUntil = 0;

const inFlight = new Set<string>();
const failed = new Map<string, number>();

/** True while a line still speaks with an older text or voice, or not at all. */
export function needsDraft(document: Document, line: Line): Voice | undefined {
  if (line.kind !== 'line' || !line.role || !/[\p{L}\p{N}]/u.test(line.text)) return undefined;
  const voice = document.production.roles[line.role]?.voice;
  if (!voice) return undefined;
  const used = takeOf(line);
  if (used && used.kind !== 'draft') return undefined;
  const fresh = used?.draft && used.draft.text === line.text && JSON.stringify(used.draft.voice) === JSON.stringify(voice);
  return fresh ? undefined : voice;
}

/** Word times of a made take by the ids of the line's words, in order. */
export const timesOf = (line: Line, words: Made['words']): Take['times'] =>
  Object.fromEntries(inOrder(line.words).flatMap(([id], index) => (words[index] && isSaid(words[index]) ? [[id, { start: words[index].start, end: words[index].end }]] : [])));

/**
 * Makes drafts for all lines that need one. Each belongs to the last edit (`follows`) and is undone with it, never a
 * step of its own.
 */
export function makeDrafts(): void {
  const { document, log } = useProduction.getState();
  if (!document || Date.now() < awayUntil) return;
  // Before any edit, drafts belong to the making of the production itself.
  const follows = [...log].reverse().find((change) => !change.follows)?.id ?? `cg_${document.production.id.slice(3)}`;
  for (const [sceneId, scene] of Object.entries(document.scenes))
    for (const [lineId, line] of inOrder(scene.lines)) {
      const voice = needsDraft(document, line);
      const key = `${lineId} ${line.text} ${JSON.stringify(voice)}`;
      if (!voice || inFlight.has(key) || (failed.get(key) ?? 0) > 1) continue;
      const wait = (changedElsewhere(lineId) ?? 0) + ELSEWHERE_MS - Date.now();
      if (wait > 0) {
        draftsSoon(wait);
        continue;
      }
      if (inFlight.size >= 2) return;
      inFlight.add(key);
      const { text } = line;
      sendJson<Made>('POST', '/takes/draft', { text, voice })
        .then((made) => {
          const now = useProduction.getState().document?.scenes[sceneId]?.lines[lineId];
          if (!now || now.text !== text) return;
          const take: Take = {
            order: 'a0',
            name: 'Draft',
            kind: 'draft',
            media: made.media,
            analysis: made.analysis,
            from: made.from,
            length: made.length,
            times: timesOf(now, made.words),
            draft: { voice, engineVersion: DRAFT_ENGINE, text },
          };
          run('Draft voice', addTake(sceneId, lineId, makeId('take'), take), { follows, byMachine: true, quiet: true });
        })
        .catch((thrown) => {
          if (thrown instanceof ApiError && (thrown.status === 0 || thrown.status >= 500)) {
            // That may pass: the line has its draft later.
            awayUntil = Date.now() + AWAY_MS;
            setTimeout(makeDrafts, AWAY_MS + 50);
            return;
          }
          failed.set(key, (failed.get(key) ?? 0) + 1);
          if ((failed.get(key) ?? 0) > 1) toast.error(sentenceOf(thrown), { id: 'draft' });
        })
        .finally(() => {
          inFlight.delete(key);
          makeDrafts();
        });
    }
}

let timer: ReturnType<typeof setTimeout> | undefined;
const PAUSE_MS = 350;
/** Waits for a pause in typing. */
export function draftsSoon(milliseconds = PAUSE_MS): void {
  clearTimeout(timer);
  timer = setTimeout(makeDrafts, milliseconds);
}
