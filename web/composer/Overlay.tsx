import { type PointerEvent as ReactPointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { changeLayer, outermost } from '#core/edit/commands/layers';
import { frameSize } from '#core/stage/frame';
import { seenAt, useBoxes } from '../stage/boxes.ts';
import { run, useStanding } from '../state/production.ts';
import { choose, chooseLayer, chosenLayers, useView, view } from '../state/view.ts';
import { type DragAt, useDrag } from '../ui/useDrag.ts';
import { CropHandles } from './CropHandles.tsx';
import { layerColour, type PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { extentOf, frontFirst, heldAt, heldBy, isIn, screenOf } from './onStage.ts';
import { Handles } from './StageHandles.tsx';
import { CutNote, FrameMarks, LampCorners, MoveTarget, OverlapNote, PlacePath, SnapLines } from './StageMarks.tsx';
import { type Grip, useStageDrag } from './useStageDrag.ts';

/** The pointer rests so long before what lies under it is listed, milliseconds. */
const RESTS = 600;
/** A press this near to the one before it means the same place, pixels. */
const SAME_PLACE = 5;

/** What a press on the stage begins: a drag of what was pressed, or a box drawn about what shall be chosen. */
type Press =
  | { readonly kind: 'grip'; readonly grip: Grip; readonly deeper: string | undefined }
  | { readonly kind: 'box'; readonly x: number; readonly y: number }
  | { readonly kind: 'choice' };
interface Band {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** What is taken hold of on the stage: things by their own silhouettes, pins to size and turn them, lines that they snap to. */
export function Overlay({ scene, size }: { scene: PlacedScene; size: { width: number; height: number } }) {
  const document = useStanding();
  const tick = useView((state) => state.tick);
  const selected = useView((state) => state.layer);
  const layers = useView((state) => state.layers);
  const selectedCue = useView((state) => state.cue);
  const entered = useView((state) => state.entered);
  const looked = useView((state) => state.looked);
  const recording = useView((state) => state.recording);
  const boxes = useBoxes(scene.id);
  const shape = document.production.frame;
  const frame = frameSize(shape);
  const screen = useMemo(() => screenOf(size, looked ?? { x: 0, y: 0, width: frame.width }), [size, looked, frame.width]);
  const drag = useStageDrag(scene, boxes, screen);
  const root = useRef<SVGSVGElement>(null);
  const [band, setBand] = useState<Band>();
  const [list, setList] = useState<{ x: number; y: number; ids: readonly string[] }>();
  const rest = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);

  const seen = boxes.filter(({ id }) => scene.scene.layers[id] && !scene.scene.layers[id]?.hidden);
  const order = useMemo(() => frontFirst(scene.scene), [scene.scene]);
  /** What lies under a place of the screen, front first: groups as one unless they were entered. */
  const underAt = (x: number, y: number): string[] => {
    const [ux, uy] = [screen.ux(x), screen.uy(y)];
    const visible = order.filter((id) => seen.some((box) => box.id === id && scene.scene.layers[id]?.kind !== 'group' && isIn(box, ux, uy)));
    const exact = seenAt(scene.id, visible, x / size.width, y / size.height);
    return [...new Set((exact ?? visible).map((id) => heldBy(scene.scene, id, entered)))];
  };
  const placeOf = (event: { clientX: number; clientY: number }): { x: number; y: number } => {
    const at = root.current?.getBoundingClientRect();
    return { x: event.clientX - (at?.left ?? 0), y: event.clientY - (at?.top ?? 0) };
  };
  const listLater = (x: number, y: number, ids: readonly string[]): void => {
    clearTimeout(rest.current);
    if (ids.length > 1) rest.current = setTimeout(() => setList({ x, y, ids }), RESTS);
  };

  const press = useDrag<Press>({
    start(event: ReactPointerEvent<Element>) {
      setList(undefined);
      clearTimeout(rest.current);
      const { x, y } = placeOf(event);
      // A layer's own shape may be pressed by its name where nothing is laid out.
      const named = (event.target as Element).closest?.('[data-grab]')?.getAttribute('data-grab');
      const found = underAt(x, y);
      const under = found.length || !named ? found : [heldBy(scene.scene, named, entered)];
      const added = event.shiftKey || event.ctrlKey || event.metaKey;
      const { hold, deeper } = heldAt(under, chosenLayers(useView.getState()));
      if (hold === undefined) return added ? undefined : { kind: 'box', x, y };
      if (added) {
        chooseLayer(under[0] as string, true);
        return { kind: 'choice' };
      }
      if (!chosenLayers(useView.getState()).includes(hold)) chooseLayer(hold, false);
      listLater(x, y, under);
      const grip = drag.gripOf(hold);
      return grip ? { kind: 'grip', grip, deeper } : { kind: 'choice' };
    },
    move(base: Press, at: DragAt) {
      clearTimeout(rest.current);
      if (base.kind === 'grip') drag.placing.move(base.grip, at);
      if (base.kind === 'box') setBand({ left: Math.min(base.x, base.x + at.dx), top: Math.min(base.y, base.y + at.dy), width: Math.abs(at.dx), height: Math.abs(at.dy) });
    },
    end(base: Press, at: DragAt) {
      setBand(undefined);
      if (base.kind === 'grip') drag.placing.end(base.grip, at);
      if (base.kind === 'box') chooseWithin(base.x, base.y, base.x + at.dx, base.y + at.dy);
    },
    click(base: Press) {
      if (base.kind === 'box') {
        choose(undefined);
        view({ entered: undefined });
      }
      if (base.kind === 'grip' && base.deeper !== undefined && same.current) chooseLayer(base.deeper, false);
    },
    cancel(base: Press) {
      setBand(undefined);
      if (base.kind === 'grip') drag.placing.cancel();
    },
  });
  /** Whether a press is at the place of the one before it. */
  const last = useRef({ x: -100, y: -100 });
  const same = useRef(false);

  function chooseWithin(x1: number, y1: number, x2: number, y2: number): void {
    const [l, r, t, b] = [Math.min(x1, x2), Math.max(x1, x2), Math.min(y1, y2), Math.max(y1, y2)];
    const ids = new Set<string>();
    for (const box of seen) {
      const layer = scene.scene.layers[box.id];
      const { left, right, top, bottom } = extentOf(box);
      const cx = screen.sx((left + right) / 2);
      const cy = screen.sy((top + bottom) / 2);
      if (layer && layer.kind !== 'group' && !layer.locked && cx >= l && cx <= r && cy >= t && cy <= b) ids.add(heldBy(scene.scene, box.id, entered));
    }
    const all = [...ids];
    if (!all.length) return choose(undefined);
    choose({ kind: 'layer', id: all.at(-1) as string });
    view({ layers: all });
  }

  const chosen = outermost(scene.scene, chosenLayers({ layer: selected, layers })).filter((id) => seen.some((box) => box.id === id));
  const cue = selectedCue ? scene.scene.cues[selectedCue] : undefined;
  const only = chosen.length === 1 ? chosen[0] : undefined;
  const tried = useView((state) => state.tried);
  const cutting = useView((state) => (state.cutting && state.cutting.layer === only ? state.cutting : undefined));
  const cuttingBox = cutting && seen.find(({ id }) => id === cutting.layer);

  return (
    <>
      <svg
        ref={root}
        width={size.width}
        height={size.height}
        className="absolute inset-0 z-10 touch-none"
        role="application"
        aria-label="Things on the stage"
        {...press}
        onPointerDown={(event) => {
          const at = placeOf(event);
          same.current = Math.hypot(at.x - last.current.x, at.y - last.current.y) <= SAME_PLACE;
          last.current = at;
          press.onPointerDown(event);
        }}
        onDoubleClick={(event) => {
          const { x, y } = placeOf(event);
          const [top] = underAt(x, y);
          const layer = top === undefined ? undefined : scene.scene.layers[top];
          if (!layer || top === undefined) return;
          const holds = Object.values(scene.scene.layers).some((one) => one.parent === top);
          if (layer.kind !== 'group' && !holds) return;
          view({ entered: top });
          const [inner] = order.filter((id) => scene.scene.layers[id]?.parent === top && seen.some((box) => box.id === id && isIn(box, screen.ux(x), screen.uy(y))));
          if (inner) chooseLayer(inner, false);
        }}
      >
        <FrameMarks screen={screen} frame={frame} whole={!looked} />
        {order.flatMap((id) => {
          const box = seen.find((one) => one.id === id);
          const layer = scene.scene.layers[id];
          if (!box || !layer || layer.kind === 'group' || layer.kind === 'effect') return [];
          const name = nameOfStaged(document, layer);
          return [
            // biome-ignore lint/a11y/useSemanticElements: a drawing has no buttons
            <path
              key={id}
              role="button"
              tabIndex={0}
              aria-label={spoken(name, layer.kind, box.anchor, layer.locked)}
              aria-pressed={chosen.includes(heldBy(scene.scene, id, entered))}
              data-grab={id}
              d={`M${box.corners.map(({ x, y }) => `${screen.sx(x)} ${screen.sy(y)}`).join('L')}Z`}
              fill="transparent"
              className={`!shadow-none !outline-none ${layer.locked ? 'cursor-not-allowed' : 'cursor-grab'}`}
              onFocus={(event) => (event.currentTarget as Element).matches(':focus-visible') && chooseLayer(heldBy(scene.scene, id, entered), false)}
            />,
          ];
        })}
        <LampCorners scene={scene} tick={tick} shape={shape} screen={screen} />
        {only !== undefined && <PlacePath id={only} scene={scene} boxes={seen} screen={screen} />}
        {cuttingBox && cutting && <CropHandles id={cutting.layer} scene={scene} box={cuttingBox} screen={screen} what={cutting.what} />}
        {chosen.length > 0 && tried === undefined && !cuttingBox && <Handles ids={chosen} scene={scene} boxes={seen} screen={screen} drag={drag} />}
        {cue?.kind === 'move' && (
          <MoveTarget id={selectedCue as string} x={cue.x} y={cue.y} layer={cue.layer} scene={scene} screen={screen} colour={layerColour(document, scene.id, cue.layer)} />
        )}
        <SnapLines told={drag.told} boxes={seen} scene={scene} screen={screen} frame={frame} />
        {band && (
          <rect
            x={band.left}
            y={band.top}
            width={band.width}
            height={band.height}
            fill="#d2efee"
            fillOpacity={0.28}
            stroke="#ffffff"
            strokeWidth={1}
            strokeDasharray="4 3"
            pointerEvents="none"
            data-band
          />
        )}
        {recording && <rect x={1.5} y={1.5} width={size.width - 3} height={size.height - 3} fill="none" stroke="#b02b27" strokeWidth={3} pointerEvents="none" />}
      </svg>
      {recording && (
        <span className="pointer-events-none absolute top-2 left-2 z-20 flex h-[20px] items-center gap-1.5 bg-err px-2 text-[12px] font-[650] text-white" role="status">
          <span className="size-2 rounded-full bg-white" />
          Dragging writes keys
        </span>
      )}
      {only !== undefined && scene.scene.layers[only]?.locked && <LockedNote id={only} scene={scene} />}
      <OverlapNote chosen={only} scene={scene} boxes={seen} screen={screen} />
      <CutNote chosen={only} scene={scene} boxes={seen} screen={screen} />
      {list && (
        <div
          role="menu"
          aria-label="What lies here, front first"
          className="raised absolute z-30 min-w-40 rounded-[9px] border border-line bg-paper p-1"
          style={{ left: Math.min(list.x + 10, size.width - 170), top: Math.min(list.y + 10, size.height - 30 * list.ids.length - 12) }}
          onPointerLeave={() => setList(undefined)}
        >
          {list.ids.map((id) => (
            <button
              key={id}
              type="button"
              role="menuitem"
              className={`block w-full truncate rounded-md px-2.5 py-1 text-left text-[13px] hover:bg-act-soft ${chosen.includes(id) ? 'font-[680]' : ''}`}
              onClick={() => {
                setList(undefined);
                chooseLayer(id, false);
              }}
            >
              {scene.scene.layers[id] ? nameOfStaged(document, scene.scene.layers[id]) : id}
            </button>
          ))}
        </div>
      )}
    </>
  );
}

const KIND_WORDS: Readonly<Record<string, string>> = { character: 'character', prop: 'prop', picture: 'picture', text: 'words', shape: 'shape' };
const spoken = (name: string, kind: string, { x, y }: { x: number; y: number }, locked: boolean): string =>
  `${name}, ${KIND_WORDS[kind] ?? kind}, across ${Math.round(x)}, down ${Math.round(y)}${locked ? ', locked' : ''}`;

function LockedNote({ id, scene }: { id: string; scene: PlacedScene }) {
  return (
    <span className="absolute bottom-2 left-1/2 z-20 flex -translate-x-1/2 items-center gap-2 bg-ink py-0.5 pr-1 pl-2 text-[12px] text-paper">
      locked
      <button
        type="button"
        className="h-5 rounded-[4px] bg-paper px-1.5 text-[12px] font-semibold text-ink"
        onClick={() => run('Unlock', changeLayer(scene.id, id, { locked: false }))}
      >
        Unlock
      </button>
    </span>
  );
}
