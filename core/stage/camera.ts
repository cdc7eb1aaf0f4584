import type { CueOf, FrameShape } from '../document/schema.ts';
import { hashText } from '../draw/hash.ts';
import { meanScale, transform } from '../draw/matrix.ts';
import { NO_FONTS } from '../draw/text.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { isOn, type StagedLayer, valueAt } from '../schedule/staged.ts';
import { clamp, eased } from '../time/easing.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { sample } from '../time/track.ts';
import { frameSize, type View } from './frame.ts';
import { drawnKind } from './layers/index.ts';
import { middleBox } from './layers/kind.ts';
import { CAMERA_METRES, stageMatrix } from './place.ts';
import { hasShoulder, shoulderSide } from './shoulder.ts';

/** Headroom as a share of the view's height (motion.md: 8-12 %). */
const HEADROOM = 0.1;

/** Shares of the height that are seen of somebody who stands. */
const SHARES = { medium: { person: 0.8, mascot: 1.26 }, close: { person: 0.46, mascot: 0.86 }, shoulder: { person: 0.66, mascot: 1.1 } } as const;
/** Over a shoulder, who is seen stands so far on the other side of the middle, as a share of the width. */
const BESIDE_SHOULDER = 0.13;

/** The view of a framing, its subjects standing where they do at `tick`; kept inside the frame. */
export function framingView(scene: SceneSchedule, cue: CueOf<'camera'>, tick: number, shape: FrameShape): View {
  const frame = frameSize(shape);
  const aspect = frame.width / frame.height;
  const subjects = cue.subjects.flatMap((id) => scene.layers.get(id) ?? []);
  const keep = (view: View): View => inside(view, frame);
  if (cue.framing === 'place') return keep({ x: cue.x, y: cue.y, width: cue.width });
  if (cue.framing === 'wide' || subjects.length === 0) return { x: 0, y: 0, width: frame.width };
  const boxes = subjects.map((layer) => standingBox(scene, layer, tick));
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
  // A mascot's head is half of it: its framings take in more of the whole. From the waist there is room below for captions under the hands.
  const [one] = subjects as [StagedLayer];
  const mascot = one.acting && one.acting.character.kind !== 'person';
  const share = SHARES[cue.framing][mascot ? 'mascot' : 'person'];
  // Over a shoulder it is one that is seen, however many are named.
  const own = cue.framing === 'shoulder' ? first.floor - first.top : tallest;
  const height = Math.max(own * share, (first.headWidth * (mascot ? 1.8 : 2.6)) / aspect);
  if (cue.framing === 'shoulder') {
    const [, other] = subjects;
    const aside = other && hasShoulder(other.acting?.character) ? shoulderSide(other, one, tick) * height * aspect * BESIDE_SHOULDER : 0;
    return keep({ x: (first.left + first.right) / 2 + aside, y: first.top - height * HEADROOM + height / 2, width: height * aspect });
  }
  // Lead room on the side that the face looks to.
  const room = cue.framing === 'medium' ? roomSide(scene, one, tick) * OFF_MIDDLE : 0;
  const lead = (valueAt(one, 'turn', tick) * Math.sign(valueAt(one, 'scaleX', tick)) * 0.14 + room) * height * aspect;
  const view = keep({ x: (left + right) / 2 + lead, y: top - height * HEADROOM + height / 2, width: height * aspect });
  return keep(clearOfHeads(view, headsBeside(scene, cue.subjects, tick), headOf(scene, one, tick), aspect));
}

/** A presenter alone stands so far off the middle, as a share of the width. */
const OFF_MIDDLE = 0.085;

/** On which side somebody who is alone on the stage has room: where things stand, else where the face looks; 0 for one of several. */
function roomSide(scene: SceneSchedule, one: StagedLayer, tick: number): -1 | 0 | 1 {
  const seen = [...scene.layers.values()].filter((staged) => !staged.layer.hidden && staged.layer.parent === undefined && isOn(staged, tick));
  if (seen.filter(({ acting }) => acting).length !== 1) return 0;
  const x = valueAt(one, 'x', tick);
  const things = seen.filter(({ layer }) => BESIDE.has(layer.kind)).map((staged) => valueAt(staged, 'x', tick) - x);
  const side = things.length ? things.reduce((sum, away) => sum + away, 0) : valueAt(one, 'turn', tick) * Math.sign(valueAt(one, 'scaleX', tick));
  return side < 0 ? -1 : 1;
}
/** Kinds of layers that somebody presents. */
const BESIDE: ReadonlySet<string> = new Set(['prop', 'picture', 'clip', 'chart', 'group']);

interface Head {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** A figure's head with its hair, upright on the stage. */
function headOf(scene: SceneSchedule, staged: StagedLayer, tick: number): Head {
  const { left, right, top, headWidth } = standingBox(scene, staged, tick);
  const middle = (left + right) / 2;
  return { left: middle - headWidth * 0.62, right: middle + headWidth * 0.62, top, bottom: top + headWidth * 1.5 };
}

/** Heads of all who stand there besides the subjects. */
const headsBeside = (scene: SceneSchedule, subjects: readonly string[], tick: number): Head[] =>
  [...scene.layers.values()]
    .filter((staged) => staged.acting && !staged.layer.hidden && !subjects.includes(staged.id) && staged.layer.parent === undefined && isOn(staged, tick))
    .map((staged) => headOf(scene, staged, tick));

/** How far a view may be moved aside, and how much wider it may become, as shares of its width, so that no edge cuts a head. */
const ASIDE = 0.16;
const WIDER = 1.3;

/** A view whose sides cut through nobody's head: moved aside while its subject's head stays well inside, else widened to take the head in. */
function clearOfHeads(view: View, heads: readonly Head[], subject: Head, aspect: number): View {
  const cut = ({ x, y, width }: View): Head[] => {
    const [l, r, t, b] = [x - width / 2, x + width / 2, y - width / aspect / 2, y + width / aspect / 2];
    return heads.filter((head) => head.bottom > t && head.top < b && ((head.left < l && head.right > l) || (head.left < r && head.right > r)));
  };
  const [first] = cut(view);
  if (!first) return view;
  const margin = view.width * 0.06;
  const holds = ({ x, width }: View): boolean => subject.left - margin > x - width / 2 && subject.right + margin < x + width / 2;
  // Out of the picture, by the shorter way; then wholly into it.
  const moves = [first.right - (view.x - view.width / 2), first.left - (view.x + view.width / 2), first.left - (view.x - view.width / 2), first.right - (view.x + view.width / 2)]
    .filter((by) => Math.abs(by) <= view.width * ASIDE)
    .sort((a, b) => Math.abs(a) - Math.abs(b));
  for (const by of moves) {
    const moved = { ...view, x: view.x + by + Math.sign(by) };
    if (holds(moved) && !cut(moved).length) return moved;
  }
  const [left, right] = [Math.min(view.x - view.width / 2, first.left - margin), Math.max(view.x + view.width / 2, first.right + margin)];
  const wide = { x: (left + right) / 2, y: view.y, width: right - left };
  if (wide.width > view.width * WIDER || cut(wide).length) return view;
  // As much more below as above the head, so that the headroom stays.
  return { ...wide, y: view.y + ((wide.width - view.width) / aspect) * (0.5 - HEADROOM) };
}

/** A box is measured without letters: words as a square of their size. */
const UNIT = middleBox(1, 1);

/** The box of a subject on the stage, upright, and how wide its head is. */
function standingBox(scene: SceneSchedule, staged: StagedLayer, tick: number): { left: number; right: number; top: number; floor: number; headWidth: number } {
  const own = drawnKind(staged.layer.kind)?.box(staged as never, tick, { fonts: NO_FONTS }) ?? UNIT;
  const matrix = stageMatrix(scene, staged.id, tick);
  const corners = [own.left, own.right].flatMap((x) => [own.top, own.bottom].map((y) => transform(matrix, x, y)));
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  const [left, right, top, floor] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const head = staged.acting ? staged.acting.p.headWidth * 2 * meanScale(matrix) : (right - left) / 3;
  return { left, right, top, floor, headWidth: head };
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
  // Nobody travels to a shoulder or away from one: that is a cut.
  const cuts = shot.cue.framing === 'shoulder' || scene.shots[index - 1]?.cue.framing === 'shoulder';
  if (over > 0 && !cuts && tick < shot.start + over) {
    const from = index > 0 ? pushed(scene, index - 1, shot.start, shape) : { x: 0, y: 0, width: frame.width };
    const t = eased('both', (tick - shot.start) / over);
    // Widths move by ratio, so that the speed of the zoom is even; the centre follows the zoom.
    const width = from.width * (settled.width / from.width) ** t;
    const share = Math.abs(from.width - settled.width) > 1 ? (from.width - width) / (from.width - settled.width) : t;
    return rounded({ x: from.x + (settled.x - from.x) * share, y: from.y + (settled.y - from.y) * share, width });
  }
  return rounded(settled);
}

/** Metres behind the stage plane that are sharp, and how soft everything else becomes, 0..1. */
export interface Focus {
  readonly depth: number;
  readonly blur: number;
}

/** What is in focus at a tick: the shot's, racked from the one before along its easing. */
export function focusAt(scene: SceneSchedule, tick: number): Focus {
  const index = scene.shots.findLastIndex((shot) => shot.start <= tick);
  const shot = scene.shots[index];
  if (!shot) return SHARP;
  const settled = focusOf(scene, index, tick);
  const { over } = shot.cue;
  if (over <= 0 || tick >= shot.start + over) return settled;
  const from = index > 0 ? focusOf(scene, index - 1, shot.start) : SHARP;
  const t = eased('both', (tick - shot.start) / over);
  const step = (a: number, b: number): number => Math.round((a + (b - a) * t) * 100) / 100;
  // What was all sharp has no depth of its own to come from.
  return { depth: from.blur ? step(from.depth, settled.depth) : settled.depth, blur: step(from.blur, settled.blur) };
}

export const SHARP: Focus = { depth: 0, blur: 0 };

function focusOf(scene: SceneSchedule, index: number, tick: number): Focus {
  const { cue } = scene.shots[index] as SceneSchedule['shots'][number];
  if (!cue.focus) return SHARP;
  const on = scene.layers.get(cue.focus.on ?? cue.subjects[0] ?? '');
  return { depth: on ? Math.round(valueAt(on, 'depth', tick) * 100) / 100 : 0, blur: cue.focus.blur };
}

/** A backdrop lies so far behind the stage plane, metres. */
export const BACKDROP_DEPTH = 7;
/** Units of the picture by which what is wholly out of focus is blurred, for the difference of distances' inverses. */
const SOFTEST = 340;

/**
 * How far something at a depth is blurred, units of the picture: the circle of confusion of a thin lens, which grows with the
 * difference of the inverses of both distances.
 */
export function softness({ depth: sharp, blur }: Focus, depth: number): number {
  if (!blur) return 0;
  const away = (d: number): number => 1 / Math.max(1, CAMERA_METRES + d);
  return Math.round(blur * SOFTEST * Math.abs(away(sharp) - away(depth)) * 4) / 4;
}

function pushed(scene: SceneSchedule, index: number, tick: number, shape: FrameShape): View {
  const shot = scene.shots[index] as SceneSchedule['shots'][number];
  const { cue, tracks } = shot;
  const keyed = cue.framing === 'place' && (tracks.x ?? tracks.y ?? tracks.width);
  const at = (name: 'x' | 'y' | 'width'): number => (tracks[name] ? sample(tracks[name], tick) : cue[name]);
  const view = keyed ? inside({ x: at('x'), y: at('y'), width: at('width') }, frameSize(shape)) : framingView(scene, cue, cue.follow ? tick : shot.start, shape);
  if (!shot.cue.push) return shaken(view, cue, shot.id, tick - shot.start, shape);
  const share = clamp((tick - shot.start) / Math.max(1, shot.end - shot.start), 0, 1);
  return shaken(inside({ ...view, width: view.width * (1 - shot.cue.push * share) }, frameSize(shape)), cue, shot.id, tick - shot.start, shape);
}

/** Swings of a shaken camera: times a second, and share of the width at full strength. */
const SWINGS = [
  [1.7, 0.016],
  [3.1, 0.009],
  [7.3, 0.004],
] as const;

/** A view that shakes: the same for the same shot and moment, never out of the frame. */
function shaken(view: View, { shake }: CueOf<'camera'>, id: string, ticks: number, shape: FrameShape): View {
  if (!shake) return view;
  const phase = (hashText(id) % 1000) / 159;
  const seconds = ticks / TICKS_PER_SECOND;
  const swing = (turn: number): number =>
    SWINGS.reduce((sum, [rate, width], n) => sum + Math.sin(seconds * rate * Math.PI * 2 + phase * (n + 1) + turn) * width, 0) * shake * view.width;
  // A little nearer, so that there is room to swing.
  const width = view.width * (1 - shake * 0.05);
  return inside({ x: view.x + swing(0), y: view.y + swing(1.9) * 0.7, width }, frameSize(shape));
}

/** Views are rounded, so that a settled camera is the same from frame to frame and on every machine. */
const rounded = ({ x, y, width }: View): View => ({ x: Math.round(x * 32) / 32, y: Math.round(y * 32) / 32, width: Math.round(width * 32) / 32 });
