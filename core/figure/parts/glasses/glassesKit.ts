import type { Path } from '../../../draw/path.ts';
import { pen } from '../../../draw/path.ts';
import type { Node } from '../../../draw/picture.ts';
import { mix } from '../../../time/easing.ts';
import type { FigureModel } from '../../model.ts';
import { profileOf } from '../../profile.ts';
import { Sketch } from '../../sketch.ts';
import { isProfile, slide, YAW } from '../../turn.ts';

export interface Rims {
  /** Half width and half height of a lens, and its outline about its own middle (`out` -1 or 1 says which side is outer). */
  readonly width: number;
  readonly height: number;
  shape(x: number, y: number, rx: number, ry: number, out: -1 | 1): Path;
  readonly glass: string;
  readonly clear: number;
  readonly rim: number;
  /** Where the lenses lie below the eyes. */
  readonly drop?: number;
}

/**
 * Glasses: they sit on the bridge of the nose that is there, clear its bump and reach the ears. `x` of the lens
 * middles follows the eyes.
 */
export function drawGlasses(model: FigureModel, yaw: number, make: Rims): Node[] {
  const s = new Sketch('glasses');
  const w = model.p.headWidth;
  const { eyes, nose } = model.features;
  const y = model.p.eyeY + 0.5 + (make.drop ?? 0);
  const colour = model.colour('metal');
  if (isProfile(yaw)) return fromTheSide(model, yaw, y, colour, make);
  const lens = ([-1, 1] as const).map((out) => ({ out, ...slide(w, 0.99, out * (0.47 + eyes.apart), yaw) }));
  // A broad bridge holds the rims apart.
  const wide = (narrow: number): number => make.width * Math.min(1.12, narrow) * (1 - Math.max(0, nose.bridge - 3) * 0.06);
  for (const { out, x, narrow } of lens) {
    const rx = wide(narrow);
    const path = make.shape(x, y, rx, make.height, out);
    s.fill(`glass${out}`, path, make.glass, make.clear);
    if (make.rim > 0) s.line(`rim${out}`, path, colour, make.rim);
    const ear = slide(w, 1.02, out * 1.4, yaw);
    if (Math.cos(out * 1.4 + YAW * yaw) > -0.1)
      s.line(
        `arm${out}`,
        pen()
          .move(x + out * rx, y - 2)
          .line(ear.x, y - 1.5 - (make.drop ?? 0))
          .done(),
        colour,
        Math.max(2.2, make.rim),
      );
  }
  const [left, right] = lens as [(typeof lens)[number], (typeof lens)[number]];
  const bridge = slide(w, 1.1 + nose.bump * 0.01, 0, yaw);
  s.line(
    'bridge',
    pen()
      .move(left.x + wide(left.narrow), y - 2)
      .quad(bridge.x, y - 5.5 - nose.bump, right.x - wide(right.narrow), y - 2)
      .done(),
    colour,
    Math.max(2.2, make.rim),
  );
  return s.nodes;
}

/** One lens, its arm to the ear, and the bridge on the contour of the nose. */
function fromTheSide(model: FigureModel, yaw: number, y: number, colour: string, make: Rims): Node[] {
  const s = new Sketch('glasses');
  const side = profileOf(model, yaw, 0);
  const out = -side.facing as 1 | -1;
  const { x } = slide(model.p.headWidth, 0.99, out * (0.47 + model.features.eyes.apart), yaw);
  const rx = make.width * mix(0.72, 0.58, side.share);
  const path = make.shape(x, y, rx, make.height, out);
  const rim = Math.max(2.2, make.rim);
  s.fill('glass', path, make.glass, make.clear);
  s.line(
    'arm',
    pen()
      .move(x + out * rx, y - 2)
      .line(side.x(-8), y - 1.5 - (make.drop ?? 0))
      .done(),
    colour,
    rim,
  );
  s.line(
    'bridge',
    pen()
      .move(x - out * rx, y - 2)
      .line(side.facing * (side.edge(y - 4) + 0.6), y - 4)
      .done(),
    colour,
    rim,
  );
  if (make.rim > 0) s.line('rim', path, colour, make.rim);
  return s.nodes;
}
