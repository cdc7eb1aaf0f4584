import type { Character, FrameShape } from '../document/schema.ts';
import { type Matrix, multiply } from '../draw/matrix.ts';
import type { Plane } from '../draw/picture.ts';
import { isWholePerson } from '../figure/goesOn.ts';
import { wearOf } from '../figure/wear.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { isOn, type StagedLayer, valueAt } from '../schedule/staged.ts';
import { figureFromBehind } from './figures.ts';
import { frameSize } from './frame.ts';

/** Somebody over whose shoulder a shot looks, in the foreground at one side of the picture. */
export interface Shoulder {
  readonly staged: StagedLayer;
  /** Where it stands in the picture: -1 left, 1 right. */
  readonly side: -1 | 1;
}

/** Heads are this share of the picture's height, and lie so far from its middle (shares of width and height). */
const SIZE = { height: 0.5, width: 0.56, x: 0.395, y: 0.16 } as const;
/** How far of half a turn it has turned away: towards whom it looks at. */
const AWAY = 0.86;
/** Nearer than what is sharp, it is a little soft (units of the picture). */
const SOFT = 2.5;

/** Whether a character can be seen from behind on its feet: mascots and pictures have no back. */
export const hasShoulder = (character: Character | undefined): boolean => !!character && isWholePerson(character) && !wearOf(character).seat;

/** On which side of the picture somebody stands over whose shoulder another is seen: that on which they stand on the stage. */
export const shoulderSide = (over: StagedLayer, seen: StagedLayer, tick: number): -1 | 1 => (valueAt(over, 'x', tick) < valueAt(seen, 'x', tick) ? -1 : 1);

/** Over whose shoulder the shot of a moment looks; undefined where it does not, or where nobody is there to look over. */
export function shoulderAt(scene: SceneSchedule, tick: number): Shoulder | undefined {
  const shot = scene.shots.findLast(({ start }) => start <= tick);
  if (shot?.cue.framing !== 'shoulder') return undefined;
  const [seen, over] = shot.cue.subjects.map((id) => scene.layers.get(id));
  if (!seen || !over || over.layer.hidden || !isOn(over, tick) || over.layer.parent !== undefined || !hasShoulder(over.acting?.character)) return undefined;
  return { staged: over, side: shoulderSide(over, seen, shot.start) };
}

/** The one in the foreground, from behind, as it acts; `pinned` is the view of what lies on the picture. */
export function shoulderPlane(
  shoulder: Shoulder | undefined,
  { tick, shape, pinned }: { readonly tick: number; readonly shape: FrameShape; readonly pinned: Matrix },
): Plane | undefined {
  const acting = shoulder?.staged.acting;
  if (!shoulder || !acting) return undefined;
  const { side } = shoulder;
  const { id } = shoulder.staged;
  const { width, height } = frameSize(shape);
  const { nodes, skeleton } = figureFromBehind(id, acting, tick, -side * AWAY);
  const tall = Math.min(height * SIZE.height, width * SIZE.width);
  const scale = tall / (acting.p.headHeight * 2);
  // The head lies still but for its own small moves: it is about the neck that a back is placed.
  const at = { x: skeleton.neck.x, y: skeleton.neck.y - acting.p.neck - acting.p.headHeight };
  const x = side * width * SIZE.x - at.x * scale;
  const y = height * SIZE.y - at.y * scale;
  return { id: `${id}.shoulder`, view: multiply(pinned, [scale, 0, 0, scale, x, y]), nodes, blur: SOFT };
}
