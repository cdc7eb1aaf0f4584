import { stepped } from '../draw/colour.ts';
import { along } from '../draw/matrix.ts';
import { pen } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp } from '../time/easing.ts';
import type { FigureModel } from './model.ts';
import type { ShoeStyle } from './parts/part.ts';
import type { Side } from './pose.ts';
import type { Leg, Skeleton } from './skeleton.ts';
import { Sketch } from './sketch.ts';
import type { Wear } from './wear.ts';

/** The thigh of somebody who sits, seen from its end: a round of cloth before the hem. */
export function drawLap(model: FigureModel, sk: Skeleton, wear: Wear, side: Side): Node[] {
  const s = new Sketch(`lap${side}`);
  const { hip, knee } = sk.legs[side];
  // A long coat or tunic lies over the thighs; an open one falls to their sides.
  const long = wear.layers.findLast((worn) => !worn.open && worn.hem(model).y > model.p.torso + 30);
  const covered = long ?? wear.skirt ?? (wear.legs && wear.legs.length > 0.2 ? wear.legs : undefined);
  const tone = covered ? model.tone(covered.cloth) : model.skinTone;
  const r = model.p.legTop + (wear.legs?.grow[0] ?? 2);
  const out = side === 'L' ? -1 : 1;
  // Flat where it meets the trunk, round at the knee; the inner sides touch.
  const [inside, outside] = [sk.hip.x + out * 0.6, knee.x + out * r];
  const [top, low] = [hip.y - r * 0.5, knee.y + r * 0.72];
  const mid = (inside + outside) / 2;
  const path = pen()
    .move(inside, top)
    .line(outside - out * 7, top)
    .quad(outside - out * 0.5, top, outside, top + 8)
    .line(outside, low - r * 0.5)
    .cubic(outside, low, mid + out * r * 0.55, low + 1, mid, low + 1)
    .cubic(mid - out * r * 0.6, low + 1, inside, low, inside, low - r * 0.6)
    .close()
    .done();
  return s.shaded('thigh', path, tone, [-5, -3]).nodes;
}

/** One leg with shoe, skin and what covers it; of somebody who sits from the knee down, since the lap has the rest. */
export function drawLeg(model: FigureModel, sk: Skeleton, wear: Wear, side: Side, fromKnee = false): Node[] {
  const s = new Sketch(`leg${side}`);
  const { p } = model;
  const whole = sk.legs[side];
  const leg = fromKnee ? { ...whole, hip: along(whole.hip, whole.knee, 0.7) } : whole;
  const cover = wear.legs;
  const length = cover?.length ?? 0;
  const kneeR = (p.legTop + p.legEnd) / 2;
  const bare = length < 0.97;
  const ankle = { x: leg.ankle.x, y: leg.ankle.y + 1 };
  const metal = wear.artificial.has(`leg${side}`);
  if (bare && metal) {
    s.limb('rod', [along(leg.knee, ankle, 0.2), ankle], [p.legEnd * 0.5, p.legEnd * 0.42], model.tone('metal'), 3, true);
    s.limb('socket', [leg.hip, leg.knee, along(leg.knee, ankle, 0.24)], [p.legTop - 1, kneeR - 1, kneeR - 3], model.skinTone, 5, true);
    s.limb('cup', [along(leg.hip, leg.knee, 0.86), along(leg.knee, ankle, 0.26)], [kneeR + 1, kneeR - 2.5], model.tone('metal'), 4, true);
  } else if (bare) s.limb('skin', [leg.hip, leg.knee, ankle], [p.legTop - 1, kneeR - 1, p.legEnd - 1.5], model.skinTone, 5, true);
  // A tall boot takes a narrow trouser in.
  const over = wear.shoes.top < -20 && (cover?.grow[2] ?? 0) < 9;
  if (!over) drawShoe(s, model, leg, wear.shoes);
  if (cover && length > 0.02) {
    const tone = model.tone(cover.cloth);
    const [g0, g1, g2] = cover.grow;
    if (length >= 0.97) s.limb('trouser', [leg.hip, leg.knee, ankle], [p.legTop + g0, kneeR + g1, p.legEnd + g2], tone, 5, true);
    else if (length > 0.5) {
      const t = length * 2 - 1;
      s.limb('trouser', [leg.hip, leg.knee, along(leg.knee, ankle, t)], [p.legTop + g0, kneeR + g1, kneeR + (p.legEnd - kneeR) * t + g2], tone, 5, true);
    } else s.limb('trouser', [leg.hip, along(leg.hip, leg.knee, length * 2)], [p.legTop + g0, p.legTop + (kneeR - p.legTop) * length * 2 + g2], tone, 5, true);
    s.nodes.push(...(cover.details?.({ model, s, leg, side }) ?? []));
  }
  if (over) drawShoe(s, model, leg, wear.shoes);
  return s.nodes;
}

function drawShoe(s: Sketch, model: FigureModel, leg: Leg, style: ShoeStyle): void {
  const { p } = model;
  const tone = style.skin ? model.skinTone : model.tone('shoes');
  const k = p.legEnd / 15 + 0.1;
  const toe = 19 + style.toe + 13 * Math.abs(leg.toes);
  const heel = 17;
  const d = leg.toes < 0 ? -1 : 1;
  const { top } = style;
  const high = clamp((-5 - top) / 26, 0, 1);
  const cos = Math.cos(leg.footAngle);
  const sin = Math.sin(leg.footAngle);
  const at = (x: number, y: number): [number, number] => {
    const px = x * d * k;
    const py = y;
    return [leg.ankle.x + px * cos - py * sin, leg.ankle.y + px * sin + py * cos];
  };
  const wide = 14.5 + style.wide;
  const path = pen()
    .move(...at(-wide, top))
    .cubic(...at(-wide * 0.55, top - 4 * (1 - style.flat)), ...at(wide * 0.62, top - 4 * (1 - style.flat)), ...at(wide + 0.5, top))
    .cubic(...at(wide + 5.5, -2 - 2 * high), ...at(26, 4), ...at(toe - 3, 8))
    .cubic(...at(toe + 2, 11), ...at(toe + 4, 15), ...at(toe, 16.6))
    .cubic(...at(toe * 0.4, 17.4), ...at(-heel + 4, 17.4), ...at(-heel, 16.6))
    .cubic(...at(-heel - 4, 14), ...at(-heel, 4), ...at(-wide, top))
    .close()
    .done();
  s.shaded('shoe', path, tone, [-3, -2]);
  if (style.sole !== 'none') {
    const y = 19 - style.thick;
    s.fill(
      'sole',
      pen()
        .move(...at(-heel - 0.5, y))
        .line(...at(toe + 1.5, y))
        .quad(...at(toe + 2.5, 19), ...at(toe - 3, 19))
        .line(...at(-heel + 3.5, 19))
        .quad(...at(-heel - 2, 19), ...at(-heel - 0.5, y))
        .close()
        .done(),
      style.sole === 'light' ? '#f3efe6' : stepped(style.skin ? model.colour('shoes') : tone.base, -0.1),
    );
  }
  const line = (id: string, width: number, colour: string, ...points: readonly (readonly [number, number])[]): void => {
    const out = pen().move(...at(...(points[0] as [number, number])));
    for (const point of points.slice(1)) out.line(...at(...(point as [number, number])));
    s.line(id, out.done(), colour, width);
  };
  if (style.laces) for (const [n, y] of [-1, 3.4].entries()) line(`lace${n}`, 2, '#f3efe6', [11 + n * 4, y - 1], [19 + n * 3, y + 1.5]);
  if (style.straps) {
    line('strap1', 4.4, model.colour('shoes'), [-13, 3], [17, 2]);
    line('strap2', 4.4, model.colour('shoes'), [16, 13], [25, 6.5]);
  }
  if (style.cuff) line('cuff', 4, stepped(tone.base, 0.08), [-wide + 0.5, top + 1], [wide, top + 1]);
  if (style.cap)
    s.fill(
      'toe',
      pen()
        .move(...at(toe - 9, 14))
        .cubic(...at(toe - 9, 9.5), ...at(toe - 3, 8), ...at(toe, 10))
        .cubic(...at(toe + 2.6, 11.5), ...at(toe + 3, 13), ...at(toe + 2, 14))
        .close()
        .done(),
      style.cap === 'light' ? '#f3efe6' : stepped(tone.base, -0.07),
    );
}
