import type { FaceKey } from '../pose.ts';

/** What of the body goes with a face: proud lifts, sad sinks, afraid shrinks, disgusted turns away. */
export type FeltKey = 'headTilt' | 'headPitch' | 'headTurn' | 'headX' | 'headY' | 'shoulderLift' | 'liftL' | 'liftR' | 'lean' | 'spine' | 'bow' | 'chest';

/** A face stance at full strength (values in units of design.md, 10 Expressions; keys left out are 0). */
export interface Expression {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  readonly face: Readonly<Partial<Record<FaceKey | FeltKey, number>>>;
}

/** Both brows at once. */
export const brows = (inner: number, outer: number) => ({ browInL: inner, browInR: inner, browOutL: outer, browOutR: outer });
