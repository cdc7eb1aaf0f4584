import { dice } from '../../draw/hash.ts';
import { Drawing, marked, type PictureSample, pen } from './sample.ts';

const [W, H] = [900, 1100];

/** A half figure in oil: a lady in a dark dress, lit from the left, with the strokes of a brush over everything. */
export const portrait: PictureSample = {
  id: 'portrait',
  name: 'Portrait in oil',
  width: W,
  height: H,
  background: '#4a3f33',
  faces: [
    {
      name: 'Portrait',
      face: marked(W, H, {
        left: [384, 408, 36, 19],
        right: [522, 408, 35, 19],
        brows: [
          [
            [420, 366],
            [384, 352],
            [342, 370],
          ],
          [
            [488, 366],
            [524, 352],
            [564, 370],
          ],
        ],
        mouth: [
          [404, 560],
          [453, 566],
          [502, 560],
        ],
        chin: [453, 648],
      }),
    },
  ],
  draw() {
    const d = new Drawing();
    const chance = dice(41);
    const soft = (inside: Drawing, x: number, y: number, rx: number, ry: number, colour: string, alpha: number, blur: number): unknown =>
      inside.round(x, y, rx, ry, colour, undefined, { alpha, blur });
    /** Short strokes of a flat brush, along a direction. */
    const strokes = (
      inside: Drawing,
      count: number,
      box: readonly [number, number, number, number],
      colours: readonly string[],
      angle: number,
      long: number,
      alpha: number,
    ): void => {
      for (let n = 0; n < count; n++) {
        const [x, y] = [chance.between(box[0], box[2]), chance.between(box[1], box[3])];
        const turn = angle + chance.between(-0.5, 0.5);
        const [dx, dy] = [Math.cos(turn) * long, Math.sin(turn) * long];
        inside.stroke(
          pen()
            .move(x - dx, y - dy)
            .quad(x + chance.between(-5, 5), y + chance.between(-5, 5), x + dx, y + dy),
          colours[Math.floor(chance.next() * colours.length)] as string,
          chance.between(6, 15),
          { alpha },
        );
      }
    };
    strokes(d, 150, [0, 0, W, H], ['#5a4d3e', '#3d342b', '#6a5a47', '#4b4a3c'], 0.9, 46, 0.34);
    soft(d, 250, 300, 300, 320, '#8a7757', 0.34, 90);
    // Hair behind, neck, dress.
    d.round(454, 380, 218, 262, '#2c1d17', undefined, { blur: 3 });
    const neck = pen()
      .move(384, 590)
      .line(522, 590)
      .cubic(528, 690, 560, 726, 660, 745)
      .cubic(600, 810, 520, 862, 454, 868)
      .cubic(390, 862, 310, 810, 250, 745)
      .cubic(350, 726, 380, 690, 384, 590)
      .close();
    d.shape(neck, {
      kind: 'linear',
      from: [380, 0],
      to: [540, 0],
      stops: [
        { at: 0, colour: '#d8a987' },
        { at: 1, colour: '#94664d' },
      ],
    });
    d.within(neck, (inside) => soft(inside, 470, 640, 90, 50, '#7d5140', 0.5, 22));
    const dress = pen()
      .move(270, 745)
      .cubic(330, 800, 400, 850, 454, 856)
      .cubic(510, 850, 590, 800, 650, 745)
      .cubic(790, 790, 860, 930, 880, H + 5)
      .line(20, H + 5)
      .cubic(40, 930, 120, 790, 270, 745)
      .close();
    d.shape(dress, {
      kind: 'linear',
      from: [60, 0],
      to: [860, 0],
      stops: [
        { at: 0, colour: '#3b4a5c' },
        { at: 0.35, colour: '#2b3846' },
        { at: 1, colour: '#161e27' },
      ],
    });
    d.within(dress, (inside) => strokes(inside, 90, [40, 760, 860, H], ['#4a5b6e', '#202b36', '#34465a'], 1.2, 40, 0.3));
    d.stroke(pen().move(272, 750).cubic(340, 812, 410, 862, 454, 866).cubic(508, 860, 586, 808, 648, 750), '#d9cdb2', 9, { alpha: 0.85, blur: 1 });
    // The face, modelled from light to dark.
    const face = pen()
      .move(454, 200)
      .cubic(590, 200, 628, 320, 618, 430)
      .cubic(610, 540, 540, 650, 454, 650)
      .cubic(368, 650, 298, 540, 290, 430)
      .cubic(282, 320, 318, 200, 454, 200)
      .close();
    d.shape(face, {
      kind: 'linear',
      from: [300, 260],
      to: [640, 560],
      stops: [
        { at: 0, colour: '#f1cfaa' },
        { at: 0.45, colour: '#e0b08a' },
        { at: 1, colour: '#a06f53' },
      ],
    });
    d.within(face, (inside) => {
      strokes(inside, 70, [300, 220, 610, 640], ['#edc79f', '#d9a67f', '#cf9b74', '#efd0ad'], 1.1, 16, 0.12);
      soft(inside, 352, 486, 62, 46, '#dc8c73', 0.42, 20);
      soft(inside, 556, 486, 54, 46, '#b8654f', 0.42, 20);
      soft(inside, 610, 430, 70, 200, '#7a4c3a', 0.34, 34);
      soft(inside, 392, 270, 84, 40, '#fbe6cb', 0.5, 24);
      soft(inside, 382, 392, 56, 26, '#a8775b', 0.34, 12);
      soft(inside, 524, 392, 54, 26, '#8c5b45', 0.4, 12);
    });
    // Hair in front, parted in the middle.
    for (const [x, to, low] of [
      [458, 262, 470],
      [450, 648, 470],
    ] as const) {
      const lock = pen()
        .move(x, 176)
        .cubic((x + to) / 2, 168, to, 230, to, low)
        .cubic(to + (to < x ? 22 : -22), 380, (x + to) / 2, 292, x, 262)
        .close();
      d.shape(lock, '#33211a', undefined, { blur: 1.4 });
      d.within(lock, (inside) => strokes(inside, 24, [Math.min(x, to), 170, Math.max(x, to), low], ['#4d3427', '#241610', '#5f4232'], to < x ? 2.1 : 1, 34, 0.4));
    }
    // Eyes, nose, mouth: soft, but where they are looked at.
    for (const [x, wide] of [
      [384, 36],
      [522, 35],
    ] as const) {
      d.round(x, 408, wide, 18, '#efe6d6', undefined, { blur: 0.8 });
      d.round(x + 3, 408, 16, 17, '#4b3524', undefined, { blur: 0.7 });
      d.round(x + 3, 408, 8, 9, '#17100c', undefined, { blur: 0.5 });
      d.round(x - 3, 402, 4, 4, '#fdf6e6');
      d.stroke(
        pen()
          .move(x - wide, 408)
          .quad(x, 380, x + wide, 408),
        '#3a2319',
        6,
        { blur: 0.8 },
      );
      d.stroke(
        pen()
          .move(x - wide + 6, 414)
          .quad(x, 432, x + wide - 6, 414),
        '#9c6b52',
        3,
        { blur: 0.8, alpha: 0.8 },
      );
    }
    d.stroke(pen().move(420, 366).quad(384, 345, 342, 370), '#3f281d', 10, { blur: 1.2 });
    d.stroke(pen().move(488, 366).quad(524, 345, 564, 370), '#38231a', 10, { blur: 1.2 });
    d.stroke(pen().move(466, 404).cubic(474, 450, 490, 480, 478, 498), '#a2694f', 7, { alpha: 0.7, blur: 2.4 });
    d.round(444, 492, 20, 12, '#f6dcbb', undefined, { alpha: 0.6, blur: 5 });
    d.stroke(pen().move(424, 506).quad(452, 520, 482, 506), '#8f573f', 6, { alpha: 0.8, blur: 1.8 });
    d.shape(pen().move(404, 560).quad(430, 542, 453, 552).quad(478, 542, 502, 560).quad(453, 592, 404, 560).close(), '#a8483f', undefined, { blur: 1.6 });
    d.stroke(pen().move(404, 560).quad(453, 572, 502, 560), '#63241f', 4.5, { blur: 0.9 });
    soft(d, 446, 576, 26, 6, '#d0776a', 0.6, 4);
    return d.nodes;
  },
};
