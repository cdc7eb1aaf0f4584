import type { Line, Scene, Take } from '../document/schema.ts';
import { type Analysis, isSaid } from '../speech/analysis.ts';
import { estimateSpeech } from '../speech/estimate.ts';
import { inOrder } from '../time/order.ts';
import type { FrameRate } from '../time/ticks.ts';
import { type LineTiming, type Resolved, resolveScene, type Times } from './resolve.ts';

/** Words of a line that were listened for in a take and are not said in it, in order. */
export const notSaid = (line: Line, take: Take, { words }: Pick<Analysis, 'words'>): { readonly id: string; readonly text: string }[] => {
  const unsaid = new Set(words.filter((word) => !isSaid(word)).map(({ text }) => text));
  return inOrder(line.words).flatMap(([id, { text }]) => (!take.times[id] && unsaid.has(text) ? [{ id, text }] : []));
};

const memo = new WeakMap<Line, LineTiming>();

/** The take that a line uses, if any. */
export const takeOf = (line: Line): Take | undefined => (line.take ? line.takes[line.take] : undefined);

/**
 * A line's length and word times from its take; estimated from spelling while it has none. Words that the take has
 * no time for are spread between their timed neighbours.
 */
export function lineTiming(line: Line): LineTiming {
  let timing = memo.get(line);
  if (!timing) memo.set(line, (timing = computeTiming(line)));
  return timing;
}

/** Where everything of a scene lies in time, by what its takes and words last; of a draft, too. */
export const resolveTimed = (scene: Scene, fps: FrameRate): Resolved => resolveScene(scene, (_, line) => lineTiming(line), fps);

const resolvedMemo = new WeakMap<Scene, { fps: FrameRate; value: Resolved }>();

/** The pins of a scene that is not a draft, worked out once: an edit checks them, the schedule builds on them. */
export function resolvedScene(scene: Scene, fps: FrameRate): Resolved {
  const known = resolvedMemo.get(scene);
  if (known?.fps === fps) return known.value;
  const value = resolveTimed(scene, fps);
  resolvedMemo.set(scene, { fps, value });
  return value;
}

function computeTiming(line: Line): LineTiming {
  if (line.kind === 'beat') return { length: line.beat, words: {} };
  const words = inOrder(line.words);
  const take = takeOf(line);
  if (!take) {
    const estimate = estimateSpeech(words.map(([, word]) => word.text));
    return { length: estimate.length, words: Object.fromEntries(words.map(([id], index) => [id, estimate.words[index] as Times])) };
  }
  const out: Record<string, Times> = {};
  let from = 0;
  for (let index = 0; index < words.length; ) {
    const [id] = words[index] as [string, unknown];
    const known = take.times[id];
    if (known) {
      out[id] = known;
      from = known.end;
      index++;
      continue;
    }
    let next = index;
    while (next < words.length && !take.times[(words[next] as [string, unknown])[0]]) next++;
    const to = next < words.length ? (take.times[(words[next] as [string, unknown])[0]] as Times).start : take.length;
    const part = Math.max(0, to - from) / (next - index);
    for (let k = index; k < next; k++) {
      const start = Math.round(from + part * (k - index));
      out[(words[k] as [string, unknown])[0]] = { start, end: Math.round(from + part * (k - index + 1)) };
    }
    index = next;
  }
  return { length: take.length, words: out };
}
