import { ellipse, pen, roundedRect } from '../../draw/path.ts';
import { SPARK, shade } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';

const board = thing(
  'board',
  'Board on legs',
  'board chalk blackboard school teach class',
  (h, { wood }) => {
    h.foot(0, 0, 180, 12);
    h.rod([-150, -440, -176, -4], wood.shadow, 14);
    h.rod([150, -440, 176, -4], wood.shadow, 14);
    h.box(-200, -470, 400, 300, wood.base, 6);
    h.bar(-182, -452, 358, 258, '#2f5d50', 3);
    h.line(pen().move(-150, -320).cubic(-110, -430, -70, -430, -30, -320).cubic(10, -220, 60, -220, 100, -320).done(), '#eaf1e6', 6);
    h.rod([-156, -322, 150, -322], '#a9c6b8', 4);
    h.box(-190, -178, 380, 14, wood.light, 3);
    h.bar(-90, -186, 38, 8, '#f8f4e8', 3);
  },
  { screen: [-182, -452, 358, 258], slots: ['wood'] },
);

const easel = thing(
  'flipchart',
  'Paper on an easel',
  'flipchart easel paper chart present workshop bars',
  (h, { wood, accent, second, paper }) => {
    h.foot(0, 0, 120, 10);
    h.rod([-20, -480, -120, -4], wood.base, 12);
    h.rod([20, -480, 120, -4], wood.shadow, 12);
    h.rod([0, -440, 0, -20], wood.shadow, 10);
    h.box(-140, -450, 280, 300, paper.base, 3);
    h.bar(-140, -450, 280, 18, DARK, 3);
    [70, 120, 96, 170].forEach((tall, n) => h.box(-104 + n * 54, -184 - tall, 36, tall, [second.base, SPARK.yellow, accent.base, SPARK.navy][n] as string, 2));
    h.rod([-116, -182, 116, -182], DARK, 4);
    h.box(-146, -158, 292, 14, wood.light, 3);
  },
  { screen: [-132, -428, 262, 262], slots: ['wood', 'accent', 'second', 'paper'] },
);

const whiteboard = thing(
  'whiteboard',
  'Whiteboard',
  'whiteboard wall office meeting plan draw',
  (h, { metal, accent, second }) => {
    h.castBox(-300, -330, 600, 326, 8);
    h.box(-300, -330, 600, 326, metal.light, 8);
    h.bar(-284, -314, 564, 288, '#f3f8f6', 4);
    h.rod([-240, -90, -120, -190, -10, -140, 120, -250], second.base, 7);
    for (const [x, y] of [
      [-240, -90],
      [-120, -190],
      [-10, -140],
      [120, -250],
    ] as const)
      h.ball(x, y, 11, accent.base);
    h.rod([170, -120, 250, -120], '#8fa3aa', 6).rod([170, -96, 230, -96], '#8fa3aa', 6);
    h.box(-120, -22, 240, 14, metal.base, 3);
  },
  { screen: [-284, -314, 564, 288], slots: ['metal', 'accent', 'second'] },
);

const pinboard = thing(
  'pinboard',
  'Pin board',
  'pin board notes cork wall plan',
  (h, { wood, accent, second }) => {
    h.castBox(-230, -300, 460, 296, 6);
    h.box(-230, -300, 460, 296, wood.base, 6);
    h.bar(-212, -282, 420, 256, '#d8b98a', 3);
    const note = (x: number, y: number, w: number, high: number, turn: number, colour: string, pin: string): void => {
      h.at(
        x,
        y,
        1,
        (p) =>
          p
            .castBox(-w / 2, 0, w, high, 2)
            .bar(-w / 2, 0, w, high, colour, 2)
            .rod([-w / 2 + 10, high * 0.4, w / 2 - 10, high * 0.4], '#9fb0b2', 4)
            .rod([-w / 2 + 10, high * 0.6, w / 4, high * 0.6], '#9fb0b2', 4)
            .ball(0, 8, 7, pin),
        turn,
      );
    };
    note(-140, -262, 92, 112, -4, '#f8f4e8', accent.base);
    note(-30, -250, 100, 80, 3, '#dcebe8', second.base);
    note(100, -262, 112, 130, -2, '#f6e6b8', SPARK.navy);
    note(-80, -140, 110, 92, 2, '#f8f4e8', SPARK.plum);
    note(50, -112, 92, 74, -3, '#f3d8cd', accent.base);
  },
  { screen: [-212, -282, 420, 256], slots: ['wood', 'accent', 'second'] },
);

const clipboard = thing(
  'clipboard',
  'Clipboard',
  'clipboard list check notes inspect',
  (h, { wood, second }) => {
    h.box(-41, -124, 82, 124, wood.base, 6);
    h.bar(-33, -108, 64, 100, '#f8f4e8', 2);
    h.box(-18, -130, 36, 18, '#8fa3aa', 5);
    for (let n = 0; n < 3; n++) h.rod([-24, -84 + n * 24, -18, -78 + n * 24, -10, -92 + n * 24], second.base, 4).rod([-2, -84 + n * 24, 22, -84 + n * 24], '#9fb0b2', 4);
  },
  { grip: [0, -20], slots: ['wood', 'second'] },
);

const books = thing(
  'books',
  'Three books',
  'books stack read study library school',
  (h, { accent, second }) => {
    h.foot(0, 0, 50, 5);
    const book = (x: number, y: number, w: number, high: number, colour: string): void => {
      h.box(x - w / 2, y - high, w, high, colour, 4)
        .bar(x - w / 2 + 8, y - high + 4, w - 10, high - 8, '#f3e8cf', 1)
        .bar(x - w / 2, y - high, 10, high, shade(colour), 3);
    };
    book(0, 0, 92, 18, second.base);
    book(4, -18, 84, 16, SPARK.yellow);
    book(-4, -34, 76, 15, accent.base);
  },
  { grip: [0, -8], slots: ['accent', 'second'] },
);

const ruler = thing(
  'ruler',
  'Ruler',
  'ruler measure length school geometry',
  (h) => {
    h.at(
      0,
      0,
      1,
      (p) => {
        p.box(-14, -150, 28, 150, SPARK.yellow, 2);
        for (let n = 1; n < 14; n++) p.rod([-14, -150 + n * 10.6, n % 3 ? -6 : 0, -150 + n * 10.6], DARK, 2.4);
      },
      8,
    );
  },
  { grip: [6, -40] },
);

const calendar = thing(
  'calendar',
  'Calendar',
  'calendar date month day plan',
  (h, { accent, paper }) => {
    h.castBox(-62, -140, 124, 140, 6);
    h.box(-62, -140, 124, 140, paper.base, 6);
    h.bar(-62, -140, 124, 32, accent.base, 6);
    for (let row = 0; row < 4; row++) for (let n = 0; n < 5; n++) h.bar(-50 + n * 21, -96 + row * 22, 13, 13, row === 2 && n === 3 ? accent.base : '#cfd8d6', 2);
    for (const x of [-30, 26]) h.rod([x, -150, x, -132], DARK, 6);
  },
  { slots: ['accent', 'paper'] },
);

const backpack = thing(
  'backpack',
  'Backpack',
  'backpack bag school travel hike',
  (h, { second }) => {
    h.foot(0, 0, 64, 7);
    h.line(pen().move(-20, -158).cubic(-22, -186, 22, -186, 20, -158).done(), shade(SPARK.yellow), 8);
    h.solid(pen().move(-60, -6).line(-62, -96).cubic(-62, -176, 62, -176, 62, -96).line(60, -6).close().done(), SPARK.yellow, 10, 6);
    h.box(-44, -74, 88, 60, shade(SPARK.yellow), 12);
    h.rod([-36, -56, 36, -56], '#fff1bf', 4);
    h.bar(-12, -126, 24, 16, second.base, 4);
  },
  { grip: [0, -176], slots: ['second'] },
);

const briefcase = thing(
  'briefcase',
  'Briefcase',
  'briefcase bag office business lawyer',
  (h, { wood }) => {
    h.foot(0, 0, 90, 7);
    h.line(pen().move(-26, -112).line(-26, -130).line(26, -130).line(26, -112).done(), DARK, 8);
    h.box(-86, -114, 172, 114, wood.shadow, 10);
    h.bar(-86, -74, 172, 8, shade(wood.shadow));
    h.box(-14, -84, 28, 24, SPARK.yellow, 4);
  },
  { grip: [0, -128], slots: ['wood'] },
);

const printer = thing(
  'printer',
  'Printer',
  'printer paper copy office',
  (h, { metal, paper }) => {
    h.foot(0, 0, 96, 8);
    h.solidPoly([-58, -104, -46, -160, 54, -160, 62, -104], paper.base, 5, 4);
    h.box(-92, -108, 184, 104, metal.light, 12);
    h.bar(-70, -56, 140, 14, DARK, 4);
    h.poly([-54, -46, 54, -46, 66, -8, -66, -8], paper.base);
    h.ball(64, -86, 7, '#5c9460');
  },
  { slots: ['metal', 'paper'] },
);

const trophy = thing(
  'trophy',
  'Cup of a winner',
  'trophy cup winner prize award success',
  (h, { wood }) => {
    h.foot(0, 0, 40, 5);
    h.box(-38, -24, 76, 24, wood.shadow, 3);
    h.rod([0, -24, 0, -58], shade(SPARK.yellow), 14);
    h.line(pen().move(-40, -126).cubic(-78, -126, -70, -76, -30, -78).done(), shade(SPARK.yellow), 8);
    h.line(pen().move(40, -126).cubic(78, -126, 70, -76, 30, -78).done(), shade(SPARK.yellow), 8);
    h.solid(pen().move(-46, -144).line(46, -144).cubic(46, -84, 22, -56, 0, -54).cubic(-22, -56, -46, -84, -46, -144).close().done(), SPARK.yellow, 9, 6);
  },
  { grip: [0, -40], slots: ['wood'] },
);

const gavel = thing(
  'gavel',
  'Gavel',
  'gavel judge law court decide auction',
  (h, { wood }) => {
    h.foot(0, 0, 60, 5);
    h.box(-46, -14, 92, 14, wood.shadow, 5);
    h.at(10, -34, 1, (p) => p.rod([0, 0, 96, 0], wood.base, 11).box(-34, -30, 44, 60, wood.base, 8).bar(-34, -18, 44, 8, SPARK.yellow), -22);
  },
  { grip: [80, -66], slots: ['wood'] },
);

const coins = thing(
  'coins',
  'Piles of coins',
  'coins money finance save cost price',
  (h) => {
    h.foot(0, 0, 76, 6);
    const pile = (x: number, count: number): void => {
      for (let n = 0; n < count; n++) h.box(x - 22, -12 - n * 11, 44, 12, n % 2 ? SPARK.yellow : '#e5b93c', 5);
      h.flat(ellipse(x, -12 - (count - 1) * 11 + 2, 20, 5), '#f7dc7a');
    };
    pile(-50, 3);
    pile(0, 6);
    pile(50, 9);
  },
  { grip: [0, -40] },
);

const letterbox = thing(
  'mailbox',
  'Post box',
  'mail post box street send',
  (h, { accent, metal }) => {
    h.foot(0, 0, 46, 6);
    h.box(-10, -230, 20, 230, metal.base, 3);
    h.solid(roundedRect(-64, -330, 128, 116, 30), accent.base, 10, 6);
    h.bar(-40, -292, 80, 12, shade(accent.shadow), 5);
    h.bar(-30, -262, 60, 30, '#f8f4e8', 3);
  },
  { slots: ['accent', 'metal'] },
);

/** School and office. */
export const SCHOOL: readonly Prop[] = [board, easel, whiteboard, pinboard, clipboard, books, ruler, calendar, backpack, briefcase, printer, trophy, gavel, coins, letterbox];
