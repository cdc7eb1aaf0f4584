import { dice, hashText } from '../../draw/hash.ts';
import { isFoot, type PartialPose, POSE_KEYS, type PoseKey } from '../../figure/pose.ts';
import { type OwnRest, restStance } from '../../figure/rests.ts';
import { toTicks } from '../../time/ticks.ts';
import { type Key, type Track, track } from '../../time/track.ts';
import { MOTION } from './figures.ts';

export interface StandingInput {
  readonly layer: string;
  /** The character's own rest poses, the first of them its usual one. */
  readonly rests: readonly OwnRest[];
  /** Lines and gaps in order, in ticks; `talking` where the character itself speaks. */
  readonly spans: readonly { readonly id: string; readonly start: number; readonly end: number; readonly talking: boolean; readonly line: boolean }[];
  /** 1 where the body is turned to the picture's right, -1 to its left. */
  readonly facing: 1 | -1;
  readonly lively: number;
  readonly tense: number;
}

/** The parts of a body in the order in which they follow a weight shift, with their delays in seconds: hips first, shoulders 80 ms late, arms last (bodies.md, 1). */
const GROUPS: readonly { readonly keys: RegExp; readonly after: number; readonly longer: number }[] = [
  { keys: /^(hipX|hipY|hipTilt|knee[LR])$/, after: 0, longer: 1 },
  { keys: /^(spine|lean|shoulderTilt|shoulderLift|lift[LR]|chest|bow|bodyTurn)$/, after: 0.08, longer: 1.1 },
  { keys: /^head(Tilt|X|Y)$/, after: 0.16, longer: 1.05 },
  { keys: /^(upper|elbow|onTrunk|trunkX|trunkY|onHead|faceX|faceY|pole|near|fore|behind|over|pocket)[LR]$/, after: 0.14, longer: 0.95 },
  { keys: /^(wrist|aim|palm|fist|point|open|flat|thumb|grip|back|edge|pinch|hook|two|three|four|five)[LR]$/, after: 0.22, longer: 0.9 },
];
const groupOf = new Map<PoseKey, (typeof GROUPS)[number] | undefined>(POSE_KEYS.map((key) => [key, GROUPS.find(({ keys }) => keys.test(key))]));

/** A moment from which somebody stands in a way. */
interface Stand {
  readonly at: number;
  readonly rest: OwnRest;
  readonly leg: 'L' | 'R';
  readonly seed: string;
}

/** Chance that somebody who begins to listen stays as they are. */
const STAYS = 0.45;

/** When and how one stands: at turns a pose of one's own, chosen by the line alone; within a long span the weight goes to the other leg now and then. */
function standsOf({ layer, rests, spans, lively, tense }: StandingInput): Stand[] {
  const usual = rests[0] as OwnRest;
  const stands: Stand[] = [];
  const open = rests.filter(({ pose }) => pose.open);
  for (const span of spans) {
    const chance = dice(hashText(`${span.id} ${layer} stands`));
    const pick = chance.next();
    const leg = chance.next() < 0.5 ? ('L' as const) : ('R' as const);
    const list = span.talking && open.length ? open : rests;
    const rest = pick < STAYS ? (list.includes(usual) ? usual : (list[0] as OwnRest)) : (list[Math.floor(((pick - STAYS) / (1 - STAYS)) * list.length)] as OwnRest);
    if (span.line || !stands.length) stands.push({ at: Math.max(0, span.start), rest, leg, seed: span.id });
    let now = stands.at(-1) as Stand;
    const gap = (): number => toTicks(chance.between(...MOTION.weightShiftEvery) * (1.2 - 0.5 * lively + 0.3 * tense));
    for (let at = span.start + gap(); at < span.end - toTicks(1.4); at += gap() + toTicks(1)) {
      now = { at, rest: now.rest, leg: now.leg === 'L' ? 'R' : 'L', seed: `${span.id} ${at - span.start}` };
      stands.push(now);
    }
  }
  return stands;
}

/** A stance without its feet, its trunk turned to the side that the figure faces. */
function stanceOf({ rest, leg }: Stand, facing: 1 | -1): PartialPose {
  // The arms are those of the pose, whichever leg carries the weight.
  const arms = restStance(rest.pose, rest.leg);
  const body = restStance(rest.pose, leg);
  const out: PartialPose = {};
  for (const key of POSE_KEYS) {
    if (isFoot(key) || key === 'headTurn') continue;
    const value = /[LR]$/.test(key) && !/^(knee|lift)/.test(key) ? arms[key] : body[key];
    if (value) out[key] = key === 'bodyTurn' ? Math.abs(value) * facing : value;
  }
  return out;
}

/**
 * How somebody stands along a scene: tracks of the rest poses, each reached by a weight shift. Depends on each line by
 * itself, so that a change elsewhere moves nothing here.
 */
export function standingTracks(input: StandingInput): Partial<Record<PoseKey, Track>> {
  if (!input.rests.length) return {};
  const stands = standsOf(input);
  const keys = new Map<PoseKey, Key[]>();
  const usual = input.rests[0] as OwnRest;
  const feet = restStance(usual.pose, usual.leg);
  // Feet stay where they are: what a stance does with them is asked once.
  for (const key of POSE_KEYS) if (isFoot(key) && feet[key]) keys.set(key, [{ at: 0, value: feet[key] as number }]);
  let before: PartialPose = {};
  stands.forEach((stand, n) => {
    const stance = stanceOf(stand, input.facing);
    const chance = dice(hashText(`${stand.seed} ${input.layer} shift`));
    const seconds = chance.between(...MOTION.weightShiftSeconds) * (1.1 - 0.25 * input.lively);
    const next = stands[n + 1]?.at ?? Number.POSITIVE_INFINITY;
    for (const key of new Set([...Object.keys(before), ...Object.keys(stance)]) as Set<PoseKey>) {
      const [from, to] = [before[key] ?? 0, stance[key] ?? 0];
      const list = keys.get(key) ?? [];
      keys.set(key, list);
      if (n === 0) {
        list.push({ at: 0, value: to });
        continue;
      }
      if (from === to) continue;
      const group = groupOf.get(key) ?? (GROUPS[1] as (typeof GROUPS)[number]);
      const start = stand.at + toTicks(group.after);
      const end = Math.min(start + toTicks(seconds * group.longer), Math.max(start + 1, next));
      if (!list.length) list.push({ at: 0, value: 0 });
      list.push({ at: start, value: from }, { at: end, value: to });
    }
    before = stance;
  });
  return Object.fromEntries([...keys].map(([key, list]) => [key, track(list)]));
}
