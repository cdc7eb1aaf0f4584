import { pen } from '../../../draw/path.ts';
import type { HeadPart } from '../part.ts';
import { drawGlasses } from './glassesKit.ts';

/** Dark glasses: the eyes behind them hardly show. */
export const sunglasses: HeadPart = {
  id: 'sunglasses',
  slot: 'glasses',
  name: 'Sunglasses',
  words: ['dark', 'cool', 'beach'],
  colours: ['metal'],
  front: (model, yaw) =>
    drawGlasses(model, yaw, {
      width: 13.4,
      height: 11,
      glass: '#26272f',
      clear: 0.9,
      rim: 2.4,
      shape: (x, y, rx, ry) =>
        pen()
          .move(x - rx, y - ry * 0.72)
          .quad(x, y - ry, x + rx, y - ry * 0.72)
          .cubic(x + rx * 1.02, y + ry * 0.6, x + rx * 0.6, y + ry, x, y + ry)
          .cubic(x - rx * 0.6, y + ry, x - rx * 1.02, y + ry * 0.6, x - rx, y - ry * 0.72)
          .close()
          .done(),
    }),
};
