import { stepped } from '../../draw/colour.ts';
import { pen } from '../../draw/path.ts';
import { bodyMascot, mascotFace, symmetric } from './kit.ts';

const leaf = (x: number, y: number, tipX: number, tipY: number, wide: number) => {
  const dx = tipX - x;
  const dy = tipY - y;
  const long = Math.hypot(dx, dy) || 1;
  const [nx, ny] = [(-dy / long) * wide, (dx / long) * wide];
  return pen()
    .move(x, y)
    .cubic(x + dx * 0.25 + nx, y + dy * 0.25 + ny, x + dx * 0.75 + nx * 0.9, y + dy * 0.75 + ny * 0.9, tipX, tipY)
    .cubic(x + dx * 0.75 - nx * 0.9, y + dy * 0.75 - ny * 0.9, x + dx * 0.25 - nx, y + dy * 0.25 - ny, x, y)
    .close()
    .done();
};

/** A plant in its pot: leaves for hair. */
export const pottedPlant = bodyMascot({
  id: 'potted-plant',
  name: 'Potted plant',
  half: 46,
  height: 118,
  arms: 62,
  limb: 'accent',
  hand: 'accent',
  foot: 'shoes',
  body({ model, s, pose, mouth, yaw, turn }) {
    const green = model.tone('accent');
    const sway = pose.headTilt * 0.6 + turn * 6;
    for (const [n, [x, tx, ty, w]] of (
      [
        [-10, -52, -168, 13],
        [12, 54, -160, 13],
        [-4, -24, -206, 14],
        [6, 30, -200, 14],
        [0, 2, -222, 15],
      ] as const
    ).entries()) {
      s.shaded(`leaf${n}`, leaf(x, -104, tx + sway, ty, w), green, [-3, -2.5]);
      s.line(
        `vein${n}`,
        pen()
          .move(x, -112)
          .line(x + (tx + sway - x) * 0.78, -104 + (ty + 104) * 0.78)
          .done(),
        stepped(green.base, -0.08),
        2,
        0.7,
      );
    }
    const pot = model.tone('primary');
    s.shaded(
      'pot',
      symmetric([
        [0, -92],
        [30, -92],
        [48, -92],
        [51, -90],
        [48, -50],
        [42, -14],
        [36, 20],
        [34, 27],
        [20, 28],
        [0, 28],
      ]),
      pot,
      [-8, -3],
    );
    s.shaded(
      'rim',
      pen().move(-57, -112).cubic(-58, -118, 58, -118, 57, -112).line(54, -86).cubic(40, -82, -40, -82, -54, -86).close().done(),
      { base: stepped(pot.base, 0.03), shadow: pot.shadow },
      [-7, -3],
    );
    mascotFace(s, model, pose, mouth, yaw, {
      x: 0,
      y: -50,
      plate: 12,
      scale: 0.92,
      apart: 20,
      brow: stepped(pot.base, -0.2),
      lip: stepped(pot.base, -0.1),
      dark: stepped(pot.base, -0.3),
      cheek: stepped(pot.base, 0.1, 0.02),
    });
  },
});
