import { ellipse } from '../../../draw/path.ts';
import type { FigureModel } from '../../model.ts';
import { profileOf } from '../../profile.ts';
import { Sketch } from '../../sketch.ts';
import { isProfile, slide } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** A red ball on the nose: a costume. */
export const clownNose: Extra = {
  id: 'clown-nose',
  name: 'Red nose',
  words: ['clown', 'costume', 'carnival'],
  head: (model, yaw) => new Sketch('redNose').shaded('ball', ellipse(tip(model, yaw), model.p.noseY + 1, 9.5), { base: '#e23b34', shadow: '#a92624' }, [-2, -2]).nodes,
};

function tip(model: FigureModel, yaw: number): number {
  if (!isProfile(yaw)) return slide(model.p.headWidth, 1.16, 0, yaw).x * 0.92;
  const side = profileOf(model, yaw, 0);
  return side.facing * (side.tip[0] - 2);
}
