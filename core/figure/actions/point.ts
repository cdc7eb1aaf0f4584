import type { Action } from './action.ts';

/** Points out to the side of the acting hand, the eyes following. */
export const point: Action = {
  id: 'point',
  name: 'Point',
  group: 'point',
  words: ['point', 'there', 'look', 'show', 'that'],
  moods: ['firm'],
  handed: true,
  keys: [
    { at: -0.4, pose: {} },
    { at: -0.24, pose: { upperA: -4, elbowA: 26, pointA: 0.4, lean: -1 }, ease: 'out' },
    { at: 0, pose: { upperA: 66, elbowA: 26, wristA: 2, pointA: 1, shoulderTilt: -3.4, bodyTurn: 0.12, headTurn: 0.1, lean: 2.4, hipX: 2 }, ease: 'out' },
    { at: 0.13, pose: { upperA: 61, elbowA: 30, wristA: 0, pointA: 1, shoulderTilt: -3, bodyTurn: 0.1, headTurn: 0.1, lean: 2, hipX: 2 } },
  ],
  cycle: {
    seconds: 2.2,
    keys: [
      { at: 1.1, pose: { upperA: 63, elbowA: 27, wristA: 1, pointA: 1, shoulderTilt: -3.2, bodyTurn: 0.11, headTurn: 0.1, lean: 2.3, hipX: 2.4 } },
      { at: 2.2, pose: { upperA: 61, elbowA: 30, wristA: 0, pointA: 1, shoulderTilt: -3, bodyTurn: 0.1, headTurn: 0.1, lean: 2, hipX: 2 } },
    ],
  },
  release: 0.55,
  seconds: 1.3,
};
