import { stepped } from '../../draw/colour.ts';
import { ellipse, pen } from '../../draw/path.ts';
import { bodyMascot, mascotFace, symmetric } from './kit.ts';

/** A learned owl with tufts and a speckled breast. */
export const owl = bodyMascot({
  id: 'owl',
  name: 'Owl',
  half: 56,
  height: 148,
  arms: 62,
  arm: 28,
  limb: 'primary',
  hand: 'primary',
  foot: 'accent',
  body({ model, s, pose, mouth, yaw, turn }) {
    const down = model.tone('primary');
    const light = model.tone('secondary');
    for (const out of [-1, 1])
      s.shaded(
        `tuft${out}`,
        pen()
          .move(out * 52 + turn * 8, -122)
          .quad(out * 62 + turn * 8, -150, out * 58 + turn * 10, -170)
          .quad(out * 34 + turn * 10, -156, out * 22 + turn * 8, -140)
          .close()
          .done(),
        down,
        [-3, -3],
      );
    s.shaded(
      'body',
      symmetric([
        [0, -150],
        [42, -150],
        [66, -118],
        [66, -78],
        [66, -20],
        [56, 28],
        [0, 30],
      ]),
      down,
      [-9, -4],
      [
        s.fillItem('breast', ellipse(turn * 14, -14, 38, 38), light.base),
        ...[
          [-16, -22],
          [0, -14],
          [16, -22],
          [-10, -2],
          [10, -2],
          [0, 10],
        ].map(([x, y], n) =>
          s.lineItem(
            `speck${n}`,
            pen()
              .move((x as number) - 5 + turn * 14, y as number)
              .quad((x as number) + turn * 14, (y as number) + 6, (x as number) + 5 + turn * 14, y as number)
              .done(),
            stepped(light.base, -0.16),
            2.6,
          ),
        ),
      ],
    );
    for (const out of [-1, 1]) s.fill(`disc${out}`, ellipse(out * 26 + turn * 24, -92, 29 * (1 - Math.max(0, out * turn) * 0.2), 30), light.base);
    mascotFace(s, model, pose, mouth, yaw, {
      x: 0,
      y: -94,
      plate: 16,
      scale: 1.12,
      apart: 23,
      brow: stepped(down.base, -0.16),
      lip: stepped(model.colour('accent'), -0.1),
      dark: stepped(down.base, -0.3),
    });
    const px = turn * 28;
    s.shaded(
      'beak',
      pen()
        .move(px - 8, -84 + pose.headPitch * 7)
        .quad(px, -92 + pose.headPitch * 7, px + 8, -84 + pose.headPitch * 7)
        .quad(px + 3, -74 + pose.headPitch * 7, px, -70 + pose.headPitch * 7)
        .quad(px - 3, -74 + pose.headPitch * 7, px - 8, -84 + pose.headPitch * 7)
        .close()
        .done(),
      model.tone('accent'),
      [-1.6, -1.4],
    );
  },
});
