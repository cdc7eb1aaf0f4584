import { stepped } from '../../draw/colour.ts';
import { ellipse, joined } from '../../draw/path.ts';
import { bodyMascot, mascotFace } from './kit.ts';

/** A small round cloud on two legs. */
export const cloud = bodyMascot({
  id: 'cloud',
  name: 'Cloud',
  half: 66,
  height: 116,
  arms: 46,
  arm: 27,
  limb: 'metal',
  hand: 'secondary',
  foot: 'shoes',
  body({ model, s, pose, mouth, yaw, turn }) {
    const tone = model.tone('primary');
    const puff = 1 + pose.chest * 0.02;
    s.shaded(
      'puffs',
      joined(
        ellipse(-54, -26, 36, 33),
        ellipse(54, -24, 37, 34),
        ellipse(-26, -68, 42 * puff, 40),
        ellipse(30, -74, 46 * puff, 43),
        ellipse(0, -30, 60, 46),
        ellipse(0, -96, 30, 27),
      ),
      tone,
      [-9, -7],
    );
    s.fill('gleam', ellipse(-30 + turn * 6, -88, 15, 9), stepped(tone.base, 0.04), 0.8);
    mascotFace(s, model, pose, mouth, yaw, {
      x: 2,
      y: -54,
      plate: 15,
      scale: 1,
      apart: 22,
      brow: stepped(tone.base, -0.35, 0.03),
      lip: stepped(tone.base, -0.2, 0.05),
      dark: stepped(tone.base, -0.5, 0.03),
      cheek: '#f0a9b8',
    });
  },
});
