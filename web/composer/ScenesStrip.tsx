import { ArrowLeftRight, ClipboardPaste, Copy, CopyPlus, LayoutTemplate, Plus, Scissors, Trash2, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import type { SceneTransition } from '#core/document/schema';
import { orderScene, setTransition } from '#core/edit/commands/scenes';
import { frameSize } from '#core/stage/frame';
import { TRANSITIONS, transitionOf } from '#core/stage/transitions/index';
import { formatLength } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { stage } from '../stage/client.ts';
import { run } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Bitmap } from '../ui/Bitmap.tsx';
import { IconButton } from '../ui/parts.tsx';
import { useDrag } from '../ui/useDrag.ts';
import { copyScene } from './clipboard.ts';
import { type PlacedScene, useFilm } from './film.ts';
import { addScene, joinNext, pasteAfter, removeScene, sceneAgain, splitHere } from './sceneActs.ts';
import { useGoToScene } from './useGo.ts';

/** Pixels. */
const POSTER = { width: 136, height: 76 } as const;
const STEP = POSTER.width + 40;
/** A poster that is pointed at moves: so many pictures of it, so far apart, milliseconds. */
const PICTURES = 8;
const TURN = 260;
const TRANSITION_TICKS = toTicks(0.6);

/** All scenes of the film in a row, each moving while it is pointed at, with how one leads to the next. */
export function ScenesStrip() {
  const open = useView((state) => state.strip);
  return open ? <Strip /> : null;
}

function Strip() {
  const film = useFilm();
  const go = useGoToScene();
  const current = useView((state) => state.scene);
  const [landing, setLanding] = useState<number>();
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-current="true"]')?.scrollIntoView({ inline: 'nearest', block: 'nearest' });
  }, []);
  if (!film) return null;
  const { scenes } = film.film;
  // The one that was open may just have gone (undone, deleted elsewhere).
  const at = Math.max(
    0,
    scenes.findIndex(({ id }) => id === current),
  );
  const scene = scenes[at] as (typeof scenes)[number];
  const close = (): void => view({ strip: false });
  return (
    <section
      aria-label="Scenes of the film"
      className="door-rise fixed inset-x-0 bottom-7 z-40 border-t border-edge bg-deep text-on-deep"
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.preventDefault();
          event.stopPropagation();
          close();
        }
        const step = event.altKey ? { ArrowLeft: -1, ArrowRight: 1 }[event.key] : undefined;
        if (step && scenes[at + step]) {
          event.preventDefault();
          event.stopPropagation();
          run('Order scenes', orderScene(scene.id, step < 0 ? (scenes[at - 2]?.id ?? null) : (scenes[at + 1]?.id ?? null)));
        }
      }}
      data-strip
    >
      <div className="flex h-9 items-center gap-2 px-4">
        <h2 className="m-0 text-[13px] font-[680]">Scenes</h2>
        <span className="text-[12px] text-on-deep-2">
          {scenes.length}, {formatLength(film.film.length)}
        </span>
        <span className="flex-1" />
        <StripButton label="New scene after this one" onClick={() => addScene(scene.id, go)}>
          <Plus size={14} /> New scene
        </StripButton>
        <StripButton label="Ready scenes, played by your cast" onClick={() => view({ ready: true })}>
          <LayoutTemplate size={13} /> Ready scenes
        </StripButton>
        <StripButton label="Once more: this scene again, after itself" onClick={() => sceneAgain(scene.id, go)}>
          <CopyPlus size={13} /> Once more
        </StripButton>
        <StripButton label="Copy this scene with its cast, for this production or another one" onClick={() => void copyScene(scene.id)}>
          <Copy size={13} /> Copy
        </StripButton>
        <StripButton label="Paste the scene that was copied after this one" onClick={() => void pasteAfter(scene.id, go)}>
          <ClipboardPaste size={13} /> Paste
        </StripButton>
        <StripButton label="Split here: this scene is cut in two at the playhead" onClick={() => splitHere(scene.id, go)}>
          <Scissors size={13} /> Split here
        </StripButton>
        <StripButton label="Join with next: both become one scene" onClick={() => joinNext(scene.id)} disabled={at >= scenes.length - 1}>
          <ArrowLeftRight size={13} /> Join with next
        </StripButton>
        <StripButton label="Delete this scene" onClick={() => removeScene(scene.id, go)} disabled={scenes.length < 2}>
          <Trash2 size={13} /> Delete
        </StripButton>
        <IconButton label="Close (Esc)" side="top" className="!text-on-deep hover:!bg-deep-line" onClick={close}>
          <X size={15} />
        </IconButton>
      </div>
      <div ref={list} className="scrolls relative flex items-start overflow-x-auto px-4 pb-3">
        {scenes.map((one, index) => (
          <div key={one.id} className="flex shrink-0 items-start">
            {index > 0 && <Between scene={one} />}
            <Poster
              scene={one}
              index={index}
              count={scenes.length}
              active={one.id === scene.id}
              onGo={() => go(one.id)}
              onLanding={setLanding}
              order={scenes.map(({ id }) => id)}
            />
          </div>
        ))}
        {landing !== undefined && (
          <span className="pointer-events-none absolute top-0 h-[76px] w-0.5 bg-lamp" style={{ left: 16 + landing * STEP - 21 + (landing === 0 ? 18 : 0) }} aria-hidden="true" />
        )}
      </div>
    </section>
  );
}

const StripButton = ({ label, onClick, disabled = false, children }: { label: string; onClick: () => void; disabled?: boolean; children: React.ReactNode }) => (
  <button
    type="button"
    aria-label={label}
    title={label}
    disabled={disabled}
    className="flex h-7 items-center gap-1.5 rounded-[7px] border border-deep-line bg-deep-2 px-2 text-[12px] font-semibold hover:bg-deep-line disabled:opacity-40"
    onClick={onClick}
  >
    {children}
  </button>
);

/** How a scene follows the one before: a cut, or an effect of some length. */
function Between({ scene }: { scene: PlacedScene }) {
  const { transition } = scene.scene;
  const kind = transition && transitionOf(transition.effect);
  const set = (next: SceneTransition | undefined): void => void run(next ? 'Transition' : 'Cut', setTransition(scene.id, next));
  const item = 'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 text-[13px] text-ink outline-none data-[highlighted]:bg-act-soft';
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button
          type="button"
          aria-label={`How ${scene.scene.title} follows: ${kind?.label ?? 'cut'}${transition ? `, ${formatLength(scene.overlap)}` : ''}`}
          className="mx-1 mt-5 flex h-9 w-8 flex-col items-center justify-center rounded-[7px] border border-deep-line text-[10.5px] leading-3 text-on-deep-2 hover:bg-deep-line"
          data-between={scene.id}
        >
          <svg width="15" height="15" viewBox="0 0 24 24" fill="none" stroke="currentColor" strokeWidth={1.7} strokeLinecap="round" strokeLinejoin="round" aria-hidden="true">
            <path d={kind?.icon ?? 'M12 4v16'} />
          </svg>
          {transition ? `${(scene.overlap / TICKS_PER_SECOND).toFixed(1)}` : 'cut'}
        </button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content side="top" className="raised z-50 min-w-48 rounded-[9px] border border-line bg-paper p-1">
          <DropdownMenu.Item className={`${item} ${transition ? '' : 'font-semibold'}`} onSelect={() => set(undefined)}>
            Cut
          </DropdownMenu.Item>
          {TRANSITIONS.map(({ id, label }) => (
            <DropdownMenu.Item
              key={id}
              className={`${item} ${transition?.effect === id ? 'font-semibold' : ''}`}
              onSelect={() => set({ effect: id, ticks: transition?.ticks ?? TRANSITION_TICKS })}
            >
              {label}
            </DropdownMenu.Item>
          ))}
          {transition && (
            <div className="flex items-center gap-1 border-t border-line px-2.5 pt-2 pb-1 text-[12px] text-ink-2">
              {[0.3, 0.6, 1, 1.5, 2].map((seconds) => (
                <button
                  key={seconds}
                  type="button"
                  aria-pressed={transition.ticks === toTicks(seconds)}
                  className={`h-6 rounded-[6px] border px-1.5 ${transition.ticks === toTicks(seconds) ? 'border-ink bg-act-soft font-semibold' : 'border-edge hover:bg-bench'}`}
                  onClick={() => set({ ...transition, ticks: toTicks(seconds) })}
                >
                  {seconds} s
                </button>
              ))}
            </div>
          )}
          {transition && (transition.effect === 'wipe' || transition.effect === 'slide') && (
            <div className="flex gap-1 px-2.5 pb-1.5 text-[12px]">
              {(
                [
                  [0, 'from left'],
                  [180, 'right'],
                  [90, 'top'],
                  [270, 'below'],
                ] as const
              ).map(([from, label]) => (
                <button
                  key={from}
                  type="button"
                  aria-pressed={(transition.values?.from ?? 0) === from}
                  className={`h-6 rounded-[6px] border px-1.5 text-ink ${(transition.values?.from ?? 0) === from ? 'border-ink bg-act-soft font-semibold' : 'border-edge hover:bg-bench'}`}
                  onClick={() => set({ ...transition, values: { ...transition.values, from } })}
                >
                  {label}
                </button>
              ))}
            </div>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Poster({
  scene,
  index,
  count,
  active,
  onGo,
  onLanding,
  order,
}: {
  scene: PlacedScene;
  index: number;
  count: number;
  active: boolean;
  onGo: () => void;
  onLanding: (gap: number | undefined) => void;
  order: readonly string[];
}) {
  const film = useFilm();
  const [bitmap, setBitmap] = useState<ImageBitmap>();
  const [pointed, setPointed] = useState(false);
  const shape = film?.document.production.frame ?? '16:9';
  const { width, height } = frameSize(shape);
  const w = Math.round(Math.min(POSTER.width, (POSTER.height * width) / height));
  useEffect(() => {
    let here = true;
    let n = 0;
    const show = (tick: number): void =>
      void stage()
        .thumb(scene.id, Math.max(0, Math.min(scene.length - 1, Math.round(tick))), w * 2)
        .then((value) => here && setBitmap(value));
    const still = setTimeout(() => show(scene.length * 0.35), 80);
    const still_ = window.matchMedia?.('(prefers-reduced-motion: reduce)').matches;
    const timer = pointed && !still_ ? setInterval(() => show((scene.length * (++n % PICTURES)) / PICTURES), TURN) : undefined;
    return () => {
      here = false;
      clearTimeout(still);
      clearInterval(timer);
    };
  }, [scene, pointed, w]);
  const gapAt = (dx: number): number => Math.max(0, Math.min(count, Math.round(index + 0.5 + dx / STEP)));
  const after = (gap: number): string | null => {
    const rest = order.filter((id) => id !== scene.id);
    const place = gap > index ? gap - 1 : gap;
    return place === 0 ? null : (rest[place - 1] ?? null);
  };
  const drag = useDrag<true>({
    start: () => true,
    move: (_, { dx }) => onLanding(gapAt(dx)),
    end: (_, { dx }) => {
      onLanding(undefined);
      const gap = gapAt(dx);
      if (gap !== index && gap !== index + 1) run('Order scenes', orderScene(scene.id, after(gap)));
    },
    cancel: () => {
      onLanding(undefined);
    },
    click: onGo,
  });
  return (
    <div className="shrink-0" style={{ width: POSTER.width }}>
      <button
        type="button"
        aria-current={active}
        aria-label={`Scene ${index + 1}, ${scene.scene.title}, ${formatLength(scene.length)}`}
        className={`flex w-full touch-none justify-center overflow-hidden rounded-[6px] bg-deep-2 ${active ? 'outline-2 outline-offset-1 outline-lamp' : ''}`}
        style={{ height: POSTER.height }}
        onPointerEnter={() => setPointed(true)}
        onPointerLeave={() => setPointed(false)}
        data-poster={scene.id}
        {...drag}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          onGo();
        }}
      >
        <Bitmap bitmap={bitmap} width={w} height={POSTER.height} className="!bg-deep-2" />
      </button>
      <div className="flex items-baseline justify-between gap-1 pt-0.5 text-[12px] leading-4">
        <TypedName
          key={scene.id}
          target={{ kind: 'scene', scene: scene.id }}
          value={scene.scene.title}
          label={`Name of scene ${index + 1}`}
          className="min-w-0 truncate px-0.5 hover:!bg-deep-line [&:is(input)]:w-full [&:is(input)]:text-ink"
        />
        <span className="shrink-0 text-on-deep-2">{formatLength(scene.length)}</span>
      </div>
    </div>
  );
}
