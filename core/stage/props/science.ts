import { dice } from '../../draw/hash.ts';
import { ellipse, pen, roundedRect } from '../../draw/path.ts';
import { SPARK, shade } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';
const GLASS = '#dcefee';

const microscope = thing(
  'microscope',
  'Microscope',
  'microscope science laboratory biology look',
  (h, { metal, second }) => {
    h.foot(0, 0, 58, 6);
    h.box(-54, -16, 108, 16, DARK, 7);
    h.line(pen().move(26, -16).cubic(70, -60, 60, -110, 6, -122).done(), metal.base, 15);
    h.box(-44, -52, 66, 10, DARK, 3);
    h.at(-12, -64, 1, (p) => p.box(-10, -30, 20, 34, DARK, 3).box(-15, -84, 30, 56, metal.light, 6).box(-12, -104, 24, 22, second.base, 4), 22);
    h.ball(48, -66, 13, SPARK.yellow);
  },
  { grip: [40, -100], slots: ['metal', 'second'] },
);

const flask = thing(
  'flask',
  'Flask',
  'flask chemistry laboratory science liquid experiment bubbles',
  (h, { green }, { state, seconds }) => {
    h.foot(0, 0, 34, 4);
    h.flat(pen().move(-10, -88).line(-10, -60).line(-36, -10).quad(-38, 0, -28, 0).line(28, 0).quad(38, 0, 36, -10).line(10, -60).line(10, -88).close().done(), GLASS);
    h.flat(pen().move(-24, -34).line(24, -34).line(34, -9).quad(35, -3, 27, -3).line(-27, -3).quad(-35, -3, -34, -9).close().done(), green.base);
    h.flat(ellipse(0, -34, 24, 4), green.light);
    if (state === 'bubbling')
      for (let n = 0; n < 4; n++) {
        const t = (seconds * 0.7 + n / 4) % 1;
        h.ball(-14 + ((n * 11) % 30), -8 - t * 52, 3 + 2.6 * t, green.light);
      }
    h.box(-15, -92, 30, 8, '#c8dedd', 3);
    h.rod([-16, -40, -8, -58], '#f4fbfa', 4);
  },
  {
    grip: [0, -74],
    states: [
      ['still', 'Still'],
      ['bubbling', 'Bubbling'],
    ],
    moves: ['bubbling'],
    slots: ['green'],
  },
);

const tubes = thing(
  'test-tubes',
  'Test tubes',
  'test tubes chemistry laboratory science rack',
  (h, { wood, accent, second, green }) => {
    h.foot(0, 0, 76, 5);
    [accent.base, SPARK.yellow, second.base, green.base, SPARK.plum].forEach((colour, n) => {
      const x = -56 + n * 28;
      h.flat(roundedRect(x - 9, -88, 18, 80, 9), GLASS);
      h.flat(roundedRect(x - 9, -48 - (n % 3) * 8, 18, 40 + (n % 3) * 8, 9), colour);
    });
    h.box(-74, -64, 148, 14, wood.base, 3);
    h.box(-74, -14, 148, 14, wood.base, 3);
  },
  { grip: [0, -7], slots: ['wood', 'accent', 'second', 'green'] },
);

const magnet = thing(
  'magnet',
  'Magnet',
  'magnet physics force attract',
  (h, { accent }) => {
    h.foot(0, 0, 36, 4);
    h.line(pen().move(-26, -8).line(-26, -44).cubic(-26, -84, 26, -84, 26, -44).line(26, -8).done(), accent.base, 20);
    for (const x of [-36, 16]) h.bar(x, -20, 20, 20, '#cfd8d6');
  },
  { grip: [0, -74], slots: ['accent'] },
);

const telescope = thing(
  'telescope',
  'Telescope',
  'telescope stars sky astronomy look',
  (h, { second, wood }) => {
    h.foot(0, 0, 96, 8);
    for (const x of [-84, 84]) h.rod([0, -216, x, -4], wood.base, 11);
    h.rod([0, -216, 6, -6], wood.shadow, 11);
    h.ball(0, -220, 17, SPARK.yellow);
    h.at(
      0,
      -234,
      1,
      (p) => p.box(-116, -28, 160, 56, second.base, 8).box(40, -22, 60, 44, second.shadow, 6).box(96, -15, 30, 30, SPARK.yellow, 4).box(-128, -32, 20, 64, SPARK.yellow, 4),
      32,
    );
  },
  { grip: [90, -180], slots: ['second', 'wood'] },
);

const scales = thing(
  'scales',
  'Scales',
  'scales weigh balance justice law compare',
  (h, { metal }, { state }) => {
    const lean = state === 'left' ? -14 : state === 'right' ? 14 : 0;
    h.foot(0, 0, 56, 6);
    h.box(-52, -14, 104, 14, metal.shadow, 6);
    h.rod([0, -14, 0, -190], metal.base, 10);
    const a = (lean * Math.PI) / 180;
    for (const side of [-1, 1]) {
      const [x, y] = [side * 92 * Math.cos(a), -190 + side * 92 * Math.sin(a)];
      h.rod([x, y, x - 34, y + 84], SPARK.yellow, 3).rod([x, y, x + 34, y + 84], SPARK.yellow, 3);
      h.solid(
        pen()
          .move(x - 44, y + 84)
          .line(x + 44, y + 84)
          .quad(x, y + 120, x - 44, y + 84)
          .close()
          .done(),
        SPARK.yellow,
        6,
        4,
      );
    }
    h.rod([-92 * Math.cos(a), -190 - 92 * Math.sin(a), 92 * Math.cos(a), -190 + 92 * Math.sin(a)], metal.base, 10);
    h.ball(0, -194, 13, SPARK.yellow);
  },
  {
    states: [
      ['even', 'Even'],
      ['left', 'Left is heavier'],
      ['right', 'Right is heavier'],
    ],
    slots: ['metal'],
  },
);

const molecule = thing(
  'molecule',
  'Molecule',
  'molecule atom chemistry science model',
  (h, { accent, second }) => {
    h.foot(0, 0, 60, 5);
    h.rod([0, -70, -54, -34], '#8fa3aa', 9).rod([0, -70, 56, -40], '#8fa3aa', 9).rod([0, -70, 10, -140], '#8fa3aa', 9);
    h.ball(-56, -32, 28, second.base);
    h.ball(58, -36, 24, second.base);
    h.ball(12, -144, 22, SPARK.yellow);
    h.ball(0, -72, 38, accent.base);
  },
  { grip: [0, -72], slots: ['accent', 'second'] },
);

const atom = thing(
  'atom',
  'Atom',
  'atom electron physics energy science',
  (h, { accent, second }, { seconds }) => {
    for (const [n, turn] of [0, 60, 120].entries()) {
      h.at(
        0,
        -110,
        1,
        (p) => {
          p.line(ellipse(0, 0, 100, 34), second.base, 5);
          const a = seconds * 1.6 + n * 2.1;
          p.ball(100 * Math.cos(a), 34 * Math.sin(a), 11, SPARK.navy);
        },
        turn,
      );
    }
    h.ball(0, -110, 24, accent.base);
  },
  { moves: true, slots: ['accent', 'second'] },
);

const battery = thing(
  'battery',
  'Battery',
  'battery energy power electricity charge',
  (h, { second }, { state }) => {
    h.foot(0, 0, 44, 5);
    h.box(-16, -152, 32, 18, '#8fa3aa', 3);
    h.box(-44, -138, 88, 138, DARK, 10);
    const bars = state === 'full' ? 4 : state === 'half' ? 2 : 1;
    for (let n = 0; n < bars; n++) h.box(-32, -36 - n * 30, 60, 24, bars === 1 ? '#d8603f' : second.light, 4);
  },
  {
    states: [
      ['full', 'Full'],
      ['half', 'Half'],
      ['low', 'Nearly empty'],
    ],
    grip: [0, -70],
    slots: ['second'],
  },
);

const gears = thing(
  'gears',
  'Gear wheels',
  'gears machine process mechanics work',
  (h, { metal, accent }, { seconds }) => {
    const wheel = (x: number, y: number, r: number, teeth: number, angle: number, colour: string): void => {
      h.at(x, y, 1, (p) => {
        for (let n = 0; n < teeth; n++) p.at(0, 0, 1, (q) => q.bar(-r * 0.16, -r * 1.2, r * 0.32, r * 0.4, shade(colour), 3), (n * 360) / teeth + angle);
        p.ball(0, 0, r, colour);
        p.flat(ellipse(0, 0, r * 0.38), shade(colour)).flat(ellipse(0, 0, r * 0.28), '#eef3f1');
      });
    };
    wheel(-44, -78, 58, 10, seconds * 30, metal.base);
    wheel(58, -128, 40, 7, -seconds * 43 + 14, accent.base);
  },
  { moves: true, slots: ['metal', 'accent'] },
);

const bulb = thing(
  'light-bulb',
  'Light bulb',
  'bulb idea light electricity lamp',
  (h, _, { state }) => {
    h.box(-22, -42, 44, 42, '#8fa3aa', 6);
    for (const y of [-32, -20]) h.rod([-20, y, 20, y], DARK, 4);
    const glass = pen().move(-24, -42).cubic(-26, -76, -60, -84, -58, -128).cubic(-56, -188, 56, -188, 58, -128).cubic(60, -84, 26, -76, 24, -42).close().done();
    if (state === 'on') h.source(glass, '#ffe58a').glow(0, -120, 280);
    else h.flat(glass, '#d9e6e8');
    h.rod([-14, -44, -18, -100, 0, -84, 18, -100, 14, -44], state === 'on' ? '#f2a93b' : '#9fb0b2', 5);
    h.rod([-34, -140, -22, -158], '#ffffff', 6, 0.8);
  },
  {
    states: [
      ['on', 'On'],
      ['off', 'Off'],
    ],
    grip: [0, -24],
  },
);

const rocket = thing(
  'rocket',
  'Rocket',
  'rocket space launch start fly',
  (h, { accent, paper, second }, { state, seconds }) => {
    if (state === 'starts') {
      const flicker = 1 + 0.12 * Math.sin(seconds * 13) + 0.08 * Math.sin(seconds * 21 + 1);
      h.source(
        pen()
          .move(-24, -30)
          .quad(-30, 40 * flicker, 0, 84 * flicker)
          .quad(30, 40 * flicker, 24, -30)
          .close()
          .done(),
        '#f7b13c',
      ).glow(0, 10, 220);
      h.source(
        pen()
          .move(-12, -30)
          .quad(-14, 14 * flicker, 0, 42 * flicker)
          .quad(14, 14 * flicker, 12, -30)
          .close()
          .done(),
        '#fff1bf',
      );
    } else h.foot(0, 0, 52, 6);
    h.solidPoly([-36, -76, -62, 0, -22, -26], accent.base, 5, 4);
    h.solidPoly([36, -76, 62, 0, 22, -26], accent.shadow, 5, 4);
    h.solid(pen().move(0, -236).cubic(-56, -180, -46, -70, -26, -24).line(26, -24).cubic(46, -70, 56, -180, 0, -236).close().done(), paper.base, 10, 2);
    h.flat(pen().move(0, -236).cubic(-24, -212, -36, -188, -40, -172).line(40, -172).cubic(36, -188, 24, -212, 0, -236).close().done(), accent.base);
    h.ball(0, -126, 20, second.base);
    h.ball(0, -126, 12, '#a9d3e0');
  },
  {
    states: [
      ['stands', 'Stands'],
      ['starts', 'Starts'],
    ],
    moves: ['starts'],
    grip: [0, -90],
    slots: ['accent', 'paper', 'second'],
  },
);

const planet = thing(
  'planet',
  'Planet with a ring',
  'planet space saturn star astronomy',
  (h, { accent }) => {
    h.line(pen().move(-118, -76).cubic(-90, -140, 90, -140, 118, -116).done(), SPARK.yellow, 9);
    h.ball(0, -100, 74, accent.base);
    h.line(pen().move(-66, -126).quad(0, -110, 64, -136).done(), accent.light, 11);
    h.line(pen().move(-118, -76).cubic(-90, -30, 100, -74, 118, -116).done(), SPARK.yellow, 12);
  },
  { slots: ['accent'] },
);

const turbine = thing(
  'wind-turbine',
  'Wind turbine',
  'wind turbine energy power renewable electricity',
  (h, { paper }, { seconds }) => {
    h.foot(0, 0, 40, 6);
    h.solidPoly([-14, 0, -7, -520, 7, -520, 14, 0], paper.base, 5, 0);
    for (let n = 0; n < 3; n++)
      h.at(0, -522, 1, (p) => p.solid(pen().move(-8, 0).quad(-20, -60, -3, -230).quad(12, -60, 8, 0).close().done(), paper.base, 5, 2), n * 120 + seconds * 45);
    h.ball(0, -522, 16, paper.shadow);
  },
  { moves: true, slots: ['paper'] },
);

const solar = thing(
  'solar-panel',
  'Solar panel',
  'solar panel sun energy power roof',
  (h, { metal }) => {
    h.foot(0, 0, 130, 8);
    h.rod([-60, -70, -60, -4], metal.base, 12).rod([70, -110, 70, -4], metal.base, 12);
    h.solidPoly([-160, -60, -100, -196, 150, -196, 110, -60], SPARK.navy, 8, 6);
    for (let n = 1; n < 4; n++) h.rod([-160 + n * 67.5, -60, -100 + n * 62.5, -196], '#7f97b8', 4);
    h.rod([-130, -128, 130, -128], '#7f97b8', 4);
  },
  { slots: ['metal'] },
);

const satellite = thing(
  'satellite',
  'Satellite',
  'satellite space signal orbit communication',
  (h, { metal }) => {
    h.at(
      0,
      -90,
      1,
      (p) => {
        for (const side of [-1, 1]) {
          p.rod([0, 0, side * 66, 0], metal.base, 8);
          p.box(side === 1 ? 60 : -152, -38, 92, 76, SPARK.navy, 3);
          for (let n = 1; n < 3; n++) p.rod([side * 60 + side * n * 30, -36, side * 60 + side * n * 30, 36], '#7f97b8', 3);
        }
        p.box(-36, -46, 72, 92, SPARK.yellow, 8);
        p.ball(0, 62, 32, '#d9e4e6', 14);
        p.rod([0, 62, 0, 84], DARK, 4);
      },
      -14,
    );
  },
  { slots: ['metal'] },
);

const dna = thing(
  'dna',
  'Double helix',
  'dna helix gene biology inherit',
  (h, { accent, second }, { seconds }) => {
    const chance = dice(4);
    const at = (n: number, phase: number): [number, number] => [48 * Math.sin(n * 0.52 + seconds * 0.9 + phase), -18 - n * 14];
    for (let n = 0; n < 16; n++) h.rod([...at(n, 0), ...at(n, Math.PI)], chance.next() > 0.5 ? SPARK.yellow : '#8fb3b8', 5);
    for (const [phase, colour] of [
      [0, accent.base],
      [Math.PI, second.base],
    ] as const) {
      const points = Array.from({ length: 31 }, (_, n) => at(n / 2, phase)).flat();
      h.rod(points, colour, 10);
    }
  },
  { moves: true, slots: ['accent', 'second'] },
);

/** Science, energy and space. */
export const SCIENCE: readonly Prop[] = [microscope, flask, tubes, magnet, telescope, scales, molecule, atom, battery, gears, bulb, rocket, planet, turbine, solar, satellite, dna];
