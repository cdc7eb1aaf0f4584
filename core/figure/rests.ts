import type { Character } from '../document/schema.ts';
import { dice, hashText } from '../draw/hash.ts';
import { type ArmKey, mirroredKey, type PartialPose, type PoseKey, type Side } from './pose.ts';
import { anglesTo } from './reach.ts';
import { AT_EASE, FULL_TURN } from './skeleton.ts';
import { wearOf } from './wear.ts';

/** An arm of a rest pose: upper arm and forearm from straight down, outwards positive (degrees), or a place that the wrist is at; the rest as in a pose. */
type RestArm = { readonly u?: number; readonly f?: number } & Partial<Record<Exclude<ArmKey, 'upper' | 'elbow'>, number>>;

type Worn = 'pockets' | 'strap' | 'cane' | 'coat';

/** How somebody stands: with the weight on the picture's left leg; mirrored for the other. */
export interface RestPose {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  /** Trunk, head and legs. */
  readonly body: PartialPose;
  readonly L: RestArm;
  readonly R: RestArm;
  /** One speaks as well as listens so. */
  readonly open?: true;
  /** For somebody who sits. */
  readonly sits?: true;
  /** Both hands hang free enough to carry what one has. */
  readonly carries?: true;
  /** What is in a hand. */
  readonly holds?: { readonly thing: string; readonly hand: Side };
  /** Whom it suits, 0..1: the lively and the tense; how it suits an age. Nobody stands so by default where it is 0. */
  suits(who: { lively: number; tense: number; age: number; has(what: Worn): boolean }): number;
}

/** Weight on the left leg (bodies.md, 1): pelvis over it and falling to the free side, shoulders against the hips, the line of action bowed; the free foot farther out and nearer. */
const weight = (strength: number, more: PartialPose = {}): PartialPose => ({
  hipX: -9 * strength,
  hipTilt: 6 * strength,
  shoulderTilt: -5 * strength,
  spine: 5 * strength,
  lean: 1.6 * strength,
  bodyTurn: 12 / FULL_TURN,
  headTurn: -6 / FULL_TURN,
  headTilt: 3.4 * strength,
  toeL: 10,
  toeR: 14,
  footXL: 3 * strength,
  footXR: 9 * strength,
  footYR: 6 * strength,
  kneeR: 0.25,
  ...more,
});

const RELAXED: RestArm = { u: 14, f: -4 };

/** Ways to stand: an entry each. Angles of arms from bodies.md, 1; places where a hand touches the body, so that they fit every build. */
export const REST_POSES: readonly RestPose[] = [
  {
    id: 'at-ease',
    carries: true,
    open: true,
    name: 'Weight on one leg',
    words: ['relaxed', 'contrapposto'],
    body: weight(1),
    L: { u: 19, f: -6, wrist: 3 },
    R: RELAXED,
    suits: () => 0.8,
  },
  {
    id: 'hand-on-hip',
    open: true,
    name: 'A hand on the hip',
    words: ['confident', 'waiting'],
    body: weight(1.1, { bodyTurn: 8 / FULL_TURN, headTurn: 0 }),
    L: { onTrunk: 1, trunkX: 0.96, trunkY: 0.8, aim: 8, grip: 0.5, flat: 0.5 },
    R: { u: 13, f: 2, wrist: -4 },
    suits: ({ lively, age }) => (age < 9 ? 0.2 : 0.35 + 0.6 * lively),
  },
  {
    id: 'arms-folded',
    name: 'Arms folded loosely',
    words: ['crossed', 'listening', 'patient'],
    body: weight(0.9, { bodyTurn: 10 / FULL_TURN, lean: -1 }),
    L: { onTrunk: 1, trunkX: -0.2, trunkY: 0.54, fore: 0.2, aim: -100, fist: 1 },
    R: { onTrunk: 1, trunkX: -0.42, trunkY: 0.42, fore: 0.2, aim: -108, flat: 0.7, over: 1 },
    suits: ({ tense, lively, age }) => (age < 9 ? 0 : 0.15 + 0.5 * tense + 0.3 * (1 - lively)),
  },
  {
    id: 'holds-elbow',
    name: 'Holds an elbow',
    words: ['shy', 'waiting', 'reserved'],
    body: weight(0.9, { footXR: 2, bodyTurn: 12 / FULL_TURN, headTilt: 4.4 }),
    L: { onTrunk: 1, trunkX: -0.62, trunkY: 0.62, fore: 0.15, aim: -96, grip: 0.9, over: 1 },
    R: { u: 9, f: -8, wrist: 4 },
    suits: ({ tense, lively }) => 0.1 + 0.7 * tense * (1 - lively * 0.6),
  },
  {
    id: 'hand-in-pocket',
    open: true,
    name: 'A hand in a pocket',
    words: ['casual', 'relaxed'],
    body: weight(1, { bodyTurn: 14 / FULL_TURN }),
    L: { onTrunk: 1, trunkX: 0.84, trunkY: 1.12, aim: 0, fist: 0.6, pocket: 1 },
    R: { u: 17, f: 6, wrist: -6 },
    suits: ({ age, has }) => (has('pockets') ? (age < 7 ? 0.2 : 0.8) : 0),
  },
  {
    id: 'both-in-pockets',
    name: 'Hands in the pockets',
    words: ['casual', 'coat'],
    body: weight(0.8, { lean: -2, bodyTurn: 18 / FULL_TURN, headTurn: -8 / FULL_TURN }),
    L: { onTrunk: 1, trunkX: 0.86, trunkY: 1.1, aim: 0, fist: 0.6, pocket: 1 },
    R: { onTrunk: 1, trunkX: 0.8, trunkY: 1.07, aim: 0, fist: 0.6, pocket: 1 },
    suits: ({ lively, has, age }) => (has('pockets') && age > 9 ? 0.3 + 0.3 * (1 - lively) : 0),
  },
  {
    id: 'clasped-before',
    name: 'Hands clasped before',
    words: ['modest', 'polite', 'child'],
    body: weight(0.7, { bodyTurn: 8 / FULL_TURN, toeL: 20, toeR: -20, headTilt: 4.6 }),
    L: { onTrunk: 1, trunkX: 0.1, trunkY: 0.96, fore: 0.1, aim: -50, grip: 0.8 },
    R: { onTrunk: 1, trunkX: 0.06, trunkY: 0.93, fore: 0.1, aim: -56, flat: 0.6, over: 1 },
    suits: ({ lively, age }) => (age < 10 ? 0.9 : 0.3 + 0.4 * (1 - lively)),
  },
  {
    id: 'clasped-behind',
    name: 'Hands behind the back',
    words: ['upright', 'attentive', 'elder'],
    body: weight(0.7, { chest: 0.6, lean: -1.6, bodyTurn: 12 / FULL_TURN }),
    L: { u: 26, f: -40, wrist: -36, near: 0.35, fore: 0.45, fist: 1, behind: 1 },
    R: { u: 23, f: -44, wrist: -36, near: 0.35, fore: 0.45, fist: 1, behind: 1 },
    suits: ({ tense, age }) => (age > 55 ? 0.9 : age < 10 ? 0.5 : 0.2 + 0.3 * tense),
  },
  {
    id: 'ready-hands',
    open: true,
    name: 'Fingers together at the waist',
    words: ['presenter', 'ready', 'attentive'],
    body: weight(0.9, { bodyTurn: 14 / FULL_TURN, lean: 2 }),
    L: { onTrunk: 1, trunkX: 0.22, trunkY: 0.66, fore: 0.35, aim: -94, edge: 0.6 },
    R: { onTrunk: 1, trunkX: 0.26, trunkY: 0.62, fore: 0.35, aim: -100, edge: 0.8, over: 1 },
    suits: ({ lively, age }) => (age < 12 ? 0.1 : 0.4 + 0.4 * lively),
  },
  {
    id: 'one-hand-ready',
    open: true,
    name: 'One hand ready at the waist',
    words: ['about to speak', 'open'],
    body: weight(1.1, { bodyTurn: 16 / FULL_TURN }),
    L: { u: 20, f: 2, wrist: -4 },
    R: { onTrunk: 1, trunkX: 0.3, trunkY: 0.64, fore: 0.4, aim: -92, back: 0.3 },
    suits: ({ lively }) => 0.3 + 0.7 * lively,
  },
  {
    id: 'strap',
    open: true,
    name: 'Holds a strap',
    words: ['backpack', 'bag', 'student'],
    body: weight(1.2, { spine: 8, bodyTurn: 10 / FULL_TURN }),
    L: { onTrunk: 1, trunkX: 0.84, trunkY: 1.1, aim: 0, fist: 0.6, pocket: 1 },
    R: { u: 24, f: -146, fore: 0.6, wrist: -14, grip: 1 },
    suits: ({ has }) => (has('strap') && has('pockets') ? 1 : 0),
  },
  {
    id: 'ankles-crossed',
    name: 'Ankles crossed',
    words: ['leaning', 'easy', 'cool'],
    body: weight(1.2, { footXR: -58, footYR: 9, footPitchR: 0, toeR: -22, kneeR: 0.3, lean: -3, bodyTurn: 14 / FULL_TURN }),
    L: { onTrunk: 1, trunkX: -0.1, trunkY: 0.64, fore: 0.2, aim: -96, grip: 0.9 },
    R: { u: 12, f: -22, wrist: 6 },
    // Feet would have to step for it: it is asked for by a cue.
    suits: () => 0,
  },
  {
    id: 'loose-fists',
    carries: true,
    open: true,
    name: 'Chest out, a loose fist',
    words: ['strong', 'firm', 'proud'],
    body: weight(0.8, { chest: 1, lean: -1, footXL: -6, footXR: 14, bodyTurn: 16 / FULL_TURN }),
    L: { u: 27, f: 6, fist: 0.8, wrist: 0 },
    R: { u: 24, f: -10, fist: 0.5, wrist: 6 },
    suits: ({ lively, tense, age }) => (age < 12 ? 0.3 : 0.25 + 0.3 * tense + 0.2 * lively),
  },
  {
    id: 'on-a-cane',
    carries: true,
    open: true,
    name: 'Leans on a cane',
    words: ['stick', 'elder'],
    body: weight(0.7, { lean: 5, spine: -6, headX: 6, headY: 4, bodyTurn: 16 / FULL_TURN }),
    L: { u: 22, f: -14, near: 0.3, wrist: 4 },
    R: { u: 22, f: 30, wrist: -34, grip: 1 },
    suits: ({ has }) => (has('cane') ? 4 : 0),
  },
  {
    id: 'cup',
    name: 'Holds a cup',
    words: ['coffee', 'tea', 'break'],
    body: weight(1, { lean: -3, bodyTurn: 14 / FULL_TURN }),
    L: { onTrunk: 1, trunkX: 0.84, trunkY: 1.12, aim: 0, fist: 0.6, pocket: 1 },
    R: { u: 20, f: -122, fore: 0.55, wrist: 34, grip: 1 },
    holds: { thing: 'cup', hand: 'R' },
    suits: () => 0,
  },
  {
    id: 'tablet',
    name: 'A tablet on the arm',
    words: ['office', 'doctor', 'note'],
    body: weight(0.9, { bodyTurn: -10 / FULL_TURN, headTurn: 8 / FULL_TURN }),
    L: { u: 20, f: -110, fore: 0.3, wrist: -6, grip: 1 },
    R: { u: 12, f: 3 },
    holds: { thing: 'tablet', hand: 'L' },
    suits: () => 0,
  },
  {
    id: 'in-the-lap',
    sits: true,
    open: true,
    carries: true,
    name: 'Hands in the lap',
    words: ['seated'],
    body: { shoulderTilt: -2.4, spine: 2, headTilt: 3, bodyTurn: 8 / FULL_TURN },
    L: { onTrunk: 1, trunkX: 0.34, trunkY: 1.0, fore: 0.1, aim: -62 },
    R: { onTrunk: 1, trunkX: 0.3, trunkY: 0.96, fore: 0.1, aim: -70, flat: 0.5, over: 1 },
    suits: () => 1,
  },
  {
    id: 'on-the-thighs',
    sits: true,
    open: true,
    name: 'Hands on the thighs',
    words: ['seated', 'attentive'],
    body: { shoulderTilt: -1.6, lean: 1.4, headTilt: 2, bodyTurn: 6 / FULL_TURN },
    L: { u: 22, f: -10, near: 0.35, wrist: -8, back: 0.4 },
    R: { u: 18, f: -14, near: 0.35, wrist: -4, back: 0.4 },
    suits: () => 0.9,
  },
  {
    id: 'leans-on-one-arm',
    sits: true,
    name: 'Leans to one side',
    words: ['seated', 'relaxed'],
    body: { shoulderTilt: -5, spine: 5, lean: -3, headTilt: 4, bodyTurn: 12 / FULL_TURN },
    L: { u: 30, f: -6, wrist: 4 },
    R: { onTrunk: 1, trunkX: 0.2, trunkY: 0.9, fore: 0.15, aim: -70 },
    suits: () => 0.7,
  },
  {
    id: 'folded-seated',
    sits: true,
    name: 'Arms folded, seated',
    words: ['seated', 'listening'],
    body: { shoulderTilt: -2, lean: -2, headTilt: 2, bodyTurn: 10 / FULL_TURN },
    L: { onTrunk: 1, trunkX: -0.2, trunkY: 0.54, fore: 0.2, aim: -100, fist: 1 },
    R: { onTrunk: 1, trunkX: -0.42, trunkY: 0.42, fore: 0.2, aim: -108, flat: 0.7, over: 1 },
    suits: ({ tense }) => 0.3 + 0.4 * tense,
  },
];

/** Ways to stand of those who are no people: their bodies neither bow nor tilt as a trunk does, so that it is arms, head and a little lean. */
export const MASCOT_RESTS: readonly RestPose[] = [
  {
    id: 'arms-loose',
    name: 'Arms loose',
    words: ['relaxed'],
    carries: true,
    open: true,
    body: { hipX: -3, lean: 1.6, headTilt: 2.5, bodyTurn: 8 / FULL_TURN },
    L: { u: 24, f: 6 },
    R: { u: 15, f: -2 },
    suits: () => 0.8,
  },
  {
    id: 'hand-at-side',
    name: 'A hand at the side',
    words: ['confident', 'waiting'],
    open: true,
    body: { hipX: -4, lean: -1.4, headTilt: -2, bodyTurn: 8 / FULL_TURN },
    L: { u: 52, f: -42, wrist: -8, grip: 0.6 },
    R: { u: 20, f: 4 },
    suits: ({ lively }) => 0.4 + 0.5 * lively,
  },
  {
    id: 'arms-out',
    name: 'Arms a little out',
    words: ['ready', 'cheerful'],
    open: true,
    body: { chest: 1, lean: 1, headTilt: 3, bodyTurn: 6 / FULL_TURN },
    L: { u: 28, f: 44, open: 0.6 },
    R: { u: 22, f: 32, open: 0.6 },
    suits: ({ lively, tense }) => 0.25 + 0.7 * lively - 0.2 * tense,
  },
  {
    id: 'hands-together',
    name: 'Hands together',
    words: ['shy', 'calm', 'waiting'],
    body: { hipX: 2, lean: -1, headTilt: -3, bodyTurn: 8 / FULL_TURN },
    L: { u: 22, f: -46 },
    R: { u: 20, f: -52 },
    suits: ({ lively, tense }) => 0.35 + 0.5 * tense - 0.15 * lively,
  },
  {
    id: 'one-hand-up',
    name: 'One hand ready',
    words: ['explains', 'presents'],
    open: true,
    body: { hipX: 3, lean: 1.2, headTilt: 2, bodyTurn: 8 / FULL_TURN },
    L: { u: 22, f: 2 },
    R: { u: 30, f: 96, open: 0.4 },
    suits: ({ lively }) => 0.3 + 0.4 * lively,
  },
];

export const restPoseOf = (id: string): RestPose | undefined => REST_POSES.find((pose) => pose.id === id);

/** An arm's numbers about how it hangs at ease; places times their weight, which is 1. */
function armOf(arm: RestArm, from: Side, to: Side): PartialPose {
  const out: Partial<Record<string, number>> = {};
  const { u, f, ...rest } = arm;
  const reached = arm.onTrunk ? anglesTo(arm) : undefined;
  const [upper, fore] = [u ?? reached?.upper, f ?? reached?.fore];
  if (upper !== undefined && fore !== undefined) {
    out[`upper${to}`] = upper - AT_EASE[to].upper;
    out[`elbow${to}`] = fore - upper - AT_EASE[to].elbow;
    out[`wrist${to}`] = (rest.wrist ?? 0) + AT_EASE[from].wrist - AT_EASE[to].wrist;
  }
  for (const [key, value] of Object.entries(rest)) if (!(key === 'wrist' && u !== undefined)) out[`${key}${to}`] = value;
  return out as PartialPose;
}

/** A rest pose as a stance, its weight on a leg: `R` is mirrored. */
export function restStance(rest: RestPose, leg: Side = 'L'): PartialPose {
  if (leg === 'L') return { ...rest.body, ...armOf(rest.L, 'L', 'L'), ...armOf(rest.R, 'R', 'R') };
  const body: PartialPose = {};
  for (const [key, value] of Object.entries(rest.body) as [PoseKey, number][]) {
    const to = mirroredKey(key);
    body[to.key] = value * to.sign;
  }
  return { ...body, ...armOf(rest.R, 'R', 'L'), ...armOf(rest.L, 'L', 'R') };
}

/** A rest pose of somebody's own: which, and on which leg. */
export interface OwnRest {
  readonly pose: RestPose;
  readonly leg: Side;
}

const memo = new WeakMap<Character, readonly OwnRest[]>();
/** Extras that are carried, and in which hand. */
const HAND_EXTRAS: Readonly<Record<string, 'left' | 'right'>> = { cane: 'right', umbrella: 'right', clipboard: 'left', cup: 'left' };
/** The hand that an extra fills, if one does. */
export const fullHand = (character: Pick<Character, 'extras'>): 'left' | 'right' | undefined =>
  Object.entries(HAND_EXTRAS).find(([extra]) => character.extras && extra in character.extras)?.[1];

/** How many of them one has. */
const OWN = [4, 6] as const;
const MASCOT_OWN = [3, 5] as const;

/**
 * The ways in which a character stands by default, the first the one it is seen in: of a person 4 to 6, by temper, age,
 * clothes and its own seed; of a mascot 3 to 5 by temper and seed; a picture of one's own stands as it is.
 */
export function restsOf(character: Character): readonly OwnRest[] {
  let known = memo.get(character);
  if (!known) memo.set(character, (known = character.picture ? [] : chosen(character)));
  return known;
}

function chosen(character: Character): readonly OwnRest[] {
  const chance = dice(hashText(`${character.name} ${character.figure.age} ${character.skin.position} rests`));
  const { lively, tense } = character.temper;
  const best = (poses: readonly RestPose[], has: (what: Worn) => boolean, [least, most]: readonly [number, number]): readonly OwnRest[] => {
    const left = poses.map((pose) => ({ pose, suits: pose.suits({ lively, tense, age: character.figure.age, has }) * (0.4 + chance.next()) })).filter(({ suits }) => suits > 0);
    left.sort((a, b) => b.suits - a.suits);
    const count = least + Math.floor(chance.next() * (most - least + 1));
    return left.slice(0, count).map(({ pose }) => ({ pose, leg: chance.next() < 0.5 ? ('L' as const) : ('R' as const) }));
  };
  if (character.kind === 'mascot') return best(MASCOT_RESTS, () => false, MASCOT_OWN);
  const wear = wearOf(character);
  const has = (what: Worn): boolean =>
    what === 'cane'
      ? 'cane' in (character.extras ?? {})
      : what === 'strap'
        ? ['backpack', 'shoulder-bag'].some((id) => id in (character.extras ?? {}))
        : what === 'coat'
          ? wear.layers.some(({ id }) => /coat/.test(id))
          : !wear.skirt && !('apron' in (character.extras ?? {})) && (wear.legs?.length ?? 0) > 0.6 && wear.layers.every((worn) => worn.open !== undefined || worn.id !== 'dress');
  // Hands that carry something hang free; who sits has them in the lap.
  const carries = fullHand(character) !== undefined;
  const sits = wear.seat !== undefined;
  return best(
    REST_POSES.filter((pose) => !!pose.sits === sits && (!carries || pose.carries)),
    has,
    OWN,
  );
}

/** How somebody is seen where nothing is asked of it: its first rest pose. Pictures stand as they are made. */
export function ownStance(character: Character): PartialPose {
  const [first] = restsOf(character);
  return first ? restStance(first.pose, first.leg) : {};
}
