import { stepped } from '../../draw/colour.ts';
import { ellipse, pen } from '../../draw/path.ts';
import { bodyMascot, mascotFace, symmetric } from './kit.ts';

/** A mug with a handle and a curl of steam. */
export const mug = bodyMascot({
  id: 'mug',
  name: 'Mug',
  half: 54,
  height: 132,
  arms: 66,
  limb: 'metal',
  hand: 'metal',
  foot: 'shoes',
  back({ model, s, turn }) {
    const tone = model.tone('primary');
    const side = turn > 0.3 ? -1 : 1;
    s.line(
      'handle',
      pen()
        .move(side * 48, -88)
        .cubic(side * 92, -98, side * 94, -24, side * 46, -26)
        .done(),
      tone.shadow,
      15,
    );
    s.line(
      'handleLit',
      pen()
        .move(side * 48, -90)
        .cubic(side * 89, -98, side * 91, -26, side * 46, -29)
        .done(),
      tone.base,
      10,
    );
  },
  body({ model, s, pose, mouth, yaw, turn }) {
    const tone = model.tone('primary');
    s.shaded(
      'cup',
      symmetric([
        [0, -112],
        [40, -112],
        [60, -110],
        [60, -102],
        [58, -60],
        [54, -10],
        [48, 16],
        [44, 27],
        [26, 30],
        [0, 30],
      ]),
      tone,
      [-10, -3],
      [s.fillItem('band', pen().move(-55, -6).cubic(-30, 2, 30, 2, 55, -6).line(51.5, 8).cubic(30, 15, -30, 15, -51.5, 8).close().done(), model.colour('accent'))],
    );
    s.fill('inside', ellipse(0, -108, 56, 10), stepped(tone.shadow, -0.12));
    s.fill('drink', ellipse(0, -105.5, 51, 7), '#6b4630');
    for (const [n, x] of [-14, 12].entries())
      s.line(
        `steam${n}`,
        pen()
          .move(x + turn * 4, -122)
          .cubic(x - 12, -140, x + 14, -150, x + pose.headTilt, -170)
          .done(),
        '#ffffff',
        5,
        0.5,
      );
    mascotFace(s, model, pose, mouth, yaw, {
      x: 0,
      y: -62,
      plate: 14,
      scale: 1,
      apart: 21,
      brow: stepped(tone.base, -0.24),
      lip: stepped(tone.base, -0.12),
      dark: stepped(tone.base, -0.34),
      cheek: '#e88a7a',
    });
  },
});
