import { dice } from '../../draw/hash.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import { pen } from '../../draw/path.ts';
import type { Node } from '../../draw/picture.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import type { EffectKind } from './effect.ts';

/** Drops fall in tiles that come round again. */
const TILE = 540;
const DROPS = 46;
/** Steps of the drops' way in one round: finer than an eye sees. */
const STEPS = 1080;

const tiles = new Map<string, readonly Node[]>();

/** One tile of streaks; the same tile for the same numbers. */
function tile(layer: number, slant: number, colour: string): readonly Node[] {
  const key = `${layer} ${slant} ${colour}`;
  let nodes = tiles.get(key);
  if (!nodes) {
    const chance = dice(700 + layer);
    const path = pen();
    for (let n = 0; n < DROPS; n++) {
      const [x, y, long] = [chance.between(0, TILE), chance.between(0, TILE), chance.between(18, 46) * (layer ? 0.7 : 1)];
      path.move(x, y).line(x + slant * long, y + long);
    }
    if (tiles.size > 100) tiles.clear();
    tiles.set(key, (nodes = [{ id: `rain${layer}`, path: path.done(), matrix: IDENTITY, stroke: { paint: colour, width: layer ? 1.6 : 2.6 }, alpha: layer ? 0.4 : 0.6 }]));
  }
  return nodes;
}

/** Rain before everything below. */
export const rain: EffectKind = {
  id: 'rain',
  label: 'Rain',
  icon: 'M7 14a4 4 0 1 1 1-8 5 5 0 0 1 9 2 3 3 0 0 1 0 6M8 17l-1 3M12 17l-1 3M16 17l-1 3',
  on: 'below',
  moving: true,
  fields: [
    { name: 'amount', label: 'Amount', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.7, step: 0.05 },
    { name: 'speed', label: 'Speed', control: 'number', unit: 'times', least: 0.2, most: 3, rest: 1, step: 0.1 },
    { name: 'slant', label: 'Slant', control: 'number', unit: 'degrees', least: -45, most: 45, rest: 8, step: 1 },
    { name: 'colour', label: 'Colour', control: 'colour', rest: '#dfeef5' },
  ],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const slant = -Math.tan((values.number('slant') * Math.PI) / 180);
    const sheets = [0, 1].map((layer) => {
      // Seconds for a tile to fall past: nearer drops are faster.
      const round = (layer ? 0.62 : 0.4) / values.number('speed');
      const way = Math.round((((tick / TICKS_PER_SECOND / round) % 1) + 1) * STEPS) % STEPS;
      const down = (way / STEPS) * TILE;
      const nodes = tile(layer, Math.round(slant * 100) / 100, values.colour('colour'));
      const pieces = [];
      for (let y = down - TILE; y < height; y += TILE)
        for (let x = ((slant * y) % TILE) - TILE; x < width + TILE; x += TILE) pieces.push({ id: `${id}.${layer}.${pieces.length}`, view: [1, 0, 0, 1, x, y] as const, nodes });
      return pieces;
    });
    return [...planes, { id: `${id}.rain`, view: IDENTITY, nodes: [], planes: sheets.flat(), alpha: values.number('amount') * strength }];
  },
};
