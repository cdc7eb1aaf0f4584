import { isWholePerson } from '../figure/goesOn.ts';
import type { Pose } from '../figure/pose.ts';
import { FULL_TURN } from '../figure/skeleton.ts';
import { PROFILE_FROM } from '../figure/turn.ts';
import type { Acting } from '../schedule/acting.ts';
import { clamp } from '../time/easing.ts';
import { toTicks } from '../time/ticks.ts';
import { amountAt, sample } from '../time/track.ts';
import { channelAt } from './channelAt.ts';

/** Turn from which on a head is drawn from the side, in shares of a full turn. */
const SIDE = PROFILE_FROM / ((FULL_TURN * Math.PI) / 180);
/** So far on either side of it a head keeps the drawing that it came with: it neither stares nor flickers between two. */
const KEEPS = 0.055;
/** How far by itself a head turns from the viewer: three quarters. Farther it goes with somebody who is turned farther. */
const BY_ITSELF = 0.5;
/** Looks back in such steps, and so far. */
const STEP = toTicks(0.1);
const BACK = toTicks(2);
/** Lids after the head came to another drawing, frame by frame: one who turns the head far blinks, and the eyes are shut where they would jump. */
const BLINK = [1, 0.92, 0.6, 0.3, 0.1] as const;
const FRAME = toTicks(1 / 24);
/** Nearer than this to the edge (shares of a turn) it may have come over within a blink. */
const NEAR = 0.3;
/** Beyond the edge by a little, so that rounding does not fall back. */
const CLEAR = 0.006;

/** Whether somebody is ever turned so far that the head is seen from the side. */
const turnsAside = (acting: Acting): boolean => {
  const { turn } = acting;
  return isWholePerson(acting.character) && (typeof turn === 'number' ? [turn] : turn.values).some((value) => Math.abs(value) > BY_ITSELF);
};

/** How far before a moment its picture reads how a head was turned, in ticks. */
export const sideReadsBack = (acting: Acting): number => (turnsAside(acting) ? BACK + BLINK.length * FRAME : 0);

const memo = new WeakMap<Acting, boolean>();

/** How far the head is turned from the viewer, as it is asked to be: limited to three quarters, or to the turn that somebody gave the figure. */
function limited(acting: Acting, turn: number, tick: number): number {
  const asked = isWholePerson(acting.character) ? amountAt(acting.turn, tick) : 0;
  return clamp(turn, Math.min(-BY_ITSELF, asked), Math.max(BY_ITSELF, asked));
}

/** The same at another tick, from the channels alone. */
function turnAt(acting: Acting, tick: number): number {
  const alive = amountAt(acting.alive, tick);
  const faces = amountAt(acting.faceStrength, tick);
  let sum = amountAt(acting.turn, tick);
  for (const key of ['bodyTurn', 'headTurn'] as const) {
    sum += channelAt(acting.channels[key], tick, alive, faces);
    const rest = acting.rest[key];
    if (rest) sum += sample(rest, tick);
  }
  return limited(acting, sum, tick);
}

/**
 * Turns the head of a pose as far as it may, and keeps it off the edge between three quarters and profile: near it the
 * head stays with the drawing that it had when it came there. Depends on the last two seconds alone.
 */
export function turnHead(acting: Acting, pose: Pose, tick: number): void {
  let turn = limited(acting, pose.headTurn + pose.bodyTurn, tick);
  let aside = memo.get(acting);
  if (aside === undefined) memo.set(acting, (aside = turnsAside(acting)));
  const size = Math.abs(turn);
  if (aside && Math.abs(size - SIDE) < KEEPS) turn = Math.sign(turn) * (cameFromSide(acting, tick) ? Math.max(size, SIDE + CLEAR) : Math.min(size, SIDE - CLEAR));
  pose.headTurn = turn - pose.bodyTurn;
  if (aside && Math.abs(size - SIDE) < NEAR) pose.blink = Math.max(pose.blink, overEdge(acting, tick));
}

/** How far the lids are down because the head came over the edge a moment ago. */
function overEdge(acting: Acting, tick: number): number {
  let seen = isAside(acting, tick);
  for (const [frames, shut] of BLINK.entries()) {
    const before = isAside(acting, tick - (frames + 1) * FRAME);
    if (before !== seen) return shut;
    seen = before;
  }
  return 0;
}

/** Whether the head is drawn from the side at a tick. */
function isAside(acting: Acting, tick: number): boolean {
  const size = Math.abs(turnAt(acting, tick));
  return Math.abs(size - SIDE) >= KEEPS ? size > SIDE : cameFromSide(acting, tick);
}

function cameFromSide(acting: Acting, tick: number): boolean {
  for (let then = tick - STEP; then >= tick - BACK; then -= STEP) {
    const size = Math.abs(turnAt(acting, then));
    if (Math.abs(size - SIDE) >= KEEPS) return size > SIDE;
  }
  return Math.abs(amountAt(acting.turn, tick)) >= SIDE;
}
