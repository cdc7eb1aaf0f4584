import { ellipse, pen } from '../../draw/path.ts';
import type { Hand } from '../world/hand.ts';
import { SPARK } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';

/** Steam that rises: two waves that fade as they go. */
function steam(h: Hand, x: number, y: number, seconds: number): void {
  for (const n of [0, 1, 2]) {
    const t = (seconds * 0.35 + n / 3) % 1;
    const dx = x - 10 + n * 10 + 6 * Math.sin(seconds * 2 + n * 2);
    h.line(
      pen()
        .move(dx, y - 8 - t * 44)
        .cubic(dx + 10, y - 22 - t * 44, dx - 10, y - 34 - t * 44, dx, y - 48 - t * 44)
        .done(),
      '#ffffff',
      5,
      0.75 * Math.sin(Math.PI * t),
    );
  }
}

const WARM = [
  ['hot', 'Hot'],
  ['cold', 'Cold'],
] as const;

const mug = thing(
  'mug',
  'Mug',
  'mug cup coffee tea drink break',
  (h, { accent }, { state, seconds }) => {
    if (state === 'hot') steam(h, -4, -36, seconds);
    h.foot(0, 0, 24, 3);
    h.line(pen().move(15, -30).cubic(36, -32, 36, -6, 14, -8).done(), accent.base, 6);
    h.box(-23, -38, 40, 38, accent.base, 6);
    h.flat(ellipse(-3, -37, 19, 4.5), '#5a3a26');
  },
  { grip: [26, -20], states: WARM, moves: ['hot'], slots: ['accent'] },
);

const kettle = thing(
  'kettle',
  'Kettle',
  'kettle tea water kitchen boil',
  (h, { second }, { state, seconds }) => {
    if (state === 'hot') steam(h, 78, -60, seconds);
    h.foot(0, 0, 56, 5);
    h.line(pen().move(-38, -70).cubic(-42, -122, 42, -122, 38, -70).done(), DARK, 9);
    h.solidPoly([40, -54, 74, -74, 84, -64, 52, -22], second.base, 4, 3);
    h.solid(pen().move(-44, -70).line(44, -70).cubic(56, -56, 60, -18, 54, 0).line(-54, 0).cubic(-60, -18, -56, -56, -44, -70).close().done(), second.base, 9, 5);
    h.box(-30, -80, 60, 13, second.shadow, 6);
    h.ball(0, -84, 8, SPARK.yellow);
  },
  { grip: [0, -106], states: WARM, moves: ['hot'], slots: ['second'] },
);

const apple = thing(
  'apple',
  'Apple',
  'apple fruit food healthy',
  (h, { accent, green }) => {
    h.foot(0, 0, 20, 3);
    h.solid(
      pen().move(0, -36).cubic(-14, -44, -28, -32, -24, -14).cubic(-20, 0, -8, 2, 0, -1).cubic(8, 2, 20, 0, 24, -14).cubic(28, -32, 14, -44, 0, -36).close().done(),
      accent.base,
      6,
      4,
    );
    h.rod([0, -36, 4, -46], '#6b4a33', 3.4);
    h.flat(pen().move(4, -42).quad(14, -54, 24, -44).quad(14, -36, 4, -42).close().done(), green.base);
  },
  { grip: [0, -20], slots: ['accent', 'green'] },
);

const loaf = thing(
  'bread',
  'Loaf',
  'bread loaf food bakery',
  (h) => {
    h.foot(0, 0, 62, 5);
    h.solid(pen().move(-60, 0).cubic(-72, -34, -54, -52, -30, -50).line(34, -50).cubic(56, -52, 72, -34, 60, 0).close().done(), '#c98f4f', 8, 5);
    for (const x of [-26, 4, 34])
      h.line(
        pen()
          .move(x - 10, -40)
          .quad(x + 2, -34, x + 8, -22)
          .done(),
        '#eccb92',
        6,
      );
  },
  { grip: [0, -24] },
);

const bowl = thing(
  'fruit-bowl',
  'Bowl of fruit',
  'bowl fruit food kitchen table',
  (h, { accent, second, green }) => {
    h.foot(0, 0, 44, 4);
    h.ball(-34, -58, 22, accent.base);
    h.ball(34, -58, 22, green.base);
    h.ball(0, -66, 25, SPARK.yellow);
    h.solid(pen().move(-68, -52).line(68, -52).cubic(62, -16, 36, 0, 0, 0).cubic(-36, 0, -62, -16, -68, -52).close().done(), second.base, 9, 5);
  },
  { slots: ['accent', 'second', 'green'] },
);

const cake = thing(
  'cake',
  'Cake with candles',
  'cake birthday party celebrate food candles',
  (h, { accent, paper }, { state, seconds }) => {
    h.foot(0, 0, 74, 6);
    for (const x of [-30, 0, 30]) {
      h.bar(x - 4, -118, 8, 30, SPARK.navy, 2);
      if (state === 'lit') {
        const s = 1 + 0.1 * Math.sin(seconds * 11 + x);
        h.source(
          pen()
            .move(x, -118 - 22 * s)
            .quad(x + 9, -122, x, -116)
            .quad(x - 9, -122, x, -118 - 22 * s)
            .close()
            .done(),
          '#f7c04a',
        ).glow(x, -130, 110);
      }
    }
    h.box(-66, -90, 132, 86, '#e8b98a', 8);
    h.flat(
      pen()
        .move(-66, -84)
        .quad(-66, -92, -58, -92)
        .line(58, -92)
        .quad(66, -92, 66, -84)
        .line(66, -62)
        .quad(52, -44, 40, -62)
        .quad(26, -40, 10, -60)
        .quad(-6, -42, -22, -62)
        .quad(-40, -44, -66, -62)
        .close()
        .done(),
      paper.base,
    );
    h.bar(-66, -34, 124, 9, accent.base);
    h.box(-84, -8, 168, 8, '#cfd8d6', 4);
  },
  {
    states: [
      ['lit', 'Lit'],
      ['out', 'Blown out'],
    ],
    moves: ['lit'],
    slots: ['accent', 'paper'],
  },
);

const bottle = thing(
  'bottle',
  'Bottle',
  'bottle water drink plastic glass',
  (h, { second }) => {
    h.foot(0, 0, 22, 3);
    h.box(-9, -126, 18, 14, second.base, 3);
    h.solid(
      pen()
        .move(-8, -114)
        .line(8, -114)
        .line(8, -98)
        .cubic(24, -88, 24, -76, 23, -60)
        .line(23, -4)
        .quad(23, 0, 18, 0)
        .line(-18, 0)
        .quad(-23, 0, -23, -4)
        .line(-23, -60)
        .cubic(-24, -76, -24, -88, -8, -98)
        .close()
        .done(),
      '#a9d3e0',
      6,
      2,
    );
    h.bar(-23, -62, 46, 30, '#f8f4e8').bar(-23, -52, 46, 9, second.base);
  },
  { grip: [0, -46], slots: ['second'] },
);

const glass = thing(
  'glass',
  'Glass of water',
  'glass water drink health',
  (h) => {
    h.foot(0, 0, 18, 3);
    h.poly([-20, -56, 20, -56, 15, 0, -15, 0], '#dfeef0');
    h.poly([-18, -38, 18, -38, 14, -3, -14, -3], '#8fc4d8');
    h.flat(ellipse(0, -38, 18, 3.4), '#b9dfea');
    h.rod([-14, -50, -11, -14], '#ffffff', 4, 0.8);
  },
  { grip: [0, -26] },
);

const pan = thing(
  'pot',
  'Cooking pot',
  'pot pan cook kitchen soup stove',
  (h, { metal, accent }, { state, seconds }) => {
    if (state === 'hot') steam(h, 0, -84, seconds);
    h.foot(0, 0, 72, 6);
    for (const x of [-84, 62]) h.box(x, -58, 24, 12, DARK, 5);
    h.box(-68, -70, 136, 70, metal.base, 12);
    h.box(-72, -80, 144, 14, metal.light, 6);
    h.ball(0, -86, 9, accent.base);
  },
  { grip: [72, -52], states: WARM, moves: ['hot'], slots: ['metal', 'accent'] },
);

const pizza = thing(
  'pizza',
  'Pizza',
  'pizza slice food share fraction',
  (h, { accent, green }) => {
    h.foot(0, 0, 84, 6);
    h.ball(0, -84, 84, '#d9a566');
    h.flat(ellipse(-3, -86, 70), '#f0cd7a');
    for (const [x, y] of [
      [-30, -120],
      [26, -114],
      [-44, -72],
      [6, -80],
      [36, -62],
      [-10, -42],
    ] as const)
      h.ball(x, y, 13, accent.base);
    for (const [x, y] of [
      [-6, -108],
      [44, -92],
      [-26, -58],
    ] as const)
      h.flat(ellipse(x, y, 9, 5), green.base);
    h.rod([0, -84, 0, -168], '#c28d4c', 3).rod([0, -84, 73, -42], '#c28d4c', 3).rod([0, -84, -73, -42], '#c28d4c', 3);
  },
  { slots: ['accent', 'green'] },
);

const carrot = thing(
  'carrot',
  'Carrot',
  'carrot vegetable food healthy garden',
  (h, { green }) => {
    h.at(
      0,
      -6,
      1,
      (p) => {
        for (const turn of [-26, 0, 24])
          p.at(0, -84, 1, (q) => q.flat(pen().move(0, 0).cubic(-13, -16, -8, -40, 0, -46).cubic(8, -40, 13, -16, 0, 0).close().done(), green.base), turn);
        p.solid(pen().move(0, 4).cubic(-12, -30, -22, -62, -17, -84).quad(0, -96, 17, -84).cubic(22, -62, 12, -30, 0, 4).close().done(), '#e88a3c', 6, 2);
        p.rod([-14, -66, -4, -63], '#c76f2a', 3).rod([2, -44, 10, -42], '#c76f2a', 3);
      },
      12,
    );
  },
  { grip: [-6, -46], slots: ['green'] },
);

const stove = thing(
  'stove',
  'Stove',
  'stove oven cook kitchen',
  (h, { metal }) => {
    h.foot(0, 0, 134, 12);
    h.box(-130, -262, 260, 262, metal.light, 8);
    h.bar(-130, -216, 260, 6, metal.shadow);
    h.box(-104, -188, 208, 140, DARK, 8);
    h.bar(-84, -168, 160, 96, '#46575f', 5);
    h.rod([-90, -204, 90, -204], metal.shadow, 8);
    for (const x of [-96, -60, 60, 96]) h.ball(x, -238, 11, DARK);
    h.bar(-130, -268, 260, 8, DARK, 3);
  },
  { slots: ['metal'] },
);

const fridge = thing(
  'fridge',
  'Fridge',
  'fridge cold kitchen food',
  (h, { paper, accent }) => {
    h.foot(0, 0, 120, 12);
    h.box(-116, -540, 232, 540, paper.base, 18);
    h.bar(-116, -362, 226, 6, paper.shadow);
    h.rod([-92, -470, -92, -390], '#8fa3aa', 9).rod([-92, -330, -92, -220], '#8fa3aa', 9);
    h.bar(10, -480, 42, 52, SPARK.yellow, 2).ball(30, -482, 6, accent.base);
  },
  { slots: ['paper', 'accent'] },
);

/** Kitchen and food. */
export const KITCHEN: readonly Prop[] = [mug, kettle, apple, loaf, bowl, cake, bottle, glass, pan, pizza, carrot, stove, fridge];
