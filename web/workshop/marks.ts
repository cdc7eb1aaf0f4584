import type { PictureFace } from '#core/document/schema';

/** Places are shares of the picture; `aspect` is its width by its height, so that lengths are the same both ways. */
export interface Mark {
  readonly id: string;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  /** Which tool shows it first. */
  readonly tool: MarkTool;
  /** The face with this mark somewhere else. */
  moved(x: number, y: number): PictureFace;
}
export const MARK_TOOLS = ['eyes', 'brows', 'mouth', 'chin'] as const;
export type MarkTool = (typeof MARK_TOOLS)[number];

type Spot = readonly [number, number];
type Three = [[number, number], [number, number], [number, number]];
const three = (spots: readonly [Spot, Spot, Spot]): Three => spots.map(([x, y]) => [x, y]) as Three;
const put = (spots: readonly [Spot, Spot, Spot], n: number, x: number, y: number): Three => {
  const out = three(spots);
  out[n] = [x, y];
  return out;
};
const LEAST = 0.002;

/** The pin at the top of a face's axis: as far above the eyes as the chin is below them, on the face's lean. */
export function tiltPin(face: PictureFace, aspect: number): Spot {
  const [x, y] = [(face.left.x + face.right.x) / 2, (face.left.y + face.right.y) / 2];
  const long = Math.hypot((face.chin[0] - x) * aspect, face.chin[1] - y);
  const angle = (face.tiltDeg * Math.PI) / 180;
  return [x + (Math.sin(angle) * long * 1.15) / aspect, y - Math.cos(angle) * long * 1.15];
}

/** Every handle of a face, in the order in which one goes through them. */
export function marksOf(face: PictureFace, aspect: number): Mark[] {
  const marks: Mark[] = [];
  for (const side of ['left', 'right'] as const) {
    const eye = face[side];
    const name = side === 'left' ? 'Left eye' : 'Right eye';
    const out = side === 'left' ? -1 : 1;
    const keep = (values: Partial<PictureFace['left']>): PictureFace => ({ ...face, [side]: { ...eye, ...values } });
    marks.push(
      { id: `${side} middle`, name: `${name}, middle`, x: eye.x, y: eye.y, tool: 'eyes', moved: (x, y) => keep({ x, y }) },
      {
        id: `${side} width`,
        name: `${name}, width`,
        x: eye.x + out * eye.halfWidth,
        y: eye.y,
        tool: 'eyes',
        moved: (x) => keep({ halfWidth: Math.min(0.5, Math.max(LEAST, Math.abs(x - eye.x))) }),
      },
      {
        id: `${side} height`,
        name: `${name}, height`,
        x: eye.x,
        y: eye.y - eye.halfHeight,
        tool: 'eyes',
        moved: (_, y) => keep({ halfHeight: Math.min(0.5, Math.max(LEAST, Math.abs(y - eye.y))) }),
      },
    );
  }
  if (face.brows)
    for (const side of ['left', 'right'] as const) {
      const brows = face.brows;
      const ends = ['inner end', 'middle', 'outer end'] as const;
      brows[side].forEach(([x, y], n) =>
        marks.push({
          id: `brow ${side} ${n}`,
          name: `${side === 'left' ? 'Left' : 'Right'} brow, ${ends[n]}`,
          x,
          y,
          tool: 'brows',
          moved: (px, py) => ({ ...face, brows: { ...brows, [side]: put(brows[side], n, px, py) } }),
        }),
      );
    }
  const corners = ['left corner', 'middle', 'right corner'] as const;
  face.mouth.forEach(([x, y], n) =>
    marks.push({ id: `mouth ${n}`, name: `Mouth, ${corners[n]}`, x, y, tool: 'mouth', moved: (px, py) => ({ ...face, mouth: put(face.mouth, n, px, py) }) }),
  );
  marks.push({ id: 'chin', name: 'Chin', x: face.chin[0], y: face.chin[1], tool: 'chin', moved: (x, y) => ({ ...face, chin: [x, y] }) });
  const [tx, ty] = tiltPin(face, aspect);
  marks.push({
    id: 'tilt',
    name: 'Tilt',
    x: tx,
    y: ty,
    tool: 'chin',
    moved: (x, y) => {
      const [mx, my] = [(face.left.x + face.right.x) / 2, (face.left.y + face.right.y) / 2];
      return { ...face, tiltDeg: Math.round((Math.atan2((x - mx) * aspect, my - y) * 180) / Math.PI) };
    },
  });
  return marks;
}

/** Brows as they lie over eyes, where none were marked yet. */
export function browsAbove(face: PictureFace): NonNullable<PictureFace['brows']> {
  const over = ({ x, y, halfWidth, halfHeight }: PictureFace['left'], out: -1 | 1): Three => [
    [x - out * halfWidth * 0.95, y - halfHeight * 1.55],
    [x, y - halfHeight * 1.85],
    [x + out * halfWidth * 1.05, y - halfHeight * 1.5],
  ];
  return { left: over(face.left, -1), right: over(face.right, 1) };
}
