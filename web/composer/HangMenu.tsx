import { Camera, Captions, Eye, Footprints, Hand, Music, Search, Smile } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { restValue } from '#core/document/properties';
import { type Cue, MOUTH_SHAPES } from '#core/document/schema';
import { hangCue } from '#core/edit/commands/cues';
import { SOUND_DEFAULTS } from '#core/edit/commands/sounds';
import { ACTIONS } from '#core/figure/actions/index';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { characterLayers } from '#core/schedule/casting';
import { valueAt } from '#core/schedule/staged';
import { OWN_SOUNDS, ownSource } from '#core/sound/own/index';
import { frameSize } from '#core/stage/frame';
import { orderAtEnd } from '#core/time/order';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { Choice } from '../ui/fields.tsx';
import type { PlacedScene } from './film.ts';
import { FRAMING_NAMES } from './lanes.ts';

const Lips = ({ size = 16 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 20 20" fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinecap="round" aria-hidden="true">
    <path d="M3 10c3-4 5-4 7-2.6C12 6 14 6 17 10c-3 4.6-11 4.6-14 0z" />
    <path d="M3.5 10h13" />
  </svg>
);

export const KIND_ICONS: Readonly<Record<string, ReactNode>> = {
  gesture: <Hand size={15} strokeWidth={1.6} />,
  face: <Smile size={15} strokeWidth={1.6} />,
  look: <Eye size={15} strokeWidth={1.6} />,
  move: <Footprints size={15} strokeWidth={1.6} />,
  mouth: <Lips />,
  camera: <Camera size={15} strokeWidth={1.6} />,
  sound: <Music size={15} strokeWidth={1.6} />,
  caption: <Captions size={15} strokeWidth={1.6} />,
};
export const KIND_NAMES: Readonly<Record<string, string>> = {
  gesture: 'Gesture',
  face: 'Face',
  look: 'Look',
  move: 'Move',
  mouth: 'Mouth',
  camera: 'Camera',
  sound: 'Sound',
  caption: 'Caption',
};

type NewCue = Cue extends infer T ? (T extends Cue ? Omit<T, 'order' | 'start' | 'end'> : never) : never;
interface Option {
  readonly label: string;
  readonly words: string;
  readonly cue: NewCue;
  readonly seconds: number;
}

/** Two figures side by side are so far apart (stage units). */
const ELBOW_ROOM = 300;

/** The place nearest to `x` at which a figure does not come to stand in another one. */
function beside(scene: PlacedScene, layer: string, x: number): number {
  const { tick } = useView.getState();
  const others = characterLayers(scene.scene).flatMap(([id]) => {
    const staged = scene.layers.get(id);
    return staged && id !== layer && staged.layer.parent === undefined && !staged.layer.hidden ? [valueAt(staged, 'x', tick)] : [];
  });
  const free = (place: number): boolean => others.every((other) => Math.abs(other - place) >= ELBOW_ROOM);
  for (let away = 0; away < 1200; away += 20) for (const place of [x - away, x + away]) if (free(place)) return place;
  return x;
}

/** Opens at a word: what shall hang from it. By click, by keys, or by dragging the word onto a lane. */
export function HangMenu({ scene }: { scene: PlacedScene }) {
  const hanging = useView((state) => state.hanging);
  const document_ = useProduction((state) => state.document);
  const [kind, setKind] = useState('gesture');
  const [hand, setHand] = useState<'left' | 'right' | 'both'>('right');
  const [who, setWho] = useState<string>();
  const [query, setQuery] = useState('');
  const panel = useRef<HTMLDivElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const line = scene.lines.find((l) => l.id === hanging?.line);
  const word = line?.words.find((w) => w.id === hanging?.word);
  const people = characterLayers(scene.scene);

  // biome-ignore lint/correctness/useExhaustiveDependencies: who it is for is settled when it opens
  useEffect(() => {
    if (!hanging) return;
    if (hanging.kind) setKind(hanging.kind);
    setWho(hanging.layer ?? line?.layer ?? people[0]?.[0]);
    setQuery('');
    search.current?.focus();
  }, [hanging]);
  useEffect(() => {
    if (!hanging) return;
    const away = (event: PointerEvent): void => {
      if (!panel.current?.contains(event.target as Node)) view({ hanging: undefined });
    };
    const timer = setTimeout(() => window.addEventListener('pointerdown', away), 0);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pointerdown', away);
    };
  }, [hanging]);
  if (!hanging || !document_ || !line || !word) return null;

  const nameOf = (layer: string): string => {
    const l = scene.scene.layers[layer];
    return l?.kind === 'character' ? (document_.characters[l.character]?.name ?? '') : '';
  };
  const options = optionsFor(kind, who, hand, scene, nameOf, line.words.slice(line.words.indexOf(word)), document_.production.frame).filter((o) =>
    `${o.label} ${o.words}`.toLowerCase().includes(query.trim().toLowerCase()),
  );
  const hang = (option: Option): void => {
    const id = makeId('cue');
    const cue = {
      ...option.cue,
      order: orderAtEnd(scene.scene.cues),
      start: { to: 'word', word: word.id, edge: 'start', offset: 0 },
      end: { ticks: toTicks(option.seconds) },
    } as Cue;
    run(`Hang ${option.label.toLowerCase()}`, hangCue(scene.id, id, cue));
    view({ hanging: undefined });
    choose({ kind: 'line', id: line.id });
    choose({ kind: 'cue', id });
  };
  const close = (): void => {
    view({ hanging: undefined });
    document.querySelector<HTMLElement>(`[data-word="${hanging.word}"]`)?.focus();
  };
  const left = Math.min(window.innerWidth - 392, Math.max(8, hanging.x - 60));
  const above = hanging.y > window.innerHeight - 340;
  return (
    <div
      ref={panel}
      role="dialog"
      aria-label={`Hang a cue from “${word.text}”`}
      className="raised fixed z-40 flex h-[318px] w-[384px] flex-col rounded-[10px] border border-line bg-paper"
      style={{ left, ...(above ? { bottom: Math.max(8, window.innerHeight - hanging.y + 40) } : { top: hanging.y + 8 }) }}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') close();
        if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
          const all = [...(panel.current?.querySelectorAll<HTMLElement>('[data-option]') ?? [])];
          const at = all.indexOf(document.activeElement as HTMLElement);
          event.preventDefault();
          all[Math.max(0, Math.min(all.length - 1, at + (event.key === 'ArrowDown' ? 1 : -1)))]?.focus();
        }
      }}
    >
      <div className="flex items-center gap-2 border-b border-line px-3 py-2">
        <span className="text-[12px] text-ink-2">Hang from</span>
        <span className="font-serif text-[15px] font-semibold">{word.text}</span>
        <span className="flex-1" />
        {kind !== 'camera' && kind !== 'caption' && kind !== 'sound' && people.length > 1 && (
          <Choice label="Who" size="small" value={who ?? ''} options={people.map(([id]) => ({ value: id, label: nameOf(id) }))} onChange={setWho} />
        )}
      </div>
      <div className="flex min-h-0 flex-1">
        <div role="tablist" aria-label="Kind of cue" aria-orientation="vertical" className="flex w-[106px] shrink-0 flex-col gap-0.5 border-r border-line p-1.5">
          {Object.keys(KIND_NAMES).map((key) => (
            <button
              key={key}
              type="button"
              role="tab"
              aria-selected={kind === key}
              onClick={() => setKind(key)}
              className={`flex h-7 items-center gap-2 rounded-[6px] px-2 text-left text-[13px] ${kind === key ? 'bg-act-soft font-semibold' : 'hover:bg-well'}`}
            >
              <span className="text-ink-2">{KIND_ICONS[key]}</span>
              {KIND_NAMES[key]}
            </button>
          ))}
        </div>
        <div className="flex min-w-0 flex-1 flex-col p-1.5">
          <label className="mb-1 flex h-7 items-center gap-1.5 rounded-[6px] border border-edge bg-white px-2 focus-within:border-ink focus-within:shadow-[0_0_0_2px_var(--color-lamp)]">
            <Search size={13} className="text-ink-3" />
            <input
              ref={search}
              aria-label="Find"
              placeholder={`Find a ${KIND_NAMES[kind]?.toLowerCase()}`}
              className="w-full bg-transparent text-[13px] !shadow-none !outline-none"
              value={query}
              onChange={(event) => setQuery(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === 'Enter' && options[0]) hang(options[0]);
              }}
            />
          </label>
          {kind === 'gesture' && (
            <fieldset className="m-0 mb-1 flex gap-1 border-0 p-0">
              <legend className="sr-only">Which hand, as seen on the stage</legend>
              {(['left', 'right', 'both'] as const).map((each) => (
                <button
                  key={each}
                  type="button"
                  aria-pressed={hand === each}
                  onClick={() => setHand(each)}
                  className={`h-6 flex-1 rounded-[6px] border text-[12px] ${hand === each ? 'border-ink bg-act-soft font-semibold' : 'border-line hover:bg-well'}`}
                >
                  {each === 'both' ? 'Both hands' : `${each.replace(/^./, (c) => c.toUpperCase())} hand`}
                </button>
              ))}
            </fieldset>
          )}
          <div className="scrolls min-h-0 flex-1 overflow-y-auto">
            {options.map((option) => (
              <button
                key={option.label}
                type="button"
                data-option={option.label}
                onClick={() => hang(option)}
                className="block w-full truncate rounded-[6px] px-2 py-1 text-left text-[13px] hover:bg-well focus-visible:bg-act-soft"
              >
                {option.label}
              </button>
            ))}
            {options.length === 0 && <p className="m-2 text-[12px] text-ink-2">{people.length ? `Nothing is called “${query}”.` : 'Bring somebody on stage first.'}</p>}
          </div>
        </div>
      </div>
    </div>
  );
}

function optionsFor(
  kind: string,
  layer: string | undefined,
  hand: 'left' | 'right' | 'both',
  scene: PlacedScene,
  nameOf: (id: string) => string,
  words: readonly { text: string; start: number; end: number }[],
  frame: Parameters<typeof frameSize>[0],
): Option[] {
  const people = characterLayers(scene.scene);
  const span = words.length ? Math.min(4, ((words.at(-1) as { end: number }).end - (words[0] as { start: number }).start) / TICKS_PER_SECOND) : 2;
  switch (kind) {
    case 'gesture':
      return layer
        ? ACTIONS.map((a) => ({
            label: a.name,
            words: [...a.words, ...(a.moods ?? [])].join(' '),
            cue: { kind: 'gesture', layer, action: a.id, hand, strength: 1 },
            seconds: a.seconds,
          }))
        : [];
    case 'face':
      return layer
        ? EXPRESSIONS.map((e) => ({ label: e.name, words: e.words.join(' '), cue: { kind: 'face', layer, expression: e.id, strength: 0.9 }, seconds: Math.max(1, span) }))
        : [];
    case 'look':
      if (!layer) return [];
      return [
        ...people
          .filter(([id]) => id !== layer)
          .map(([id]) => ({ label: `At ${nameOf(id)}`, words: 'look', cue: { kind: 'look' as const, layer, target: { to: 'layer' as const, layer: id } }, seconds: 1.5 })),
        { label: 'At the viewer', words: 'camera', cue: { kind: 'look', layer, target: { to: 'viewer' } }, seconds: 1.5 },
        ...(
          [
            ['Up to the left', -700, -360],
            ['Up to the right', 700, -360],
            ['Down', 0, 420],
            ['Far left', -900, -40],
            ['Far right', 900, -40],
          ] as const
        ).map(([label, x, y]) => ({
          label,
          words: 'place',
          cue: { kind: 'look' as const, layer, target: { to: 'place' as const, x, y, name: label.toLowerCase() } },
          seconds: 1.2,
        })),
      ];
    case 'move': {
      const own = layer ? scene.scene.layers[layer] : undefined;
      if (own?.kind !== 'character' || !layer) return [];
      const { width } = frameSize(frame);
      const [x0, y0] = [restValue(own, 'x'), restValue(own, 'y')];
      const at = (x: number): NewCue => ({ kind: 'move', layer, x: Math.round(x), y: y0, walk: true, ease: 'both' });
      return [
        { label: 'Walk a step to the left', words: 'left', cue: at(x0 - 180), seconds: 0.9 },
        { label: 'Walk a step to the right', words: 'right', cue: at(x0 + 180), seconds: 0.9 },
        { label: 'Walk to the middle', words: 'centre', cue: at(beside(scene, layer, 0)), seconds: 1.8 },
        { label: 'Walk to the left side', words: 'side', cue: at(-width * 0.32), seconds: 2 },
        { label: 'Walk to the right side', words: 'side', cue: at(width * 0.32), seconds: 2 },
        { label: 'Leave to the left', words: 'exit off', cue: at(-width * 0.65), seconds: 2.4 },
        { label: 'Leave to the right', words: 'exit off', cue: at(width * 0.65), seconds: 2.4 },
      ];
    }
    case 'mouth':
      return layer ? MOUTH_SHAPES.map((shape) => ({ label: shape.replace(/^./, (c) => c.toUpperCase()), words: shape, cue: { kind: 'mouth', layer, shape }, seconds: 0.3 })) : [];
    case 'sound':
      return OWN_SOUNDS.map(({ id, name, words: found, kind: sort, seconds }) => ({
        label: sort === 'bed' ? `${name}, music` : name,
        words: found.join(' '),
        cue: { kind: 'sound', source: ownSource(id), name, ...SOUND_DEFAULTS[sort] },
        seconds,
      }));
    case 'camera': {
      const base = { kind: 'camera' as const, x: 0, y: 0, width: frameSize(frame).width, over: 0, push: 0 };
      const names = (ids: string[]): string => ids.map(nameOf).join(' and ');
      const single = people.flatMap(([id]) =>
        (['medium', 'close'] as const).map((framing) => ({
          label: `${FRAMING_NAMES[framing]}, ${nameOf(id)}`,
          words: 'cut shot',
          cue: { ...base, framing, subjects: [id] },
          seconds: 1,
        })),
      );
      const two = people.slice(0, 2).map(([id]) => id);
      return [
        { label: 'Wide', words: 'all whole', cue: { ...base, framing: 'wide', subjects: [] }, seconds: 1 },
        ...(two.length > 1 ? [{ label: `Two-shot, ${names(two)}`, words: 'both', cue: { ...base, framing: 'two-shot' as const, subjects: two }, seconds: 1 }] : []),
        ...single,
        ...people.map(([id]) => ({
          label: `Ease in on ${nameOf(id)}`,
          words: 'push move',
          cue: { ...base, framing: 'medium' as const, subjects: [id], over: toTicks(1) },
          seconds: 1,
        })),
        { label: 'Ease out to wide', words: 'pull', cue: { ...base, framing: 'wide', subjects: [], over: toTicks(1.2) }, seconds: 1 },
      ];
    }
    default: {
      const phrase: string[] = [];
      for (const word of words) {
        phrase.push(word.text);
        if (/[.?!,;:]$/.test(word.text) || phrase.join(' ').length > 38) break;
      }
      const all = words.map((word) => word.text).join(' ');
      const until = (count: number): number =>
        words.length ? ((words[Math.min(count, words.length) - 1] as { end: number }).end - (words[0] as { start: number }).start) / TICKS_PER_SECOND + 0.3 : 2;
      return [...new Map([[phrase.join(' '), phrase.length] as const, [all.slice(0, 200), words.length] as const])].map(([text, count]) => ({
        label: text || 'Caption',
        words: 'text',
        cue: { kind: 'caption', text: text || 'Caption' },
        seconds: Math.max(1, until(count)),
      }));
    }
  }
}
