/**
 * A stance as numbers: all zero is standing at ease, so that poses add. Angles in degrees (an animator's unit; the
 * skeleton turns them into radians), lengths in the figure's units (1 HU = 100). "L" and "R" are the sides of the
 * picture, not of the body.
 */
const SIDES = ['L', 'R'] as const;
export type Side = (typeof SIDES)[number];

export const ARM_KEYS = ['upper', 'elbow', 'wrist', 'fist', 'point', 'open', 'flat', 'thumb', 'grip', 'near'] as const;
/** `near` brings the upper arm towards the viewer: as drawn it gets shorter, so that a hand can reach the face. */
export type ArmKey = (typeof ARM_KEYS)[number];

export const BODY_KEYS = [
  'hipX',
  'hipY',
  'lean',
  'bodyTurn',
  'shoulderTilt',
  'shoulderLift',
  'chest',
  'headTurn',
  'headTilt',
  'headPitch',
  'headX',
  'headY',
  'seat',
  'roll',
  'air',
] as const;

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
] as const;
export type FaceKey = (typeof FACE_KEYS)[number];

/** `seat` 1 is sitting: the thighs point at the viewer and are seen short; -1 gets whoever sits by default up. `roll`: units that wheels have rolled. `air`: how high the whole of it is above the floor, where its shade stays. Feet: offsets from their place at rest, pitch (heel up positive), and which way the toes point (-1..1). */
export const FOOT_KEYS = ['footX', 'footY', 'footPitch'] as const;

export type PoseKey = (typeof BODY_KEYS)[number] | FaceKey | `${ArmKey}${Side}` | `${(typeof FOOT_KEYS)[number]}${Side}` | 'stride';

export const POSE_KEYS: readonly PoseKey[] = [
  ...BODY_KEYS,
  ...FACE_KEYS,
  ...SIDES.flatMap((side) => ARM_KEYS.map((key) => `${key}${side}` as const)),
  ...SIDES.flatMap((side) => FOOT_KEYS.map((key) => `${key}${side}` as const)),
  'stride',
];

export type Pose = Record<PoseKey, number>;
export type PartialPose = Partial<Pose>;

export const REST: Readonly<Pose> = Object.freeze(Object.fromEntries(POSE_KEYS.map((key) => [key, 0])) as Pose);

export const posed = (changes: PartialPose): Pose => ({ ...REST, ...changes });
