import type { Layer, Mask } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { type PropertyValues, setMask, setProperty } from '#core/edit/commands/layers';
import type { LayerBox } from '#core/stage/boxes';
import { newKey } from '../ids.ts';
import { preview, run } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { useDrag } from '../ui/useDrag.ts';
import { ownValue } from './commands/held.ts';
import type { PlacedScene } from './film.ts';
import type { Screen } from './onStage.ts';

type Edge = 'Left' | 'Top' | 'Right' | 'Bottom';
const EDGES: readonly Edge[] = ['Left', 'Top', 'Right', 'Bottom'];
type ShapeMask = Exclude<Mask, { layer: string }>;
/** Shares of the box that are seen. */
interface Cut {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** How it was when a drag began: what is tried meanwhile says nothing. */
interface Base {
  readonly cut: Cut;
  readonly mask: ShapeMask;
}

/** Something of the box always stays, share. */
const LEAST = 0.02;
const thousandth = (value: number): number => Math.round(value * 1000) / 1000;

/** What of a layer is seen, cut on the stage: its crop, or the shape that masks it. */
export const cutOf = (scene: PlacedScene, id: string, layer: Layer, what: 'crop' | 'mask'): Cut | undefined => {
  if (what === 'mask') {
    const { mask } = layer;
    if (!mask || 'layer' in mask) return undefined;
    return { left: mask.x - mask.width / 2, top: mask.y - mask.height / 2, right: mask.x + mask.width / 2, bottom: mask.y + mask.height / 2 };
  }
  const crop = (edge: Edge): number => ownValue(scene, id, `crop${edge}`);
  return { left: crop('Left'), top: crop('Top'), right: 1 - crop('Right'), bottom: 1 - crop('Bottom') };
};

/** The next crop when an edge is drawn by a share of its box; the others stay. */
export function croppedBy({ left, top, right, bottom }: Cut, edge: Edge, du: number, dv: number): PropertyValues {
  const within = (value: number, most: number): number => thousandth(Math.min(most, Math.max(0, value)));
  switch (edge) {
    case 'Left':
      return { cropLeft: within(left + du, right - LEAST) };
    case 'Right':
      return { cropRight: within(1 - right - du, 1 - left - LEAST) };
    case 'Top':
      return { cropTop: within(top + dv, bottom - LEAST) };
    default:
      return { cropBottom: within(1 - bottom - dv, 1 - top - LEAST) };
  }
}

/** The next mask when one of its edges is drawn (its middle stays), or all of it is moved. */
export function maskedBy(mask: ShapeMask, edge: Edge | 'Middle', du: number, dv: number): ShapeMask {
  const wide = (by: number): number => thousandth(Math.min(20, Math.max(LEAST, mask.width + 2 * by)));
  const high = (by: number): number => thousandth(Math.min(20, Math.max(LEAST, mask.height + 2 * by)));
  switch (edge) {
    case 'Left':
      return { ...mask, width: wide(-du) };
    case 'Right':
      return { ...mask, width: wide(du) };
    case 'Top':
      return { ...mask, height: high(-dv) };
    case 'Bottom':
      return { ...mask, height: high(dv) };
    default:
      return { ...mask, x: thousandth(mask.x + du), y: thousandth(mask.y + dv) };
  }
}

/** Edges of what is seen of a layer, drawn in and out along its own sides, however it is turned. */
export function CropHandles({ id, scene, box, screen, what }: { id: string; scene: PlacedScene; box: LayerBox; screen: Screen; what: 'crop' | 'mask' }) {
  const layer = scene.scene.layers[id];
  const cut = layer && cutOf(scene, id, layer, what);
  if (!layer || !cut) return null;
  const [a, b, , d] = box.corners;
  const [across, down] = [
    { x: b.x - a.x, y: b.y - a.y },
    { x: d.x - a.x, y: d.y - a.y },
  ];
  /** A place of the box (shares) on the screen. */
  const at = (u: number, v: number) => ({ x: screen.sx(a.x + across.x * u + down.x * v), y: screen.sy(a.y + across.y * u + down.y * v) });
  /** So many pixels as shares of the box, along its own sides. */
  const shares = (dx: number, dy: number): [number, number] => {
    const along = ({ x, y }: { x: number; y: number }): number => (dx * x + dy * y) / screen.k / Math.max(1, x * x + y * y);
    return [along(across), along(down)];
  };
  const base: Base = { cut, mask: layer.mask as ShapeMask };
  const recipe = (from: Base, edge: Edge | 'Middle', du: number, dv: number): Recipe => {
    const { tick, recording } = useView.getState();
    if (what === 'mask') return setMask(scene.id, id, maskedBy(from.mask, edge, du, dv));
    return setProperty(scene.id, id, croppedBy(from.cut, edge as Edge, du, dv), tick, newKey, recording);
  };
  const path = (u1: number, v1: number, u2: number, v2: number): string =>
    `${[at(u1, v1), at(u2, v1), at(u2, v2), at(u1, v2)].map(({ x, y }, n) => `${n ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')}Z`;
  const inner = path(cut.left, cut.top, cut.right, cut.bottom);
  const round = what === 'mask' && (layer.mask as ShapeMask).shape === 'ellipse';
  return (
    <g data-cutting={what}>
      <path d={`${path(0, 0, 1, 1)}${inner}`} fillRule="evenodd" fill="#0f2126" fillOpacity={0.5} pointerEvents="none" />
      <path d={inner} fill="none" stroke="#ffffff" strokeWidth={4} pointerEvents="none" />
      <path d={inner} fill="none" stroke="#0f2b30" strokeWidth={1.6} strokeDasharray={round ? '5 3' : undefined} pointerEvents="none" />
      {what === 'mask' && <Grip edge="Middle" place={at((cut.left + cut.right) / 2, (cut.top + cut.bottom) / 2)} along={across} base={base} shares={shares} recipe={recipe} />}
      {EDGES.map((edge) => (
        <Grip
          key={edge}
          edge={edge}
          place={at(
            edge === 'Left' ? cut.left : edge === 'Right' ? cut.right : (cut.left + cut.right) / 2,
            edge === 'Top' ? cut.top : edge === 'Bottom' ? cut.bottom : (cut.top + cut.bottom) / 2,
          )}
          along={edge === 'Left' || edge === 'Right' ? down : across}
          base={base}
          shares={shares}
          recipe={recipe}
        />
      ))}
    </g>
  );
}

const NAMES: Readonly<Record<Edge | 'Middle', string>> = { Left: 'Left edge', Top: 'Upper edge', Right: 'Right edge', Bottom: 'Lower edge', Middle: 'Middle of the mask' };

/** A bar on an edge that draws it in and out; a pin in the middle of a mask. */
function Grip({
  edge,
  place,
  along,
  base,
  shares,
  recipe,
}: {
  edge: Edge | 'Middle';
  place: { x: number; y: number };
  along: { x: number; y: number };
  base: Base;
  shares: (dx: number, dy: number) => [number, number];
  recipe: (from: Base, edge: Edge | 'Middle', du: number, dv: number) => Recipe;
}) {
  const label = edge === 'Middle' ? 'Move the mask' : 'Cut';
  const drawn = (from: Base, dx: number, dy: number): Recipe => recipe(from, edge, ...shares(dx, dy));
  const drag = useDrag<Base>({
    slack: 0,
    start: () => base,
    move: (from, { dx, dy }) => preview(drawn(from, dx, dy)),
    end: (from, { dx, dy }) => void run(label, drawn(from, dx, dy)),
    cancel: () => preview(undefined),
    nudge: (dx, dy) => Boolean(run(label, recipe(base, edge, dx * 0.01, dy * 0.01))),
  });
  const angle = (Math.atan2(along.y, along.x) * 180) / Math.PI;
  const upright = edge === 'Left' || edge === 'Right';
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing has no buttons
    <g
      role="button"
      tabIndex={0}
      aria-label={NAMES[edge]}
      transform={`translate(${place.x} ${place.y}) rotate(${angle})`}
      className={edge === 'Middle' ? 'cursor-move' : upright ? 'cursor-ew-resize' : 'cursor-ns-resize'}
      {...drag}
      data-cut={edge}
    >
      {edge === 'Middle' ? (
        <circle r={5.5} fill="#0f2b30" stroke="#ffffff" strokeWidth={2} />
      ) : (
        <rect x={-11} y={-3} width={22} height={6} rx={1.5} fill="#0f2b30" stroke="#ffffff" strokeWidth={2} />
      )}
      <rect x={-16} y={-14} width={32} height={28} fill="transparent" />
    </g>
  );
}
