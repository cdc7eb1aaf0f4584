import { stepped } from '../../draw/colour.ts';
import { ellipse, pen } from '../../draw/path.ts';
import { bodyMascot, mascotFace, symmetric } from './kit.ts';

/** A light bulb: it glows, and glows more when it has an idea. */
export const bulb = bodyMascot({
  id: 'bulb',
  name: 'Light bulb',
  half: 42,
  height: 160,
  arms: 50,
  limb: 'metal',
  hand: 'secondary',
  foot: 'shoes',
  back({ s, pose }) {
    const strength = 0.16 + 0.3 * Math.max(0, pose.eyeScale * 8);
    s.nodes.push(
      s.item('glow', {
        path: ellipse(0, -86, 150, 150),
        fill: {
          kind: 'radial',
          centre: [0, -86],
          radius: 150,
          stops: [
            { at: 0, colour: '#ffe9a0', alpha: Math.min(0.7, strength + 0.2) },
            { at: 1, colour: '#ffe9a0', alpha: 0 },
          ],
        },
      }),
    );
  },
  body({ model, s, pose, mouth, yaw, turn }) {
    const glass = model.tone('primary');
    const metal = model.tone('metal');
    s.shaded(
      'socket',
      pen().move(-28, -26).line(28, -26).line(26, 12).cubic(22, 30, -22, 30, -26, 12).close().done(),
      metal,
      [-7, -2],
      [-18, -6, 6].map((y, n) =>
        s.lineItem(
          `thread${n}`,
          pen()
            .move(-28, y)
            .quad(0, y + 8, 28, y - 2)
            .done(),
          stepped(metal.base, -0.12),
          3,
        ),
      ),
    );
    s.shaded(
      'glass',
      symmetric([
        [0, -162],
        [44, -162],
        [72, -132],
        [72, -96],
        [72, -66],
        [44, -56],
        [34, -26],
        [30, -20],
        [14, -18],
        [0, -18],
      ]),
      glass,
      [-9, -4],
      [
        s.lineItem(
          'gleam',
          pen()
            .move(-48 + turn * 6, -118)
            .cubic(-44, -140, -28, -150, -10, -151)
            .done(),
          '#ffffff',
          7,
          0.55,
        ),
      ],
    );
    mascotFace(s, model, pose, mouth, yaw, {
      x: 0,
      y: -98,
      plate: 15,
      scale: 1,
      apart: 21,
      brow: stepped(glass.base, -0.34),
      lip: stepped(glass.base, -0.16, 0.04),
      dark: stepped(glass.base, -0.45),
      cheek: '#f2a65a',
    });
  },
});
