import { stepped } from '../../draw/colour.ts';
import { ellipse, pen } from '../../draw/path.ts';
import { bodyMascot, mascotFace, symmetric } from './kit.ts';

/** A round cat with a tail that swings. */
export const cat = bodyMascot({
  id: 'cat',
  name: 'Cat',
  half: 44,
  height: 150,
  arms: 44,
  arm: 28,
  limb: 'primary',
  hand: 'secondary',
  foot: 'secondary',
  back({ model, s, pose, turn }) {
    const side = turn > 0.2 ? -1 : 1;
    const swing = pose.hipX * 1.4 + pose.headTilt * 2;
    s.line(
      'tail',
      pen()
        .move(side * 30, 8)
        .cubic(side * 86, 20, side * 92, -34 + swing, side * 70, -62 + swing)
        .done(),
      model.tone('primary').shadow,
      17,
    );
    s.line(
      'tailLit',
      pen()
        .move(side * 30, 6)
        .cubic(side * 84, 17, side * 89, -34 + swing, side * 68, -62 + swing)
        .done(),
      model.colour('primary'),
      11.5,
    );
    s.line(
      'tailTip',
      pen()
        .move(side * 76, -46 + swing)
        .quad(side * 74, -56 + swing, side * 68, -62 + swing)
        .done(),
      model.colour('secondary'),
      12,
    );
  },
  body({ model, s, pose, mouth, yaw, turn }) {
    const fur = model.tone('primary');
    const light = model.tone('secondary');
    s.shaded(
      'body',
      symmetric([
        [0, -66],
        [34, -66],
        [52, -30],
        [52, 2],
        [52, 22],
        [30, 28],
        [0, 28],
      ]),
      fur,
      [-7, -3],
      [s.fillItem('belly', ellipse(turn * 10, -4, 28, 28), light.base)],
    );
    for (const out of [-1, 1]) {
      const x = out * 40 + turn * 12;
      s.shaded(
        `ear${out}`,
        pen()
          .move(x - 24, -128)
          .quad(x - 10 + out * 12, -176, x + out * 18, -178)
          .quad(x + 22, -150, x + 22, -124)
          .close()
          .done(),
        fur,
        [-4, -3],
      );
      s.fill(
        `earIn${out}`,
        pen()
          .move(x - 13, -132)
          .quad(x + out * 9, -160, x + out * 12, -164)
          .quad(x + 13, -146, x + 13, -130)
          .close()
          .done(),
        '#e8a5a0',
        0.85,
      );
    }
    s.shaded(
      'head',
      symmetric([
        [0, -154],
        [48, -154],
        [76, -126],
        [76, -94],
        [76, -62],
        [42, -46],
        [0, -46],
      ]),
      fur,
      [-9, -5],
      [
        ...[-1, 0, 1].map((n) =>
          s.lineItem(
            `stripe${n}`,
            pen()
              .move(n * 13 + turn * 16, -150 + Math.abs(n) * 3)
              .line(n * 10 + turn * 18, -134 + Math.abs(n) * 2)
              .done(),
            stepped(fur.base, -0.12),
            6,
          ),
        ),
      ],
    );
    const px = turn * 20;
    s.fill('muzzle', ellipse(px, -70, 30, 20), light.base);
    s.fill(
      'nose',
      pen()
        .move(px - 6, -84)
        .quad(px, -87, px + 6, -84)
        .quad(px + 2, -77, px, -76)
        .quad(px - 2, -77, px - 6, -84)
        .close()
        .done(),
      '#c96a6a',
    );
    for (const out of [-1, 1])
      s.line(
        `whiskers${out}`,
        pen()
          .move(px + out * 24, -76)
          .line(px + out * 56, -82)
          .move(px + out * 24, -70)
          .line(px + out * 56, -68)
          .done(),
        stepped(fur.base, -0.25),
        1.6,
        0.7,
      );
    mascotFace(s, model, pose, mouth, yaw, { x: 0, y: -98, plate: 16, scale: 1.04, apart: 27, brow: stepped(fur.base, -0.18), lip: '#b9736a', dark: '#5a3430' });
  },
});
