import type { FaceKey } from '../pose.ts';

/** A face stance at full strength (values in units of design.md, 10 Expressions; keys left out are 0). */
export interface Expression {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  readonly face: Readonly<Partial<Record<FaceKey | 'headTilt' | 'headPitch' | 'shoulderLift' | 'lean', number>>>;
}

/** Both brows at once. */
export const brows = (inner: number, outer: number) => ({ browInL: inner, browInR: inner, browOutL: outer, browOutR: outer });
