import { useEffect, useState } from 'react';
import type { Take } from '#core/document/schema';
import { setLineText } from '#core/edit/commands/lines';
import { setWordTimes } from '#core/edit/commands/takes';
import { withoutWords } from '#core/formats/script/script';
import type { ScheduledLine } from '#core/schedule/lines';
import { notSaid } from '#core/schedule/timing';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import type { PlacedScene } from '../composer/film.ts';
import { makeId } from '../ids.ts';
import { useAnalyses } from '../state/analyses.ts';
import { preview, run } from '../state/production.ts';
import { useView } from '../state/view.ts';
import type { toneOf } from '../ui/speakers.ts';
import { useDrag } from '../ui/useDrag.ts';
import { matchWords } from '../voices.ts';

/** Fewer words that are not said do not make it another text. */
const LEAST_WORDS = 3;

/** The words along the take; an edge that is dragged re-times the word and its neighbour. */
export function WordStrip({
  scene,
  line,
  id,
  take,
  tone,
  hung,
  width,
}: {
  scene: PlacedScene;
  line: ScheduledLine;
  id: string;
  take: Take;
  tone: ReturnType<typeof toneOf>;
  hung: number;
  width: number;
}) {
  const [grabbed, setGrabbed] = useState<{ word: string; length: number }>();
  const scale = width / Math.max(1, take.length);
  const words = inOrder(line.line.words).flatMap(([word, { text }]) => (take.times[word] ? [{ id: word, text, ...take.times[word] }] : []));
  const least = TICKS_PER_SECOND * 0.03;
  /** Times of a word and of its neighbour with an edge of the word at a tick. */
  const times = ({ index, edge }: Edge, tick: number): Record<string, { start: number; end: number }> => {
    const word = words[index] as (typeof words)[number];
    const neighbour = words[index + (edge === 'start' ? -1 : 1)];
    const at =
      edge === 'start'
        ? Math.min(word.end - least, Math.max(neighbour ? neighbour.start + least : 0, tick))
        : Math.max(word.start + least, Math.min(neighbour ? neighbour.end - least : take.length, tick));
    const out: Record<string, { start: number; end: number }> = { [word.id]: { start: word.start, end: word.end, [edge]: at } };
    if (neighbour && edge === 'end' && at > neighbour.start) out[neighbour.id] = { start: at, end: neighbour.end };
    if (neighbour && edge === 'start' && at < neighbour.end) out[neighbour.id] = { start: neighbour.start, end: at };
    return out;
  };
  const edgeOf = ({ index, edge }: Edge): number => (words[index] as (typeof words)[number])[edge];
  const spoken = useSpoken(line);
  const heard = useAnalyses((state) => (take.analysis ? state.byHash.get(take.analysis) : undefined));
  const unsaid = heard ? notSaid(line.line, take, heard) : [];
  const missing = Object.keys(line.line.words).length - words.length - unsaid.length;
  const takeOut = (): void => {
    const order = inOrder(line.line.words).map(([word]) => word);
    const edit = run('Take out what is not said', setLineText(scene.id, line.id, withoutWords(line.line.text, new Set(unsaid.map(({ id: word }) => order.indexOf(word)))), makeId));
    if (edit) void matchWords(scene.id, line.id, id, edit);
  };
  if (!words.length && !missing && !unsaid.length)
    return (
      <p className="m-0 text-[12px] text-ink-2">{take.analysis ? 'No words were found in this take. Type the line’s words, and they are matched.' : 'Finding the words in it …'}</p>
    );
  const another = unsaid.length >= LEAST_WORDS && unsaid.length === Object.keys(line.line.words).length;
  if (another)
    return (
      <p className="m-0 rounded-[7px] bg-warn-soft px-2 py-1.5 text-[12px] text-ink">
        This take says other words than the line, so none were laid along it. Write what it says into the line, or choose another take.
      </p>
    );
  return (
    <div>
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing has no field set */}
      <svg width={width} height={40} className="block rounded-[8px] bg-bench" role="group" aria-label="Words in the take">
        {words.map((word, index) => {
          const wide = Math.max(2, (word.end - word.start) * scale - 1);
          const x = word.start * scale;
          return (
            <g key={word.id}>
              <rect x={x} y={5} width={wide} height={30} rx={2} fill={spoken === word.id ? '#f8cc2f' : tone.mid} />
              {wide > word.text.length * 5.8 && (
                <text x={x + wide / 2} y={24} textAnchor="middle" className="pointer-events-none fill-ink font-serif text-[12px]">
                  {word.text}
                </text>
              )}
              {(['start', 'end'] as const).map((edge) => (
                <WordEdge
                  key={edge}
                  x={(edge === 'start' ? x : x + wide) - 4}
                  title={`${word.text}: ${((word.end - word.start) / TICKS_PER_SECOND).toFixed(2)} s`}
                  label={`${edge === 'start' ? 'Start' : 'End'} of ${word.text}`}
                  at={() => edgeOf({ index, edge })}
                  scale={scale}
                  frame={TICKS_PER_SECOND / scene.fps}
                  onTry={(tick) => {
                    const made = tick === undefined ? undefined : times({ index, edge }, tick);
                    const own = made?.[word.id];
                    setGrabbed(own && { word: word.text, length: own.end - own.start });
                    preview(made && setWordTimes(scene.id, line.id, id, made));
                  }}
                  onTake={(tick) => run('Re-time a word', setWordTimes(scene.id, line.id, id, times({ index, edge }, tick)))}
                />
              ))}
            </g>
          );
        })}
      </svg>
      <div className="mt-1 flex justify-between text-[12px] text-ink-2">
        <span>
          {missing > 0 ? (
            <button type="button" className="font-semibold text-warn hover:underline" onClick={() => void matchWords(scene.id, line.id, id)}>
              {missing} word{missing === 1 ? '' : 's'} without a time: match them
            </button>
          ) : grabbed ? (
            `${grabbed.word} ${(grabbed.length / TICKS_PER_SECOND).toFixed(2)} s`
          ) : (
            'Drag a word’s edge to re-time it.'
          )}
        </span>
        {hung > 0 && (
          <span className="font-semibold text-act">
            {hung} cue{hung === 1 ? '' : 's'} follow{hung === 1 ? 's' : ''}
          </span>
        )}
      </div>
      {unsaid.length > 0 && (
        <p className="m-0 mt-1 text-[12px] text-ink-2">
          Not said in this take: <span className="font-serif text-[13px] text-ink italic">{unsaid.map(({ text }) => text).join(' ')}</span>.{' '}
          <button type="button" className="font-semibold text-warn hover:underline" onClick={takeOut}>
            Take {unsaid.length === 1 ? 'it' : 'them'} out of the line
          </button>
        </p>
      )}
    </div>
  );
}

interface Edge {
  readonly index: number;
  readonly edge: 'start' | 'end';
}

/** An edge of a word along its take, dragged or moved by arrow keys: a frame, ten with Shift. */
function WordEdge({
  x,
  title,
  label,
  at,
  scale,
  frame,
  onTry,
  onTake,
}: {
  x: number;
  title: string;
  label: string;
  /** Where it stands, ticks. */
  at: () => number;
  /** Pixels in a tick. */
  scale: number;
  /** Ticks in a frame. */
  frame: number;
  /** While it is dragged; undefined when that is given up or over. */
  onTry: (tick: number | undefined) => void;
  onTake: (tick: number) => void;
}) {
  const drag = useDrag<number>({
    slack: 1,
    start: (event) => {
      event.preventDefault();
      (event.currentTarget as SVGElement).focus();
      return at();
    },
    move: (base, { dx }) => onTry(base + dx / scale),
    end: (base, { dx }) => {
      onTry(undefined);
      onTake(base + dx / scale);
    },
    cancel: () => onTry(undefined),
    nudge: (dx) => {
      if (!dx) return false;
      onTake(at() + dx * frame);
      return true;
    },
  });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing has no button of its own
    <rect
      x={x}
      y={3}
      width={8}
      height={34}
      fill="transparent"
      tabIndex={0}
      role="button"
      aria-label={label}
      className="cursor-ew-resize hover:fill-ink/20 focus-visible:fill-ink/30"
      {...drag}
    >
      <title>{title}</title>
    </rect>
  );
}

/** The word that is heard now. */
function useSpoken(line: ScheduledLine): string | undefined {
  const [spoken, setSpoken] = useState<string>();
  useEffect(
    () =>
      useView.subscribe(({ tick, playing }) => {
        const word = playing ? line.words.find(({ start, end }) => tick >= start && tick < end)?.id : undefined;
        setSpoken(word);
      }),
    [line],
  );
  return spoken;
}
