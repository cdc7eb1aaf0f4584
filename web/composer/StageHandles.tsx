import type { Layer } from '#core/document/schema';
import { standsOn } from '#core/stage/arrival';
import type { Joint, LayerBox } from '#core/stage/boxes';
import { useStanding } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { ribbonPath, toneOf } from '../ui/speakers.ts';
import { useDrag } from '../ui/useDrag.ts';
import { layerColour, type PlacedScene } from './film.ts';
import { hangHere } from './hangHere.ts';
import { nameOfStaged } from './lanes.ts';
import { bodyOf, extentOf, type Screen } from './onStage.ts';
import { type Grip, handle, type StageDrag } from './useStageDrag.ts';

/** Stage units of a metre: a grown figure of 1.75 m stands 790 high at its usual size. */
const UNITS_PER_METRE = 452;
/** Pixels. */
const STEM = 26;
const ROD_AWAY = 12;
const TAPE = 13;
/** The rod's end is taken hold of within so many pixels of the tape's end. */
const TAPE_END = 12;

interface Props {
  readonly ids: readonly string[];
  readonly scene: PlacedScene;
  readonly boxes: readonly LayerBox[];
  readonly screen: Screen;
  readonly drag: StageDrag;
}

/** What the chosen are held by: tape or thread of each, one rod and one turning pin for all. */
export function Handles({ ids, scene, boxes, screen, drag }: Props) {
  const document = useStanding();
  const recording = useView((state) => state.recording);
  const curve = useView((state) => state.curve);
  const all = ids.flatMap((id) => {
    const box = boxes.find((one) => one.id === id);
    const layer = scene.scene.layers[id];
    return box && layer ? [{ id, box, layer }] : [];
  });
  const first = all.at(-1);
  if (!first) return null;
  const colour = recording ? '#b02b27' : toneOf(layerColour(document, scene.id, first.id)).strong;
  const locked = all.every(({ layer }) => layer.locked);
  const extents = all.map(({ box, layer }) => (layer.kind === 'character' ? bodyOf(box, layer) : extentOf(box)));
  const extent = {
    left: Math.min(...extents.map(({ left }) => left)),
    top: Math.min(...extents.map(({ top }) => top)),
    right: Math.max(...extents.map(({ right }) => right)),
    bottom: Math.max(...extents.map(({ bottom }) => bottom)),
  };
  return (
    <g data-handles={first.id}>
      {all.map((one) => (
        <Tape key={one.id} {...one} name={nameOfStaged(document, one.layer)} colour={toneOf(layerColour(document, scene.id, one.id))} screen={screen} drag={drag} />
      ))}
      {all.length === 1 && first.box.joints && <JointPins {...first} scene={scene} stroke={colour} locked={locked} screen={screen} />}
      {!locked && !curve && (
        <>
          <TurningPin id={first.id} extent={extent} anchor={first.box.anchor} stroke={colour} screen={screen} drag={drag} />
          <SizeRod id={first.id} extent={extent} layer={first.layer} stroke={colour} screen={screen} drag={drag} many={all.length > 1} />
        </>
      )}
      {all.length > 1 && <Label x={screen.sx((extent.left + extent.right) / 2)} y={screen.sy(extent.top) - 10} text={`${all.length} things`} height={18} />}
    </g>
  );
}

/** What is hung from a joint that is pressed, and how that is said. */
const JOINTS: Readonly<Record<Joint['part'], readonly [kind: string, says: string]>> = {
  head: ['face', 'What this face shows'],
  shoulder: ['gesture', 'What this arm does'],
  elbow: ['gesture', 'What this arm does'],
  wrist: ['gesture', 'What this hand does'],
  hip: ['move', 'Where this one goes'],
};

/** Pins at the joints of a figure: each opens what that part of the body can do at the playhead. */
function JointPins({ id, box, scene, stroke, locked, screen }: { id: string; box: LayerBox; scene: PlacedScene; stroke: string; locked: boolean; screen: Screen }) {
  return (
    <g data-joints={id}>
      {(box.joints ?? []).map(({ part, side, x, y }) => {
        const [kind, says] = JOINTS[part];
        const label = side ? `${says}, ${side}` : says;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a drawing has no buttons
          <g
            key={`${part}${side ?? ''}`}
            role="button"
            tabIndex={-1}
            aria-label={label}
            className={locked ? 'pointer-events-none' : 'cursor-pointer'}
            transform={`translate(${screen.sx(x)} ${screen.sy(y)})`}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => hangHere(scene, { kind, layer: id, ...(side ? { hand: side } : {}) })}
            data-joint={`${part}${side ? ` ${side}` : ''}`}
          >
            <circle r={4} fill={locked ? '#ffffff' : stroke} stroke={locked ? stroke : '#ffffff'} strokeWidth={2} />
            <circle r={9} fill="transparent">
              <title>{label}</title>
            </circle>
          </g>
        );
      })}
    </g>
  );
}

/** A small ink label with lamp or white letters, its middle at x. */
export function Label({ x, y, text, height = 16, lamp = false }: { x: number; y: number; text: string; height?: number; lamp?: boolean }) {
  const width = text.length * 6.3 + 12;
  return (
    <g pointerEvents="none" transform={`translate(${x - width / 2} ${y - height / 2})`}>
      <rect width={width} height={height} rx={2} fill="#0f2b30" />
      <text x={width / 2} y={height / 2 + 4} textAnchor="middle" fontSize={11} fontWeight={680} fill={lamp ? '#f8cc2f' : '#ffffff'}>
        {text}
      </text>
    </g>
  );
}

interface OneProps {
  readonly id: string;
  readonly box: LayerBox;
  readonly layer: Layer;
  readonly name: string;
  readonly colour: ReturnType<typeof toneOf>;
  readonly screen: Screen;
  readonly drag: StageDrag;
}

/** Under what stands a tape to slide it along by; over what hangs a thread from the frame's top. */
function Tape({ id, box, layer, name, colour, screen, drag }: OneProps) {
  const { sx, sy } = screen;
  const stands = standsOn(layer);
  const extent = extentOf(box);
  const half = Math.max(1, (extent.right - extent.left) / 2);
  const placing = useDrag<Grip>({ ...handle(drag, id, drag.placing) });
  const widening = useDrag<Grip>({ ...handle(drag, id, drag.widening(half)) });
  const deepening = useDrag<Grip>({ ...handle(drag, id, drag.deepening()) });
  const dash = layer.locked ? '3 3' : undefined;
  if (!stands) {
    const [x, top] = [sx((extent.left + extent.right) / 2), sy(extent.top)];
    return (
      <g>
        <path
          d={`M${box.corners.map((corner) => `${sx(corner.x)} ${sy(corner.y)}`).join('L')}Z`}
          fill="none"
          stroke={colour.strong}
          strokeWidth={1}
          strokeDasharray={dash ?? '2 3'}
          opacity={0.8}
          pointerEvents="none"
        />
        <path d={`M${x} 0V${top}`} stroke="#ffffff" strokeWidth={3.5} pointerEvents="none" />
        <path d={`M${x} 0V${top}`} stroke={colour.strong} strokeWidth={1.5} strokeDasharray={dash} pointerEvents="none" />
        <path d={ribbonPath(x - 7, Math.max(0, top - 10), 14, 9, 'swallowtail')} fill="#dfe9e7" stroke={colour.strong} strokeWidth={1} className="cursor-move" {...placing}>
          <title>{name}</title>
        </path>
      </g>
    );
  }
  const letters = name.length > 22 ? `${name.slice(0, 21)}…` : name;
  const width = Math.max(48, letters.length * 5.9 + 30);
  const [x, y] = [sx(box.anchor.x) - width / 2, sy(box.anchor.y) + 4];
  return (
    <g className={layer.locked ? 'cursor-not-allowed' : 'cursor-ew-resize'} data-tape={id}>
      <path d={ribbonPath(x - 2, y - 2, width + 4, TAPE + 4, colour.cut)} fill="#ffffff" />
      <g
        {...placing}
        onPointerDown={(event) => {
          // With Alt its end draws it wide or narrow; with Shift it is slid over the floor, smaller the farther.
          const edge = event.currentTarget.getBoundingClientRect().right;
          const deep = event.shiftKey && layer.parent === undefined;
          (event.altKey && event.clientX > edge - TAPE_END ? widening : deep ? deepening : placing).onPointerDown(event);
        }}
        onPointerMove={(event) => {
          placing.onPointerMove(event);
          widening.onPointerMove(event);
          deepening.onPointerMove(event);
        }}
        onPointerUp={(event) => {
          placing.onPointerUp(event);
          widening.onPointerUp(event);
          deepening.onPointerUp(event);
        }}
      >
        <path
          d={ribbonPath(x, y, width, TAPE, colour.cut)}
          fill={layer.locked ? '#ffffff' : colour.strong}
          stroke={colour.strong}
          strokeWidth={layer.locked ? 1 : 0}
          strokeDasharray={dash}
        />
        <rect x={x - 6} y={y - 6} width={width + 12} height={TAPE + 12} fill="transparent" />
        <text x={x + 8} y={y + 10} fontSize={10.5} fontWeight={680} fill={layer.locked ? colour.deep : '#ffffff'} pointerEvents="none">
          {letters}
        </text>
      </g>
    </g>
  );
}

interface PinProps {
  readonly id: string;
  readonly extent: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };
  readonly stroke: string;
  readonly screen: Screen;
  readonly drag: StageDrag;
}

/** A pin above, dragged round the anchor. */
function TurningPin({ id, extent, anchor, stroke, screen, drag }: PinProps & { anchor: { x: number; y: number } }) {
  const { sx, sy, height } = screen;
  const middle = { x: sx(anchor.x), y: sy(anchor.y) };
  const x = sx((extent.left + extent.right) / 2);
  const top = sy(extent.top);
  // Where there is no room above, it stands inside.
  const y = Math.min(height - 20, Math.max(14, top - STEM));
  const turning = useDrag<Grip>({ ...handle(drag, id, drag.turning(middle, { x, y })) });
  const r = 22;
  const [a, b] = [-138, -42].map((deg) => (deg * Math.PI) / 180) as [number, number];
  const arc = `M${x + Math.cos(a) * r} ${y + 16 + Math.sin(a) * r}A${r} ${r} 0 0 1 ${x + Math.cos(b) * r} ${y + 16 + Math.sin(b) * r}`;
  return (
    <g className="cursor-alias" data-turn={id} {...turning}>
      <path d={arc} fill="none" stroke="#ffffff" strokeWidth={4} strokeLinecap="round" />
      <path d={arc} fill="none" stroke={stroke} strokeWidth={1.6} strokeLinecap="round" />
      {top > y + 6 && <path d={`M${x} ${y + 5}V${top}`} stroke="#ffffff" strokeWidth={4} />}
      {top > y + 6 && <path d={`M${x} ${y + 5}V${top}`} stroke={stroke} strokeWidth={1.6} />}
      <circle cx={x} cy={y} r={5.5} fill={stroke} stroke="#ffffff" strokeWidth={2} />
      <circle cx={x} cy={y} r={2} fill="#ffffff" />
      <rect x={x - 14} y={y - 14} width={28} height={28} fill="transparent">
        <title>Drag to turn; it holds at every 15 degrees, with Alt it does not</title>
      </rect>
    </g>
  );
}

/** A rod beside it from the floor to its top: dragged up and down, it sizes about the feet. */
function SizeRod({ id, extent, layer, stroke, screen, drag, many }: PinProps & { layer: Layer; many: boolean }) {
  const { sx, sy, width } = screen;
  const tall = Math.max(1, extent.bottom - extent.top);
  const metric = !many && (layer.kind === 'character' || layer.kind === 'prop');
  const metres = metric ? tall / UNITS_PER_METRE : undefined;
  const sizing = useDrag<Grip>({ ...handle(drag, id, drag.sizing(tall, metres)) });
  const right = sx(extent.right) + ROD_AWAY;
  const x = right < width - 8 ? right : Math.max(8, sx(extent.left) - ROD_AWAY);
  const [top, bottom] = [Math.max(8, sy(extent.top)), Math.min(screen.height - 4, sy(extent.bottom))];
  const ticks = Array.from({ length: 5 }, (_, n) => top + ((bottom - top) * n) / 4);
  const rod = `M${x} ${top}V${bottom}${ticks.map((y) => `M${x - 3} ${y}h6`).join('')}`;
  const text = drag.told.label ?? (metres === undefined ? undefined : `${metres.toFixed(2)} m`);
  return (
    <g className="cursor-ns-resize" data-rod={id} {...sizing}>
      <path d={rod} stroke="#ffffff" strokeWidth={4} />
      <path d={rod} stroke={stroke} strokeWidth={1.6} />
      <rect x={x - 6} y={top - 4} width={12} height={8} fill={stroke} stroke="#ffffff" strokeWidth={1.6} />
      <path d={`M${x - 3} ${top - 1.4}h6M${x - 3} ${top + 1.4}h6`} stroke="#ffffff" strokeWidth={1} />
      <rect x={x - 14} y={top - 14} width={28} height={28} fill="transparent">
        <title>Drag to size it about its feet; Alt stretches it up, Alt and Shift across</title>
      </rect>
      {text && <Label x={Math.min(width - 28, x + 32)} y={top} text={text} />}
    </g>
  );
}
