import { Drawing, marked, type PictureSample, pen, stroke } from './sample.ts';

const [W, H] = [900, 1000];
const shade = (from: readonly [number, number], to: readonly [number, number], ...stops: readonly (readonly [number, string, number?])[]) => ({
  kind: 'linear' as const,
  from,
  to,
  stops: stops.map(([at, colour, alpha]) => ({ at, colour, ...(alpha === undefined ? {} : { alpha }) })),
});

/** A mug as a camera sees it: on a table, lit from a window, with a face painted on it. */
export const mug: PictureSample = {
  id: 'mug',
  name: 'Mug on a table',
  width: W,
  height: H,
  background: '#b9ab98',
  faces: [
    {
      name: 'Mug',
      face: marked(W, H, {
        left: [338, 498, 34, 40],
        right: [512, 498, 34, 40],
        mouth: [
          [348, 630],
          [425, 652],
          [502, 630],
        ],
        chin: [425, 742],
      }),
      strokes: [
        stroke(W, H, true, [205, 400], [212, 600], [232, 850], [420, 880], [610, 850], [632, 600], [640, 400]),
        stroke(W, H, true, [200, 345], [260, 312], [425, 298], [590, 312], [652, 345], [590, 378], [425, 396], [260, 378]),
        stroke(W, H, true, [668, 462], [730, 468], [772, 530], [778, 590], [745, 660], [662, 712]),
        stroke(W, H, false, [690, 540], [715, 580], [690, 630]),
        stroke(W, H, false, [120, 200], [100, 500], [120, 760], [200, 950], [700, 940]),
        stroke(W, H, false, [120, 240], [425, 225], [720, 245], [700, 330], [722, 412], [790, 400], [850, 430], [860, 700]),
      ],
    },
  ],
  draw() {
    const d = new Drawing();
    d.shape(pen().move(0, 0).line(W, 0).line(W, 690).line(0, 690).close(), shade([0, 0], [900, 500], [0, '#d9cfbe'], [0.5, '#c2b49f'], [1, '#8f8372']));
    d.shape(pen().move(90, 0).line(330, 0).line(250, 470).line(40, 520).close(), '#f2ead8', undefined, { alpha: 0.5, blur: 22 });
    d.shape(pen().move(0, 690).line(W, 660).line(W, H).line(0, H).close(), shade([0, 690], [0, 1000], [0, '#8a6546'], [1, '#5f422c']));
    for (let n = 0; n < 6; n++)
      d.stroke(
        pen()
          .move(0, 735 + n * 48)
          .cubic(300, 722 + n * 50, 600, 744 + n * 46, W, 716 + n * 50),
        '#4f3522',
        3,
        { alpha: 0.35, blur: 1.5 },
      );
    d.round(520, 866, 330, 62, '#2a1a10', undefined, { alpha: 0.5, blur: 22 });
    d.stroke(pen().move(648, 470).cubic(800, 440, 830, 690, 640, 712), shade([640, 460], [800, 720], [0, '#e8e4da'], [0.6, '#c9c2b4'], [1, '#8d8474']), 46);
    d.stroke(pen().move(660, 486).cubic(776, 470, 796, 672, 650, 694), '#ffffff', 8, { alpha: 0.4, blur: 4 });
    const body = pen().move(190, 340).line(660, 340).cubic(664, 560, 656, 780, 620, 872).cubic(520, 914, 330, 914, 232, 872).cubic(196, 780, 186, 560, 190, 340).close();
    d.shape(body, shade([190, 0], [660, 0], [0, '#a9a193'], [0.14, '#e3ded3'], [0.36, '#f7f4ec'], [0.7, '#d8d1c3'], [1, '#8b8272']));
    d.within(body, (inside) => {
      inside.shape(pen().move(180, 800).cubic(300, 842, 560, 842, 670, 796).line(670, 830).cubic(560, 876, 300, 876, 180, 834).close(), '#3f7c8c', undefined, { alpha: 0.85 });
      inside.shape(pen().move(230, 360).line(282, 360).line(276, 830).line(244, 800).close(), '#ffffff', undefined, { alpha: 0.55, blur: 12 });
    });
    d.round(425, 340, 236, 52, shade([190, 320], [660, 360], [0, '#cfc8ba'], [0.5, '#f4f0e7'], [1, '#a79e8d']));
    d.round(425, 346, 206, 40, '#3b2314');
    d.round(410, 352, 160, 24, '#5a3720', undefined, { blur: 4 });
    for (const x of [338, 512]) {
      d.round(x, 498, 34, 40, '#fdfbf5', ['#5d554a', 3], { blur: 0.6 });
      d.round(x + 4, 504, 18, 22, '#2d2622', undefined, { blur: 0.7 });
      d.round(x + 11, 494, 6, 7, '#ffffff', undefined, { blur: 0.6 });
      d.stroke(
        pen()
          .move(x - 34, 428)
          .quad(x, 412, x + 34, 430),
        '#6b5a48',
        9,
        { blur: 0.9 },
      );
    }
    for (const x of [292, 558]) d.round(x, 584, 34, 22, '#e09a86', undefined, { alpha: 0.5, blur: 6 });
    d.stroke(pen().move(348, 630).quad(425, 674, 502, 630), '#9c3d3a', 10, { blur: 0.9 });
    return d.nodes;
  },
};
