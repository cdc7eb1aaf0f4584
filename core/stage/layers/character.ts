import { pictureModel } from '../../figure/pictured/model.ts';
import { heightOf } from '../../figure/proportions.ts';
import { figureAt } from '../figures.ts';
import { type DrawnKind, middleBox, type OwnBox } from './kind.ts';

/** Above a head there is room for hair, a hat, an aerial. */
const ABOVE = { person: 22, mascot: 34, picture: 0 } as const;
const BESIDE = 44;

/** A character that stands, acts and speaks. */
export const character: DrawnKind<'character'> = {
  kind: 'character',
  entry: { label: 'Character', icon: 'M15 7a3 3 0 1 1-6 0 3 3 0 0 1 6 0M6 20c0-4 2-7 6-7s6 3 6 7', fields: [] },
  plane: 'figure',
  nodes: ({ id, acting }, tick) => (acting ? figureAt(id, acting, tick).nodes : []),
  box({ acting }): OwnBox {
    if (!acting) return middleBox(1, 1);
    const { p, character: who } = acting;
    if (who.picture) {
      const { width, height } = pictureModel(who.picture);
      return { left: -width / 2, top: -height, right: width / 2, bottom: 0 };
    }
    const half = p.shoulder + BESIDE;
    return { left: -half, top: -heightOf(p) - ABOVE[who.kind], right: half, bottom: 0 };
  },
};
