import { ellipse, pen, polygon, roundedRect } from '../../draw/path.ts';
import { SPARK, shade } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';
const STEEL = '#9fb0b4';

const hammer = thing(
  'hammer',
  'Hammer',
  'hammer tool build nail workshop',
  (h, { wood }) => {
    h.at(0, 0, 1, (p) => p.box(-8, -92, 16, 92, wood.base, 6).box(-40, -112, 74, 26, DARK, 5).poly([34, -110, 52, -118, 52, -98, 34, -90], DARK), 12);
  },
  { grip: [4, -24], slots: ['wood'] },
);

const screwdriver = thing(
  'screwdriver',
  'Screwdriver',
  'screwdriver tool repair workshop',
  (h, { accent }) => {
    h.at(0, 0, 1, (p) => p.rod([0, -46, 0, -106], STEEL, 8).poly([-6, -104, 6, -104, 4, -118, -4, -118], STEEL).box(-13, -50, 26, 50, accent.base, 9), 10);
  },
  { grip: [2, -24], slots: ['accent'] },
);

const wrench = thing(
  'wrench',
  'Spanner',
  'wrench spanner tool repair fix',
  (h) => {
    h.at(0, 0, 1, (p) => p.box(-10, -92, 20, 92, STEEL, 9).ball(0, -100, 27, STEEL).poly([-10, -132, 10, -132, 9, -98, -9, -98], '#eef3f1'), -12);
  },
  { grip: [-2, -26] },
);

const saw = thing(
  'saw',
  'Saw',
  'saw tool wood cut workshop',
  (h, { accent }) => {
    h.solidPoly([-90, -36, 60, -64, 60, -12, -90, -22], '#c6d0d2', 5, 4);
    for (let n = 0; n < 11; n++) h.poly([-88 + n * 13, -21 + n * 0.9, -76 + n * 13, -20 + n * 0.9, -82 + n * 13, -12 + n * 0.9], '#c6d0d2');
    h.holed(polygon([50, -72, 110, -62, 104, 0, 52, -6]), accent.base);
    h.bar(66, -48, 24, 26, '#eef3f1', 9);
  },
  { grip: [80, -34], slots: ['accent'] },
);

const toolbox = thing(
  'toolbox',
  'Toolbox',
  'toolbox tools repair workshop',
  (h, { accent }) => {
    h.foot(0, 0, 96, 7);
    h.line(pen().move(-34, -104).line(-34, -130).line(34, -130).line(34, -104).done(), DARK, 9);
    h.box(-92, -76, 184, 76, accent.base, 6);
    h.box(-96, -106, 192, 34, accent.light, 6);
    h.box(-14, -88, 28, 24, SPARK.yellow, 4);
  },
  { grip: [0, -130], slots: ['accent'] },
);

const ladder = thing(
  'ladder',
  'Ladder',
  'ladder climb up build progress',
  (h) => {
    const wood = '#e0b24c';
    h.foot(0, 0, 70, 6);
    h.rod([-58, 0, -38, -400], wood, 13).rod([58, 0, 38, -400], shade(wood), 13);
    for (let n = 0; n < 7; n++) h.rod([-54 + n * 2.6, -40 - n * 54, 54 - n * 2.6, -40 - n * 54], wood, 11);
  },
  { grip: [0, -210] },
);

const bucket = thing(
  'bucket',
  'Bucket',
  'bucket water clean garden',
  (h, { second }) => {
    h.foot(0, 0, 38, 4);
    h.line(pen().move(-44, -74).cubic(-40, -128, 40, -128, 44, -74).done(), STEEL, 5);
    h.solidPoly([-48, -78, 48, -78, 36, 0, -36, 0], second.base, 9, 3);
    h.flat(ellipse(0, -78, 47, 9), second.shadow).flat(ellipse(0, -76, 40, 6), '#8fc4d8');
  },
  { grip: [0, -112], slots: ['second'] },
);

const broom = thing(
  'broom',
  'Broom',
  'broom sweep clean',
  (h, { wood }) => {
    h.at(0, 0, 1, (p) => p.rod([0, -70, 0, -400], wood.base, 10).solidPoly([-24, -84, 24, -84, 52, 0, -52, 0], SPARK.yellow, 9, 3).bar(-24, -92, 48, 14, '#d8603f', 3), 8);
  },
  { grip: [26, -230], slots: ['wood'] },
);

const spade = thing(
  'spade',
  'Spade',
  'spade dig garden shovel',
  (h, { wood }) => {
    h.at(
      0,
      0,
      1,
      (p) =>
        p
          .rod([0, -100, 0, -300], wood.base, 11)
          .rod([-24, -304, 24, -304], wood.shadow, 12)
          .solid(pen().move(-36, -110).line(36, -110).line(34, -36).quad(0, 4, -34, -36).close().done(), STEEL, 7, 4),
      -6,
    );
  },
  { grip: [-16, -190], slots: ['wood'] },
);

const firstAid = thing(
  'first-aid',
  'First-aid box',
  'first aid help medicine emergency doctor',
  (h, { paper, green }) => {
    h.foot(0, 0, 84, 6);
    h.line(pen().move(-28, -104).line(-28, -124).line(28, -124).line(28, -104).done(), DARK, 8);
    h.box(-80, -108, 160, 108, green.base, 14);
    h.bar(-11, -90, 22, 70, paper.base, 3).bar(-35, -66, 70, 22, paper.base, 3);
  },
  { grip: [0, -122], slots: ['paper', 'green'] },
);

const pills = thing(
  'pills',
  'Bottle of pills',
  'pills medicine pharmacy drug health',
  (h, { paper, accent }) => {
    h.foot(0, 0, 34, 4);
    h.box(-26, -86, 52, 20, paper.base, 5);
    h.box(-32, -70, 64, 70, '#e88a3c', 8);
    h.bar(-32, -52, 58, 34, paper.base).rod([-22, -42, 12, -42], '#9fb0b2', 4).rod([-22, -30, 2, -30], '#9fb0b2', 4);
    h.box(42, -14, 34, 14, accent.base, 7).bar(42, -14, 17, 12, paper.base, 6);
  },
  { grip: [0, -34], slots: ['paper', 'accent'] },
);

const thermometer = thing(
  'thermometer',
  'Thermometer',
  'thermometer fever temperature ill weather',
  (h, { accent }, { state }) => {
    const share = state === 'high' ? 0.9 : 0.42;
    h.box(-17, -196, 34, 190, '#f4f7f4', 17);
    h.flat(roundedRect(-7, -30 - 150 * share, 14, 10 + 150 * share, 7), accent.base);
    h.ball(0, -22, 22, accent.base);
    for (let n = 0; n < 6; n++) h.rod([8, -62 - n * 22, 15, -62 - n * 22], '#8fa3aa', 3);
  },
  {
    states: [
      ['normal', 'Normal'],
      ['high', 'High'],
    ],
    grip: [0, -100],
    slots: ['accent'],
  },
);

const drip = thing(
  'drip',
  'Drip stand',
  'drip hospital infusion medicine ill',
  (h, { metal }, { seconds }) => {
    h.foot(0, 0, 54, 6);
    h.rod([-50, -8, 0, -28, 50, -8], metal.base, 9).rod([0, -28, 0, -470], metal.base, 8).rod([-42, -466, 42, -466], metal.base, 7);
    h.solid(roundedRect(16, -462, 56, 96, 16), '#cfe6ea', 6, 4);
    h.flat(roundedRect(21, -424, 44, 54, 12), '#8fc4d8');
    h.rod([44, -366, 44, -330], '#cfe6ea', 6);
    h.flat(ellipse(44, -356 + 24 * ((seconds * 0.9) % 1), 3.4, 5), '#5aa2bd');
    h.line(pen().move(44, -330).cubic(50, -220, 90, -240, 92, -120).done(), '#b9d6dc', 4);
  },
  { moves: true, slots: ['metal'] },
);

const tooth = thing(
  'tooth',
  'Tooth',
  'tooth dentist health teeth',
  (h, { paper }) => {
    h.foot(0, 0, 50, 5);
    h.solid(
      pen()
        .move(-60, -110)
        .cubic(-60, -160, -20, -154, 0, -140)
        .cubic(20, -154, 60, -160, 60, -110)
        .cubic(60, -70, 44, -50, 36, -10)
        .quad(26, 10, 16, -20)
        .quad(0, -64, -16, -20)
        .quad(-26, 10, -36, -10)
        .cubic(-44, -50, -60, -70, -60, -110)
        .close()
        .done(),
      paper.base,
      10,
      6,
    );
  },
  { grip: [0, -90], slots: ['paper'] },
);

const heart = thing(
  'heart',
  'Heart',
  'heart love health like beat',
  (h, { accent }, { seconds }) => {
    const beat = 1 + 0.06 * Math.max(0, Math.sin(seconds * 7)) ** 6;
    h.at(0, -84, beat, (p) =>
      p.solid(
        pen().move(0, 84).cubic(-110, 10, -94, -84, -42, -84).cubic(-16, -84, -4, -66, 0, -52).cubic(4, -66, 16, -84, 42, -84).cubic(94, -84, 110, 10, 0, 84).close().done(),
        accent.base,
        12,
        8,
      ),
    );
  },
  { moves: true, grip: [0, -40], slots: ['accent'] },
);

const signpost = thing(
  'signpost',
  'Signpost',
  'signpost way direction choice road',
  (h, { wood, second }) => {
    h.foot(0, 0, 40, 5);
    h.rod([0, 0, 0, -520], wood.shadow, 20);
    h.solidPoly([-20, -490, 120, -490, 166, -446, 120, -402, -20, -402], SPARK.yellow, 6, 6);
    h.solidPoly([20, -372, -120, -372, -166, -328, -120, -284, 20, -284], second.base, 6, 6);
  },
  { slots: ['wood', 'second'] },
);

const warning = thing(
  'warning-sign',
  'Warning sign',
  'warning danger sign attention caution',
  (h, { metal, accent }) => {
    h.foot(0, 0, 40, 5);
    h.rod([0, 0, 0, -470], metal.base, 14);
    h.solid(pen().move(-8, -616).quad(0, -626, 8, -616).line(104, -456).quad(106, -444, 94, -444).line(-94, -444).quad(-106, -444, -104, -456).close().done(), accent.base, 7, 5);
    h.poly([0, -584, 74, -462, -74, -462], '#f8f4e8');
    h.bar(-7, -556, 14, 52, DARK, 5).ball(0, -484, 9, DARK);
  },
  { slots: ['metal', 'accent'] },
);

const trafficLight = thing(
  'traffic-light',
  'Traffic light',
  'traffic light stop go wait road signal',
  (h, { metal }, { state }) => {
    h.foot(0, 0, 44, 5);
    h.rod([0, 0, 0, -360], metal.base, 16);
    h.box(-52, -580, 104, 230, DARK, 20);
    for (const [n, [id, on, off]] of (
      [
        ['red', '#e2452f', '#5c2f2c'],
        ['amber', '#f2b33d', '#5c4a2a'],
        ['green', '#5bbf6a', '#2c4f38'],
      ] as const
    ).entries()) {
      if (state === id) h.source(ellipse(-2, -538 + n * 72, 27), on).glow(-2, -538 + n * 72, 120);
      else h.flat(ellipse(-2, -538 + n * 72, 27), off);
    }
  },
  {
    states: [
      ['red', 'Red'],
      ['amber', 'Amber'],
      ['green', 'Green'],
    ],
    slots: ['metal'],
  },
);

const cone = thing(
  'traffic-cone',
  'Cone',
  'cone road work stop building',
  (h, { accent, paper }) => {
    h.foot(0, 0, 60, 6);
    h.solidPoly([-40, -12, -9, -140, 9, -140, 40, -12], accent.base, 8, 0);
    h.poly([-27, -66, -18, -100, 18, -100, 27, -66], paper.base);
    h.box(-58, -14, 116, 14, accent.shadow, 4);
  },
  { grip: [0, -132], slots: ['accent', 'paper'] },
);

const flag = thing(
  'flag',
  'Flag',
  'flag goal finish win mark',
  (h, { wood, accent }, { seconds }) => {
    h.foot(0, 0, 36, 4);
    h.rod([0, 0, 0, -400], wood.base, 11);
    h.ball(0, -404, 10, SPARK.yellow);
    const w = (x: number): number => 7 * Math.sin(x / 34 - seconds * 4) * (x / 190);
    const top = Array.from({ length: 10 }, (_, n) => [4 + n * 21, -388 + w(n * 21)]).flat();
    const low = Array.from({ length: 10 }, (_, n) => [4 + (9 - n) * 21, -266 + w((9 - n) * 21)]).flat();
    h.solid(polygon([...top, ...low]), accent.base, 9, 5);
  },
  { moves: true, grip: [0, -150], slots: ['wood', 'accent'] },
);

const banner = thing(
  'placard',
  'Placard',
  'placard sign banner protest hold text',
  (h, { wood, paper }) => {
    h.rod([0, 0, 0, -260], wood.base, 12);
    h.box(-120, -420, 240, 166, paper.base, 4);
  },
  { grip: [0, -70], screen: [-112, -412, 220, 148], slots: ['wood', 'paper'] },
);

const ball = thing(
  'ball',
  'Ball',
  'ball sport play toy game',
  (h, { accent, paper }) => {
    h.foot(0, 0, 50, 5);
    h.ball(0, -56, 56, accent.base);
    h.line(pen().move(-52, -74).quad(0, -30, 52, -78).done(), paper.base, 9).line(pen().move(-44, -26).quad(0, -62, 44, -26).done(), paper.base, 9);
  },
  { grip: [0, -56], slots: ['accent', 'paper'] },
);

const teddy = thing(
  'teddy',
  'Teddy bear',
  'teddy bear toy child soft',
  (h) => {
    const fur = '#c08a55';
    h.foot(0, 0, 72, 6);
    for (const side of [-1, 1])
      h.ball(side * 58, -84, 22, fur, 38)
        .ball(side * 46, -22, 30, fur, 24)
        .ball(side * 40, -196, 20, fur);
    h.ball(0, -72, 58, fur, 64).flat(ellipse(-2, -66, 32, 38), '#e3bd8d');
    h.ball(0, -158, 52, fur, 46).flat(ellipse(-2, -142, 25, 19), '#e3bd8d');
    for (const side of [-1, 1]) h.flat(ellipse(side * 19, -166, 5.4), DARK).flat(ellipse(side * 46, -20, 14, 11), '#e3bd8d');
    h.flat(ellipse(-2, -150, 9, 6), DARK);
  },
  { grip: [0, -100] },
);

const blocks = thing(
  'blocks',
  'Building blocks',
  'blocks toy build child letters',
  (h, { accent, second }) => {
    h.foot(0, 0, 62, 5);
    h.box(-60, -56, 56, 56, second.base, 6).flat(ellipse(-34, -30, 14), '#f8f4e8');
    h.box(4, -56, 56, 56, SPARK.yellow, 6).poly([16, -16, 30, -44, 44, -16], '#f8f4e8');
    h.box(-28, -112, 56, 56, accent.base, 6).bar(-12, -94, 22, 22, '#f8f4e8', 3);
  },
  { grip: [0, -84], slots: ['accent', 'second'] },
);

const kite = thing(
  'kite',
  'Kite',
  'kite wind fly play child',
  (h, { accent, second }) => {
    h.solidPoly([0, -340, 70, -250, 0, -130, -70, -250], accent.base, 10, 6);
    h.poly([0, -340, 70, -250, 0, -250], SPARK.yellow).poly([0, -250, -70, -250, 0, -130], second.base);
    h.line(pen().move(0, -130).cubic(30, -90, -34, -60, 4, 0).done(), DARK, 4);
    for (const [x, y] of [
      [8, -96],
      [-8, -58],
    ] as const)
      h.poly([x - 14, y - 8, x, y, x - 14, y + 8], accent.base).poly([x + 14, y - 8, x, y, x + 14, y + 8], accent.base);
  },
  { grip: [4, -4], slots: ['accent', 'second'] },
);

const gift = thing(
  'gift',
  'Present',
  'gift present birthday surprise',
  (h, { second, accent }) => {
    h.foot(0, 0, 70, 6);
    h.box(-62, -96, 124, 96, second.base, 4).box(-68, -118, 136, 30, second.light, 4);
    h.bar(-13, -118, 26, 116, accent.base);
    for (const side of [-1, 1])
      h.line(
        pen()
          .move(0, -118)
          .cubic(side * 60, -170, side * 50, -112, 0, -118)
          .done(),
        accent.base,
        11,
      );
  },
  { grip: [0, -60], slots: ['second', 'accent'] },
);

const toyBalloon = thing(
  'balloon',
  'Balloon',
  'balloon party birthday celebrate',
  (h, { accent }, { seconds }) => {
    const sway = 5 * Math.sin(seconds * 1.1);
    h.line(pen().move(0, 0).cubic(12, -60, -12, -120, sway, -176).done(), DARK, 3);
    h.solid(
      pen()
        .move(sway, -178)
        .cubic(sway - 64, -214, sway - 66, -310, sway, -312)
        .cubic(sway + 66, -310, sway + 64, -214, sway, -178)
        .close()
        .done(),
      accent.base,
      11,
      8,
    );
    h.poly([sway - 9, -168, sway + 9, -168, sway, -182], accent.shadow);
    h.flat(ellipse(sway - 24, -276, 9, 15), accent.light);
  },
  { moves: true, grip: [0, -4], slots: ['accent'] },
);

const umbrella = thing(
  'umbrella',
  'Umbrella',
  'umbrella rain weather insurance protect',
  (h, { accent }) => {
    h.line(pen().move(0, -330).line(0, -20).quad(0, 0, -16, 0).quad(-30, 0, -30, -16).done(), DARK, 8);
    h.solid(
      pen()
        .move(-170, -250)
        .cubic(-150, -380, 150, -380, 170, -250)
        .quad(140, -276, 112, -250)
        .quad(84, -276, 56, -250)
        .quad(28, -276, 0, -250)
        .quad(-28, -276, -56, -250)
        .quad(-84, -276, -112, -250)
        .quad(-140, -276, -170, -250)
        .close()
        .done(),
      accent.base,
      12,
      6,
    );
    h.rod([0, -352, 0, -372], DARK, 7);
  },
  { grip: [0, -60], slots: ['accent'] },
);

const suitcase = thing(
  'suitcase',
  'Suitcase',
  'suitcase travel holiday luggage',
  (h, { second }) => {
    h.foot(0, 0, 76, 6);
    h.line(pen().move(-24, -200).line(-24, -250).line(24, -250).line(24, -200).done(), STEEL, 8);
    h.box(-70, -204, 140, 196, second.base, 14);
    for (const x of [-40, -4, 32]) h.rod([x, -184, x, -30], second.shadow, 5);
    for (const x of [-48, 44]) h.ball(x, -9, 9, DARK);
  },
  { grip: [0, -248], slots: ['second'] },
);

const guitar = thing(
  'guitar',
  'Guitar',
  'guitar music song play',
  (h, { wood }) => {
    h.at(
      0,
      0,
      1,
      (p) => {
        p.rod([0, -150, 0, -310], wood.shadow, 16).box(-15, -352, 30, 46, wood.shadow, 5);
        p.solid(
          pen()
            .move(0, -176)
            .cubic(-50, -178, -52, -120, -40, -104)
            .cubic(-78, -76, -66, 0, 0, 0)
            .cubic(66, 0, 78, -76, 40, -104)
            .cubic(52, -120, 50, -178, 0, -176)
            .close()
            .done(),
          '#d79a55',
          10,
          6,
        );
        p.flat(ellipse(0, -92, 21), DARK).bar(-24, -40, 48, 10, DARK, 3);
        for (const x of [-5, 0, 5]) p.rod([x, -36, x, -340], '#f3e6c8', 1.8);
      },
      10,
    );
  },
  { grip: [30, -190], slots: ['wood'] },
);

const dieCube = thing(
  'die',
  'Die',
  'die dice chance game probability',
  (h, { paper }) => {
    h.foot(0, 0, 46, 5);
    h.box(-44, -88, 88, 88, paper.base, 14);
    for (const [x, y] of [
      [-22, -66],
      [18, -66],
      [-2, -46],
      [-22, -26],
      [18, -26],
    ] as const)
      h.flat(ellipse(x, y, 7.6), DARK);
  },
  { grip: [0, -44], slots: ['paper'] },
);

const hourglass = thing(
  'hourglass',
  'Hourglass',
  'hourglass time wait sand deadline',
  (h, { wood }, { seconds }) => {
    const t = (seconds / 20) % 1;
    h.foot(0, 0, 46, 5);
    h.flat(
      pen()
        .move(-36, -142)
        .line(36, -142)
        .cubic(36, -104, 8, -96, 6, -80)
        .cubic(8, -64, 36, -56, 36, -18)
        .line(-36, -18)
        .cubic(-36, -56, -8, -64, -6, -80)
        .cubic(-8, -96, -36, -104, -36, -142)
        .close()
        .done(),
      '#dcefee',
    );
    h.within(pen().move(-33, -142).line(33, -142).cubic(33, -106, 7, -96, 4, -82).line(-4, -82).cubic(-7, -96, -33, -106, -33, -142).close().done(), (p) =>
      p.bar(-40, -130 + 46 * t, 80, 60, SPARK.yellow),
    );
    h.rod([0, -82, 0, -20], SPARK.yellow, 3);
    h.flat(
      pen()
        .move(-32 * Math.sqrt(t) - 4, -18)
        .quad(0, -22 - 44 * t, 32 * Math.sqrt(t) + 4, -18)
        .close()
        .done(),
      SPARK.yellow,
    );
    h.box(-46, -158, 92, 16, wood.base, 5).box(-46, -18, 92, 18, wood.base, 5);
  },
  { moves: true, grip: [0, -80], slots: ['wood'] },
);

const target = thing(
  'target',
  'Target',
  'target goal aim success arrow',
  (h, { accent, paper, wood }) => {
    h.foot(0, 0, 90, 7);
    h.rod([-30, -120, -66, 0], wood.shadow, 12).rod([30, -120, 66, 0], wood.shadow, 12);
    h.ball(0, -166, 104, accent.base);
    for (const [r, colour] of [
      [80, paper.base],
      [54, accent.base],
      [28, paper.base],
      [12, accent.base],
    ] as const)
      h.flat(ellipse(-3, -167, r), colour);
    h.rod([0, -168, 96, -232], SPARK.navy, 7).poly([84, -236, 112, -250, 104, -222], SPARK.navy);
  },
  { slots: ['accent', 'paper', 'wood'] },
);

const puzzle = thing(
  'puzzle',
  'Puzzle piece',
  'puzzle piece solution part together',
  (h, { second }) => {
    h.foot(0, 0, 66, 5);
    h.solid(
      pen()
        .move(-60, 0)
        .line(-60, -46)
        .cubic(-20, -62, -20, -94, -60, -86)
        .line(-60, -132)
        .line(-20, -132)
        .cubic(-34, -178, 34, -178, 20, -132)
        .line(64, -132)
        .line(64, -86)
        .cubic(112, -100, 112, -32, 64, -46)
        .line(64, 0)
        .close()
        .done(),
      second.base,
      9,
      6,
    );
  },
  { grip: [0, -66], slots: ['second'] },
);

const shield = thing(
  'shield',
  'Shield',
  'shield protect safe security privacy',
  (h, { second, paper }) => {
    h.solid(
      pen().move(0, -190).quad(46, -160, 84, -162).cubic(88, -80, 60, -26, 0, 0).cubic(-60, -26, -88, -80, -84, -162).quad(-46, -160, 0, -190).close().done(),
      second.base,
      10,
      6,
    );
    h.rod([-32, -94, -8, -66, 36, -122], paper.base, 14);
  },
  { grip: [0, -90], slots: ['second', 'paper'] },
);

const padlock = thing(
  'padlock',
  'Padlock',
  'padlock lock security closed password',
  (h, _, { state }) => {
    h.foot(0, 0, 56, 5);
    const up = state === 'open' ? -26 : 0;
    h.line(
      pen()
        .move(-32, -84)
        .line(-32, -116 + up)
        .cubic(-32, -164 + up, 32, -164 + up, 32, -116 + up)
        .line(32, state === 'open' ? -112 : -84)
        .done(),
      STEEL,
      14,
    );
    h.box(-54, -92, 108, 92, SPARK.yellow, 12);
    h.ball(0, -54, 11, DARK).poly([-6, -50, 6, -50, 9, -22, -9, -22], DARK);
  },
  {
    states: [
      ['shut', 'Shut'],
      ['open', 'Open'],
    ],
    grip: [0, -46],
  },
);

const house = thing(
  'house',
  'Small house',
  'house home family rent building',
  (h, { accent, paper, second }) => {
    h.foot(0, 0, 180, 10);
    h.box(-150, -190, 300, 190, paper.base, 3);
    h.solidPoly([-186, -180, 0, -324, 186, -180], accent.base, 14, 10);
    h.box(80, -310, 38, 70, accent.shadow, 2);
    h.box(-34, -116, 74, 116, second.base, 4).ball(26, -56, 5, SPARK.yellow);
    for (const x of [-118, 72])
      h.source(roundedRect(x, -148, 56, 60, 3), '#cfe6ea')
        .rod([x + 28, -146, x + 28, -90], paper.shadow, 4)
        .rod([x + 2, -118, x + 54, -118], paper.shadow, 4);
  },
  { slots: ['accent', 'paper', 'second'] },
);

const bin = thing(
  'recycling-bin',
  'Recycling bin',
  'bin waste recycle rubbish environment',
  (h, { green }) => {
    h.foot(0, 0, 66, 6);
    h.solidPoly([-62, -190, 62, -190, 48, -8, -48, -8], green.base, 10, 4);
    h.box(-70, -214, 140, 30, green.shadow, 8);
    for (let n = 0; n < 3; n++) h.at(0, -100, 1, (p) => p.poly([-26, -22, -8, -40, 20, -40, 20, -52, 40, -32, 20, -12, 20, -24, -2, -24, -14, -12], '#f8f4e8'), n * 120);
    for (const x of [-38, 34]) h.ball(x, -8, 9, DARK);
  },
  { slots: ['green'] },
);

/** Tools, medicine, signs, toys and what stands for an idea. */
export const EVERYDAY: readonly Prop[] = [
  hammer,
  screwdriver,
  wrench,
  saw,
  toolbox,
  ladder,
  bucket,
  broom,
  spade,
  firstAid,
  pills,
  thermometer,
  drip,
  tooth,
  heart,
  signpost,
  warning,
  trafficLight,
  cone,
  flag,
  banner,
  ball,
  teddy,
  blocks,
  kite,
  gift,
  toyBalloon,
  umbrella,
  suitcase,
  guitar,
  dieCube,
  hourglass,
  target,
  puzzle,
  shield,
  padlock,
  house,
  bin,
];
