import { ellipse, pen, roundedRect } from '../../draw/path.ts';
import type { Hand } from '../world/hand.ts';
import { SPARK, shade } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';
const PANE = '#b9dbe3';

const DRIVES = [
  ['stands', 'Stands'],
  ['drives', 'Drives'],
] as const;

/** A wheel whose spokes tell that it turns. */
function wheel(h: Hand, x: number, r: number, turn: number): void {
  h.ball(x, -r, r, DARK);
  h.flat(ellipse(x, -r, r * 0.56), '#c6d0d2');
  for (let n = 0; n < 5; n++) {
    const a = (n * 2 * Math.PI) / 5 + turn;
    h.rod([x, -r, x + r * 0.5 * Math.cos(a), -r + r * 0.5 * Math.sin(a)], '#8fa3aa', r * 0.13);
  }
  h.flat(ellipse(x, -r, r * 0.16), DARK);
}
const turned = (state: string, seconds: number): number => (state === 'drives' ? seconds * 5 : 0.3);

const car = thing(
  'car',
  'Car',
  'car drive road traffic travel',
  (h, { accent }, { state, seconds }) => {
    h.foot(0, 0, 560, 22);
    h.solid(
      pen()
        .move(-580, -70)
        .quad(-590, -176, -470, -190)
        .line(-330, -204)
        .cubic(-250, -330, -200, -356, -60, -358)
        .line(110, -354)
        .cubic(240, -346, 300, -262, 350, -210)
        .line(500, -190)
        .quad(590, -176, 592, -90)
        .line(584, -70)
        .close()
        .done(),
      accent.base,
      24,
      22,
    );
    h.flat(pen().move(-280, -214).cubic(-220, -310, -190, -322, -70, -324).line(-50, -324).line(-50, -214).close().done(), PANE);
    h.flat(pen().move(-22, -324).line(100, -322).cubic(200, -314, 250, -262, 288, -214).line(-22, -214).close().done(), PANE);
    h.rod([-36, -200, -36, -90], accent.shadow, 6);
    h.bar(-90, -186, 44, 9, DARK, 4).bar(170, -186, 44, 9, DARK, 4);
    h.source(ellipse(566, -160, 22, 20), '#fff1bf');
    h.bar(-588, -170, 22, 36, '#8f2f22', 6);
    h.bar(-592, -92, 1184, 26, DARK, 10);
    wheel(h, -356, 84, turned(state, seconds));
    wheel(h, 360, 84, turned(state, seconds));
  },
  { states: DRIVES, moves: ['drives'], slots: ['accent'] },
);

const van = thing(
  'van',
  'Delivery van',
  'van delivery parcel transport drive',
  (h, { paper, second }, { state, seconds }) => {
    h.foot(0, 0, 540, 22);
    h.box(-560, -440, 740, 370, paper.base, 18);
    h.bar(-560, -250, 722, 44, second.base);
    h.solid(pen().move(176, -70).line(176, -380).line(330, -380).cubic(420, -360, 440, -240, 470, -220).quad(560, -206, 562, -70).close().done(), second.base, 20, 20);
    h.flat(pen().move(214, -348).line(322, -348).cubic(380, -330, 394, -262, 412, -226).line(214, -226).close().done(), PANE);
    h.source(ellipse(544, -150, 18, 20), '#fff1bf');
    h.bar(-566, -92, 1130, 26, DARK, 10);
    wheel(h, -360, 82, turned(state, seconds));
    wheel(h, 356, 82, turned(state, seconds));
  },
  { states: DRIVES, moves: ['drives'], slots: ['paper', 'second'] },
);

const bus = thing(
  'bus',
  'Bus',
  'bus public transport city travel school',
  (h, _, { state, seconds }) => {
    h.foot(0, 0, 700, 24);
    h.box(-720, -560, 1440, 480, SPARK.yellow, 40);
    h.bar(-720, -210, 1420, 22, DARK);
    for (let n = 0; n < 6; n++) h.bar(-660 + n * 190, -500, 160, 190, PANE, 14);
    h.bar(484, -500, 190, 410, PANE, 12).bar(576, -500, 8, 410, DARK);
    h.source(ellipse(694, -150, 20, 24), '#fff1bf');
    h.bar(-728, -104, 1456, 28, DARK, 12);
    for (const x of [-470, 300]) wheel(h, x, 96, turned(state, seconds));
  },
  { states: DRIVES, moves: ['drives'] },
);

const bicycle = thing(
  'bicycle',
  'Bicycle',
  'bicycle bike ride cycle sport green travel',
  (h, { accent }, { state, seconds }) => {
    h.foot(0, 0, 230, 9);
    const rim = (x: number): void => {
      h.line(ellipse(x, -96, 92), DARK, 9);
      const turn = turned(state, seconds);
      for (let n = 0; n < 8; n++) h.rod([x, -96, x + 86 * Math.cos(n * 0.785 + turn), -96 + 86 * Math.sin(n * 0.785 + turn)], '#9fb0b2', 2.4);
      h.ball(x, -96, 9, '#8fa3aa');
    };
    rim(-156);
    rim(156);
    h.rod([-156, -96, -60, -214, 102, -214, -20, -96, -60, -214], accent.base, 11);
    h.rod([-156, -96, -20, -96], accent.base, 11).rod([156, -96, 96, -238], accent.shadow, 11);
    h.ball(-20, -96, 17, DARK);
    h.rod([-66, -214, -76, -252], '#8fa3aa', 8).box(-116, -266, 76, 17, DARK, 8);
    h.line(pen().move(96, -236).quad(92, -274, 128, -276).quad(152, -276, 146, -256).done(), DARK, 9);
  },
  { grip: [130, -268], states: DRIVES, moves: ['drives'], slots: ['accent'] },
);

const scooter = thing(
  'scooter',
  'Scooter',
  'scooter ride city travel',
  (h, { second }, { state, seconds }) => {
    h.foot(0, 0, 110, 6);
    h.rod([-96, -34, 70, -34], second.base, 15).rod([70, -34, 104, -32], second.shadow, 10);
    h.rod([76, -34, 54, -282], '#8fa3aa', 10);
    h.rod([22, -284, 84, -284], DARK, 10);
    wheel(h, -100, 27, turned(state, seconds));
    wheel(h, 100, 27, turned(state, seconds));
  },
  { grip: [52, -284], states: DRIVES, moves: ['drives'], slots: ['second'] },
);

const rowing = thing(
  'rowing-boat',
  'Rowing boat',
  'boat rowing sea lake water',
  (h, { wood }) => {
    h.foot(0, 0, 300, 14);
    h.rod([-250, -150, 180, -100], wood.shadow, 12);
    h.solid(pen().move(-390, -150).quad(0, -90, 390, -160).cubic(360, -60, 300, 0, 200, 0).line(-220, 0).cubic(-320, 0, -370, -70, -390, -150).close().done(), SPARK.navy, 24, 12);
    h.line(pen().move(-390, -150).quad(0, -90, 390, -160).done(), wood.base, 18);
    h.flat(ellipse(-282, -152, 40, 16), wood.base);
  },
  { slots: ['wood'] },
);

const train = thing(
  'train',
  'Train',
  'train railway station travel transport',
  (h, { second, paper }, { state, seconds }) => {
    h.foot(0, 0, 780, 20);
    h.solid(
      pen().move(-800, -90).line(-800, -470).quad(-800, -500, -770, -500).line(470, -500).cubic(640, -496, 770, -300, 800, -130).quad(804, -90, 770, -90).close().done(),
      paper.base,
      22,
      14,
    );
    h.bar(-800, -220, 1560, 52, second.base);
    for (let n = 0; n < 5; n++) h.bar(-730 + n * 222, -430, 170, 130, PANE, 12);
    h.flat(pen().move(452, -430).line(500, -430).cubic(600, -410, 650, -340, 680, -296).line(452, -296).close().done(), PANE);
    h.bar(330, -430, 90, 330, second.light, 8);
    h.source(ellipse(764, -180, 16, 20), '#fff1bf');
    h.bar(-800, -104, 1580, 24, DARK, 8);
    for (const x of [-660, -540, 380, 500]) wheel(h, x, 48, turned(state, seconds));
  },
  { states: DRIVES, moves: ['drives'], slots: ['second', 'paper'] },
);

const plane = thing(
  'aeroplane',
  'Aeroplane',
  'aeroplane plane fly airport travel holiday',
  (h, { paper, accent }) => {
    h.at(
      0,
      -130,
      1,
      (p) => {
        p.solidPoly([-280, -30, -350, -150, -300, -150, -210, -34], accent.base, 8, 4);
        p.solid(
          pen()
            .move(-300, -10)
            .cubic(-260, -64, -60, -66, 200, -60)
            .cubic(290, -56, 330, -20, 330, 0)
            .cubic(320, 34, 240, 42, 120, 44)
            .line(-120, 40)
            .cubic(-220, 36, -290, 20, -300, -10)
            .close()
            .done(),
          paper.base,
          14,
          10,
        );
        p.line(pen().move(-284, 6).quad(40, 22, 324, 4).done(), accent.base, 8);
        for (let n = 0; n < 9; n++) p.bar(-180 + n * 42, -40, 20, 20, '#8fc4d8', 6);
        p.flat(pen().move(246, -50).quad(292, -44, 306, -22).line(256, -22).close().done(), '#8fc4d8');
        p.solidPoly([40, 6, -100, 110, -40, 116, 130, 10], paper.shadow, 8, 4);
      },
      -6,
    );
  },
  { slots: ['paper', 'accent'] },
);

const balloon = thing(
  'air-balloon',
  'Hot-air balloon',
  'balloon air fly travel sky slow',
  (h, { accent, paper, wood }) => {
    h.rod([-60, -190, -34, -70], wood.shadow, 4).rod([60, -190, 34, -70], wood.shadow, 4);
    h.within(pen().move(0, -160).cubic(-80, -200, -170, -290, -170, -390).cubic(-170, -570, 170, -570, 170, -390).cubic(170, -290, 80, -200, 0, -160).close().done(), (p) => {
      p.bar(-180, -560, 360, 420, accent.base);
      p.flat(pen().move(-60, -560).quad(-120, -360, -20, -150).line(20, -150).quad(120, -360, 60, -560).close().done(), paper.base);
      p.flat(pen().move(90, -560).quad(240, -380, 30, -150).line(190, -150).line(190, -560).close().done(), accent.shadow);
    });
    h.box(-42, -72, 84, 72, wood.base, 8);
    for (const y of [-52, -30]) h.rod([-40, y, 38, y], wood.shadow, 4);
  },
  { slots: ['accent', 'paper', 'wood'] },
);

const ship = thing(
  'ship',
  'Cargo ship',
  'ship cargo container sea trade harbour transport',
  (h, { accent, second, paper }) => {
    h.foot(0, 0, 420, 14);
    [accent.base, SPARK.yellow, second.base, SPARK.navy, '#8fa3aa', accent.base, second.light, SPARK.plum].forEach((colour, n) =>
      h.box(-290 + (n % 4) * 100, -190 - Math.floor(n / 4) * 62, 96, 60, colour, 3),
    );
    h.box(180, -330, 110, 210, paper.base, 6);
    for (let n = 0; n < 3; n++) h.bar(196, -306 + n * 52, 74, 24, PANE, 3);
    h.box(210, -380, 40, 56, accent.base, 4);
    h.solid(pen().move(-440, -140).line(410, -140).quad(400, -40, 340, 0).line(-330, 0).quad(-410, -50, -440, -140).close().done(), SPARK.navy, 24, 10);
    h.bar(-370, -30, 716, 16, accent.shadow, 6);
  },
  { slots: ['accent', 'second', 'paper'] },
);

const wheelchair = thing(
  'wheelchair',
  'Wheelchair',
  'wheelchair hospital accessible seat',
  (h, { second, metal }) => {
    h.foot(0, 0, 100, 8);
    h.rod([-64, -292, -50, -120], metal.base, 10).rod([-84, -292, -62, -292], DARK, 12);
    h.box(-62, -250, 26, 130, second.base, 8);
    h.box(-60, -140, 128, 26, second.base, 8);
    h.rod([62, -124, 84, -30, 116, -26], metal.base, 9);
    h.line(roundedRect(-44, -200, 96, 60, 10), metal.shadow, 8);
    h.line(ellipse(-20, -84, 80), DARK, 10);
    h.line(ellipse(-20, -84, 66), '#9fb0b2', 3);
    h.ball(-20, -84, 11, metal.base);
    h.ball(88, -18, 18, shade(DARK));
  },
  { grip: [-74, -292], slots: ['second', 'metal'] },
);

/** What drives, swims and flies. */
export const VEHICLES: readonly Prop[] = [car, van, bus, bicycle, scooter, rowing, train, plane, balloon, ship, wheelchair];
