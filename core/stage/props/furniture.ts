import { ellipse, pen, roundedRect } from '../../draw/path.ts';
import { lighter, SPARK, shade } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';

const table = thing(
  'table',
  'Table',
  'table desk furniture wood',
  (h, { wood }) => {
    h.foot(0, 0, 205, 20);
    for (const x of [-178, 152]) h.box(x, -190, 26, 190, wood.shadow, 2);
    h.bar(-170, -196, 340, 22, wood.shadow, 2);
    h.box(-210, -218, 420, 26, wood.base, 5);
  },
  { slots: ['wood'] },
);

const desk = thing(
  'desk',
  'Desk with a closed front',
  'desk counter front presenter table sit behind',
  (h, { wood }) => {
    h.foot(0, 0, 330, 22);
    h.box(-316, -206, 632, 206, wood.shadow, 3);
    for (const x of [-296, -94, 108]) h.box(x, -176, 188, 150, wood.base, 4);
    h.bar(-316, -14, 632, 14, shade(wood.shadow));
    h.box(-330, -222, 660, 26, lighter(wood.base, 0.03), 5);
  },
  { slots: ['wood'] },
);

const lectern = thing(
  'lectern',
  'Lectern',
  'lectern speech stand talk presenter conference',
  (h, { wood, accent }) => {
    h.foot(0, 0, 92, 12);
    h.box(-84, -18, 168, 18, wood.shadow, 4);
    h.solidPoly([-60, -14, -72, -286, 72, -286, 60, -14], wood.base);
    h.solidPoly([-92, -280, -78, -332, 86, -332, 92, -280], lighter(wood.base, 0.04), 8, 8);
    h.ball(0, -168, 28, accent.base);
    h.rod([40, -330, 52, -384, 36, -402], DARK, 5);
    h.ball(34, -404, 8, DARK);
  },
  { slots: ['wood', 'accent'] },
);

const chair = thing(
  'chair',
  'Chair',
  'chair seat sit',
  (h, { wood }) => {
    h.foot(0, 0, 64, 9);
    for (const x of [-52, 38]) h.box(x, -138, 14, 138, wood.shadow, 2);
    for (const x of [-56, 42]) h.box(x, -268, 14, 140, wood.base, 4);
    h.box(-50, -250, 100, 28, wood.base, 4);
    h.box(-50, -206, 100, 22, wood.base, 4);
    h.box(-62, -146, 124, 18, lighter(wood.base, 0.03), 5);
  },
  { grip: [0, -258], slots: ['wood'] },
);

const armchair = thing(
  'armchair',
  'Armchair',
  'armchair seat sofa soft living room',
  (h, { second, wood }) => {
    h.foot(0, 0, 136, 14);
    for (const x of [-112, 96]) h.box(x, -26, 18, 26, wood.shadow, 3);
    h.box(-108, -274, 216, 250, second.base, 34);
    h.bar(-84, -152, 168, 96, second.shadow, 14);
    h.box(-92, -150, 184, 44, second.light, 16);
    h.box(-140, -176, 58, 156, second.base, 24);
    h.box(82, -176, 58, 156, second.base, 24);
  },
  { slots: ['second', 'wood'] },
);

const sofa = thing(
  'sofa',
  'Sofa',
  'sofa couch seat living room sit',
  (h, { second, wood, accent }) => {
    h.foot(0, 0, 300, 18);
    for (const x of [-270, 250]) h.box(x, -26, 20, 26, wood.shadow, 3);
    h.box(-272, -250, 544, 226, second.base, 32);
    h.bar(-240, -148, 480, 100, second.shadow, 12);
    h.box(-238, -150, 236, 52, second.light, 16);
    h.box(2, -150, 236, 52, second.light, 16);
    h.box(-304, -180, 66, 160, second.base, 26);
    h.box(238, -180, 66, 160, second.base, 26);
    h.at(-188, -176, 1, (p) => p.box(-42, -42, 84, 84, accent.base, 14), -12);
  },
  { slots: ['second', 'wood', 'accent'] },
);

const officeChair = thing(
  'office-chair',
  'Office chair',
  'chair office swivel wheels seat',
  (h, { metal }) => {
    const cloth = SPARK.navy;
    h.foot(0, 0, 66, 9);
    h.rod([-56, -12, 0, -34, 56, -12], metal.base, 10);
    h.rod([0, -34, 0, -12], metal.base, 10);
    for (const x of [-56, 0, 56]) h.ball(x, -9, 9, DARK);
    h.rod([0, -34, 0, -128], metal.shadow, 14);
    h.rod([0, -120, 0, -180], metal.shadow, 10);
    h.box(-52, -302, 104, 150, cloth, 26);
    h.box(-66, -150, 132, 32, cloth, 14);
    h.rod([-60, -140, -62, -190, -30, -192], DARK, 9);
    h.rod([60, -140, 62, -190, 30, -192], DARK, 9);
  },
  { slots: ['metal'] },
);

const stool = thing(
  'stool',
  'Stool',
  'stool seat bar kitchen',
  (h, { wood, metal }) => {
    h.foot(0, 0, 58, 8);
    h.rod([-26, -186, -48, -4], metal.base, 10);
    h.rod([26, -186, 48, -4], metal.shadow, 10);
    h.rod([-40, -70, 40, -70], metal.base, 7);
    h.box(-60, -206, 120, 24, wood.base, 11);
  },
  { slots: ['wood', 'metal'] },
);

const BOOKS = ['#d8603f', '#1f6a70', '#eec14a', '#2c456b', '#74395f', '#5c9460', '#c98f5a', '#8fb3b8'];
const bookcase = thing(
  'bookcase',
  'Bookcase',
  'bookcase shelf books library study',
  (h, { wood, accent, second }) => {
    const tones = [accent.base, second.base, ...BOOKS.slice(2)];
    h.foot(0, 0, 144, 14);
    h.box(-140, -560, 280, 560, wood.base, 4);
    for (let row = 0; row < 4; row++) {
      const top = -542 + row * 134;
      h.bar(-122, top, 236, 118, shade(wood.shadow));
      let x = -118;
      for (let n = 0; x < 92; n++) {
        const wide = 16 + ((n * 7 + row * 5) % 4) * 5;
        const tall = 84 + ((n * 5 + row * 3) % 5) * 6;
        if ((n + row * 3) % 7 === 5) {
          h.at(x + 8, top + 118, 1, (p) => p.box(0, -tall + 6, 18, tall - 6, tones[(n + row) % tones.length] as string, 2), 11);
          x += 46;
          continue;
        }
        h.box(x, top + 118 - tall, Math.min(wide, 110 - x), tall, tones[(n * 3 + row * 2) % tones.length] as string, 2);
        if (n % 3 === 0) h.bar(x + 3, top + 118 - tall + 16, Math.min(wide, 110 - x) - 9, 5, '#f3e6c8');
        x += wide + 1;
      }
    }
  },
  { slots: ['wood', 'accent', 'second'] },
);

const cabinet = thing(
  'cabinet',
  'Filing cabinet',
  'cabinet files drawers office archive',
  (h, { metal }) => {
    h.foot(0, 0, 80, 10);
    h.box(-78, -300, 156, 300, metal.base, 5);
    for (let n = 0; n < 4; n++) {
      h.box(-66, -288 + n * 70, 126, 60, metal.light, 4);
      h.bar(-22, -264 + n * 70, 44, 8, DARK, 4);
      h.bar(-22, -278 + n * 70, 44, 9, '#f8f4e8', 1);
    }
  },
  { slots: ['metal'] },
);

const chest = thing(
  'chest',
  'Chest of drawers',
  'chest drawers sideboard bedroom cupboard',
  (h, { wood }) => {
    h.foot(0, 0, 160, 14);
    h.box(-156, -246, 312, 240, wood.base, 5);
    for (let n = 0; n < 3; n++) {
      h.box(-140, -224 + n * 74, 272, 64, wood.light, 4);
      for (const x of [-64, 60]) h.ball(x, -192 + n * 74, 8, SPARK.yellow);
    }
    h.box(-166, -260, 332, 20, lighter(wood.base, 0.03), 4);
  },
  { slots: ['wood'] },
);

const bed = thing(
  'bed',
  'Bed',
  'bed sleep hospital bedroom night',
  (h, { metal, second, paper }) => {
    h.foot(0, 0, 340, 20);
    for (const x of [-310, 290]) h.box(x, -240, 20, 240, metal.base, 8);
    h.rod([-300, -226, -300, -120], metal.light, 8);
    h.box(-300, -126, 600, 34, metal.shadow, 6);
    h.box(-296, -172, 592, 56, paper.base, 18);
    h.box(-276, -214, 150, 56, '#fffdf6', 22);
    h.solid(pen().move(-150, -176).quad(60, -222, 300, -178).line(300, -104).line(-150, -104).close().done(), second.base, 8, 8);
    h.bar(-150, -184, 56, 74, second.light, 10);
  },
  { slots: ['metal', 'second', 'paper'] },
);

const LIT = [
  ['on', 'On'],
  ['off', 'Off'],
] as const;

const standingLamp = thing(
  'standing-lamp',
  'Standing lamp',
  'lamp light standing living room evening',
  (h, { metal }, { state }) => {
    h.foot(0, 0, 56, 8);
    h.box(-50, -14, 100, 14, metal.shadow, 6);
    h.rod([0, -14, 0, -380], metal.base, 9);
    const shadePath = pen().move(-44, -480).line(44, -480).line(70, -366).line(-70, -366).close().done();
    if (state === 'on') h.source(shadePath, '#ffe9b0').glow(0, -410, 300, 0);
    else h.solid(shadePath, '#efe3c8', 8, 5);
  },
  { states: LIT, grip: [0, -250], slots: ['metal'] },
);

const deskLamp = thing(
  'desk-lamp',
  'Desk lamp',
  'lamp light desk reading work',
  (h, { second, metal }, { state }) => {
    h.foot(0, 0, 44, 6);
    h.box(-42, -14, 84, 14, second.base, 7);
    h.rod([-6, -14, -34, -104, 26, -176], metal.base, 8);
    h.ball(-34, -104, 8, metal.base);
    h.at(
      30,
      -176,
      1,
      (p) => {
        if (state === 'on') p.source(ellipse(0, 44, 30, 12), '#fff1bf').glow(0, 52, 320);
        p.solidPoly([-18, -18, 18, -18, 46, 44, -46, 44], second.base, 8, 5);
      },
      -28,
    );
  },
  { states: LIT, grip: [0, -14], slots: ['second', 'metal'] },
);

const hangingLamp = thing(
  'hanging-lamp',
  'Hanging lamp',
  'lamp light hanging ceiling kitchen',
  (h, { accent }, { state }) => {
    h.rod([0, -150, 0, -78], DARK, 4);
    if (state === 'on') h.source(ellipse(0, -8, 42, 12), '#fff1bf').glow(0, 6, 300);
    h.solid(pen().move(-18, -80).line(18, -80).quad(66, -62, 70, -6).line(-70, -6).quad(-66, -62, -18, -80).close().done(), accent.base);
  },
  { states: LIT, slots: ['accent'] },
);

/** A leaf from a place, so long, turned so far from upright. */
const leafPath = (long: number, wide: number) =>
  pen()
    .move(0, 0)
    .cubic(-wide, -long * 0.35, -wide * 0.7, -long * 0.75, 0, -long)
    .cubic(wide * 0.7, -long * 0.75, wide, -long * 0.35, 0, 0)
    .close()
    .done();

const plant = thing(
  'plant',
  'Plant in a pot',
  'plant green pot leaves office living room',
  (h, { green, accent }) => {
    h.foot(0, 0, 60, 8);
    for (const [turn, long] of [
      [-52, 150],
      [52, 150],
      [-30, 200],
      [32, 196],
      [-10, 236],
      [14, 228],
    ] as const)
      h.at(turn * 0.3, -84, 1, (p) => p.flat(leafPath(long, 30), turn > 0 ? green.shadow : green.base).rod([0, -6, 0, -long * 0.8], turn > 0 ? green.base : green.light, 3), turn);
    h.solidPoly([-56, -96, 56, -96, 42, 0, -42, 0], accent.base, 10, 3);
    h.box(-62, -104, 124, 22, accent.base, 4);
  },
  { grip: [0, -90], slots: ['green', 'accent'] },
);

const coatStand = thing(
  'coat-stand',
  'Coat stand',
  'coat stand hat hall wardrobe',
  (h, { wood }) => {
    h.foot(0, 0, 66, 8);
    h.rod([-58, -6, 0, -56, 58, -6], wood.shadow, 12);
    h.rod([0, -6, 0, -512], wood.base, 15);
    for (const [x, y] of [
      [-54, -478],
      [54, -478],
      [-40, -414],
      [40, -414],
    ] as const)
      h.rod([0, y + 30, x, y], wood.base, 9).ball(x, y, 9, wood.base);
    h.solid(pen().move(-54, -470).quad(-104, -420, -96, -210).line(-26, -206).quad(-20, -400, -46, -470).close().done(), SPARK.navy, 9, 4);
    h.ball(0, -514, 13, wood.base);
  },
  { slots: ['wood'] },
);

const door = thing(
  'door',
  'Door',
  'door entrance exit house room open',
  (h, { wood, second }, { state }) => {
    h.box(-146, -624, 292, 624, wood.shadow, 3);
    if (state === 'open') {
      h.bar(-130, -606, 260, 606, '#22353b');
      h.solidPoly([-130, -606, -40, -578, -40, 34, -130, 0], second.base, 10, 4);
      h.ball(-56, -270, 9, SPARK.yellow);
      return;
    }
    h.box(-130, -606, 260, 606, second.base, 2);
    for (const [x, y, w, high] of [
      [-104, -572, 90, 230],
      [14, -572, 90, 230],
      [-104, -310, 90, 270],
      [14, -310, 90, 270],
    ] as const) {
      h.bar(x, y, w, high, second.shadow, 3);
      h.bar(x + 7, y + 7, w - 14, high - 14, second.light, 2);
    }
    h.ball(104, -292, 11, SPARK.yellow);
  },
  {
    states: [
      ['shut', 'Shut'],
      ['open', 'Open'],
    ],
    slots: ['wood', 'second'],
  },
);

const partition = thing(
  'partition',
  'Folding screen',
  'screen partition divider privacy hospital',
  (h, { second, metal }) => {
    h.foot(0, 0, 190, 10);
    for (const [x, skew] of [
      [-190, 14],
      [-64, -14],
      [62, 14],
    ] as const) {
      h.solidPoly([x, -470 + skew, x + 126, -470 - skew, x + 126, -24 - skew, x, -24 + skew], x === -64 ? second.shadow : second.base, 8, 3);
      for (const edge of [x + 4, x + 122]) h.rod([edge, -470, edge, -4], metal.base, 7);
    }
  },
  { slots: ['second', 'metal'] },
);

const rug = thing(
  'rug',
  'Rug',
  'rug carpet floor',
  (h, { accent, paper }) => {
    h.flat(ellipse(0, 0, 300, 40), accent.shadow);
    h.flat(ellipse(0, -3, 296, 37), accent.base);
    h.flat(ellipse(0, -3, 236, 28), paper.base);
    h.flat(ellipse(0, -3, 218, 25), accent.base);
  },
  { slots: ['accent', 'paper'] },
);

const clock = thing(
  'clock',
  'Clock',
  'clock time hour minute wall',
  (h, { second, paper }, { seconds }) => {
    h.castBox(-68, -136, 136, 136, 68);
    h.ball(0, -68, 68, second.base);
    h.flat(ellipse(0, -68, 56, 56), paper.base);
    for (let n = 0; n < 12; n++) {
      const a = (n * Math.PI) / 6;
      h.rod([44 * Math.sin(a), -68 - 44 * Math.cos(a), 50 * Math.sin(a), -68 - 50 * Math.cos(a)], DARK, n % 3 ? 3 : 5);
    }
    const hand = (turns: number, long: number, width: number, colour: string): void => {
      const a = turns * 2 * Math.PI;
      h.rod([0, -68, long * Math.sin(a), -68 - long * Math.cos(a)], colour, width);
    };
    // A minute is told in two seconds: one sees that time goes by.
    hand(10.15 / 12 + seconds / (12 * 60 * 2), 28, 7, DARK);
    hand(0.15 + seconds / 120, 42, 5, DARK);
    h.ball(0, -68, 5, '#d8603f');
  },
  { moves: true, slots: ['second', 'paper'] },
);

const mirror = thing(
  'mirror',
  'Mirror',
  'mirror glass wall bathroom',
  (h, { wood }) => {
    h.cast(roundedRect(-84, -330, 168, 326, 80));
    h.solid(roundedRect(-84, -330, 168, 326, 80), wood.base, 7, 5);
    h.flat(roundedRect(-70, -316, 140, 298, 68), '#cfe6ea');
    h.poly([-40, -230, 10, -300, 34, -292, -40, -190], '#e6f3f4');
  },
  { slots: ['wood'] },
);

/** What a room is furnished with. */
export const FURNITURE: readonly Prop[] = [
  table,
  desk,
  lectern,
  chair,
  armchair,
  sofa,
  officeChair,
  stool,
  bookcase,
  cabinet,
  chest,
  bed,
  standingLamp,
  deskLamp,
  hangingLamp,
  plant,
  coatStand,
  door,
  partition,
  rug,
  clock,
  mirror,
];
