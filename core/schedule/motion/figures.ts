/** Figures of living motion. Sources: motion.md, which names the literature; a range is drawn from, seeded. */
export const MOTION = {
  blinkEverySecondsTalking: 2.4,
  blinkEverySecondsQuiet: 3.6,
  /** Spread of the log-normal of blink intervals. */
  blinkSpread: 0.5,
  blinkClosing: [0.07, 0.1],
  blinkShut: [0.02, 0.05],
  blinkOpening: [0.15, 0.2],
  breathsPerMinute: [12, 16],
  /** Breath in takes two fifths of a breath. */
  breathIn: 0.4,
  breathBeforeLine: [0.3, 0.6],
  weightShiftEvery: [4, 12],
  weightShiftSeconds: [0.7, 1.1],
  /** Share of the figure's height that the hip moves sideways. */
  weightShiftHip: 0.022,
  saccadeSeconds: (degrees: number): number => 0.021 + 0.0022 * degrees,
  headAfterEyes: [0.02, 0.06],
  headTurnSeconds: [0.25, 0.5],
  lookAtSpeakerAfter: [0.2, 0.4],
  listenerLooks: 0.75,
  speakerLooks: 0.45,
  nodSwings: [1, 3],
  nodHertz: 2.4,
  nodPitch: [0.1, 0.26],
  beatHead: [0.1, 0.22],
  browLift: [1.4, 3],
  /** A wheelchair: seconds of a push and of the glide after it. */
  pushSeconds: [0.4, 0.6],
  glideSeconds: 0.75,
  /** Froude number v^2 / (g L) above which one runs (Alexander 1989). */
  runAbove: 0.5,
  /** The same where walking and running take the least effort. */
  easyFroude: { walk: 0.22, run: 1 },
} as const;

export type Range = readonly [number, number];
