import { ellipse } from '../../draw/path.ts';
import { Drawing, marked, type PictureSample, pen } from './sample.ts';

const LINE = '#3d3035';
const [W, H] = [1400, 900];

/** A page out of a sketch book: two characters, stars, waves and a word or two on grey paper. */
export const page: PictureSample = {
  id: 'page',
  name: 'Two on a page',
  width: W,
  height: H,
  background: '#e9e4d6',
  faces: [
    {
      name: 'Dora',
      face: marked(W, H, {
        left: [318, 372, 30, 34],
        right: [452, 372, 30, 34],
        mouth: [
          [325, 492],
          [386, 508],
          [447, 492],
        ],
        chin: [386, 585],
      }),
    },
    {
      name: 'Pip',
      face: marked(W, H, {
        left: [912, 392, 32, 34],
        right: [1062, 384, 32, 34],
        mouth: [
          [925, 520],
          [996, 548],
          [1068, 512],
        ],
        chin: [990, 628],
        tiltDeg: -3,
      }),
    },
  ],
  draw() {
    const d = new Drawing();
    const line = [LINE, 7] as const;
    // The paper: ruled faintly, with scribbles.
    for (let n = 0; n < 14; n++)
      d.stroke(
        pen()
          .move(-10, 70 + n * 66)
          .cubic(400, 66 + n * 66, 900, 74 + n * 66, 1410, 68 + n * 66),
        '#cfd6d4',
        2,
      );
    d.stroke(pen().move(60, 90).cubic(130, 40, 190, 140, 120, 170).cubic(70, 190, 60, 130, 130, 120), '#a8a18f', 5);
    for (const [x, y, r] of [
      [690, 130, 40],
      [640, 300, 26],
      [1290, 150, 34],
      [160, 690, 28],
    ] as const) {
      const star = pen();
      for (let n = 0; n < 10; n++) {
        const [a, k] = [(n * Math.PI) / 5 - Math.PI / 2, n % 2 ? 0.45 : 1];
        if (n) star.line(x + Math.cos(a) * r * k, y + Math.sin(a) * r * k);
        else star.move(x + Math.cos(a) * r * k, y + Math.sin(a) * r * k);
      }
      d.shape(star.close(), '#e2b84a', ['#9b7a26', 4]);
    }
    for (const y of [800, 842]) {
      const wave = pen().move(20, y);
      for (let n = 0; n < 17; n++) wave.quad(40 + n * 80, y - 26, 60 + n * 80, y).quad(80 + n * 80, y + 18, 100 + n * 80, y);
      d.stroke(wave, '#6f8fa6', 5);
    }
    // Dora: round hair, a dress.
    d.shape(ellipse(386, 372, 190, 196), '#7a3f2c', line);
    d.shape(pen().move(230, 842).cubic(230, 700, 290, 620, 386, 620).cubic(482, 620, 545, 700, 548, 842).close(), '#3f7f86', line);
    d.shape(pen().move(352, 570).line(352, 640).quad(386, 668, 420, 640).line(420, 570).close(), '#e9b48c', line);
    d.round(386, 430, 138, 152, '#f0c39c', line);
    d.within(ellipse(386, 430, 138, 152), (inside) =>
      inside.shape(pen().move(220, 240).line(560, 240).line(560, 330).cubic(470, 380, 420, 330, 386, 290).cubic(350, 340, 290, 370, 230, 340).close(), '#7a3f2c', line),
    );
    for (const x of [300, 472]) d.round(x, 456, 26, 18, '#e79a80', undefined, { alpha: 0.7 });
    for (const x of [318, 452]) {
      d.round(x, 372, 30, 34, '#fffdf6', [LINE, 5]);
      d.round(x + 5, 376, 15, 18, '#35506b');
      d.round(x + 9, 369, 5, 6, '#fffdf6');
      d.stroke(
        pen()
          .move(x - 30, 322)
          .quad(x, 308, x + 30, 322),
        LINE,
        7,
      );
    }
    d.stroke(pen().move(386, 418).quad(404, 446, 380, 452), LINE, 5);
    d.stroke(pen().move(325, 492).quad(386, 524, 447, 492), '#a8403f', 8);
    for (let n = 0; n < 4; n++) d.round(318 + n * 46, 760 + (n % 2) * 30, 12, 12, '#f0d27c');
    // Pip: curls and a striped jumper.
    d.shape(pen().move(820, 846).cubic(800, 740, 850, 668, 930, 660).line(1060, 656).cubic(1150, 664, 1190, 750, 1180, 846).close(), '#f4efe2', line);
    d.within(pen().move(820, 846).cubic(800, 740, 850, 668, 930, 660).line(1060, 656).cubic(1150, 664, 1190, 750, 1180, 846).close(), (inside) => {
      for (const y of [700, 770, 832])
        inside.shape(
          pen()
            .move(780, y)
            .cubic(900, y + 26, 1080, y + 22, 1220, y - 6)
            .line(1220, y + 26)
            .cubic(1080, y + 54, 900, y + 58, 780, y + 32)
            .close(),
          '#c9503f',
        );
    });
    d.shape(pen().move(950, 610).line(948, 668).quad(994, 700, 1040, 664).line(1038, 600).close(), '#e3a67c', line);
    d.round(990, 452, 156, 172, '#eeb88e', line);
    for (const [x, y] of [
      [836, 470],
      [1146, 452],
    ] as const)
      d.round(x, y, 26, 34, '#e8ac82', line);
    for (const [x, y, r] of [
      [850, 340, 46],
      [900, 284, 54],
      [975, 262, 56],
      [1050, 270, 52],
      [1112, 318, 48],
      [1136, 380, 34],
      [846, 400, 32],
    ] as const)
      d.round(x, y, r, r, '#57341f', [LINE, 6]);
    d.shape(pen().move(860, 380).cubic(880, 300, 1090, 290, 1118, 370).cubic(1060, 330, 920, 336, 860, 380).close(), '#57341f');
    for (const x of [905, 1085]) d.round(x, 480, 28, 20, '#e58d70', undefined, { alpha: 0.65 });
    for (const [x, y] of [
      [912, 392],
      [1062, 384],
    ] as const) {
      d.round(x, y, 32, 34, '#fffdf6', [LINE, 5]);
      d.round(x - 4, y + 4, 16, 18, '#3b2a20');
      d.round(x, y - 3, 5, 6, '#fffdf6');
      d.stroke(
        pen()
          .move(x - 34, y - 50)
          .quad(x, y - 66, x + 34, y - 50),
        LINE,
        7,
      );
    }
    d.stroke(pen().move(990, 430).quad(1012, 468, 984, 474), LINE, 5);
    d.stroke(pen().move(925, 520).quad(996, 576, 1068, 512), '#9c3b36', 8);
    return d.nodes;
  },
};
