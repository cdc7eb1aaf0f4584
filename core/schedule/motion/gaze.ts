import type { PoseKey } from '../../figure/pose.ts';
import { clamp } from '../../time/easing.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Key } from '../../time/track.ts';
import { MOTION } from './figures.ts';

/** Where the eyes rest from a tick on: yaw and pitch in -1..1 of a full turn; 0 is the viewer. */
export interface Fixation {
  readonly at: number;
  readonly yaw: number;
  readonly pitch: number;
  /** Seconds by which the head follows the eyes, and its own time; drawn by the caller from a seed. */
  readonly headDelay: number;
  readonly headSeconds: number;
  /** Whom the trunk is turned to meanwhile (-1..1); left out, it stays as it faces. */
  readonly trunk?: number;
}

/** Eyes alone reach this far (-1..1 of a full turn) before the head helps; 15-20 degrees (motion.md). */
const EYES_ALONE = 16 / 75;
/** The head takes this share of a larger shift; the eyes keep the rest. */
const HEAD_SHARE = 0.74;
/** The trunk follows a look over 30-40 degrees. */
const BODY_AFTER = 32 / 75;
/** In talk it turns to the partner, by so much at most from where it faces; 20-40 degrees in all. */
const BODY_MOST = 24 / 75;
/** A trunk turns in so many seconds, after the head. */
const BODY_SECONDS = 0.7;
/** A yaw of this size turns the eyes all the way. */
const EYE_RANGE = 0.34;
/** Farther a head does not turn from the viewer, but with somebody who is turned farther. */
const HEAD_LIMIT = 0.46;

/**
 * Gaze tracks from fixations: eyes jump first (Carpenter 1988), the head follows over 250-500 ms while the eyes
 * drift back, the trunk over large turns. `facing` is the body's own turn at rest.
 */
export function gazeKeys(fixations: readonly Fixation[], facing: number): Partial<Record<PoseKey, Key[]>> {
  const gazeX: Key[] = [];
  const gazeY: Key[] = [];
  const headTurn: Key[] = [];
  const headPitch: Key[] = [];
  const bodyTurn: Key[] = [];
  const limit = Math.max(HEAD_LIMIT, Math.abs(facing));
  let head = 0;
  let body = 0;
  let eyes = 0;
  let eyesY = 0;
  let pitchNow = 0;
  for (const [index, fixation] of fixations.entries()) {
    const want = clamp(fixation.yaw, -limit - EYE_RANGE * 0.6, limit + EYE_RANGE * 0.6);
    const shift = want - (facing + body + head);
    const next = fixations[index + 1]?.at ?? Number.POSITIVE_INFINITY;
    const trunk =
      fixation.trunk !== undefined
        ? clamp(fixation.trunk - facing, -BODY_MOST, BODY_MOST)
        : Math.abs(want) > BODY_AFTER
          ? Math.sign(want) * (Math.abs(want) - BODY_AFTER) * 0.5
          : 0;
    // The head's place depends on the target alone, never on the way there: a change elsewhere leaves it.
    const share = Math.abs(want - facing) < EYES_ALONE ? HEAD_SHARE * 0.8 : HEAD_SHARE;
    const headTarget = clamp((want - facing - trunk) * share, -limit - facing - trunk, limit - facing - trunk);
    const eyesFirst = clamp(shift / EYE_RANGE, -1, 1);
    const eyesAfter = clamp((want - facing - trunk - headTarget) / EYE_RANGE, -0.85, 0.85);
    const pitchHead = fixation.pitch * 0.6;
    const eyePitch = clamp(fixation.pitch * 1.2, -0.8, 0.8);
    const jump = toTicks(MOTION.saccadeSeconds(Math.abs(shift) * 75));
    const headAt = fixation.at + toTicks(fixation.headDelay);
    const headEnd = headAt + toTicks(fixation.headSeconds);
    if (index === 0) {
      gazeX.push({ at: fixation.at, value: eyesAfter });
      gazeY.push({ at: fixation.at, value: eyePitch - pitchHead });
      headTurn.push({ at: fixation.at, value: headTarget });
      headPitch.push({ at: fixation.at, value: pitchHead });
      bodyTurn.push({ at: fixation.at, value: trunk });
    } else {
      const end = Math.min(headEnd, next - 1);
      gazeX.push(
        { at: fixation.at, value: eyes, ease: 'out' },
        { at: fixation.at + jump, value: eyesFirst, ease: 'both' },
        { at: Math.max(end, fixation.at + jump + 1), value: eyesAfter },
      );
      gazeY.push(
        { at: fixation.at, value: eyesY, ease: 'out' },
        { at: fixation.at + jump, value: clamp(eyePitch, -0.8, 0.8), ease: 'both' },
        { at: Math.max(end, fixation.at + jump + 1), value: eyePitch - pitchHead },
      );
      headTurn.push({ at: headAt, value: head }, { at: Math.max(headAt + 1, end), value: headTarget });
      headPitch.push({ at: headAt, value: pitchNow }, { at: Math.max(headAt + 1, end), value: pitchHead });
      const bodyAt = headAt + toTicks(0.08);
      const bodyEnd = Math.min(bodyAt + toTicks(fixation.trunk === undefined ? fixation.headSeconds + 0.17 : BODY_SECONDS), next + toTicks(0.2));
      if (trunk !== body) bodyTurn.push({ at: bodyAt, value: body }, { at: Math.max(bodyAt + 1, bodyEnd), value: trunk });
    }
    head = headTarget;
    body = trunk;
    eyes = eyesAfter;
    eyesY = eyePitch - pitchHead;
    pitchNow = pitchHead;
  }
  return { gazeX, gazeY, headTurn, headPitch, bodyTurn };
}
