import type { Action } from './action.ts';

/** Fingers to the lips, then away. */
export const blowKiss: Action = {
  id: 'blow-kiss',
  name: 'Blow a kiss',
  group: 'feel',
  words: ['kiss', 'thank', 'love', 'goodbye'],
  moods: ['warm', 'playful'],
  handed: true,
  keys: [
    { at: -0.5, pose: {} },
    { at: -0.18, pose: { upperA: -46, elbowA: -140, flatA: 0.8, headTilt: 2, press: 0.7, nearA: 0.85 }, ease: 'out' },
    { at: 0, pose: { upperA: -44, elbowA: -138, flatA: 0.8, headTilt: 2, press: 1, nearA: 0.85 }, ease: 'both' },
    { at: 0.4, pose: { upperA: 36, elbowA: 70, wristA: -8, openA: 1, headTilt: -2, lean: 2, smile: 0.4 }, ease: 'out' },
    { at: 0.62, pose: { upperA: 32, elbowA: 74, wristA: -6, openA: 1, headTilt: -2, lean: 1.6, smile: 0.4 }, ease: 'both' },
  ],
  release: 0.6,
  seconds: 1.3,
};
