import { Drawing, marked, type PictureSample, pen } from './sample.ts';

const LINE = '#3b3040';
const [W, H] = [900, 900];

/** A moon in a night cap, drawn with a thick line, on nothing. */
export const moon: PictureSample = {
  id: 'moon',
  name: 'Moon in a night cap',
  width: W,
  height: H,
  faces: [
    {
      name: 'Moon',
      face: marked(W, H, {
        left: [340, 480, 50, 58],
        right: [545, 470, 50, 58],
        brows: [
          [
            [378, 385],
            [335, 372],
            [292, 392],
          ],
          [
            [505, 378],
            [548, 362],
            [592, 378],
          ],
        ],
        mouth: [
          [345, 655],
          [452, 690],
          [560, 645],
        ],
        chin: [450, 800],
        tiltDeg: -3,
      }),
    },
  ],
  draw() {
    const d = new Drawing();
    const line = [LINE, 9] as const;
    d.round(450, 520, 300, 285, '#f4d78a', line);
    const disc = pen()
      .move(150, 520)
      .cubic(150, 363, 284, 235, 450, 235)
      .cubic(616, 235, 750, 363, 750, 520)
      .cubic(750, 677, 616, 805, 450, 805)
      .cubic(284, 805, 150, 677, 150, 520)
      .close();
    d.within(disc, (inside) => {
      inside.shape(pen().move(760, 300).cubic(650, 420, 650, 690, 560, 810).line(760, 820).close(), '#e8c271', undefined, { alpha: 0.75 });
      for (let n = 0; n < 7; n++)
        inside.stroke(
          pen()
            .move(640 + n * 17, 330 + n * 20)
            .quad(650 + n * 12, 520, 575 + n * 26, 740),
          '#d9ad55',
          5,
          { alpha: 0.7 },
        );
      inside.round(250, 610, 44, 34, '#f3b887', undefined, { alpha: 0.75 });
      inside.round(640, 595, 44, 34, '#f0ad7b', undefined, { alpha: 0.75 });
      for (const [x, y, r] of [
        [205, 700, 20],
        [690, 690, 24],
        [260, 430, 15],
      ] as const)
        inside.round(x, y, r, r * 0.86, '#eac672', ['#d3ab57', 4]);
    });
    d.round(
      450,
      520,
      300,
      285,
      {
        kind: 'linear',
        from: [0, 0],
        to: [1, 0],
        stops: [
          { at: 0, colour: '#ffffff', alpha: 0 },
          { at: 1, colour: '#ffffff', alpha: 0 },
        ],
      },
      line,
    );
    // The cap, its band and its bobble.
    d.shape(pen().move(165, 420).cubic(200, 160, 430, 70, 610, 130).cubic(760, 175, 800, 300, 838, 330).cubic(790, 345, 740, 330, 715, 395).close(), '#4d7fb3', line);
    for (const x of [300, 420, 545])
      d.stroke(
        pen()
          .move(x - 60, 372)
          .cubic(x - 20, 250, x + 20, 190, x + 70, 138),
        '#eef3f5',
        24,
      );
    d.shape(
      pen().move(150, 400).cubic(300, 300, 590, 290, 745, 370).cubic(770, 395, 765, 430, 742, 442).cubic(590, 362, 310, 372, 165, 474).cubic(135, 458, 130, 420, 150, 400).close(),
      '#f5efdf',
      line,
    );
    d.round(836, 345, 42, 40, '#f5efdf', line);
    for (const [x, y, gaze] of [
      [340, 480, 9],
      [545, 470, 9],
    ] as const) {
      d.round(x, y, 50, 58, '#fffaf0', [LINE, 7]);
      d.round(x + gaze, y + 4, 25, 29, LINE);
      d.round(x + gaze + 8, y - 8, 8, 9, '#fffaf0');
    }
    d.stroke(pen().move(378, 385).quad(335, 360, 292, 392), LINE, 11);
    d.stroke(pen().move(505, 378).quad(548, 347, 592, 378), LINE, 11);
    d.stroke(pen().move(440, 530).quad(476, 575, 440, 590), LINE, 8);
    d.stroke(pen().move(345, 655).quad(452, 722, 560, 645), '#8f3a3d', 11);
    return d.nodes;
  },
};
