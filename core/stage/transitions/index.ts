import type { Document, Scene } from '../../document/schema.ts';
import type { Picture } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';
import type { SceneSchedule } from '../../schedule/schedule.ts';
import { evaluate, type StageOptions } from '../evaluate.ts';
import { valuesAt } from '../values.ts';
import { dip } from './dip.ts';
import { dissolve } from './dissolve.ts';
import { iris } from './iris.ts';
import { slide } from './slide.ts';
import { asPlane, type Transition } from './transition.ts';
import { wipe } from './wipe.ts';

/** Every way from one scene to the next but the cut: one file each, one line here. */
export const TRANSITIONS: readonly Transition[] = [dissolve, wipe, slide, iris, dip];
export const transitionOf = (id: string): Transition | undefined => TRANSITIONS.find((transition) => transition.id === id);

/** Two scenes at once: the share of the way from the picture before to the one after, by the later scene's own transition. */
export function between(before: Picture, after: Picture, transition: NonNullable<Scene['transition']>, share: number): Picture {
  const kind = transitionOf(transition.effect);
  if (!kind || share >= 1) return after;
  const { width, height } = after;
  const pair = { before: asPlane('before', before), after: asPlane('after', after), width, height };
  return {
    width,
    height,
    ...(after.background ? { background: after.background } : {}),
    planes: kind.at(share, pair, valuesAt(kind.fields, { values: transition.values ?? {} }, 0)),
  };
}

/** A scene with how it follows the one before. */
export interface Following {
  readonly scene: SceneSchedule;
  /** For so many ticks the scene before is still seen; 0 after a cut. */
  readonly overlap: number;
  readonly before: SceneSchedule | undefined;
}

/** A scene of a film at a tick of its own: while it comes, together with the end of the scene before. */
export function evaluateFilm(document: Document, { scene, overlap, before }: Following, tick: number, fonts: Fonts, options: StageOptions = {}): Picture {
  const picture = evaluate(document, scene, tick, fonts, options);
  const { transition } = scene.scene;
  if (!before || !transition || overlap <= 0 || tick >= overlap) return picture;
  return between(evaluate(document, before, before.length - overlap + tick, fonts, { ...options, captions: false }), picture, transition, tick / overlap);
}
