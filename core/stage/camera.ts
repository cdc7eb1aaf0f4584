import type { CueOf } from '../document/schema.ts';
import { FRAMES, type FrameShape } from '../document/schema.ts';
import type { Matrix } from '../draw/matrix.ts';
import { heightOf } from '../figure/proportions.ts';
import type { LayerSchedule, SceneSchedule } from '../schedule/schedule.ts';
import { clamp, eased } from '../time/easing.ts';
import { sample } from '../time/track.ts';

/** What the camera takes in: centre and width in stage units; the height follows from the frame. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

/** Size of a frame in stage units: the shorter side is 1080. */
export const frameSize = (shape: FrameShape): { width: number; height: number } => ({ width: FRAMES[shape][0], height: FRAMES[shape][1] });

/** Headroom as a share of the view's height (motion.md: 8-12 %). */
const HEADROOM = 0.1;

/** The view of a framing, its subjects standing where they do at `tick`; kept inside the frame. */
export function framingView(scene: SceneSchedule, cue: CueOf<'camera'>, tick: number, shape: FrameShape): View {
  const frame = frameSize(shape);
  const aspect = frame.width / frame.height;
  const subjects = cue.subjects.map((id) => scene.layers.get(id)).filter((layer) => layer !== undefined);
  const keep = (view: View): View => inside(view, frame);
  if (cue.framing === 'place') return keep({ x: cue.x, y: cue.y, width: cue.width });
  if (cue.framing === 'wide' || subjects.length === 0) return { x: 0, y: 0, width: frame.width };
  const boxes = subjects.map((layer) => standingBox(layer, tick));
  const left = Math.min(...boxes.map((b) => b.left));
  const right = Math.max(...boxes.map((b) => b.right));
  const top = Math.min(...boxes.map((b) => b.top));
  const floor = Math.max(...boxes.map((b) => b.floor));
  const tallest = floor - top;
  const [first] = boxes as [(typeof boxes)[number]];
  if (cue.framing === 'two-shot') {
    const height = Math.max(tallest * 1.12, (right - left + 220) / aspect);
    return keep({ x: (left + right) / 2, y: top - height * HEADROOM + height / 2, width: height * aspect });
  }
  // A mascot's head is half of it: its framings take in more of the whole.
  const mascot = subjects[0]?.character.kind === 'mascot';
  const share = cue.framing === 'medium' ? (mascot ? 1.22 : 0.74) : mascot ? 0.86 : 0.46;
  const height = Math.max(tallest * share, (first.headWidth * (mascot ? 1.8 : 2.6)) / aspect);
  // Lead room on the side that the face looks to.
  const lead = (subjects[0] as LayerSchedule).layer.turn * height * aspect * 0.14;
  return keep({ x: (left + right) / 2 + lead, y: top - height * HEADROOM + height / 2, width: height * aspect });
}

function standingBox(layer: LayerSchedule, tick: number): { left: number; right: number; top: number; floor: number; headWidth: number } {
  const x = sample(layer.x, tick);
  const floor = sample(layer.y, tick);
  const { scale } = layer.layer;
  const tall = heightOf(layer.p) + (layer.character.kind === 'mascot' ? 34 : 22);
  const half = (layer.p.shoulder + 34) * scale;
  return { left: x - half, right: x + half, top: floor - tall * scale, floor, headWidth: layer.p.headWidth * 2 * scale };
}

function inside({ x, y, width }: View, frame: { width: number; height: number }): View {
  const w = clamp(width, 60, frame.width);
  const h = (w * frame.height) / frame.width;
  return { x: clamp(x, -(frame.width - w) / 2, (frame.width - w) / 2), y: clamp(y, -(frame.height - h) / 2, (frame.height - h) / 2), width: w };
}

/** The camera at a tick: the shot's framing, eased from the one before, with its slow push. */
export function cameraAt(scene: SceneSchedule, tick: number, shape: FrameShape): View {
  const frame = frameSize(shape);
  const index = scene.shots.findLastIndex((shot) => shot.start <= tick);
  const shot = scene.shots[index];
  if (!shot) return { x: 0, y: 0, width: frame.width };
  const settled = pushed(scene, index, tick, shape);
  const { over } = shot.cue;
  if (over > 0 && tick < shot.start + over) {
    const from = index > 0 ? pushed(scene, index - 1, shot.start, shape) : { x: 0, y: 0, width: frame.width };
    const t = eased('both', (tick - shot.start) / over);
    // Widths move by ratio, so that the speed of the zoom is even; the centre follows the zoom.
    const width = from.width * (settled.width / from.width) ** t;
    const share = Math.abs(from.width - settled.width) > 1 ? (from.width - width) / (from.width - settled.width) : t;
    return rounded({ x: from.x + (settled.x - from.x) * share, y: from.y + (settled.y - from.y) * share, width });
  }
  return rounded(settled);
}

function pushed(scene: SceneSchedule, index: number, tick: number, shape: FrameShape): View {
  const shot = scene.shots[index] as SceneSchedule['shots'][number];
  const view = framingView(scene, shot.cue, shot.start, shape);
  if (!shot.cue.push) return view;
  const share = clamp((tick - shot.start) / Math.max(1, shot.end - shot.start), 0, 1);
  return inside({ ...view, width: view.width * (1 - shot.cue.push * share) }, frameSize(shape));
}

/** Views are rounded, so that a settled camera is the same from frame to frame and on every machine. */
const rounded = ({ x, y, width }: View): View => ({ x: Math.round(x * 32) / 32, y: Math.round(y * 32) / 32, width: Math.round(width * 32) / 32 });

export function viewMatrix({ x, y, width }: View, shape: FrameShape): Matrix {
  const frame = frameSize(shape);
  const k = frame.width / width;
  return [k, 0, 0, k, frame.width / 2 - k * x, frame.height / 2 - k * y];
}
