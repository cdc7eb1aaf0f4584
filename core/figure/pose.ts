/**
 * A stance as numbers: all zero is standing upright with the arms hanging, so that poses add. Angles in degrees (an
 * animator's unit; the skeleton turns them into radians), lengths in the figure's units (1 HU = 100). "L" and "R" are
 * the sides of the picture, not of the body.
 */
export const SIDES = ['L', 'R'] as const;
export type Side = (typeof SIDES)[number];

/** Shapes of a hand; what their weights leave is the relaxed hand. */
export const HAND_SHAPES = ['fist', 'point', 'open', 'flat', 'thumb', 'grip', 'back', 'edge', 'pinch', 'two', 'three', 'four', 'five', 'hook'] as const;
export type HandShape = (typeof HAND_SHAPES)[number];

/**
 * What an arm does besides its angles: `near` and `fore` bring upper arm and forearm towards the viewer, so that they
 * are seen short; `palm` turns the palm to the viewer (1) or away (-1) against what the hand's shape would have;
 * `pocket` 1 is a hand in a pocket, `behind` 1 an arm behind the trunk, `over` 1 an arm that lies over the other one.
 */
export const ARM_WAYS = ['near', 'fore', 'palm', 'pocket', 'behind', 'over'] as const;
/**
 * Where an arm reaches, whatever the figure is built like: `onTrunk` to a point of the trunk (`trunkX` in half widths of
 * it, to the arm's own side positive, `trunkY` in trunk lengths below the neck), `onHead` to one of the head (`faceX` to
 * the own side and `faceY` down from its middle, in head units). They are the wrist's. Points are given times their
 * weight, so that an arm on its way goes to one place, as is `aim`, the hand's own way in degrees from straight down
 * (outwards positive). `pole` 1 turns the elbow up and out instead of down.
 */
export const ARM_REACH = ['onTrunk', 'trunkX', 'trunkY', 'onHead', 'faceX', 'faceY', 'aim', 'pole'] as const;
export const ARM_KEYS = ['upper', 'elbow', 'wrist', ...HAND_SHAPES, ...ARM_WAYS, ...ARM_REACH] as const;
export type ArmKey = (typeof ARM_KEYS)[number];

/**
 * Of the trunk: `hipTilt` and `shoulderTilt` are positive where the picture's right is lower; `spine` bows the line of
 * action sideways; `bow` bends it towards the viewer, so that it is seen short; `liftL`, `liftR` lift one shoulder.
 * `seat` 1 is sitting: the thighs point at the viewer and are seen short; -1 gets whoever sits by default up. `roll`:
 * units that wheels have rolled. `air`: how high the whole of it is above the floor, where its shade stays. `hemSwing` and
 * `hairSwing`: how far a long hem (units) and long hair (shares of a turn) are behind what they hang from. `away` is
 * half a turn to the picture's right (1) or left (-1), seen from behind past its middle.
 */
export const BODY_KEYS = [
  'hipX',
  'hipY',
  'hipTilt',
  'spine',
  'lean',
  'bow',
  'bodyTurn',
  'shoulderTilt',
  'shoulderLift',
  'liftL',
  'liftR',
  'chest',
  'headTurn',
  'headTilt',
  'headPitch',
  'headX',
  'headY',
  'seat',
  'roll',
  'air',
  'hemSwing',
  'hairSwing',
  'away',
] as const;

/**
 * Of the face: what a feeling does with the mouth while it says nothing (`jaw` opens it, `bare` shows closed teeth,
 * `narrow` makes it small or, below 0, wide, `sneer` lifts the upper lip and wrinkles the nose, `tuck` takes the lower
 * lip in, `skew` lifts the corner on the picture's right), and what it writes on the skin (`cheek` raised, `bags` under
 * the eyes, `crease` between the brows, lines on the `forehead`, `flush`), 0..1 each.
 */
export const FACE_KEYS = [
  'browInL',
  'browInR',
  'browOutL',
  'browOutR',
  'lid',
  'lidInner',
  'lidOuter',
  'lidLower',
  'gazeX',
  'gazeY',
  'eyeScale',
  'happyClosed',
  'smile',
  'press',
  'blink',
  'jaw',
  'bare',
  'narrow',
  'sneer',
  'tuck',
  'skew',
  'cheek',
  'bags',
  'crease',
  'forehead',
  'flush',
] as const;
export type FaceKey = (typeof FACE_KEYS)[number];

/**
 * Of the feet: offsets from their place at rest (y up is negative; positive is nearer to the viewer on the floor),
 * pitch (heel up positive), the way the toes point (degrees, to the picture's right positive), and how much of a bent
 * knee goes sideways.
 */
export const FOOT_KEYS = ['footX', 'footY', 'footPitch', 'toe', 'knee'] as const;

/** How much of an arm's rest pose gives way to what the arm does, 0..1. */
export const BUSY_KEYS = ['busyL', 'busyR'] as const;

export type PoseKey = (typeof BODY_KEYS)[number] | FaceKey | `${ArmKey}${Side}` | `${(typeof FOOT_KEYS)[number]}${Side}` | (typeof BUSY_KEYS)[number] | 'stride';

export const POSE_KEYS: readonly PoseKey[] = [
  ...BODY_KEYS,
  ...FACE_KEYS,
  ...SIDES.flatMap((side) => ARM_KEYS.map((key) => `${key}${side}` as const)),
  ...SIDES.flatMap((side) => FOOT_KEYS.map((key) => `${key}${side}` as const)),
  ...BUSY_KEYS,
  'stride',
];

const WEIGHTS: ReadonlySet<string> = new Set([...HAND_SHAPES, ...ARM_WAYS, ...ARM_REACH, 'seat', 'busy', 'away']);
/** Whether a number is a weight or a state, which does not grow with an action's strength; `key` may end in a side or in the letter of a hand (A acts, O is the other). */
export const isWeight = (key: string): boolean => WEIGHTS.has(key) || WEIGHTS.has(key.slice(0, -1));
const FACE: ReadonlySet<string> = new Set(FACE_KEYS);
/** Whether a number belongs to the face. */
export const isFace = (key: string): boolean => FACE.has(key);
/** Whether a number says where a foot stands and how it is turned. */
export const isFoot = (key: string): boolean => /^(foot[XY]|footPitch|toe)[LR]$/.test(key);

export type Pose = Record<PoseKey, number>;
export type PartialPose = Partial<Pose>;

export const REST: Readonly<Pose> = Object.freeze(Object.fromEntries(POSE_KEYS.map((key) => [key, 0])) as Pose);

export const posed = (changes: PartialPose): Pose => ({ ...REST, ...changes });

const ARM_NAMES: Readonly<Record<Side, readonly PoseKey[]>> = {
  L: ARM_KEYS.map((key) => `${key}L` as const),
  R: ARM_KEYS.map((key) => `${key}R` as const),
};

/** What is done, over how one stands: both add, but an arm that does something, or somebody who sits, has left its rest. */
export function over(rest: PartialPose, done: PartialPose): PartialPose {
  const out: PartialPose = { ...rest };
  for (const side of SIDES) {
    const free = (1 - Math.min(1, Math.max(0, done[`busy${side}`] ?? 0))) * (1 - Math.min(1, Math.max(0, done.seat ?? 0)));
    if (free < 1) for (const key of ARM_NAMES[side]) if (out[key]) out[key] = (out[key] as number) * free;
  }
  for (const [key, value] of Object.entries(done) as [PoseKey, number][]) out[key] = (out[key] ?? 0) + value;
  return out;
}

/** Numbers of trunk, head and eyes that change sign when left and right are exchanged. */
const SIGNED: ReadonlySet<string> = new Set([
  'hipX',
  'hipTilt',
  'spine',
  'lean',
  'bodyTurn',
  'shoulderTilt',
  'headTurn',
  'headTilt',
  'headX',
  'gazeX',
  'skew',
  'stride',
  'hemSwing',
  'hairSwing',
  'away',
]);
/** Numbers of feet that point sideways. */
const SIDEWAYS = /^(footX|toe)[LR]$/;

/** The other side's number, and its sign there, when left and right are exchanged. */
export function mirroredKey(key: PoseKey): { readonly key: PoseKey; readonly sign: 1 | -1 } {
  const side = key.at(-1);
  const paired = (side === 'L' || side === 'R') && (POSE_KEYS as readonly string[]).includes(`${key.slice(0, -1)}${side === 'L' ? 'R' : 'L'}`);
  const name = paired ? (`${key.slice(0, -1)}${side === 'L' ? 'R' : 'L'}` as PoseKey) : key;
  return { key: name, sign: SIGNED.has(key) || SIDEWAYS.test(key) ? -1 : 1 };
}
