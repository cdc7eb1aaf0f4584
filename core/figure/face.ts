import { mixed } from '../draw/colour.ts';
import { IDENTITY, type Matrix, multiply, rotation, scaling, translation } from '../draw/matrix.ts';
import { ellipse, joined, mapPath, pen } from '../draw/path.ts';
import { type Colour, itemOf, moved, type Node } from '../draw/picture.ts';
import { clamp, mix, smooth } from '../time/easing.ts';
import type { FigureModel } from './model.ts';
import { chinDrop, drawMouth, type MouthNumbers } from './mouth.ts';
import type { FacialHair } from './parts/part.ts';
import type { Pose, Side } from './pose.ts';
import { profileOf } from './profile.ts';
import { Sketch } from './sketch.ts';
import { isProfile, outlineX, profileShare, slide, YAW } from './turn.ts';

const EYE_ANGLE = 0.475;
const EYE_RADIUS = 0.93;
const BROW_RADIUS = 0.97;
const NOSE_RADIUS = 1.13;
/** The lower face is narrower than the head: lips bend round a smaller radius. */
export const MOUTH_RADIUS = 0.8;
/** How far the lips lead the turn; towards the profile they draw back, so that they stay on the face. */
export const mouthShift = (w: number, yaw: number): number => Math.sin(yaw) * w * (0.12 - 0.3 * smooth((Math.abs(yaw) - 0.72) / 0.62));
const EAR_RADIUS = 1.02;
const EAR_ANGLE = (81 * Math.PI) / 180;
/** Pitch moves features by up to this many units (design.md: 9). */
export const PITCH = 9;

export interface HeadState {
  readonly yaw: number;
  readonly pitch: number;
  readonly pose: Pose;
  readonly mouth: MouthNumbers;
}

const grouped = (id: string, matrix: Matrix, nodes: readonly Node[]): Node[] => nodes.map((node) => moved(node, matrix, `${id}.`));

/** A node whose paths are bent round the lower face by the yaw, then moved. */
function wrapped(node: Node, radius: number, yaw: number, x: number, y: number): Node {
  if ('items' in node)
    return {
      ...node,
      id: `m.${node.id}`,
      ...(node.mask ? { mask: wrapped(node.mask, radius, yaw, x, y) as typeof node.mask } : {}),
      ...(node.base ? { base: wrapped(node.base, radius, yaw, x, y) as typeof node.base } : {}),
      items: node.items.map((item) => wrapped(item, radius, yaw, x, y)),
    };
  if (!node.path) return node;
  const [a, b, c, d, e, f] = node.matrix;
  const path = mapPath(node.path, (px, py) => {
    const lx = a * px + c * py + e;
    const at = Math.asin(clamp(lx / radius, -0.98, 0.98)) + YAW * yaw;
    return { x: radius * Math.sin(clamp(at, -1.5, 1.5)) + x, y: b * px + d * py + f + y };
  });
  return itemOf(`m.${node.id}`, IDENTITY, { ...node, path });
}

/** Eight points of half the head's outline, crown to chin: three curves and their handles. `drop` is the chin's. */
export function jawHalf(model: FigureModel, yaw: number, drop: number, out: 1 | -1): [number, number][] {
  const { headWidth: w, headHeight: h, jaw, chin } = model.p;
  const shape = model.features.head;
  const lead = 0.17 * w * Math.sin(yaw);
  const q = h / 50;
  const x = (value: number, share: number): number => outlineX(out * value, yaw) + lead * share;
  const side = w * 0.995;
  const low = (shape.chinY + drop * 0.55) * q;
  const bottom = (50 + shape.drop) * q + chin * 0.6 + drop;
  return [
    [x(w * shape.crown, 0.02), -h],
    [x(side * shape.temple, 0), -33 * q],
    [x(side * mix(1, shape.temple, 0.4), 0), -5 * q],
    [x(side * shape.cheek * mix(1, jaw, 0.3), 0.35), 15 * q],
    [x(w * shape.jaw * jaw, 0.7), shape.jawY * q],
    [x(w * shape.chinWidth * jaw, 0.95), low],
    [x(w * mix(shape.chinWidth, shape.blunt, 0.46) * jaw, 1), low + (bottom - low) * 0.66],
    [x(w * shape.blunt, 1), bottom],
  ];
}

/** The head's loop: one smooth outline whose jaw leads the turn and whose chin follows the mouth. */
export function headPath(model: FigureModel, yaw: number, drop: number) {
  if (isProfile(yaw)) return profileOf(model, yaw, drop).path;
  const lead = 0.17 * model.p.headWidth * Math.sin(yaw);
  const right = jawHalf(model, yaw, drop, 1).flat() as number[];
  const left = jawHalf(model, yaw, drop, -1).toReversed().flat() as number[];
  const bottom = right[15] as number;
  const crown = [lead * 0.1, right[1] as number] as const;
  // Handles are in order already: crown, three curves down the right, up the left.
  const points = [...right, lead, bottom, ...left, ...crown];
  const out = pen().move(...crown);
  for (let n = 0; n < points.length; n += 6)
    out.cubic(points[n] as number, points[n + 1] as number, points[n + 2] as number, points[n + 3] as number, points[n + 4] as number, points[n + 5] as number);
  return out.close().done();
}

/** Ears; `behind` those that the turn puts behind the face. */
export function drawEars(model: FigureModel, yaw: number, behind: boolean): Node[] {
  const s = new Sketch('ear');
  for (const out of [-1, 1] as const) {
    const { x, narrow } = slide(model.p.headWidth, EAR_RADIUS, out * EAR_ANGLE, yaw);
    const facing = Math.cos(out * EAR_ANGLE + YAW * yaw);
    if (facing < -0.2 || facing < 0.12 !== behind) continue;
    const make = model.features.ears;
    const size = (1 + model.p.elder * 0.08) * (narrow > 1.8 ? 1.25 : 1);
    const width = 7.5 * size * make.width * clamp(0.75 + 0.25 * narrow, 0.7, 1.15);
    const tall = 11.5 * size * make.height;
    const id = out < 0 ? 'L' : 'R';
    // From the side the ear lies behind the middle.
    const at = isProfile(yaw) ? mix(x, out * 7 * (model.p.headWidth / 41.5), profileShare(yaw)) : x + out * make.out;
    const shell = ellipse(at, 6, width, tall);
    s.shaded(
      id,
      make.lobe ? joined(shell, ellipse(at - out * 1.2, 6 + tall * 0.86, width * 0.62, 5.4 * make.lobe)) : shell,
      model.skinTone,
      [-2, -1.5],
      [
        s.lineItem(
          `${id}.fold`,
          pen()
            .move(at - out * 2.5, 6 - tall * 0.43)
            .quad(at + out * 3.6, 6 - tall * 0.48, at + out * 2.6, 7)
            .quad(at + out * 1.5, 6 + tall * 0.35, at - out, 6 + tall * 0.43)
            .done(),
          model.skin.line,
          1.5,
          0.7,
        ),
      ],
    );
  }
  return s.nodes;
}

/** Everything drawn on the front of the head, in head units: origin at its middle. */
export function drawFace(model: FigureModel, state: HeadState, beard?: FacialHair): Node[] {
  const { p, skin } = model;
  const { yaw, pose, mouth } = state;
  const lift = state.pitch * PITCH;
  const w = p.headWidth;
  const s = new Sketch('face');
  const blushY = 19 + lift;
  const blushes = ([-1, 1] as const).flatMap((out) => {
    const { x, narrow } = slide(w, 0.86 - 0.1 * Math.abs(Math.sin(yaw)), out * 0.6, yaw);
    // A cheek that has gone round the edge is not seen.
    if (narrow < 0.16) return [];
    const up = Math.max(0, pose.smile) * 1.2 + pose.cheek * 2.4;
    const flush = clamp(pose.flush, 0, 1);
    const alpha = Math.round(mix(0.38, 0.8, flush) * 64) / 64;
    return [s.fillItem(`blush${out}`, ellipse(x, blushY - up, (9.5 + 2 * flush) * clamp(narrow, 0.2, 1.15), 6.2 + 1.4 * flush), skin.blush, alpha)];
  });
  s.shaded('head', headPath(model, yaw, chinDrop(mouth)), model.skinTone, [-4.5 - Math.abs(Math.sin(yaw)) * 1.2, -3.2], blushes);

  for (const side of ['L', 'R'] as const) s.nodes.push(...drawEye(model, state, side, lift));

  s.nodes.push(...drawNose(model, yaw, lift));
  s.nodes.push(...drawLines(model, state, lift));

  const hairs = (nodes: Node[] | undefined): void => void s.nodes.push(...(nodes ?? []).map((node) => moved(node, translation(0, lift))));
  hairs(beard?.under?.(model, yaw, mouth, pose.smile));
  const lips = drawMouth(mouth, pose.smile, pose.press, { lip: model.lip, line: skin.line, dark: skin.dark, style: model.features.mouth });
  s.nodes.push(...lips.map((node) => wrapped(node, w * MOUTH_RADIUS, yaw, mouthShift(w, yaw), p.mouthY + lift)));
  hairs(beard?.over?.(model, yaw, mouth, pose.smile));
  if (p.elder > 0.2) {
    const fold = (out: -1 | 1): ReturnType<typeof pen> => {
      const a = slide(w, 1, out * 0.34, yaw);
      return pen()
        .move(a.x, 20 + lift)
        .quad(a.x + out * 3.6 * a.narrow, 27 + lift, a.x + out * 2.4 * a.narrow, 32.5 + lift);
    };
    s.line('folds', fold(-1).add(fold(1).done()).done(), skin.line, 1.3, 0.5 * p.elder);
  }
  return s.nodes;
}

/** What a feeling writes on the skin: lines between and above the brows, at the nose, under the eyes and beside the mouth. */
function drawLines(model: FigureModel, { yaw, pose }: HeadState, lift: number): Node[] {
  const { p, skin } = model;
  const w = p.headWidth;
  const s = new Sketch('line');
  const line = (id: string, strength: number, width: number, ...strokes: readonly (readonly (readonly [number, number])[])[]): void => {
    const alpha = Math.round(clamp(strength, 0, 1) * 32) / 32;
    if (alpha < 0.04) return;
    const out = pen();
    for (const stroke of strokes) {
      // Each at its own angle of the head, so that it goes round with the turn.
      const at = stroke.map(([x, y]) => ({ x: slide(w, 1, x / w, yaw).x, y: y + lift }));
      const [a, b, c] = at as [{ x: number; y: number }, { x: number; y: number }, { x: number; y: number } | undefined];
      out.move(a.x, a.y);
      if (c) out.quad(b.x, b.y, c.x, c.y);
      else out.line(b.x, b.y);
    }
    s.line(id, out.done(), skin.line, width, alpha * 0.85);
  };
  const top = p.eyeY - 17;
  line(
    'crease',
    pose.crease,
    1.7,
    [
      [-3.4, top - 3],
      [-2.2, top + 1],
      [-3, top + 5.6],
    ],
    [
      [3.2, top - 3.4],
      [2.4, top + 1],
      [3.2, top + 5],
    ],
  );
  line(
    'forehead',
    pose.forehead,
    1.5,
    [
      [-13, top - 10],
      [0, top - 13.4],
      [13, top - 10],
    ],
    [
      [-9, top - 15.6],
      [0, top - 18.4],
      [9, top - 15.6],
    ],
  );
  line(
    'wrinkle',
    pose.sneer,
    1.6,
    [
      [-6.4, p.noseY - 12],
      [-3, p.noseY - 9.4],
      [-6, p.noseY - 7],
    ],
    [
      [6.4, p.noseY - 12],
      [3, p.noseY - 9.4],
      [6, p.noseY - 7],
    ],
    [
      [-3.4, p.noseY - 14],
      [0, p.noseY - 12.6],
      [3.4, p.noseY - 14],
    ],
  );
  line(
    'lipFold',
    pose.sneer,
    1.5,
    [
      [-8.4, p.noseY + 3],
      [-14.4, p.mouthY - 8],
      [-14.6, p.mouthY],
    ],
    [
      [8.4, p.noseY + 3],
      [14.4, p.mouthY - 8],
      [14.6, p.mouthY],
    ],
  );
  line(
    'cheek',
    pose.cheek * 0.9,
    1.5,
    ...([-1, 1] as const).map(
      (out) =>
        [
          [out * 11, p.eyeY + 12.4],
          [out * 19, p.eyeY + 15.6],
          [out * 27, p.eyeY + 10.4],
        ] as const,
    ),
  );
  line(
    'bags',
    pose.bags,
    1.5,
    ...([-1, 1] as const).map(
      (out) =>
        [
          [out * 12.4, p.eyeY + 9.6],
          [out * 19, p.eyeY + 14],
          [out * 26.4, p.eyeY + 9],
        ] as const,
    ),
  );
  return s.nodes;
}

/** The nose: its side plane lies away from the light and changes sides with the turn. */
function drawNose(model: FigureModel, yaw: number, lift: number): Node[] {
  const { p, skin } = model;
  const n = model.features.nose;
  const s = new Sketch('face');
  const place = slide(p.headWidth, NOSE_RADIUS, 0, yaw);
  const flip = yaw < -0.02 ? -1 : 1;
  const size = (1 + p.elder * 0.08) * mix(0.82, 1, p.grown);
  const at: Matrix = [flip * size, 0, 0, size, place.x * 0.92, p.noseY + n.drop + lift * 1.15];
  const { bridge: b, wing: w, top, wingY: y, base, bump } = n;
  const tip = w * mix(0.16, 0.42, n.ball);
  const deep = base + 0.9 + n.ball * 0.5;
  s.fill(
    'nosePlane',
    pen()
      .move(-b, top + 0.5)
      .cubic(-b * 1.25 - bump * 0.4, top * 0.3, -w, y - 3.4, -w, y)
      .cubic(-w, base, -w * 0.6, base - 0.5, -w * 0.36, base)
      .cubic(-tip * 0.5, deep, tip * 0.5, deep, w * 0.36, base)
      .cubic(w * 0.6, base - 0.5, w, base, w, y)
      .cubic(w, y - 3.4, b * 1.28 + bump, top * 0.3, b * 1.1, top + 0.5)
      .close()
      .done(),
    skin.blush,
    0.5,
  );
  s.fill(
    'noseSide',
    pen()
      .move(b * 0.8, top - 0.5)
      .cubic(b * 0.8 + bump * 1.5, top * 0.36, w * 1.02, y - 3.9, w, y + 0.2)
      .cubic(w, base, w * 0.52, base - 0.5, w * 0.2, base + 0.3)
      .cubic(-tip * 0.6, deep + 0.2, -w * 0.6, base - 0.3, -w * 0.86, base - 1.3)
      .cubic(-w * 0.3, base - 0.9, w * 0.4, y + 1, w * 0.35, y - 3.9)
      .cubic(b * 0.8 + bump, top * 0.34, b * 0.42, top * 0.56, b * 0.8, top - 0.5)
      .close()
      .done(),
    skin.shadow,
  );
  if (n.nostrils) for (const out of [-1, 1]) s.fill(`nostril${out}`, ellipse(out * w * 0.44, base - 1.1, w * 0.17, 1.15), skin.line, 0.8);
  return s.nodes.map((node) => moved(node, at));
}

/** One eye with lid, iris, lashes and brow, about its own middle, moved to its place on the head. */
function drawEye(model: FigureModel, { yaw, pose }: HeadState, side: Side, lift: number): Node[] {
  const { p } = model;
  const out = side === 'L' ? -1 : 1;
  const make = model.features.eyes;
  const angle = EYE_ANGLE + make.apart;
  const place = slide(p.headWidth, EYE_RADIUS, out * angle, yaw);
  const size = p.eyeScale * (1 + pose.eyeScale);
  const at: Matrix = [out * place.narrow * size * make.width, 0, 0, size * make.height, place.x, p.eyeY + lift];
  const look = eyeLookOf(model, out);
  // Lines beside an eye that goes round the edge would stand off the face.
  const nodes = eyeShape(`eye${side}`, pose, place.narrow < 0.85 ? { ...look, crows: 0 } : look);
  const browAt = slide(p.headWidth, BROW_RADIUS, out * (angle + 0.015), yaw);
  const brow: Matrix = multiply(translation(browAt.x, p.eyeY - 17 + lift * 1.1), scaling(out * browAt.narrow, 1));
  const style = model.features.brows;
  const inner = pose[`browIn${side}`];
  const outer = pose[`browOut${side}`] - style.tilt;
  const mid = (inner + outer) / 2 - style.arch;
  const thick = mix(1, 0.8, p.elder) * style.thick - 1;
  const l = style.length;
  const end = style.blunt * 1.6;
  const s = new Sketch(`brow${side}`);
  s.nodes.push(
    s.item('leaf', {
      path: pen()
        .move(-8.6, -1.3 + inner - thick)
        .cubic(-4.3, -4.2 + mix(inner, mid, 0.4) - thick, 2.94 * l, -5.2 + mix(mid, outer, 0.4) - thick, 9.8 * l, -1 + outer - end * 0.5)
        .quad((9.8 + end * 0.6) * l, -0.4 + outer + end * 0.3, 9.6 * l, -0.6 + outer + end)
        .cubic(3.92 * l, -2.41 + thick * 1.6 + mix(mid, outer, 0.5) + end * 0.4, -3.44, thick * 1.6 + mix(inner, mid, 0.5), -8.26, 2.12 + thick * 1.6 + inner)
        .quad(-9.98, 0.5 + inner, -8.6, -1.3 + inner - thick)
        .close()
        .done(),
      fill: model.brow,
    }),
  );
  return [...grouped('f', at, nodes), ...grouped('f', brow, s.nodes)];
}

export interface EyeLook {
  readonly white: Colour;
  readonly iris: { readonly ring: Colour; readonly base: Colour };
  readonly lash: Colour;
  readonly crease: Colour;
  readonly lidRest: number;
  readonly lashes: number;
  /** Lift of the outer corner, strength of the crease and size of the iris about the plain eye. */
  readonly tilt?: number;
  readonly crossing?: number;
  readonly irisWidth?: number;
  readonly irisHeight?: number;
  /** Sign that turns picture gaze into the eye's own x, which points outwards. */
  readonly gazeSign: number;
  readonly young: boolean;
  readonly crows: number;
}

/** How somebody's eye looks, on the picture's left (-1) or right. */
export function eyeLookOf({ p, skin, iris, features }: FigureModel, out: 1 | -1): EyeLook {
  const { eyes, lashes } = features;
  return {
    white: mixed('#ffffff', skin.base, 0.09),
    iris,
    lash: skin.dark,
    crease: skin.line,
    lidRest: 0.1 + p.elder * 0.05 + eyes.lid,
    lashes: lashes.weight,
    tilt: eyes.tilt,
    crossing: eyes.crease,
    irisWidth: eyes.iris / eyes.width,
    irisHeight: eyes.iris / eyes.height,
    gazeSign: out,
    young: p.elder < 0.4,
    crows: p.elder,
  };
}

/** The eye in its own frame: x outwards, half width 8.6, half height 8.2 (design.md, 10 Eye). */
export function eyeShape(id: string, pose: Pose, look: EyeLook): Node[] {
  const s = new Sketch(id);
  const hh = 8.2;
  const blink = clamp(pose.blink, 0, 1);
  const happy = clamp(pose.happyClosed, 0, 1);
  const lid = clamp(look.lidRest + 0.11 + pose.lid * 0.8, 0, 0.95);
  const shutY = mix(0.42, -0.3, happy) * hh;
  const shut = Math.max(blink, happy);
  const top = mix(-hh * (1 - lid), shutY, shut);
  const low = mix(hh * 0.75 * (1 - 0.42 * pose.lidLower), shutY + 0.4, Math.max(blink * 0.55 + 0.45 * (blink > 0.9 ? 1 : blink), happy));
  const tiltIn = pose.lidInner * hh * (1 - shut);
  const tiltOut = pose.lidOuter * hh * (1 - shut);
  const cornerIn = mix(1.2, mix(2.2, 1.5, happy), shut);
  const cornerOut = mix(-0.2, mix(1.4, 0.8, happy), shut) - (look.tilt ?? 0) * (1 - shut * 0.5);
  const iw = look.irisWidth ?? 1;
  const ih = look.irisHeight ?? 1;
  const bulge = happy > 0 ? 1 + happy * 0.4 : 1;
  const upper = (pen_: ReturnType<typeof pen>): ReturnType<typeof pen> =>
    pen_
      .cubic(-7.83, mix(cornerIn, top, 0.95 * bulge) + tiltIn, -4.26, top * 1 + tiltIn * 0.7, 0.6, top + (tiltIn + tiltOut) * 0.3)
      .cubic(4.94, top + tiltOut * 0.4, 8.34, mix(cornerOut, top, 0.8 * bulge) + tiltOut, 8.51, cornerOut + tiltOut * 0.5);
  const shape = upper(pen().move(-8.51, cornerIn))
    .cubic(7.66, mix(cornerOut, low, 0.84), 4.26, low, 0, low)
    .cubic(-4.26, low, -7.49, mix(cornerIn, low, 0.86), -8.51, cornerIn)
    .close()
    .done();
  const openness = low - top;
  if (openness > 1) {
    const gx = clamp(pose.gazeX, -1, 1) * look.gazeSign * 3.4;
    const gy = clamp(pose.gazeY, -1, 1) * 2.7;
    s.nodes.push({
      id: `${id}.ball`,
      base: s.item('white', { path: shape, fill: look.white }),
      items: [
        s.fillItem(
          'lidShade',
          pen()
            .move(-10.5, top - 6)
            .line(10.5, top - 6)
            .line(10.5, top + 2.6)
            .quad(0, top + 1, -10.5, top + 3)
            .close()
            .done(),
          '#3a2f52',
          0.2,
        ),
        s.fillItem('iris', ellipse(gx, -0.2 + gy, 6.35 * iw, 6.73 * ih), look.iris.ring),
        s.fillItem('irisLow', ellipse(gx, 0.9 + gy, 5.46 * iw, 5.08 * ih), look.iris.base),
        s.fillItem('pupil', ellipse(gx, -0.2 + gy, 3.17 * iw, 3.43 * ih), '#1d1620'),
        // The light comes from the left of the picture in both eyes.
        s.fillItem('light', ellipse(gx - look.gazeSign * 2, -2.3 + gy, 1.6 * iw, 1.6 * ih), '#ffffff'),
      ],
    });
  }
  const weight = look.lashes;
  const inThin = 0.25 + 0.5 * weight;
  s.nodes.push(
    s.item('lash', {
      path: upper(pen().move(-8.51, cornerIn))
        .line(9.5 + weight, cornerOut - 1 - weight * 0.6 + (happy > 0 ? 1.6 * happy : 0))
        .cubic(
          8.34,
          mix(cornerOut, top, 0.8 * bulge) + tiltOut - 1.4 - weight,
          4.94,
          top + tiltOut * 0.4 - 1.2 - weight * 1.1,
          0.6,
          top + (tiltIn + tiltOut) * 0.3 - 1 - weight * 0.8,
        )
        .cubic(-4.26, top + tiltIn * 0.7 - 0.8 - weight * 0.5, -7.83, mix(cornerIn, top, 0.95 * bulge) + tiltIn - inThin, -8.51, cornerIn)
        .close()
        .done(),
      fill: look.lash,
      stroke: { paint: look.lash, width: 0.7 },
    }),
  );
  if (weight > 1)
    s.fill(
      'wing',
      pen()
        .move(8, cornerOut + 0.4)
        .line(12.5, cornerOut - 3.6)
        .line(7.4, cornerOut - 3.2)
        .close()
        .done(),
      look.lash,
      1 - shut * 0.5,
    );
  const crease = top - 4.2 + Math.max(0, shut) * 1.2;
  const folded = look.crossing ?? 1;
  if (folded > 0)
    s.line(
      'crease',
      pen()
        .move(-4.7, crease + tiltIn * 0.6 + 0.3)
        .quad(2.5, crease - 2.2 + (tiltIn + tiltOut) * 0.4, 8.3, crease + 3.2 + tiltOut * 0.5)
        .done(),
      look.crease,
      1.3 * Math.max(1, folded),
      0.55 * (1 - 0.6 * happy),
    );
  if (!look.young)
    s.line(
      'under',
      pen()
        .move(-5.1, low + 1.7)
        .quad(0, low + 3, 5.9, low + 1.1)
        .done(),
      look.crease,
      1.2,
      0.5,
    );
  if (look.crows > 0.3) s.line('crows', pen().move(11.5, -1).line(14.5, -3).move(11.8, 2).line(15, 2.6).done(), look.crease, 1.1, 0.55 * look.crows);
  return s.nodes;
}

export const headMatrix = (x: number, y: number, angle: number): Matrix => multiply(translation(x, y), rotation(angle));
