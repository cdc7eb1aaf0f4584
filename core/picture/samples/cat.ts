import { dice } from '../../draw/hash.ts';
import { ellipse } from '../../draw/path.ts';
import { Drawing, marked, type PictureSample, pen, stroke } from './sample.ts';

const [W, H] = [1000, 900];
const LINE = '#3a2c26';

/** A cat among flowers: a busy ground to lift it off. */
export const cat: PictureSample = {
  id: 'cat',
  name: 'Cat among flowers',
  width: W,
  height: H,
  background: '#5f7f52',
  faces: [
    {
      name: 'Cat',
      face: marked(W, H, {
        left: [420, 420, 46, 42],
        right: [590, 420, 46, 42],
        mouth: [
          [432, 552],
          [505, 574],
          [578, 552],
        ],
        chin: [505, 650],
      }),
      strokes: [stroke(W, H, true, [505, 720], [500, 860]), stroke(W, H, false, [245, 380], [272, 470], [280, 545]), stroke(W, H, false, [960, 620], [975, 680])],
    },
  ],
  draw() {
    const d = new Drawing();
    const chance = dice(12);
    for (let n = 0; n < 170; n++) {
      const [x, y, long] = [chance.between(-20, W), chance.between(60, H + 60), chance.between(60, 170)];
      d.shape(
        pen()
          .move(x - 9, y)
          .quad(x + chance.between(-50, 50), y - long * 0.6, x + chance.between(-60, 60), y - long)
          .quad(x + 20, y - long * 0.5, x + 9, y)
          .close(),
        (['#4d6d41', '#6f9159', '#86a566', '#3f5d3a', '#7b9a4e'] as const)[n % 5] as string,
      );
    }
    for (let n = 0; n < 46; n++) {
      const [x, y, r] = [chance.between(0, W), chance.between(20, H), chance.between(14, 30)];
      const petal = (['#e8c04e', '#d9788f', '#f0e8d6', '#b58ad0'] as const)[n % 4] as string;
      for (let k = 0; k < 5; k++) d.round(x + Math.cos(k * 1.257) * r * 0.7, y + Math.sin(k * 1.257) * r * 0.7, r * 0.52, r * 0.52, petal);
      d.round(x, y, r * 0.42, r * 0.42, '#7a5a24');
    }
    const line = [LINE, 6] as const;
    d.stroke(pen().move(720, 830).cubic(860, 800, 880, 620, 800, 560), '#c98750', 52);
    d.shape(pen().move(300, 910).cubic(270, 700, 380, 600, 505, 600).cubic(640, 600, 750, 700, 716, 910).close(), '#d6955c', line);
    d.shape(pen().move(420, 910).cubic(410, 780, 450, 690, 505, 690).cubic(560, 690, 604, 780, 594, 910).close(), '#f1dcbf');
    for (const [x, out] of [
      [352, -1],
      [658, 1],
    ] as const) {
      d.shape(
        pen()
          .move(x - out * 70, 300)
          .line(x + out * 26, 190)
          .line(x + out * 30, 390)
          .close(),
        '#d6955c',
        line,
      );
      d.shape(
        pen()
          .move(x - out * 36, 300)
          .line(x + out * 14, 232)
          .line(x + out * 18, 350)
          .close(),
        '#e8b2a0',
      );
    }
    d.shape(ellipse(505, 450, 206, 184), '#d6955c', line);
    for (const [x, y] of [
      [505, 292],
      [462, 300],
      [548, 300],
    ] as const)
      d.stroke(
        pen()
          .move(x, y - 14)
          .line(x, y + 36),
        '#8f5a30',
        13,
      );
    d.shape(ellipse(505, 540, 108, 78), '#f1dcbf');
    for (const x of [420, 590]) {
      d.round(x, 420, 46, 42, '#f4f3df', [LINE, 6]);
      d.round(x, 424, 25, 30, '#33422f');
      d.round(x + 9, 412, 8, 9, '#f4f3df');
      d.stroke(
        pen()
          .move(x - 38, 352)
          .quad(x, 334, x + 38, 352),
        '#8f5a30',
        8,
      );
    }
    d.shape(pen().move(484, 494).quad(505, 486, 526, 494).quad(518, 516, 505, 520).quad(492, 516, 484, 494).close(), '#c0665a', [LINE, 4]);
    d.stroke(pen().move(432, 552).quad(505, 598, 578, 552), '#8b4038', 8);
    for (const out of [-1, 1])
      for (const y of [530, 552])
        d.stroke(
          pen()
            .move(505 + out * 92, y)
            .line(505 + out * 210, y - 12 + (y - 540)),
          LINE,
          3,
        );
    return d.nodes;
  },
};
