import { stepped } from '../../../draw/colour.ts';
import { pen } from '../../../draw/path.ts';
import { Tailor } from '../clothKit.ts';
import type { Bottom, Garment, LegFrame } from '../part.ts';

/** A line down the outer side of a leg. */
const sideLine =
  (colour: (frame: LegFrame) => string, width: number) =>
  (frame: LegFrame): [] => {
    const { leg, s, model, side } = frame;
    const out = side === 'L' ? -1 : 1;
    const r = model.p.legTop * 0.55;
    s.line(
      'side',
      pen()
        .move(leg.hip.x + out * r, leg.hip.y + 18)
        .line(leg.knee.x + out * r * 0.7, leg.knee.y)
        .line(leg.ankle.x + out * r * 0.6, leg.ankle.y - 6)
        .done(),
      colour(frame),
      width,
    );
    return [];
  };

const bulge = ({ leg, s, model, side }: LegFrame): [] => {
  const out = side === 'L' ? -1 : 1;
  const x = (leg.hip.x + leg.knee.x) / 2 + out * model.p.legTop * 0.45;
  const y = (leg.hip.y + leg.knee.y) / 2 + 18;
  const seam = model.seam('trousers');
  s.fill(
    'pocket',
    pen()
      .move(x - 11, y - 10)
      .line(x + 11, y - 11)
      .line(x + 11, y + 16)
      .line(x - 10, y + 17)
      .close()
      .done(),
    stepped(model.colour('trousers'), -0.035),
  );
  s.line(
    'flap',
    pen()
      .move(x - 11, y - 3)
      .line(x + 11, y - 4)
      .done(),
    seam,
    2.2,
  );
  return [];
};

const crease = ({ leg, s, model }: LegFrame): [] => {
  s.line(
    'crease',
    pen()
      .move(leg.hip.x - 2, leg.hip.y + 30)
      .line(leg.knee.x - 2, leg.knee.y)
      .line(leg.ankle.x - 2, leg.ankle.y - 8)
      .done(),
    model.seam('trousers'),
    1.8,
    0.6,
  );
  return [];
};

/** A skirt's cloth from the waist to `length` (0 hip .. 1 floor). */
const skirt = (id: string, length: number, out: number, details?: Garment['details']): Garment => ({
  id,
  slot: 'bottom',
  name: id,
  cloth: 'trousers',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 2,
  from: 0.64,
  clips: true,
  hem: ({ p }) => ({ y: p.torso + (p.thigh + p.shin) * length, out }),
  ...(details ? { details } : {}),
});

const folds =
  (count: number): NonNullable<Garment['details']> =>
  (frame) => {
    const c = new Tailor(frame, 'skirt');
    const { y } = skirt('', 0.5, 0).hem(frame.model);
    for (let n = 0; n < count; n++) {
      const x = ((n + 0.5) / count) * 2 - 1;
      c.line(`fold${n}`, frame.model.seam('trousers'), 2.2, [x * 34 * c.k, frame.model.p.torso, x * 46 * c.k, y, x * 60 * c.k, frame.model.p.torso + 190]);
    }
    return c.s.nodes;
  };

const tartan: NonNullable<Garment['details']> = (frame) => {
  const c = new Tailor(frame, 'kilt');
  for (const [n, y] of [100, 124, 148, 172, 196].entries()) c.band(`row${n}`, frame.model.colour('accent'), y, 3.4, 4);
  for (let n = -3; n <= 3; n++) c.line(`column${n}`, frame.model.seam('trousers'), 4, [n * 17 * c.k, 78, n * 20 * c.k, 230]);
  return c.s.nodes;
};

const legs = (length: number, grow: readonly [number, number, number], details?: (frame: LegFrame) => []): Bottom['legs'] => ({
  cloth: 'trousers',
  length,
  grow,
  ...(details ? { details } : {}),
});

/** What is worn from the waist down: an entry each. */
export const BOTTOMS: readonly Bottom[] = [
  { id: 'trousers', slot: 'bottom', name: 'Trousers', colours: ['trousers'], legs: legs(1, [3, 1.8, 7]) },
  { id: 'suit-trousers', slot: 'bottom', name: 'Suit trousers', words: ['crease', 'formal', 'office'], colours: ['trousers'], legs: legs(1, [3, 2.4, 6], crease) },
  { id: 'slim-trousers', slot: 'bottom', name: 'Slim trousers', words: ['tight', 'skinny'], colours: ['trousers'], legs: legs(1, [1.5, -0.5, 2.4]) },
  { id: 'wide-trousers', slot: 'bottom', name: 'Wide trousers', words: ['flared', 'loose'], colours: ['trousers'], legs: legs(1, [3.5, 5, 14]) },
  {
    id: 'jeans',
    slot: 'bottom',
    name: 'Jeans',
    words: ['denim', 'casual'],
    colours: ['trousers'],
    legs: legs(
      1,
      [2.4, 1.4, 4.6],
      sideLine(() => '#d8b27a', 1.5),
    ),
  },
  { id: 'cargo-trousers', slot: 'bottom', name: 'Cargo trousers', words: ['pockets', 'work', 'outdoor'], colours: ['trousers'], legs: legs(1, [4, 4, 8], bulge) },
  {
    id: 'track-trousers',
    slot: 'bottom',
    name: 'Track trousers',
    words: ['sport', 'joggers', 'stripe'],
    colours: ['trousers', 'accent'],
    legs: legs(
      1,
      [3.5, 3, 3.4],
      sideLine(({ model }) => model.colour('accent'), 4),
    ),
  },
  { id: 'leggings', slot: 'bottom', name: 'Leggings', words: ['sport', 'tight', 'yoga'], colours: ['trousers'], legs: legs(0.92, [0.6, -0.6, -0.4]) },
  { id: 'shorts', slot: 'bottom', name: 'Shorts', words: ['summer', 'sport'], colours: ['trousers'], legs: legs(0.34, [4, 3, 4]) },
  { id: 'knee-shorts', slot: 'bottom', name: 'Knee shorts', words: ['summer', 'bermuda'], colours: ['trousers'], legs: legs(0.48, [3.6, 3, 4.4]) },
  { id: 'skirt', slot: 'bottom', name: 'Skirt', words: ['knee', 'flared'], colours: ['trousers'], skirt: skirt('skirt', 0.52, 20, folds(5)) },
  { id: 'straight-skirt', slot: 'bottom', name: 'Straight skirt', words: ['pencil', 'office'], colours: ['trousers'], skirt: skirt('straight-skirt', 0.52, 2) },
  { id: 'long-skirt', slot: 'bottom', name: 'Long skirt', words: ['maxi', 'folds'], colours: ['trousers'], skirt: skirt('long-skirt', 0.94, 22, folds(6)) },
  { id: 'kilt', slot: 'bottom', name: 'Kilt', words: ['tartan', 'pleats', 'scottish'], colours: ['trousers', 'accent'], skirt: skirt('kilt', 0.46, 14, tartan) },
];
