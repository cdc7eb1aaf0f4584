import { stepped } from '../../draw/colour.ts';
import { ellipse, pen } from '../../draw/path.ts';
import type { Arm } from '../skeleton.ts';
import type { Sketch, Tone } from '../sketch.ts';
import type { HandFrame } from './part.ts';

/** A band round a wrist, with a dial where one is given. `cover` is what the sleeve adds there: a band lies over skin only. */
export function wristBand(s: Sketch, { elbow, wrist }: Arm, tone: Tone, width: number, cover: number, dial?: Tone): undefined {
  if (cover > 0) return undefined;
  const long = Math.max(1, Math.hypot(wrist.x - elbow.x, wrist.y - elbow.y));
  const [ux, uy] = [(wrist.x - elbow.x) / long, (wrist.y - elbow.y) / long];
  const r = 10.6;
  const [x, y] = [wrist.x - ux * 5, wrist.y - uy * 5];
  s.line(
    'band',
    pen()
      .move(x + uy * r, y - ux * r)
      .quad(x + ux * 3, y + uy * 3, x - uy * r, y + ux * r)
      .done(),
    tone.base,
    width,
  );
  if (dial) s.shaded('dial', ellipse(x + ux, y + uy, 5.4), dial, [-1, -1]).fill('face', ellipse(x + ux, y + uy, 3.6), '#f7f3ea');
  return undefined;
}

/** A thing in a hand: `down` hangs or stands from it, `held` is carried upright before it. */
export function toolInHand({ model, s, arm, side }: HandFrame, thing: 'cane' | 'umbrella' | 'clipboard' | 'cup', way: 'down' | 'held'): undefined {
  const { wrist, handAngle } = arm;
  const reach = 27 * model.p.hand;
  const x = wrist.x + Math.sin(handAngle) * reach;
  const y = wrist.y + Math.cos(handAngle) * reach;
  const out = side === 'L' ? -1 : 1;
  if (way === 'down') {
    // It stands on the floor while the hand is low, and swings along when it is raised.
    const low = y > -210;
    const foot = low ? { x: x + out * 6, y: -1 } : { x: x + Math.sin(handAngle) * 60 + out * 20, y: y + 130 };
    if (thing === 'cane') {
      s.line(
        'stick',
        pen()
          .move(x, y - 4)
          .line(foot.x, foot.y)
          .done(),
        model.colour('metal'),
        5,
      );
      s.line(
        'grip',
        pen()
          .move(x - 11, y - 6)
          .quad(x - 10, y - 12, x - 2, y - 12)
          .line(x + 6, y - 10)
          .done(),
        stepped(model.colour('metal'), -0.1),
        6,
      );
      s.fill('ferrule', ellipse(foot.x, foot.y - 3, 3.6, 4.4), '#2f3640');
    } else {
      s.line(
        'stick',
        pen()
          .move(x, y - 6)
          .line(foot.x, foot.y)
          .done(),
        model.colour('metal'),
        3.4,
      );
      s.shaded(
        'cloth',
        pen()
          .move(x, y + 8)
          .cubic(x + 12, y + 20, foot.x + 9, foot.y - 50, foot.x, foot.y - 8)
          .cubic(foot.x - 9, foot.y - 50, x - 12, y + 20, x, y + 8)
          .close()
          .done(),
        model.tone('accent2'),
        [-3, -2],
      );
      s.line(
        'hook',
        pen()
          .move(x, y - 4)
          .cubic(x, y - 18, x - 12, y - 18, x - 12, y - 9)
          .done(),
        model.colour('metal'),
        4,
      );
    }
    return undefined;
  }
  if (thing === 'clipboard') {
    s.shaded(
      'board',
      pen()
        .move(x - 24, y - 34)
        .line(x + 22, y - 36)
        .line(x + 24, y + 26)
        .line(x - 22, y + 28)
        .close()
        .done(),
      { base: '#a9763f', shadow: '#7d5433' },
      [-3, -2],
    );
    s.fill(
      'paper',
      pen()
        .move(x - 20, y - 28)
        .line(x + 18, y - 30)
        .line(x + 20, y + 21)
        .line(x - 18, y + 23)
        .close()
        .done(),
      '#fbf8f1',
    );
    s.line(
      'text',
      pen()
        .move(x - 14, y - 18)
        .line(x + 12, y - 19)
        .move(x - 13, y - 9)
        .line(x + 13, y - 10)
        .move(x - 13, y)
        .line(x + 6, y - 1)
        .done(),
      '#8a93a0',
      2,
    );
    s.fill(
      'clip',
      pen()
        .move(x - 8, y - 39)
        .line(x + 7, y - 40)
        .line(x + 7, y - 32)
        .line(x - 8, y - 31)
        .close()
        .done(),
      '#8d97a3',
    );
    return undefined;
  }
  s.line(
    'handle',
    pen()
      .move(x + out * 12, y - 12)
      .cubic(x + out * 24, y - 12, x + out * 24, y + 4, x + out * 11, y + 4)
      .done(),
    model.colour('accent'),
    4,
  );
  s.shaded(
    'cup',
    pen()
      .move(x - 13, y - 20)
      .line(x + 13, y - 20)
      .cubic(x + 12, y + 4, x + 8, y + 10, x, y + 10)
      .cubic(x - 8, y + 10, x - 12, y + 4, x - 13, y - 20)
      .close()
      .done(),
    model.tone('accent'),
    [-3, -1.6],
  );
  s.fill('drink', ellipse(x, y - 20, 12, 3), '#5b3a26');
  return undefined;
}
