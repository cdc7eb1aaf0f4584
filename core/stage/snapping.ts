/** A box on the stage, stage units, y down. */
export interface StageExtent {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Something that others line up with: its box, and where it stands. */
export interface Landmark {
  readonly id: string;
  readonly name: string;
  readonly extent: StageExtent;
  /** Between its feet; of what hangs, its middle. */
  readonly anchor: { readonly x: number; readonly y: number };
  readonly stands: boolean;
}

/** A line that a dragged thing has come to lie on, in stage units. */
export interface Guide {
  /** `x`: an upright line at this x; `y`: a level one at this y. */
  readonly axis: 'x' | 'y';
  readonly at: number;
  readonly label: string;
  /** Of thirds and the middle the line is dashed. */
  readonly dashed: boolean;
}

/** A distance between two feet that equals another one. */
export interface Spacing {
  readonly from: number;
  readonly to: number;
  readonly y: number;
}

export interface Snapped {
  /** What is added to the drag, stage units. */
  readonly dx: number;
  readonly dy: number;
  readonly guides: readonly Guide[];
  readonly spacings: readonly Spacing[];
}

interface Candidate {
  readonly by: number;
  readonly guide: Guide;
  readonly spacings?: readonly Spacing[];
}

/** The nearest of candidates within reach; of equals the first. */
function nearest(candidates: readonly Candidate[], reach: number): Candidate | undefined {
  let best: Candidate | undefined;
  for (const one of candidates) if (Math.abs(one.by) <= reach && (!best || Math.abs(one.by) < Math.abs(best.by) - 1e-9)) best = one;
  return best;
}

/**
 * Where a thing that is dragged lines up: the frame's edges, middle and thirds, the floor, other things, and equal
 * spacing between feet. `moving` is where it would lie without it; `reach` in stage units. The axes are drawn apart.
 */
export function snapPlace(
  moving: Pick<Landmark, 'extent' | 'anchor' | 'stands'>,
  others: readonly Landmark[],
  frame: { readonly width: number; readonly height: number },
  floor: number,
  reach: number,
): Snapped {
  const across = nearest([...frameAcross(moving, frame), ...besideOthers(moving, others), ...evenGaps(moving, others)], reach);
  const down = nearest([...frameDown(moving, frame, floor), ...levelWith(moving, others)], reach);
  return {
    dx: across?.by ?? 0,
    dy: down?.by ?? 0,
    guides: [...(across ? [across.guide] : []), ...(down ? [down.guide] : [])],
    spacings: across?.spacings ?? [],
  };
}

const upright = (at: number, label: string, dashed = false): Guide => ({ axis: 'x', at, label, dashed });
const level = (at: number, label: string, dashed = false): Guide => ({ axis: 'y', at, label, dashed });

function frameAcross({ extent, anchor }: Pick<Landmark, 'extent' | 'anchor'>, { width }: { width: number }): Candidate[] {
  const marks: [number, string][] = [
    [0, 'middle'],
    [-width / 6, 'one third'],
    [width / 6, 'two thirds'],
  ];
  return [
    ...marks.map(([at, label]) => ({ by: at - anchor.x, guide: upright(at, label, true) })),
    { by: -width / 2 - extent.left, guide: upright(-width / 2, 'left edge') },
    { by: width / 2 - extent.right, guide: upright(width / 2, 'right edge') },
  ];
}

function frameDown({ extent, anchor, stands }: Pick<Landmark, 'extent' | 'anchor' | 'stands'>, { height }: { height: number }, floor: number): Candidate[] {
  if (stands) return [{ by: floor - anchor.y, guide: level(floor, 'floor') }];
  const middle = (extent.top + extent.bottom) / 2;
  return [
    { by: -middle, guide: level(0, 'middle', true) },
    { by: -height / 6 - middle, guide: level(-height / 6, 'upper third', true) },
    { by: height / 6 - middle, guide: level(height / 6, 'lower third', true) },
    { by: -height / 2 - extent.top, guide: level(-height / 2, 'upper edge') },
    { by: height / 2 - extent.bottom, guide: level(height / 2, 'lower edge') },
  ];
}

function besideOthers({ extent, anchor }: Pick<Landmark, 'extent' | 'anchor'>, others: readonly Landmark[]): Candidate[] {
  return others.flatMap((other) => [
    { by: other.anchor.x - anchor.x, guide: upright(other.anchor.x, other.name) },
    { by: other.extent.left - extent.left, guide: upright(other.extent.left, `left of ${other.name}`) },
    { by: other.extent.right - extent.right, guide: upright(other.extent.right, `right of ${other.name}`) },
  ]);
}

function levelWith({ extent, anchor, stands }: Pick<Landmark, 'extent' | 'anchor' | 'stands'>, others: readonly Landmark[]): Candidate[] {
  return others.flatMap((other) =>
    stands && other.stands
      ? [{ by: other.anchor.y - anchor.y, guide: level(other.anchor.y, `level with ${other.name}`) }]
      : stands
        ? []
        : [
            { by: other.extent.top - extent.top, guide: level(other.extent.top, `top of ${other.name}`) },
            {
              by: (other.extent.top + other.extent.bottom - extent.top - extent.bottom) / 2,
              guide: level((other.extent.top + other.extent.bottom) / 2, `middle of ${other.name}`),
            },
          ],
  );
}

/** Between two others, or as far beside one as the next stands from it. */
function evenGaps({ anchor }: Pick<Landmark, 'anchor'>, others: readonly Landmark[]): Candidate[] {
  const feet = others.filter(({ stands }) => stands).sort((a, b) => a.anchor.x - b.anchor.x);
  const y = anchor.y;
  const at = (x: number, ...spans: (readonly [number, number])[]): Candidate => ({
    by: x - anchor.x,
    guide: upright(x, 'even'),
    spacings: spans.map(([from, to]) => ({ from: Math.min(from, to), to: Math.max(from, to), y })),
  });
  return feet.flatMap((one, index) => {
    const next = feet[index + 1];
    if (!next) return [];
    const [a, b] = [one.anchor.x, next.anchor.x];
    const gap = b - a;
    if (gap < 1) return [];
    const middle = (a + b) / 2;
    return [at(middle, [a, middle], [middle, b]), at(b + gap, [a, b], [b, b + gap]), at(a - gap, [a - gap, a], [a, b])];
  });
}

/** The share of the smaller one's width that two who stand beside each other overlap by; 0 where they do not. */
export function overlapOf(a: StageExtent, b: StageExtent): number {
  const width = Math.min(a.right, b.right) - Math.max(a.left, b.left);
  const height = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
  if (width <= 0 || height <= 0) return 0;
  return width / Math.max(1, Math.min(a.right - a.left, b.right - b.left));
}
