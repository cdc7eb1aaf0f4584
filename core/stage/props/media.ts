import { ellipse, pen, roundedRect } from '../../draw/path.ts';
import type { Hand } from '../world/hand.ts';
import { SPARK } from '../world/tones.ts';
import { type Prop, thing } from './prop.ts';

const DARK = '#33424a';
const GLASS = '#dff1ef';

/** What a screen shows by itself: a curve over two axes. */
function curve(h: Hand, x: number, y: number, width: number, height: number, colour: string): void {
  h.rod([x + width * 0.1, y + height * 0.14, x + width * 0.1, y + height * 0.86, x + width * 0.92, y + height * 0.86], '#5d727b', Math.max(2.4, width * 0.011));
  const at = (t: number): [number, number] => [x + width * (0.12 + 0.78 * t), y + height * (0.5 - 0.26 * Math.sin(t * 6.3))];
  const path = pen().move(...at(0));
  for (let n = 1; n <= 16; n++) path.line(...at(n / 16));
  h.line(path.done(), colour, Math.max(3, width * 0.02));
}

const SCREEN = [
  ['on', 'On'],
  ['off', 'Off'],
] as const;

const screen = thing(
  'screen',
  'Screen on a stand',
  'screen monitor display tv television picture text show',
  (h, { metal, second }, { state }) => {
    h.foot(0, 0, 120, 12);
    h.box(-110, -16, 220, 16, metal.shadow, 7);
    h.box(-12, -150, 24, 140, metal.base, 4);
    h.box(-210, -400, 420, 264, DARK, 14);
    if (state === 'off') return void h.bar(-194, -384, 380, 226, '#22333a', 6).poly([-194, -384, -60, -384, -194, -220], '#2b4048');
    h.source(roundedRect(-194, -384, 380, 226, 6), GLASS).glow(0, -270, 260);
    curve(h, -194, -384, 380, 226, second.base);
  },
  { states: SCREEN, screen: [-194, -384, 380, 226], slots: ['metal', 'second'] },
);

const wallScreen = thing(
  'wall-screen',
  'Wide screen',
  'screen wall wide display tv presentation slides show',
  (h, { second }, { state }) => {
    h.castBox(-300, -346, 600, 346, 12);
    h.box(-300, -346, 600, 346, DARK, 12);
    if (state === 'off') return void h.bar(-284, -330, 562, 308, '#22333a', 5).poly([-284, -330, -100, -330, -284, -120], '#2b4048');
    h.source(roundedRect(-284, -330, 562, 308, 5), GLASS).glow(0, -176, 300);
    curve(h, -284, -330, 562, 308, second.base);
  },
  { states: SCREEN, screen: [-284, -330, 562, 308], slots: ['second'] },
);

const laptop = thing(
  'laptop',
  'Laptop',
  'laptop computer work notebook office',
  (h, { metal, accent }) => {
    h.foot(0, 0, 70, 6);
    h.solidPoly([-54, -10, -50, -76, 54, -76, 58, -10], metal.light, 4, 3);
    h.source(roundedRect(-44, -70, 90, 54, 3), GLASS);
    h.rod([-34, -28, -16, -42, 6, -36, 34, -58], accent.base, 4);
    h.box(-64, -10, 128, 10, metal.base, 4);
  },
  { grip: [58, -6], slots: ['metal', 'accent'] },
);

const micDesk = thing(
  'microphone',
  'Microphone on a foot',
  'microphone mic radio podcast speak record desk',
  (h, { metal }) => {
    h.foot(0, 0, 40, 6);
    h.box(-36, -12, 72, 12, DARK, 6);
    h.rod([0, -12, 0, -46], metal.base, 8);
    h.rod([-30, -92, -30, -58, 0, -44, 30, -58, 30, -92], metal.shadow, 5);
    h.box(-22, -146, 44, 92, metal.light, 21);
    for (const y of [-126, -112, -98]) h.rod([-16, y, 14, y], metal.shadow, 4);
    h.bar(-22, -86, 44, 8, '#d8603f');
  },
  { grip: [0, -30], slots: ['metal'] },
);

const micStand = thing(
  'microphone-stand',
  'Microphone on a stand',
  'microphone mic stand stage sing speak',
  (h, { metal }) => {
    h.foot(0, 0, 54, 7);
    h.box(-48, -12, 96, 12, DARK, 6);
    h.rod([0, -12, 0, -386], metal.base, 8);
    h.at(0, -386, 1, (p) => p.rod([0, 0, 0, -32], metal.shadow, 9).box(-15, -62, 30, 34, DARK, 12).ball(0, -62, 19, metal.light), 24);
  },
  { grip: [0, -220], slots: ['metal'] },
);

const camera = thing(
  'film-camera',
  'Film camera',
  'camera film tripod studio record video',
  (h, { metal }) => {
    h.foot(0, 0, 90, 10);
    h.rod([-8, -236, -84, -4], metal.shadow, 12);
    h.rod([8, -236, 84, -4], metal.shadow, 12);
    h.rod([0, -236, 6, -6], metal.base, 12);
    h.box(-70, -322, 150, 86, DARK, 10);
    h.box(-108, -306, 44, 56, '#46575f', 6);
    h.ball(-112, -278, 26, '#22333a');
    h.flat(ellipse(-114, -280, 14, 18), '#7fb1c0');
    h.ball(-24, -350, 30, DARK);
    h.ball(46, -352, 30, DARK);
    h.flat(ellipse(66, -298, 7), '#d8452f');
  },
  { grip: [80, -280], slots: ['metal'] },
);

const loudspeaker = thing(
  'loudspeaker',
  'Loudspeaker',
  'loudspeaker speaker music sound stage',
  (h, { metal }) => {
    h.foot(0, 0, 84, 9);
    h.box(-80, -270, 160, 270, DARK, 8);
    h.ball(-4, -94, 58, metal.base);
    h.ball(-4, -94, 24, DARK);
    h.ball(-4, -210, 32, metal.base);
    h.ball(-4, -210, 12, DARK);
  },
  { slots: ['metal'] },
);

const megaphone = thing(
  'megaphone',
  'Megaphone',
  'megaphone loud shout announce news',
  (h, { accent, paper }) => {
    h.solid(pen().move(-44, -52).line(40, -96).line(40, -4).line(-44, -40).close().done(), accent.base, 5, 6);
    h.ball(40, -50, 13, accent.shadow, 47);
    h.box(-60, -58, 22, 24, paper.base, 6);
    h.rod([-18, -40, -10, -4], DARK, 11);
  },
  { grip: [-14, -20], slots: ['accent', 'paper'] },
);

const headphones = thing(
  'headphones',
  'Headphones',
  'headphones sound music listen podcast',
  (h, { second }) => {
    h.foot(0, 0, 46, 5);
    h.line(pen().move(-44, -40).cubic(-52, -116, 52, -116, 44, -40).done(), DARK, 9);
    h.box(-58, -54, 26, 52, second.base, 11);
    h.box(32, -54, 26, 52, second.base, 11);
  },
  { grip: [0, -98], slots: ['second'] },
);

const projector = thing(
  'projector',
  'Projector',
  'projector slides film cinema present',
  (h, { metal }, { state }) => {
    h.foot(0, 0, 76, 7);
    if (state === 'on') h.poly([-70, -50, -330, -150, -330, 40], '#fff3c8', 0.4);
    for (const x of [-54, 40]) h.bar(x, -10, 14, 10, DARK, 2);
    h.box(-72, -74, 144, 66, metal.light, 10);
    h.ball(-62, -46, 18, DARK);
    if (state === 'on') h.source(ellipse(-66, -46, 9, 11), '#fff1bf');
    for (let n = 0; n < 4; n++) h.bar(14 + n * 12, -58, 6, 28, metal.base, 2);
  },
  { states: SCREEN, slots: ['metal'] },
);

const clapper = thing(
  'clapper',
  'Slate',
  'slate clapper film scene take start',
  (h) => {
    h.box(-76, -104, 152, 104, DARK, 5);
    for (const y of [-58, -32]) h.rod([-62, y, 62, y], '#8fa3aa', 4);
    h.rod([-4, -58, -4, -10], '#8fa3aa', 4);
    const stripes = (y: number): void => {
      h.box(-76, y, 152, 24, '#f8f4e8', 3);
      for (let n = 0; n < 4; n++) h.poly([-70 + n * 38, y + 22, -54 + n * 38, y + 1, -38 + n * 38, y + 1, -54 + n * 38, y + 22], DARK);
    };
    stripes(-126);
    h.at(-74, -130, 1, (p) => p.box(0, -24, 152, 24, '#f8f4e8', 3).poly([24, -1, 40, -23, 56, -23, 40, -1], DARK).poly([84, -1, 100, -23, 116, -23, 100, -1], DARK), -14);
  },
  { grip: [0, -10] },
);

const turntable = thing(
  'turntable',
  'Record player',
  'record music turntable vinyl sound',
  (h, { wood, accent }, { seconds }) => {
    h.foot(0, 0, 104, 8);
    h.box(-100, -46, 200, 46, wood.base, 6);
    h.flat(ellipse(-16, -48, 70, 15), DARK);
    h.flat(ellipse(-16, -49, 24, 5.4), accent.base);
    const a = seconds * 3.5;
    h.flat(ellipse(-16 + 46 * Math.cos(a), -49 + 9.6 * Math.sin(a), 8, 1.8), '#8fa3aa');
    h.rod([76, -52, 70, -74, 20, -56], '#8fa3aa', 5);
    h.ball(76, -56, 9, SPARK.yellow);
  },
  { moves: true, slots: ['wood', 'accent'] },
);

/** What records, shows and plays. */
export const MEDIA: readonly Prop[] = [screen, wallScreen, laptop, micDesk, micStand, camera, loudspeaker, megaphone, headphones, projector, clapper, turntable];
