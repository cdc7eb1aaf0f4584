import { useMemo, useRef } from 'react';
import { type Property, restValue } from '#core/document/properties';
import type { Layer } from '#core/document/schema';
import { along, invert, type Matrix, type Point, transform } from '#core/draw/matrix';
import { changeCue } from '#core/edit/commands/cues';
import { layerKeys, type Recorded, recordKeys } from '#core/edit/commands/keys';
import { setProperty } from '#core/edit/commands/layers';
import type { LayerBox } from '#core/stage/boxes';
import { cameraAt } from '#core/stage/camera';
import { frameSize } from '#core/stage/frame';
import { stageMatrix } from '#core/stage/place';
import { sample } from '#core/time/track';
import { newKey } from '../ids.ts';
import { useBoxes } from '../stage/boxes.ts';
import { preview, run, useOpenDocument } from '../state/production.ts';
import { choose, chooseLayer, useView, view } from '../state/view.ts';
import { ribbonPath, toneOf } from '../ui/speakers.ts';
import { type DragAt, snapped, useDrag } from '../ui/useDrag.ts';
import { layerColour, type PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { stop, togglePlay } from './transport.ts';

/** From stage units to pixels of the overlay. */
interface Screen {
  readonly k: number;
  readonly sx: (x: number) => number;
  readonly sy: (y: number) => number;
}

/** What is grabbed on the stage: things by their own outlines, pins to size and turn them, lamp corners of the shot. */
export function Overlay({ scene, size }: { scene: PlacedScene; size: { width: number; height: number } }) {
  const document = useOpenDocument();
  const tick = useView((state) => state.tick);
  const selected = useView((state) => state.layer);
  const selectedCue = useView((state) => state.cue);
  const boxes = useBoxes(scene.id);
  const shape = document.production.frame;
  const frame = frameSize(shape);
  const k = size.width / frame.width;
  const screen: Screen = { k, sx: (x) => (x + frame.width / 2) * k, sy: (y) => (y + frame.height / 2) * k };
  const cue = selectedCue ? scene.scene.cues[selectedCue] : undefined;
  /** What a layer is held by on the stage; nothing where it is hidden. */
  const holdOf = (box: LayerBox): HoldProps | undefined => {
    const layer = scene.scene.layers[box.id];
    return layer && !layer.hidden ? { box, layer, scene, tick, screen, colour: layerColour(document, scene.id, box.id), name: nameOfStaged(document, layer) } : undefined;
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing has no field set
    <svg
      width={size.width}
      height={size.height}
      className="absolute inset-0 z-10"
      role="group"
      aria-label="Things on the stage"
      onPointerDown={(event) => event.target === event.currentTarget && choose(undefined)}
    >
      {boxes.map((box) => {
        const held = holdOf(box);
        return held && held.layer.kind !== 'group' ? <Grab key={box.id} {...held} /> : null;
      })}
      {boxes.map((box) => {
        const held = box.id === selected ? holdOf(box) : undefined;
        return held ? <Handles key={box.id} {...held} /> : null;
      })}
      {cue?.kind === 'move' && (
        <MoveTarget id={selectedCue as string} x={cue.x} y={cue.y} layer={cue.layer} scene={scene} screen={screen} colour={layerColour(document, scene.id, cue.layer)} />
      )}
      <LampCorners scene={scene} tick={tick} shape={shape} screen={screen} />
    </svg>
  );
}

function LampCorners({ scene, tick, shape, screen: { sx, sy } }: { scene: PlacedScene; tick: number; shape: Parameters<typeof cameraAt>[2]; screen: Screen }) {
  const camera = useMemo(() => cameraAt(scene, tick, shape), [scene, tick, shape]);
  if (!scene.shots.length) return null;
  const frame = frameSize(shape);
  const height = (camera.width * frame.height) / frame.width;
  const [inset, arm] = [5, 14];
  const [l, r] = [sx(camera.x - camera.width / 2) + inset, sx(camera.x + camera.width / 2) - inset];
  const [t, b] = [sy(camera.y - height / 2) + inset, sy(camera.y + height / 2) - inset];
  const path = `M${l} ${t + arm}V${t}H${l + arm}M${r - arm} ${t}H${r}V${t + arm}M${r} ${b - arm}V${b}H${r - arm}M${l + arm} ${b}H${l}V${b - arm}`;
  return (
    <>
      <path d={path} fill="none" stroke="#0f2126" strokeWidth={4.5} opacity={0.35} pointerEvents="none" />
      <path d={path} fill="none" stroke="#f8cc2f" strokeWidth={2.5} pointerEvents="none" />
    </>
  );
}

interface HoldProps {
  readonly box: LayerBox;
  readonly layer: Layer;
  readonly scene: PlacedScene;
  readonly tick: number;
  readonly screen: Screen;
  readonly colour: number | undefined;
  readonly name: string;
}

/** How a layer was when the drag began. */
interface Base {
  readonly layer: Layer;
  readonly box: LayerBox;
  /** Its own value of a property at that moment, moves left out: what a drag adds to. */
  readonly now: (property: Property) => number;
}

function baseOf(scene: PlacedScene, layer: Layer, box: LayerBox, tick: number): Base {
  const staged = scene.layers.get(box.id);
  return { layer, box, now: (property) => (staged?.tracks[property] ? sample(staged.tracks[property], tick) : restValue(layer, property)) };
}

const outline = ({ corners }: LayerBox, { sx, sy }: Screen): string => `M${corners.map(({ x, y }) => `${sx(x)} ${sy(y)}`).join('L')}Z`;
const between = (a: Point, b: Point): Point => along(a, b, 0.5);
const linear = ([a, b, c, d]: Matrix): Matrix => [a, b, c, d, 0, 0];

/** Keys of a recorded drag lead past the pointer's own way by at most so many stage units. */
const RECORD_ERROR = 3;

/** Within so many stage units a small way up or down is none: the floor holds. */
const FLOOR_HOLDS = 14;
const MIDDLE_HOLDS = 9;

/** The drag of a layer to another place. */
function usePlacing({ box, layer, scene, tick, screen, name }: HoldProps) {
  const recipe = ({ layer: from, box: at, now }: Base, { dx, dy, shift }: DragAt) => {
    const [x, y] = [dx / screen.k, dy / screen.k];
    const up = Math.abs(y) < FLOOR_HOLDS && !shift && from.parent === undefined ? 0 : y;
    const by = transform(invert(linear(at.parent)), x, up);
    const to = { x: Math.round(now('x') + by.x), y: Math.round(now('y') + by.y) };
    return setProperty(scene.id, box.id, { x: from.parent === undefined ? snapped(to.x, [0], MIDDLE_HOLDS) : to.x, y: to.y }, tick, newKey);
  };
  const way = useRef<Record<'x' | 'y', Recorded[]>>({ x: [], y: [] });
  /** While the scene plays, the place under the pointer is written down; it begins to play with the drag. */
  const record = ({ box: at, now }: Base, { dx, dy }: DragAt): void => {
    const state = useView.getState();
    if (!state.playing) togglePlay();
    const by = transform(invert(linear(at.parent)), dx / screen.k, dy / screen.k);
    way.current.x.push({ at: state.tick, value: now('x') + by.x });
    way.current.y.push({ at: state.tick, value: now('y') + by.y });
  };
  return useDrag<Base>({
    start(event) {
      chooseLayer(box.id, event.shiftKey || event.ctrlKey || event.metaKey);
      if (event.shiftKey || event.ctrlKey || event.metaKey) return undefined;
      return layer.locked ? undefined : baseOf(scene, layer, box, tick);
    },
    move(base, at) {
      if (useView.getState().recording) record(base, at);
      else preview(recipe(base, at));
    },
    end(base, at) {
      if (!useView.getState().recording) return void run(`Place ${name}`, recipe(base, at));
      const { current: recorded } = way;
      way.current = { x: [], y: [] };
      stop();
      if (recorded.x.length > 1) run(`Record ${name}`, recordKeys(scene.id, layerKeys(box.id), recorded, RECORD_ERROR, newKey));
      view({ recording: false });
    },
    cancel() {
      way.current = { x: [], y: [] };
      preview(undefined);
    },
  });
}

function Grab(props: HoldProps) {
  const { box, layer, screen, name } = props;
  const handlers = usePlacing(props);
  return (
    <path data-grab={box.id} d={outline(box, screen)} fill="transparent" className={layer.locked ? 'cursor-not-allowed' : 'cursor-grab'} {...handlers}>
      <title>{name}</title>
    </path>
  );
}

/** Pins of the chosen layer: its tape to slide along, one above to size it, one beside to turn it. */
function Handles(props: HoldProps) {
  const { box, layer, scene, tick, screen, colour, name } = props;
  const { sx, sy } = screen;
  const tone = toneOf(colour);
  const placing = usePlacing(props);
  const [lt, rt, rb, lb] = box.corners;
  const top = between(lt, rt);
  const right = between(rt, rb);
  const sized = ({ box: { corners, anchor }, now }: Base, { dx, dy }: DragAt) => {
    // Along the way from the anchor to the pin.
    const pin = between(corners[0], corners[1]);
    const tall = Math.hypot(pin.x - anchor.x, pin.y - anchor.y) || 1;
    const way = ((dx / screen.k) * (pin.x - anchor.x) + (dy / screen.k) * (pin.y - anchor.y)) / tall;
    const factor = Math.max(0.05, (tall + way) / tall);
    const scaled = (value: number): number => Math.round(Math.max(-20, Math.min(20, value * factor)) * 100) / 100;
    return setProperty(scene.id, box.id, { scaleX: scaled(now('scaleX')), scaleY: scaled(now('scaleY')) }, tick, newKey);
  };
  const sizing = useDrag<Base>({
    start: () => baseOf(scene, layer, box, tick),
    move: (base, at) => preview(sized(base, at)),
    end: (base, at) => void run(`Size ${name}`, sized(base, at)),
    cancel: () => preview(undefined),
  });
  const turned = ({ box: { corners, anchor }, now }: Base, { dx, dy, shift }: DragAt) => {
    const pin = between(corners[1], corners[2]);
    const a = Math.atan2(pin.y - anchor.y, pin.x - anchor.x);
    const b = Math.atan2(pin.y + dy / screen.k - anchor.y, pin.x + dx / screen.k - anchor.x);
    const angle = now('angleDeg') + ((b - a) * 180) / Math.PI;
    return setProperty(scene.id, box.id, { angleDeg: shift ? Math.round(angle / 15) * 15 : snapped(Math.round(angle), [0, 90, -90, 180, -180], 3) }, tick, newKey);
  };
  const turning = useDrag<Base>({
    start: () => baseOf(scene, layer, box, tick),
    move: (base, at) => preview(turned(base, at)),
    end: (base, at) => void run(`Turn ${name}`, turned(base, at)),
    cancel: () => preview(undefined),
  });
  const half = Math.hypot(rt.x - lt.x, rt.y - lt.y) / 2;
  const width = Math.max(54, half * 1.5 * screen.k);
  const foot = between(lb, rb);
  const at = layer.kind === 'character' || layer.kind === 'prop' ? box.anchor : foot;
  return (
    <g data-handles={box.id}>
      {layer.kind !== 'character' && layer.kind !== 'prop' && (
        <path d={outline(box, screen)} fill="none" stroke={tone.strong} strokeWidth={1.25} opacity={0.7} pointerEvents="none" />
      )}
      <g className={layer.locked ? 'cursor-not-allowed' : 'cursor-ew-resize'} {...placing}>
        <path d={ribbonPath(sx(at.x) - width / 2 - 1.5, sy(at.y) + 3.5, width + 3, 15, tone.cut)} fill="#fff" />
        <path d={ribbonPath(sx(at.x) - width / 2, sy(at.y) + 5, width, 12, tone.cut)} fill={tone.strong} />
        <text x={sx(at.x) - width / 2 + 5} y={sy(at.y) + 14.4} fill="#fff" fontSize={10} fontWeight={680}>
          {name.length * 6 > width - 12 ? `${name.slice(0, Math.max(1, Math.floor((width - 18) / 6)))}…` : name}
        </text>
      </g>
      {!layer.locked && (
        <>
          <g className="cursor-ns-resize" {...sizing}>
            <rect x={sx(top.x) - 12} y={sy(top.y) - 20} width={24} height={24} fill="transparent" />
            <circle cx={sx(top.x)} cy={sy(top.y) - 8} r={4.5} fill="#fff" stroke={tone.strong} strokeWidth={2} />
            <title>Drag to size</title>
          </g>
          {layer.kind !== 'character' && (
            <g className="cursor-alias" {...turning}>
              <rect x={sx(right.x) - 2} y={sy(right.y) - 12} width={24} height={24} fill="transparent" />
              <path d={`M${sx(right.x) + 5} ${sy(right.y) - 5}a5 5 0 1 1 -1 9`} fill="none" stroke="#fff" strokeWidth={4.5} strokeLinecap="round" />
              <path d={`M${sx(right.x) + 5} ${sy(right.y) - 5}a5 5 0 1 1 -1 9`} fill="none" stroke={tone.strong} strokeWidth={2} strokeLinecap="round" />
              <title>Drag to turn, Shift for steps of 15 degrees</title>
            </g>
          )}
        </>
      )}
    </g>
  );
}

/** The end of a move, dragged where it shall arrive. */
function MoveTarget({
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
      <g className="cursor-move" {...handlers}>
        <rect x={bx - 14} y={by - 12} width={28} height={24} fill="transparent" />
        <circle cx={bx} cy={by} r={6} fill="#f8cc2f" stroke={tone.strong} strokeWidth={2} />
        <title>Arrives here</title>
      </g>
    </g>
  );
}
