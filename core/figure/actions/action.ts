import type { Ease } from '../../time/easing.ts';
import { type ArmKey, type BODY_KEYS, type FaceKey, type FOOT_KEYS, isWeight, mirroredKey, type PoseKey, type Side } from '../pose.ts';

/** Pose keys of an action: arm keys end in A (the acting hand) or O (the other). */
export type ActionKey = (typeof BODY_KEYS)[number] | FaceKey | `${ArmKey}A` | `${ArmKey}O` | `${(typeof FOOT_KEYS)[number]}${Side}` | 'stride';
export type ActionPose = Partial<Record<ActionKey, number>>;

export interface ActionKeyPose {
  /** Seconds from the cue's start; the stroke lands at 0, so the preparation has negative times. */
  readonly at: number;
  readonly pose: ActionPose;
  readonly ease?: Ease;
}

export const ACTION_GROUPS = ['talk', 'feel', 'point', 'work', 'move', 'stand'] as const;
export type ActionGroup = (typeof ACTION_GROUPS)[number];

/**
 * An action as data. Phases as in Kendon 1980 and McNeill 1992: preparation before the cue's start, stroke at its
 * start, hold (with an optional cycle) to its end, retraction after it.
 */
export interface Action {
  readonly id: string;
  readonly name: string;
  /** Among what it is offered. */
  readonly group: ActionGroup;
  /** Words by which it is found. */
  readonly words: readonly string[];
  /** Moods in which one would do it. */
  readonly moods?: readonly string[];
  /** Needs the legs: not while seated or walking. */
  readonly standing?: boolean;
  /** Sits or gets up: on stage it brings something to sit on (core/stage). */
  readonly seated?: boolean;
  /** Whether a hand is chosen for it. */
  readonly handed: boolean;
  /** What is in the hand (core/figure/things), unless the cue asks for another thing. It comes and goes with the grip. */
  readonly holds?: string;
  /** What the other hand holds. */
  readonly other?: string;
  readonly keys: readonly ActionKeyPose[];
  /** Repeated from the last key to the cue's end: seconds from the cycle's start. */
  readonly cycle?: { readonly seconds: number; readonly keys: readonly ActionKeyPose[] };
  /** Seconds of the retraction. */
  readonly release: number;
  /** Length of a new cue in seconds. */
  readonly seconds: number;
}

/** The hands that play an action: one that no hand is chosen for has parts for both, and "both" plays it as it is. */
export const actingHand = <H extends 'left' | 'right' | 'both'>(action: Pick<Action, 'handed'>, hand: H): H | 'right' => (action.handed || hand !== 'both' ? hand : 'right');

/** Whether an action does something with an arm. */
export const usesArms = ({ keys }: Pick<Action, 'keys'>): boolean => keys.some(({ pose }) => Object.keys(pose).some((key) => /[AO]$/.test(key)));

/** Whether an action needs both hands: it says nothing with one. */
export const needsBothHands = (action: Pick<Action, 'handed' | 'keys'>): boolean => !action.handed && usesArms(action);

/**
 * An action's pose for a hand: keys of the figure, mirrored for the left. Of an action of one hand that both do, the
 * left is a little smaller, since two hands never mirror exactly (motion.md: 10-20 %), and the body stays level.
 * `alone` leaves out the other arm's part, where that one is full.
 */
export function poseForHand(pose: ActionPose, hand: 'left' | 'right' | 'both', strength: number, alone = false): Partial<Record<PoseKey, number>> {
  const out: Partial<Record<PoseKey, number>> = {};
  const acting = hand === 'left' ? 'L' : 'R';
  const other = hand === 'left' ? 'R' : 'L';
  for (const [key, value] of Object.entries(pose) as [ActionKey, number][]) {
    const last = key.at(-1);
    const weight = isWeight(key);
    const scaled = weight ? value : value * strength;
    if (last !== 'A' && last !== 'O') {
      const to = mirroredKey(key as PoseKey);
      if (hand === 'left') out[to.key] = scaled * to.sign;
      else out[key as PoseKey] = hand === 'both' && to.sign === -1 && to.key === key ? 0 : scaled;
      continue;
    }
    if (alone && last === 'O') continue;
    const name = key.slice(0, -1) as ArmKey;
    const side = last === 'A' ? acting : other;
    if (hand !== 'both') {
      out[`${name}${side}`] = scaled;
      // An arm that does something has left its rest.
      out[`busy${side}`] = 1;
    } else if (last === 'A') {
      out[`${name}R`] = scaled;
      out[`${name}L`] = weight ? scaled : scaled * 0.86;
      out.busyL = out.busyR = 1;
    }
  }
  return out;
}
