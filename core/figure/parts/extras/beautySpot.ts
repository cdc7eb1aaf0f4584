import { ellipse } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { slide } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** A small mole beside the mouth. */
export const beautySpot: Extra = {
  id: 'beauty-spot',
  name: 'Beauty spot',
  words: ['mole', 'face', 'skin'],
  face: (model, yaw) => new Sketch('spot').fill('dot', ellipse(slide(model.p.headWidth, 0.9, 0.42, yaw).x, model.p.mouthY - 7, 1.7), model.skin.dark).nodes,
};
