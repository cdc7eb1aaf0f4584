import { ellipse, polygon } from '../../draw/path.ts';
import { Drawing, marked, type PictureSample, pen } from './sample.ts';

const [W, H] = [800, 1100];
const SHADE = { alpha: 0.26, blur: 7 } as const;

/** A puppet cut from coloured paper and laid on blue card: shades under every piece, a bird's beak for a nose. */
export const puppet: PictureSample = {
  id: 'puppet',
  name: 'Paper puppet',
  width: W,
  height: H,
  background: '#9db9c9',
  faces: [
    {
      name: 'Puppet',
      face: marked(W, H, {
        left: [322, 372, 46, 46],
        right: [478, 372, 46, 46],
        brows: [
          [
            [362, 300],
            [322, 286],
            [280, 304],
          ],
          [
            [438, 300],
            [478, 286],
            [520, 304],
          ],
        ],
        mouth: [
          [330, 540],
          [400, 556],
          [470, 540],
        ],
        chin: [400, 636],
      }),
    },
  ],
  draw() {
    const d = new Drawing();
    /** A piece of paper with the shade that it throws, and its cut edge, lighter than its face. */
    const piece = (path: ReturnType<typeof polygon>, colour: string, rim: string, dx = 5, dy = 9): void => {
      d.shape(path, '#24333d', undefined, { ...SHADE, matrix: [1, 0, 0, 1, dx, dy] });
      d.shape(path, rim);
      d.shape(path, colour, undefined, { matrix: [1, 0, 0, 1, 1.6, 2.2] });
    };
    for (let n = 0; n < 26; n++)
      d.stroke(
        pen()
          .move((n * 97) % W, (n * 173) % H)
          .line(((n * 97) % W) + 34, ((n * 173) % H) + 7),
        '#8fabbc',
        2,
        { alpha: 0.6 },
      );
    // Arms behind, then the coat with its three buttons.
    piece(pen().move(236, 720).line(120, 930).line(190, 968).line(300, 780).close().done(), '#3d6f66', '#5c8f86');
    piece(pen().move(564, 720).line(690, 900).line(628, 950).line(500, 780).close().done(), '#3d6f66', '#5c8f86');
    piece(ellipse(152, 962, 44, 42), '#eec49a', '#fbe0c2');
    piece(ellipse(664, 938, 44, 42), '#eec49a', '#fbe0c2');
    piece(pen().move(270, 690).line(530, 690).line(620, 1104).line(180, 1104).close().done(), '#2f5c63', '#4e7f86');
    for (const y of [868, 948, 1028]) piece(ellipse(400, y, 20, 20), '#d8a23a', '#f0c76d', 3, 5);
    piece(pen().move(352, 600).line(448, 600).line(462, 730).line(338, 730).close().done(), '#dcae82', '#f3d2ab');
    piece(pen().move(300, 676).line(400, 760).line(500, 676).line(520, 730).line(400, 830).line(280, 730).close().done(), '#e9d9b4', '#fbf2da');
    // The head, cut by hand: straight snips, not a circle.
    const around = Array.from({ length: 22 }, (_, n) => {
      const angle = (n / 22) * 2 * Math.PI;
      const far = 1 + 0.022 * Math.sin(n * 2.7);
      return [400 + 208 * far * Math.cos(angle), 408 + 240 * far * Math.sin(angle)];
    }).flat();
    piece(polygon(around), '#eec49a', '#fbe0c2');
    d.round(262, 480, 40, 30, '#e08f76', undefined, { alpha: 0.85 });
    d.round(538, 480, 40, 30, '#e08f76', undefined, { alpha: 0.85 });
    // Hair in strips.
    for (const [x, tall] of [
      [214, 170],
      [262, 120],
      [312, 96],
      [362, 84],
      [412, 82],
      [462, 90],
      [512, 110],
      [556, 160],
    ] as const)
      piece(
        pen()
          .move(x, 176)
          .line(x + 44, 170)
          .line(x + 38, 176 + tall)
          .line(x + 20, 168 + tall)
          .line(x + 2, 180 + tall)
          .close()
          .done(),
        '#7c3f2c',
        '#9d5f49',
        3,
        6,
      );
    piece(
      pen().move(170, 226).line(206, 128).line(330, 78).line(490, 76).line(606, 138).line(634, 228).line(560, 190).line(400, 168).line(240, 192).close().done(),
      '#7c3f2c',
      '#9d5f49',
    );
    for (const x of [322, 478]) {
      piece(ellipse(x, 372, 46, 46), '#fdf8ea', '#ffffff', 2, 4);
      d.round(x + 4, 378, 21, 21, '#22303a');
      d.round(x + 12, 368, 7, 7, '#fdf8ea');
    }
    for (const [a, b, c] of [
      [362, 322, 280],
      [438, 478, 520],
    ] as const)
      d.stroke(pen().move(a, 300).quad(b, 272, c, 304), '#5c2c1e', 15);
    piece(pen().move(376, 424).line(424, 424).line(436, 484).line(400, 506).line(364, 484).close().done(), '#d8703f', '#f0986c', 3, 6);
    d.stroke(pen().move(330, 540).quad(400, 572, 470, 540), '#8c2f2c', 12);
    return d.nodes;
  },
};
