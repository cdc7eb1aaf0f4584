import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import type { Backdrop, FrameShape } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { changeBackdropPart, changeBackdropPiece, removeBackdropPiece } from '#core/edit/commands/backdrop';
import { type BackdropThing, backdropThings, thingAt } from '#core/stage/backdrop';
import { frameSize } from '#core/stage/frame';
import { fitOf, pullOf } from '#core/stage/world/planes';
import { preview, run } from '../../state/production.ts';
import { Bitmap } from '../../ui/Bitmap.tsx';
import { useDrag } from '../../ui/useDrag.ts';
import { Stroller } from './Stroller.tsx';
import { usePaintedBackdrop } from './usePaintedBackdrop.ts';

type SetBackdrop = Extract<Backdrop, { kind: 'set' }>;

/** Set units that an arrow key moves what is chosen; ten times as many with Shift. */
const NUDGE = 4;

interface Hold {
  readonly thing: BackdropThing;
  /** Where it was, in what its change is counted in. */
  readonly x: number;
  readonly y: number;
}

/** What moves a thing by units of the set. */
function movedBy(scene: string, { thing, x, y }: Hold, dx: number, dy: number): Recipe {
  const [nx, ny] = [Math.round(x + dx), Math.round(y + dy)];
  return thing.own ? changeBackdropPiece(scene, thing.id, { x: nx, y: ny }) : changeBackdropPart(scene, thing.id, { dx: nx || undefined, dy: ny || undefined });
}

function holdOf(backdrop: SetBackdrop, thing: BackdropThing): Hold {
  const piece = thing.own ? backdrop.pieces?.find(({ id }) => id === thing.id) : undefined;
  const part = backdrop.parts?.[thing.id];
  return { thing, x: piece ? piece.x : (part?.dx ?? 0), y: piece ? piece.y : (part?.dy ?? 0) };
}

/** The picture of a backdrop, as large as there is room: what stands in it is chosen, dragged and nudged; things are dropped into it. */
export function BackdropBench({
  scene,
  backdrop,
  shape,
  width,
  aside,
  seconds,
  person,
  chosen,
  onChoose,
  onDropAt,
}: {
  scene: string;
  backdrop: SetBackdrop;
  shape: FrameShape;
  width: number;
  /** How far the camera has gone to the right, stage units. */
  aside: number;
  seconds: number;
  person: boolean;
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
  /** Something of the palette was let go at a place of the set. */
  onDropAt: (what: string, x: number, y: number) => void;
}) {
  const frame = frameSize(shape);
  const height = Math.round((width * frame.height) / frame.width);
  const k = width / frame.width;
  const [fit, , , , fx, fy] = fitOf(shape);
  const view = useMemo(() => (aside ? { x: aside, y: 0, width: frame.width * 0.86 } : undefined), [aside, frame.width]);
  const bitmap = usePaintedBackdrop(backdrop, width, view, seconds);
  const things = useMemo(() => backdropThings(backdrop, shape), [backdrop, shape]);
  const [over, setOver] = useState<string>();
  const box = useRef<HTMLDivElement>(null);
  const held = things.find(({ id }) => id === chosen);
  const pointed = things.find(({ id }) => id === over && id !== chosen);
  const onStage = (clientX: number, clientY: number): { x: number; y: number } => {
    const rect = box.current?.getBoundingClientRect();
    return { x: (clientX - (rect?.left ?? 0)) / k - frame.width / 2, y: (clientY - (rect?.top ?? 0)) / k - frame.height / 2 };
  };
  const inSet = (clientX: number, clientY: number): { x: number; y: number } => {
    const { x, y } = onStage(clientX, clientY);
    return { x: Math.round((x - fx) / fit / pullOf(shape)), y: Math.round((y - fy) / fit) };
  };
  const steps = (hold: Hold, dx: number, dy: number, shift: boolean): Recipe => {
    // Along one way only with Shift; own things come nearer to the middle in narrow frames, and their places are told as in a wide one.
    const [ax, ay] = shift ? (Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy]) : [dx, dy];
    return movedBy(scene, hold, ax / k / fit / (hold.thing.own ? pullOf(shape) : 1), ay / k / fit);
  };
  const drag = useDrag<Hold>({
    start(event) {
      if (view) return undefined;
      const { x, y } = onStage(event.clientX, event.clientY);
      const thing = thingAt(things, x, y);
      onChoose(thing?.id);
      box.current?.focus();
      return thing && holdOf(backdrop, thing);
    },
    move: (hold, { dx, dy, shift }) => preview(steps(hold, dx, dy, shift)),
    end: (hold, { dx, dy, shift }) => void run(`Move ${hold.thing.name}`, steps(hold, dx, dy, shift)),
    cancel: () => preview(undefined),
    nudge(dx, dy) {
      if (!held || held.stays) return false;
      return run(`Move ${held.name}`, movedBy(scene, holdOf(backdrop, held), dx * NUDGE, dy * NUDGE)) !== undefined;
    },
  });
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>): void => {
    if (!held || event.ctrlKey || event.metaKey || event.altKey) return drag.onKeyDown(event);
    if (event.key === 'Escape') onChoose(undefined);
    else if (event.key === 'Delete' || event.key === 'Backspace') {
      if (held.own) run(`Take ${held.name} away`, removeBackdropPiece(scene, held.id));
      else run(`Hide ${held.name}`, changeBackdropPart(scene, held.id, { hidden: true }));
      onChoose(undefined);
    } else return drag.onKeyDown(event);
    event.preventDefault();
  };
  // Tab goes into the picture; what stands there is walked through by Page keys, so that the picture is one stop.
  const walk = (event: KeyboardEvent<HTMLDivElement>): void => {
    if (event.key !== 'PageDown' && event.key !== 'PageUp') return onKeyDown(event);
    const list = things.filter(({ stays }) => !stays);
    const at = list.findIndex(({ id }) => id === chosen);
    const step = event.key === 'PageDown' ? 1 : -1;
    const next = list[at < 0 && step < 0 ? list.length - 1 : (at + step + list.length) % list.length];
    onChoose(next?.id);
    event.preventDefault();
  };
  const outline = (thing: BackdropThing, strong: boolean) => {
    const { left, top, right, bottom } = thing.box;
    const [x, y] = [(left + frame.width / 2) * k, (top + frame.height / 2) * k];
    return (
      <g key={thing.id}>
        <rect x={x} y={y} width={(right - left) * k} height={(bottom - top) * k} rx={3} fill="none" stroke="var(--color-ink)" strokeWidth={strong ? 4 : 3} strokeOpacity={0.75} />
        <rect
          x={x}
          y={y}
          width={(right - left) * k}
          height={(bottom - top) * k}
          rx={3}
          fill="none"
          stroke={strong ? 'var(--color-lamp)' : 'var(--color-white)'}
          strokeWidth={strong ? 2 : 1.25}
        />
        {strong && <Label x={Math.max(4, Math.min(width - 90, x))} y={Math.max(4, y - 23)} text={thing.name} />}
      </g>
    );
  };
  return (
    <div
      ref={box}
      role="application"
      aria-label={`Backdrop${held ? `, ${held.name} is chosen` : ''}. Page keys go through what stands in it, arrows move it.`}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a picture with things that are moved by keys
      tabIndex={0}
      className="relative touch-none overflow-hidden rounded-[4px] bg-deep-2"
      style={{ width, height, cursor: pointed || over === chosen ? 'grab' : 'default' }}
      data-backdrop-bench
      {...drag}
      onPointerMove={(event) => {
        drag.onPointerMove(event);
        if (event.buttons || view) return;
        const { x, y } = onStage(event.clientX, event.clientY);
        setOver(thingAt(things, x, y)?.id);
      }}
      onPointerLeave={() => setOver(undefined)}
      onKeyDown={walk}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        const what = event.dataTransfer.getData('text/kipzo');
        if (!what) return;
        event.preventDefault();
        const { x, y } = inSet(event.clientX, event.clientY);
        onDropAt(what, x, y);
      }}
    >
      <Bitmap bitmap={bitmap} width={width} height={height} />
      <svg width={width} height={height} className="pointer-events-none absolute inset-0" aria-hidden="true">
        {person && <Stroller x={width * 0.34} feet={(390 * fit + fy + frame.height / 2) * k} k={k} />}
        {!view && pointed && !pointed.stays && outline(pointed, false)}
        {!view && held && outline(held, true)}
      </svg>
    </div>
  );
}

function Label({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect width={text.length * 6.6 + 14} height={19} rx={5} fill="var(--color-deep)" />
      <text x={7} y={13.5} fontSize="12" fontWeight="600" fill="var(--color-on-deep)">
        {text}
      </text>
    </g>
  );
}
