import { dice } from '../../draw/hash.ts';
import { ellipse, pen, smoothLoop } from '../../draw/path.ts';
import type { Hand } from '../world/hand.ts';
import { SPARK, shade } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';
const TRUNK = '#8a6243';

/** A crown of a tree: a few rounds in shadow, the same again in the light, moved to it. */
export function crown(h: Hand, rounds: readonly (readonly [number, number, number])[], base: string, shadow: string, light: string): void {
  for (const [x, y, r] of rounds) h.flat(ellipse(x, y, r), shadow);
  for (const [x, y, r] of rounds) h.flat(ellipse(x - r * 0.16, y - r * 0.12, r * 0.86), base);
  const [x, y, r] = rounds[0] as readonly [number, number, number];
  for (const n of [0, 1])
    h.line(
      pen()
        .move(x - r * (0.5 - n * 0.5), y - r * (0.4 - n * 0.5))
        .quad(x - r * (0.3 - n * 0.5), y - r * (0.62 - n * 0.5), x - r * (0.05 - n * 0.5), y - r * (0.5 - n * 0.5))
        .done(),
      light,
      6,
    );
}

const tree = thing(
  'tree',
  'Tree',
  'tree nature park forest leaves',
  (h, { green }) => {
    h.foot(0, 0, 74, 10);
    h.solid(pen().move(-20, 0).quad(-10, -160, -14, -330).line(16, -330).quad(12, -160, 28, 0).close().done(), TRUNK, 8, 0);
    h.rod([2, -300, -74, -390], TRUNK, 14).rod([2, -290, 84, -400], shade(TRUNK), 12);
    crown(
      h,
      [
        [-10, -560, 150],
        [-120, -470, 105],
        [118, -480, 112],
        [10, -430, 120],
      ],
      green.base,
      green.shadow,
      green.light,
    );
  },
  { slots: ['green'] },
);

const fir = thing(
  'fir',
  'Fir tree',
  'fir tree forest winter conifer',
  (h, { green }) => {
    h.foot(0, 0, 60, 8);
    h.box(-14, -90, 28, 90, TRUNK, 3);
    for (const [y, w] of [
      [-60, 150],
      [-210, 122],
      [-350, 88],
    ] as const)
      h.solid(
        pen()
          .move(0, y - 230)
          .line(w, y)
          .quad(0, y + 22, -w, y)
          .close()
          .done(),
        green.shadow,
        w * 0.2,
        4,
      );
  },
  { slots: ['green'] },
);

const palm = thing(
  'palm',
  'Palm',
  'palm tree beach island holiday',
  (h, { green }) => {
    h.foot(0, 0, 50, 7);
    h.solid(pen().move(-18, 0).quad(-4, -240, 60, -440).line(80, -434).quad(30, -230, 22, 0).close().done(), '#a97f57', 8, 0);
    for (const [turn, k] of [
      [-108, 0.9],
      [-64, 1],
      [-20, 0.9],
      [34, 0.95],
      [78, 1],
      [122, 0.84],
    ] as const)
      h.at(70, -440, k, (p) => p.solid(pen().move(0, 0).quad(60, -70, 30, -190).quad(-6, -120, 0, 0).close().done(), turn > 40 ? green.shadow : green.base, 6, 4), turn);
    for (const [x, y] of [
      [58, -424],
      [86, -420],
    ] as const)
      h.ball(x, y, 13, '#7a5236');
  },
  { slots: ['green'] },
);

const bush = thing(
  'bush',
  'Bush',
  'bush shrub garden green',
  (h, { green }) => {
    h.foot(0, 0, 98, 8);
    crown(
      h,
      [
        [0, -66, 66],
        [-66, -44, 46],
        [66, -46, 48],
      ],
      green.base,
      green.shadow,
      green.light,
    );
    h.bar(-104, -14, 208, 14, green.shadow, 7);
  },
  { slots: ['green'] },
);

const rock = thing('rock', 'Rock', 'rock stone nature mountain', (h) => {
  h.foot(0, 0, 80, 7);
  h.solidPoly([-80, 0, -66, -50, -20, -78, 36, -66, 76, -24, 80, 0], '#8d9a9c', 14, 8);
  h.poly([-48, -44, -16, -66, 8, -60, -26, -34], '#a8b4b4');
});

const flowers = thing(
  'flower-bed',
  'Flowers',
  'flowers garden spring bloom',
  (h, { green, accent, second }) => {
    const chance = dice(31);
    h.foot(0, 0, 90, 6);
    for (let n = 0; n < 11; n++) {
      const x = -80 + n * 16;
      const tall = 40 + chance.next() * 36;
      h.rod([x, 0, x + chance.between(-5, 5), -tall], green.base, 4);
      h.flat(ellipse(x + 7, -tall * 0.4, 10, 4.5), green.light);
      const colour = [accent.base, SPARK.yellow, '#e9a7b0', second.light][n % 4] as string;
      for (let k = 0; k < 5; k++) h.flat(ellipse(x + 8 * Math.cos(k * 1.257), -tall + 8 * Math.sin(k * 1.257), 6.4), colour);
      h.flat(ellipse(x, -tall, 4.4), shade(SPARK.yellow));
    }
  },
  { slots: ['green', 'accent', 'second'] },
);

const mushroom = thing(
  'mushroom',
  'Toadstool',
  'mushroom toadstool forest poison',
  (h, { accent, paper }) => {
    h.foot(0, 0, 30, 4);
    h.solid(pen().move(-14, 0).quad(-8, -40, -10, -64).line(12, -64).quad(10, -40, 17, 0).close().done(), paper.base, 6, 0);
    h.solid(pen().move(-56, -58).cubic(-50, -124, 50, -124, 56, -58).quad(0, -44, -56, -58).close().done(), accent.base, 8, 5);
    for (const [x, y, r] of [
      [-24, -84, 8],
      [6, -98, 9],
      [30, -76, 7],
    ] as const)
      h.flat(ellipse(x, y, r, r * 0.8), paper.base);
  },
  { grip: [0, -30], slots: ['accent', 'paper'] },
);

const log = thing('log', 'Log', 'log wood tree sit forest', (h) => {
  h.foot(0, 0, 140, 8);
  h.box(-130, -66, 240, 66, TRUNK, 22);
  for (const y of [-46, -24]) h.rod([-96, y, 40, y], shade(TRUNK), 4);
  h.ball(108, -33, 26, '#d8b98a', 33);
  h.line(ellipse(106, -34, 13, 18), '#b98a5b', 4);
});

const campfire = thing(
  'campfire',
  'Campfire',
  'fire campfire camp night warm flames',
  (h, _, { seconds }) => {
    h.foot(0, 0, 96, 8);
    for (const [x, r] of [
      [-84, 16],
      [-50, 13],
      [50, 14],
      [86, 15],
    ] as const)
      h.ball(x, -8, r, '#8d9a9c', r * 0.7);
    h.rod([-62, -10, 46, -40], TRUNK, 20).rod([62, -10, -46, -40], shade(TRUNK), 20);
    const flame = (w: number, tall: number, phase: number, colour: string): void => {
      const s = 1 + 0.08 * Math.sin(seconds * 12 + phase) + 0.05 * Math.sin(seconds * 19 + phase * 2);
      const lean = 6 * Math.sin(seconds * 9 + phase);
      h.source(
        pen()
          .move(-w, -24)
          .cubic(-w * 1.1, -tall * 0.5, -w * 0.2, -tall * 0.5, lean, -tall * s)
          .cubic(w * 0.3, -tall * 0.5, w * 1.1, -tall * 0.45, w, -24)
          .close()
          .done(),
        colour,
      );
    };
    flame(54, 180, 0, '#e8622c');
    flame(38, 134, 1.3, '#f7a63a');
    flame(22, 86, 2.6, '#ffe58a');
    h.glow(0, -80, 420, 0);
  },
  { moves: true },
);

const snowman = thing(
  'snowman',
  'Snowman',
  'snowman winter snow cold',
  (h, { accent }) => {
    const snow = '#eef4f6';
    h.foot(0, 0, 104, 9);
    h.rod([-66, -210, -150, -270], TRUNK, 7).rod([66, -210, 150, -270], TRUNK, 7);
    h.ball(0, -86, 98, snow, 88);
    h.ball(0, -220, 72, snow);
    h.ball(0, -326, 52, snow);
    h.box(-44, -416, 88, 50, DARK, 4).box(-62, -378, 124, 12, DARK, 4);
    h.bar(-52, -286, 104, 18, accent.base, 8).box(18, -280, 24, 66, accent.base, 5);
    for (const x of [-18, 18]) h.flat(ellipse(x, -338, 6), DARK);
    h.poly([0, -326, 44, -316, 0, -312], '#e88a3c');
    for (const y of [-236, -208, -180]) h.flat(ellipse(0, y, 6), DARK);
  },
  { slots: ['accent'] },
);

const bench = thing(
  'bench',
  'Bench',
  'bench park seat street sit',
  (h, { wood, metal }) => {
    h.foot(0, 0, 200, 12);
    for (const x of [-164, 142]) {
      h.rod([x + 10, -234, x + 22, -128], metal.base, 12);
      h.rod([x + 8, -128, x, -4], metal.base, 12).rod([x + 24, -128, x + 30, -4], metal.shadow, 12);
    }
    for (const y of [-238, -204, -170]) h.box(-196, y, 392, 24, wood.base, 6);
    h.box(-200, -140, 400, 22, wood.light, 6);
  },
  { slots: ['wood', 'metal'] },
);

const streetLamp = thing(
  'street-lamp',
  'Street lamp',
  'street lamp light night road',
  (h, { metal }) => {
    h.foot(0, 0, 40, 6);
    h.box(-26, -34, 52, 34, metal.shadow, 5);
    h.rod([0, -30, 0, -640], metal.base, 15);
    h.rod([-30, -600, 30, -600], metal.shadow, 7);
    h.source(pen().move(-30, -640).line(30, -640).line(44, -730).line(-44, -730).close().done(), '#f6efd6').glow(0, -690, 260, 0);
    h.solid(pen().move(-58, -728).quad(0, -776, 58, -728).close().done(), metal.base, 6, 4);
    h.rod([-30, -640, -44, -728], metal.shadow, 5).rod([30, -640, 44, -728], metal.shadow, 5);
    h.ball(0, -756, 8, metal.base);
  },
  { slots: ['metal'] },
);

const fountain = thing(
  'fountain',
  'Fountain',
  'fountain water park square',
  (h, _, { seconds }) => {
    const stone = '#b9bdb4';
    h.foot(0, 0, 210, 14);
    for (let n = 0; n < 6; n++) {
      const t = (seconds * 0.8 + n / 6) % 1;
      for (const side of [-1, 1]) h.flat(ellipse(side * (14 + 62 * t), -250 - 60 * Math.sin(Math.PI * t) + 120 * t * t, 5, 7), '#a9d9e6');
    }
    h.rod([0, -240, 0, -296], '#c6e7ee', 9);
    h.box(-18, -240, 36, 200, stone, 6);
    h.solid(pen().move(-92, -178).line(92, -178).quad(60, -138, 0, -138).quad(-60, -138, -92, -178).close().done(), stone, 9, 5);
    h.flat(ellipse(0, -178, 88, 10), '#8fc4d8');
    h.box(-206, -76, 412, 76, stone, 10);
    h.flat(ellipse(0, -76, 196, 15), '#8fc4d8');
    h.bar(-206, -64, 404, 8, shade(stone));
  },
  { moves: true },
);

const tent = thing(
  'tent',
  'Tent',
  'tent camp holiday outdoors',
  (h, { accent }) => {
    h.foot(0, 0, 230, 12);
    h.solidPoly([-226, 0, -40, -276, 40, -276, 226, 0], accent.base, 30, 0);
    h.poly([-76, 0, -10, -256, 84, 0], shade(accent.shadow));
    h.poly([-76, 0, -10, -256, -2, -200, -20, 0], accent.light);
  },
  { slots: ['accent'] },
);

const cloud = thing('cloud', 'Cloud', 'cloud weather sky rain data', (h) => {
  h.flat(smoothLoop([-130, -20, -146, -62, -92, -92, -46, -142, 22, -140, 62, -104, 120, -98, 142, -48, 118, -18, 0, -8]), '#cfe0e6');
  h.flat(smoothLoop([-134, -26, -146, -64, -94, -96, -48, -142, 16, -140, 56, -108, 108, -102, 122, -64, 92, -34, 0, -24]), '#f4f9fa');
});

const sun = thing(
  'sun',
  'Sun',
  'sun weather warm summer day energy',
  (h, _, { seconds }) => {
    for (let n = 0; n < 12; n++) h.at(0, -110, 1, (p) => p.poly([-9, -66, 9, -66, 0, -98 - 6 * Math.sin(seconds * 1.4 + n)], '#f2b33d'), n * 30);
    h.source(ellipse(0, -110, 62), '#f7c84d');
    h.flat(ellipse(-6, -114, 50), '#fbd873');
  },
  { moves: true },
);

/** Nature, parks and the weather. */
export const OUTDOORS: readonly Prop[] = [tree, fir, palm, bush, rock, flowers, mushroom, log, campfire, snowman, bench, streetLamp, fountain, tent, cloud, sun];
