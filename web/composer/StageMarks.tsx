import { type ReactNode, useMemo } from 'react';
import { keyPath } from '#core/document/pins';
import type { FrameShape } from '#core/document/schema';
import { invert, type Matrix, transform } from '#core/draw/matrix';
import { changeCue } from '#core/edit/commands/cues';
import { setProperty } from '#core/edit/commands/layers';
import { moveLayers } from '#core/edit/commands/placing';
import { valueAt } from '#core/schedule/staged';
import { standsOn } from '#core/stage/arrival';
import type { LayerBox } from '#core/stage/boxes';
import { cameraAt } from '#core/stage/camera';
import { cutShows } from '#core/stage/cutEdge';
import { frameSize } from '#core/stage/frame';
import { stageMatrix } from '#core/stage/place';
import { overlapOf } from '#core/stage/snapping';
import { ticksPerFrame } from '#core/time/ticks';
import { newKey } from '../ids.ts';
import { preview, run, useStanding } from '../state/production.ts';
import { chooseKey, useView } from '../state/view.ts';
import { toneOf } from '../ui/speakers.ts';
import { type DragAt, useDrag } from '../ui/useDrag.ts';
import { layerColour, type PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { bodyOf, isIn, type Screen } from './onStage.ts';
import { Label } from './StageHandles.tsx';
import { seek } from './transport.ts';
import { linear, type Told } from './useStageDrag.ts';

interface Sides {
  readonly width: number;
  readonly height: number;
}

/** What lies outside the frame is dimmed; guides for what must be seen everywhere. */
export function FrameMarks({ screen, frame, whole }: { screen: Screen; frame: Sides; whole: boolean }) {
  const guides = useView((state) => state.guides);
  const { sx, sy, width, height } = screen;
  const [l, r, t, b] = [sx(-frame.width / 2), sx(frame.width / 2), sy(-frame.height / 2), sy(frame.height / 2)];
  const inner = (share: number): string => {
    const [dx, dy] = [((r - l) * share) / 2, ((b - t) * share) / 2];
    return `M${l + dx} ${t + dy}H${r - dx}V${b - dy}H${l + dx}Z`;
  };
  return (
    <g pointerEvents="none">
      {!whole && (
        <>
          <path d={`M0 0H${width}V${height}H0ZM${l} ${t}V${b}H${r}V${t}Z`} fill="#0f2126" fillOpacity={0.55} fillRule="evenodd" />
          <path d={`M${l} ${t}H${r}V${b}H${l}Z`} fill="none" stroke="#eaf2f1" strokeWidth={1} />
        </>
      )}
      {guides && (
        <g fill="none" data-guides>
          {[inner(0.1), inner(0.2), `M${(2 * l + r) / 3} ${t}V${b}M${(l + 2 * r) / 3} ${t}V${b}M${l} ${(2 * t + b) / 3}H${r}M${l} ${(t + 2 * b) / 3}H${r}`].map((d, n) => (
            <g key={d}>
              <path d={d} stroke="#0f2126" strokeOpacity={0.35} strokeWidth={2.6} />
              <path d={d} stroke="#ffffff" strokeOpacity={n === 2 ? 0.55 : 0.9} strokeWidth={1} strokeDasharray={n === 1 ? '5 4' : undefined} />
            </g>
          ))}
        </g>
      )}
    </g>
  );
}

export function LampCorners({ scene, tick, shape, screen: { sx, sy } }: { scene: PlacedScene; tick: number; shape: FrameShape; screen: Screen }) {
  const camera = useMemo(() => cameraAt(scene, tick, shape), [scene, tick, shape]);
  if (!scene.shots.length) return null;
  const frame = frameSize(shape);
  const height = (camera.width * frame.height) / frame.width;
  const [inset, arm] = [5, 14];
  const [l, r] = [sx(camera.x - camera.width / 2) + inset, sx(camera.x + camera.width / 2) - inset];
  const [t, b] = [sy(camera.y - height / 2) + inset, sy(camera.y + height / 2) - inset];
  const path = `M${l} ${t + arm}V${t}H${l + arm}M${r - arm} ${t}H${r}V${t + arm}M${r} ${b - arm}V${b}H${r - arm}M${l + arm} ${b}H${l}V${b - arm}`;
  return (
    <g pointerEvents="none">
      <path d={path} fill="none" stroke="#0f2126" strokeWidth={4.5} opacity={0.35} />
      <path d={path} fill="none" stroke="#f8cc2f" strokeWidth={2.5} />
    </g>
  );
}

/** Pixels that a snap line keeps away from a face. */
const FACE_CLEAR = 8;
/** The upper share of a figure's box in which its face lies. */
const FACE_SHARE = 0.32;

/** Lines that what is dragged has come to lie on, and distances that are equal. Drawn only while something is dragged. */
export function SnapLines({ told, boxes, scene, screen, frame }: { told: Told; boxes: readonly LayerBox[]; scene: PlacedScene; screen: Screen; frame: Sides }) {
  const found = told.snapped;
  if (!found) return null;
  const { sx, sy } = screen;
  const faces = boxes.flatMap((box) => {
    const layer = scene.scene.layers[box.id];
    if (layer?.kind !== 'character') return [];
    const { left, right, top, bottom } = bodyOf(box, layer);
    return [{ left: sx(left) - FACE_CLEAR, right: sx(right) + FACE_CLEAR, top: sy(top) - FACE_CLEAR, bottom: sy(top + (bottom - top) * FACE_SHARE) + FACE_CLEAR }];
  });
  /** A line's pieces outside of all faces, from `from` to `to` along it. */
  const pieces = (axis: 'x' | 'y', at: number, from: number, to: number): [number, number][] => {
    let spans: [number, number][] = [[from, to]];
    for (const face of faces) {
      const crosses = axis === 'x' ? at > face.left && at < face.right : at > face.top && at < face.bottom;
      if (!crosses) continue;
      const [a, b] = axis === 'x' ? [face.top, face.bottom] : [face.left, face.right];
      spans = spans.flatMap(([s, e]) =>
        b <= s || a >= e
          ? [[s, e] as [number, number]]
          : (
              [
                [s, a],
                [b, e],
              ] as [number, number][]
            ).filter(([x, y]) => y > x),
      );
    }
    return spans;
  };
  return (
    <g pointerEvents="none" data-snap>
      {found.guides.map(({ axis, at, label, dashed }) => {
        const [from, to] = axis === 'x' ? [sy(-frame.height / 2), sy(frame.height / 2)] : [sx(-frame.width / 2), sx(frame.width / 2)];
        const px = axis === 'x' ? sx(at) : sy(at);
        const d = pieces(axis, px, from, to)
          .map(([a, b]) => (axis === 'x' ? `M${px} ${a}V${b}` : `M${a} ${px}H${b}`))
          .join('');
        return (
          <g key={`${axis}${label}`}>
            <path d={d} stroke="#0f2b30" strokeOpacity={0.35} strokeWidth={3} />
            <path d={d} stroke="#f8cc2f" strokeWidth={1.4} strokeDasharray={dashed ? '5 4' : undefined} />
            {axis === 'x' ? (
              <Label x={Math.max(40, Math.min(screen.width - 40, px))} y={Math.max(10, from + 10)} text={label} lamp />
            ) : (
              <Label x={Math.max(0, from) + label.length * 3.2 + 14} y={px - 12} text={label} lamp />
            )}
          </g>
        );
      })}
      {found.spacings.map(({ from, to, y }) => (
        <g key={from}>
          <path d={`M${sx(from)} ${sy(y) - 6}v12M${sx(from)} ${sy(y)}H${sx(to)}M${sx(to)} ${sy(y) - 6}v12`} stroke="#0f2b30" strokeOpacity={0.35} strokeWidth={3} fill="none" />
          <path d={`M${sx(from)} ${sy(y) - 6}v12M${sx(from)} ${sy(y)}H${sx(to)}M${sx(to)} ${sy(y) - 6}v12`} stroke="#f8cc2f" strokeWidth={1.4} fill="none" />
          <Label x={(sx(from) + sx(to)) / 2} y={sy(y)} text={String(Math.round(to - from))} lamp />
        </g>
      ))}
    </g>
  );
}

/** No more dots than can be told apart. */
const MOST_DOTS = 360;

/** The way that keys take a layer: a dot a frame, a pin at each key, which can be dragged. */
export function PlacePath({ id, scene, boxes, screen }: { id: string; scene: PlacedScene; boxes: readonly LayerBox[]; screen: Screen }) {
  const document = useStanding();
  const chosen = useView((state) => state.keys);
  const staged = scene.layers.get(id);
  const box = boxes.find((one) => one.id === id);
  const keys = staged?.layer.keys as Record<string, Record<string, unknown>> | undefined;
  const moments = useMemo(() => {
    const all = new Map<number, string[]>();
    for (const property of ['x', 'y'])
      for (const key of Object.keys(keys?.[property] ?? {})) {
        const path = keyPath(id, property, key);
        const at = scene.resolved.keys.get(path) ?? 0;
        all.set(at, [...(all.get(at) ?? []), path]);
      }
    return [...all].map(([at, paths]) => ({ at, paths })).sort((a, b) => a.at - b.at);
  }, [keys, id, scene.resolved]);
  if (!staged || !box || moments.length < 2) return null;
  const { sx, sy } = screen;
  const tone = toneOf(layerColour(document, scene.id, id));
  const at = (tick: number): { x: number; y: number } => {
    const point = transform(box.parent, valueAt(staged, 'x', tick), valueAt(staged, 'y', tick));
    return { x: sx(point.x), y: sy(point.y) };
  };
  const [first, last] = [moments[0]?.at ?? 0, moments.at(-1)?.at ?? 0];
  const step = Math.max(ticksPerFrame(scene.fps), (last - first) / MOST_DOTS);
  const dots: string[] = [];
  for (let tick = first; tick <= last; tick += step) {
    const { x, y } = at(tick);
    dots.push(`M${x.toFixed(1)} ${y.toFixed(1)}h.01`);
  }
  return (
    <g data-path={id}>
      <path d={dots.join('')} stroke="#ffffff" strokeWidth={4.5} strokeLinecap="round" pointerEvents="none" />
      <path d={dots.join('')} stroke={tone.fine} strokeWidth={2.4} strokeLinecap="round" pointerEvents="none" />
      {moments.map((moment) => (
        <PathPin
          key={moment.at}
          id={id}
          moment={moment}
          place={at(moment.at)}
          value={{ x: valueAt(staged, 'x', moment.at), y: valueAt(staged, 'y', moment.at) }}
          parent={box.parent}
          scene={scene}
          k={screen.k}
          stroke={tone.strong}
          chosen={moment.paths.some((path) => chosen.includes(path))}
          // What lies over the thing itself would be taken hold of in its place.
          still={!standsOn(staged.layer) && isIn(box, screen.ux(at(moment.at).x), screen.uy(at(moment.at).y))}
        />
      ))}
    </g>
  );
}

function PathPin({
  id,
  moment,
  place,
  value,
  parent,
  scene,
  k,
  stroke,
  chosen,
  still,
}: {
  id: string;
  moment: { at: number; paths: readonly string[] };
  place: { x: number; y: number };
  value: { x: number; y: number };
  parent: Matrix;
  scene: PlacedScene;
  k: number;
  stroke: string;
  chosen: boolean;
  still: boolean;
}) {
  const recipe = (base: { x: number; y: number }, { dx, dy }: DragAt) => {
    const by = transform(invert(linear(parent)), dx / k, dy / k);
    return setProperty(scene.id, id, { x: Math.round(base.x + by.x), y: Math.round(base.y + by.y) }, moment.at, newKey, true);
  };
  const handlers = useDrag<{ x: number; y: number }>({
    start: () => {
      chooseKey(id, moment.paths[0] as string, false);
      return value;
    },
    move: (base, at) => preview(recipe(base, at)),
    end: (base, at) => void run('Move a key', recipe(base, at)),
    cancel: () => preview(undefined),
    click: () => seek(moment.at),
  });
  return (
    <g className="cursor-move" data-path-key={moment.paths[0]} pointerEvents={still ? 'none' : undefined} {...handlers}>
      <circle cx={place.x} cy={place.y} r={12} fill="transparent" />
      {chosen && <circle cx={place.x} cy={place.y} r={8.5} fill="none" stroke="#0f2b30" strokeWidth={2} />}
      <circle cx={place.x} cy={place.y} r={4.5} fill="#ffffff" stroke={stroke} strokeWidth={2} />
      <title>Here at this key: drag it, or click to go to its time</title>
    </g>
  );
}

/** So much of one who stands in another before it is said. */
const STANDS_IN = 0.45;

/** Two who stand in each other are said, with the way out. */
export function OverlapNote({ chosen, scene, boxes, screen }: { chosen: string | undefined; scene: PlacedScene; boxes: readonly LayerBox[]; screen: Screen }) {
  const document = useStanding();
  const tick = useView((state) => state.tick);
  const recording = useView((state) => state.recording);
  const layer = chosen === undefined ? undefined : scene.scene.layers[chosen];
  const box = boxes.find(({ id }) => id === chosen);
  if (!layer || !box || layer.kind !== 'character' || layer.parent !== undefined || recording) return null;
  const own = bodyOf(box, layer);
  const other = boxes.find((one) => {
    const stands = scene.scene.layers[one.id];
    return one.id !== chosen && stands?.kind === 'character' && stands.parent === undefined && !stands.hidden && overlapOf(own, bodyOf(one, stands)) > STANDS_IN;
  });
  const otherLayer = other && scene.scene.layers[other.id];
  if (!other || !otherLayer) return null;
  const others = bodyOf(other, otherLayer);
  const apart = (): void => {
    const frame = frameSize(document.production.frame);
    const toRight = others.right - own.left + 20;
    const toLeft = others.left - own.right - 20;
    const right = own.right + toRight <= frame.width / 2 && (Math.abs(toRight) <= Math.abs(toLeft) || own.left + toLeft < -frame.width / 2);
    const staged = scene.layers.get(box.id);
    const at = staged ? { x: valueAt(staged, 'x', tick), y: valueAt(staged, 'y', tick) } : { x: 0, y: 0 };
    run('Move apart', moveLayers(scene.id, [{ id: box.id, dx: right ? toRight : toLeft, dy: 0, at }], tick, newKey));
  };
  return (
    <StageNote at={own} screen={screen} remedy="Move apart" onRemedy={apart}>
      {nameOfStaged(document, layer)} stands in {nameOfStaged(document, otherLayer)}
    </StageNote>
  );
}

/** What is wrong with something on the stage, said above its feet, with the way out. */
function StageNote({
  at: { left, right, bottom },
  screen,
  remedy,
  onRemedy,
  children,
}: {
  at: { readonly left: number; readonly right: number; readonly bottom: number };
  screen: Screen;
  remedy: string;
  onRemedy: () => void;
  children: ReactNode;
}) {
  return (
    <span
      className="absolute z-20 flex -translate-x-1/2 items-center gap-2 bg-warn-soft py-0.5 pr-1 pl-2 text-[12px] whitespace-nowrap text-warn"
      style={{
        left: Math.max(120, Math.min(screen.width - 120, screen.sx((left + right) / 2))),
        top: Math.min(screen.height - 26, Math.max(4, screen.sy(bottom) - 60)),
      }}
      role="status"
    >
      {children}
      <button type="button" className="h-5 rounded-[4px] border border-warn bg-paper px-1.5 text-[12px] font-semibold" onClick={onRemedy}>
        {remedy}
      </button>
    </span>
  );
}

/** Somebody whose picture was cut off below, where that is seen: they stand lower, with the cut on the frame's edge. */
export function CutNote({ chosen, scene, boxes, screen }: { chosen: string | undefined; scene: PlacedScene; boxes: readonly LayerBox[]; screen: Screen }) {
  const document = useStanding();
  const tick = useView((state) => state.tick);
  const recording = useView((state) => state.recording);
  const layer = chosen === undefined ? undefined : scene.scene.layers[chosen];
  const box = boxes.find(({ id }) => id === chosen);
  if (!layer || !box || recording || layer.parent !== undefined || !cutShows(scene, box.id, tick, document.production.frame, boxes)) return null;
  const lowest = Math.max(...box.corners.map(({ y }) => y));
  const lower = (): void => {
    const staged = scene.layers.get(box.id);
    const at = staged ? { x: valueAt(staged, 'x', tick), y: valueAt(staged, 'y', tick) } : { x: 0, y: 0 };
    run('Stand lower', moveLayers(scene.id, [{ id: box.id, dx: 0, dy: Math.ceil(frameSize(document.production.frame).height / 2 - lowest), at }], tick, newKey));
  };
  const xs = box.corners.map(({ x }) => x);
  return (
    <StageNote at={{ left: Math.min(...xs), right: Math.max(...xs), bottom: lowest }} screen={screen} remedy="Stand lower" onRemedy={lower}>
      {nameOfStaged(document, layer)} is cut off below, and the cut shows
    </StageNote>
  );
}

/** Within so many stage units a small way up or down is none: the floor holds. */
const FLOOR_HOLDS = 14;

/** The end of a move, dragged where it shall arrive. */
export function MoveTarget({
  id,
  x,
  y,
  layer,
  scene,
  screen,
  colour,
}: {
  id: string;
  x: number;
  y: number;
  layer: string;
  scene: PlacedScene;
  screen: Screen;
  colour: number | undefined;
}) {
  const { sx, sy, k } = screen;
  const tone = toneOf(colour);
  const parent = scene.scene.layers[layer]?.parent;
  const start = Math.max(0, (scene.resolved.cues.get(id)?.start ?? 0) - 1);
  const outer: Matrix = parent ? stageMatrix(scene, parent, start) : [1, 0, 0, 1, 0, 0];
  const from = transform(stageMatrix(scene, layer, start), 0, 0);
  const to = transform(outer, x, y);
  const recipe = (base: { x: number; y: number }, { dx, dy, shift }: DragAt) => {
    const by = transform(invert(linear(outer)), dx / k, Math.abs(dy / k) < FLOOR_HOLDS && !shift ? 0 : dy / k);
    return changeCue(scene.id, id, { x: Math.round(base.x + by.x), y: Math.round(base.y + by.y) } as never);
  };
  const handlers = useDrag<{ x: number; y: number }>({
    start: () => ({ x, y }),
    move: (base, at) => preview(recipe(base, at)),
    end: (base, at) => void run('Move elsewhere', recipe(base, at)),
    cancel: () => preview(undefined),
  });
  const [ax, ay, bx, by] = [sx(from.x), sy(from.y), sx(to.x), sy(to.y)];
  return (
    <g>
      <path d={`M${ax} ${ay}Q${(ax + bx) / 2} ${(ay + by) / 2 - 26} ${bx} ${by}`} fill="none" stroke="#fff" strokeWidth={2.2} strokeDasharray="1 5" strokeLinecap="round" />
      <g className="cursor-move" data-move-target={id} {...handlers}>
        <rect x={bx - 14} y={by - 12} width={28} height={24} fill="transparent" />
        <circle cx={bx} cy={by} r={6} fill="#f8cc2f" stroke={tone.strong} strokeWidth={2} />
        <title>Arrives here</title>
      </g>
    </g>
  );
}
