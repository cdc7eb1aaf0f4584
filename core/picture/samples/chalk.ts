import { dice } from '../../draw/hash.ts';
import { ellipse } from '../../draw/path.ts';
import { Drawing, marked, type PictureSample, pen } from './sample.ts';

const [W, H] = [900, 1000];
const BOARD = '#2c3f38';

/** A friendly bird in chalk on a school board. */
export const chalk: PictureSample = {
  id: 'chalk',
  name: 'Chalk bird',
  width: W,
  height: H,
  background: BOARD,
  faces: [
    {
      name: 'Chalk bird',
      face: marked(W, H, {
        left: [370, 376, 46, 50],
        right: [530, 376, 46, 50],
        mouth: [
          [378, 508],
          [450, 532],
          [522, 508],
        ],
        chin: [450, 620],
      }),
    },
  ],
  draw() {
    const d = new Drawing();
    const chance = dice(4);
    // What was wiped off before.
    for (let n = 0; n < 9; n++)
      d.stroke(
        pen().move(chance.between(-50, 300), chance.between(0, H)).cubic(300, chance.between(0, H), 600, chance.between(0, H), chance.between(600, 950), chance.between(0, H)),
        '#5d7369',
        46,
        { alpha: 0.14, blur: 14 },
      );
    for (const [x, y] of [
      [90, 120],
      [770, 210],
      [120, 800],
    ] as const)
      d.stroke(
        pen()
          .move(x, y)
          .line(x + 60, y - 10)
          .move(x + 10, y + 34)
          .line(x + 74, y + 26),
        '#b9c7bf',
        5,
        { alpha: 0.5 },
      );
    d.shape(
      pen().move(450, 200).cubic(640, 200, 690, 380, 662, 560).cubic(720, 700, 690, 900, 450, 904).cubic(210, 900, 180, 700, 238, 560).cubic(210, 380, 260, 200, 450, 200).close(),
      '#8fb6c9',
      ['#eef3ea', 12],
    );
    d.shape(ellipse(450, 730, 150, 150), '#e6ddc4', ['#eef3ea', 6]);
    for (const [x, turn] of [
      [222, -1],
      [678, 1],
    ] as const)
      d.shape(
        pen()
          .move(x, 600)
          .cubic(x + turn * 90, 620, x + turn * 110, 780, x + turn * 30, 830)
          .cubic(x - turn * 10, 760, x - turn * 14, 680, x, 600)
          .close(),
        '#7fa5b8',
        ['#eef3ea', 9],
      );
    d.stroke(pen().move(410, 204).quad(390, 130, 350, 120).move(450, 200).quad(450, 110, 460, 90).move(490, 204).quad(520, 130, 560, 128), '#eef3ea', 10);
    for (const x of [370, 530]) {
      d.round(x, 376, 46, 50, '#f6f4ea', ['#2f3a3a', 5]);
      d.round(x + 3, 382, 24, 27, '#2f3a3a');
      d.round(x + 12, 372, 8, 9, '#f6f4ea');
    }
    d.shape(pen().move(420, 440).quad(450, 424, 480, 440).quad(466, 474, 450, 482).quad(434, 474, 420, 440).close(), '#e0a850', ['#7d5a22', 4]);
    d.stroke(pen().move(378, 508).quad(450, 556, 522, 508), '#8c4a4a', 9);
    for (const x of [312, 588]) d.round(x, 470, 30, 20, '#d98f8f', undefined, { alpha: 0.6 });
    for (let n = 0; n < 900; n++) d.round(chance.between(200, 700), chance.between(190, 910), chance.between(0.8, 2.2), 1.2, BOARD, undefined, { alpha: 0.35 });
    return d.nodes;
  },
};
