import { stepped } from '../../draw/colour.ts';
import { pen, roundedRect } from '../../draw/path.ts';
import { bodyMascot, mascotFace } from './kit.ts';

/** A book that stands on its edge, its cover a face. */
export const book = bodyMascot({
  id: 'book',
  name: 'Book',
  half: 52,
  height: 150,
  arms: 70,
  limb: 'metal',
  hand: 'secondary',
  foot: 'shoes',
  body({ model, s, pose, mouth, yaw, turn }) {
    const cover = model.tone('primary');
    const side = turn > 0.1 ? -1 : 1;
    const thick = 14 + Math.abs(turn) * 14;
    // Pages on the side that is turned to us.
    s.shaded('backCover', roundedRect(-56 + side * thick, -122, 112, 150, 6), { base: cover.shadow, shadow: stepped(cover.shadow, -0.05) }, [-3, -2]);
    s.fill('pages', roundedRect(-52 + side * (thick - 5), -118, 104, 142, 3), '#f3ead6');
    for (let n = 0; n < 3; n++)
      s.line(
        `page${n}`,
        pen()
          .move(side * (56 + n * 5), -116)
          .line(side * (56 + n * 5), 22)
          .done(),
        '#d8cbb0',
        1.6,
      );
    s.shaded(
      'cover',
      roundedRect(-56, -122, 112, 150, 6),
      cover,
      [-6, -3],
      [
        s.fillItem('spine', roundedRect(side > 0 ? -56 : 44, -122, 12, 150, 5), stepped(cover.base, -0.06)),
        s.lineItem('frame', roundedRect(-38, -110, 84, 126, 8), model.colour('accent'), 2.6, 0.9),
      ],
    );
    s.fill('ribbon', pen().move(18, 20).line(28, 20).line(28, 50).line(23, 44).line(18, 50).close().done(), model.colour('accent'));
    mascotFace(s, model, pose, mouth, yaw, {
      x: 3,
      y: -62,
      plate: 9,
      scale: 0.96,
      apart: 20,
      brow: model.colour('accent'),
      lip: stepped(cover.base, 0.12),
      dark: stepped(cover.base, -0.25),
      cheek: '#e88a7a',
    });
  },
});
