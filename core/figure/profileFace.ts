import { mixed } from '../draw/colour.ts';
import type { Matrix } from '../draw/matrix.ts';
import { ellipse, pen } from '../draw/path.ts';
import { moved, type Node } from '../draw/picture.ts';
import { clamp, mix } from '../time/easing.ts';
import { eyeLookOf, eyeShape, type HeadState } from './face.ts';
import type { FigureModel } from './model.ts';
import { CAVITY, chinDrop, type MouthNumbers, TEETH, TONGUE } from './mouth.ts';
import type { FacialHair } from './parts/part.ts';
import { type Profile, profileOf } from './profile.ts';
import { Sketch } from './sketch.ts';
import { slide } from './turn.ts';

/** The face from the side, in head units: one eye, one brow, half a mouth, and a contour of its own (bodies.md, 7). */
export function drawProfileFace(model: FigureModel, { yaw, pose, mouth }: HeadState, beard?: FacialHair): Node[] {
  const { p, skin } = model;
  const side = profileOf(model, yaw, chinDrop(mouth), mouth);
  const s = new Sketch('face');
  drawFarEye(s, model, side, pose);
  const flush = clamp(pose.flush, 0, 1);
  const up = Math.max(0, pose.smile) * 1.2 + pose.cheek * 2.4;
  s.shaded(
    'head',
    side.path,
    model.skinTone,
    [-2.6, -3.4],
    [s.fillItem('blush', ellipse(side.x(22), 20 - up, 8.4 + 2 * flush, 6.2 + 1.4 * flush), skin.blush, Math.round(mix(0.38, 0.8, flush) * 64) / 64)],
  );
  s.nodes.push(...drawEye(model, side, yaw, pose));
  drawNostril(s, model, side);
  drawLines(s, model, side, pose);
  s.nodes.push(...(beard?.under?.(model, yaw, mouth, pose.smile) ?? []));
  drawLips(s, model, side, mouth, pose);
  s.nodes.push(...(beard?.over?.(model, yaw, mouth, pose.smile) ?? []));
  if (p.elder > 0.2)
    s.line(
      'folds',
      pen()
        .move(side.x(34), p.noseY + 5)
        .quad(side.x(29), p.mouthY - 6, side.x(29), p.mouthY + 1)
        .done(),
      skin.line,
      1.3,
      0.5 * p.elder,
    );
  return s.nodes;
}

/** Of the far eye and its brow a sliver beyond the bridge of the nose, gone before the true profile (bodies.md, 7). The head is painted over it. */
function drawFarEye(s: Sketch, model: FigureModel, side: Profile, pose: HeadState['pose']): void {
  const left = 1 - side.share * 1.6;
  if (left <= 0) return;
  const { p, skin } = model;
  const near = side.facing > 0 ? 'L' : 'R';
  const far = near === 'L' ? 'R' : 'L';
  const open = clamp(1 - Math.max(pose.blink, pose.happyClosed) - pose.lid * 0.6, 0, 1);
  const at = side.edge(p.eyeY - 3) - 1.6;
  const X = (value: number): number => side.facing * value;
  const wide = 4.4 * left;
  if (open > 0.15) s.fill('farWhite', ellipse(X(at), p.eyeY, wide, 6.2 * open), mixed('#ffffff', skin.base, 0.12));
  s.line(
    'farLash',
    pen()
      .move(X(at - 2), p.eyeY - 5.6 * open)
      .quad(X(at + wide * 0.9), p.eyeY - 6.6 * open, X(at + wide + 0.6), p.eyeY - 2.4 * open)
      .done(),
    skin.dark,
    1.8,
  );
  const y = p.eyeY - 17 + (pose[`browIn${far}`] + pose[`browOut${far}`]) / 2;
  const brow = side.edge(y);
  s.line(
    'farBrow',
    pen()
      .move(X(brow - 3), y)
      .quad(X(brow + 1.6 * left), y - 0.6, X(brow + 2.6 * left), y + 1.6)
      .done(),
    model.brow,
    3,
  );
}

function drawEye(model: FigureModel, side: Profile, yaw: number, pose: HeadState['pose']): Node[] {
  const { p, features } = model;
  const near = side.facing > 0 ? 'L' : 'R';
  const out = -side.facing as 1 | -1;
  const make = features.eyes;
  const size = p.eyeScale * (1 + pose.eyeScale);
  const narrow = mix(0.78, 0.62, side.share);
  const { x } = slide(p.headWidth, 0.93, out * (0.475 + make.apart), yaw);
  const at: Matrix = [out * narrow * size * make.width, 0, 0, size * make.height, x, p.eyeY];
  // The iris lies at the front of the ball: what is looked at aside is before or behind.
  const looking = clamp(pose.gazeX * side.facing, -1, 1);
  const eye = eyeShape(`eye${near}`, { ...pose, gazeX: side.facing * (0.52 + 0.4 * looking) }, eyeLookOf(model, out));
  const style = features.brows;
  const inner = pose[`browIn${near}`];
  const outer = pose[`browOut${near}`] - style.tilt;
  const mid = (inner + outer) / 2 - style.arch;
  const thick = mix(1, 0.8, p.elder) * style.thick - 1;
  const y = p.eyeY - 17;
  // From the brow's ridge back: forwards positive.
  const front = side.edge(y + inner) - 1.6;
  const long = 17 * style.length * mix(1.08, 1, side.share);
  const X = (value: number): number => side.facing * value;
  const s = new Sketch(`brow${near}`);
  s.fill(
    'leaf',
    pen()
      .move(X(front), y - 1 + inner - thick)
      .cubic(X(front - long * 0.3), y - 3.8 + mid - thick, X(front - long * 0.6), y - 4.2 + mid - thick, X(front - long), y + outer)
      .cubic(X(front - long * 0.6), y - 1 + mid + thick * 1.2, X(front - long * 0.3), y - 0.2 + mid + thick * 1.2, X(front - 0.6), y + 2.2 + inner + thick)
      .quad(X(front + 0.8), y + 0.8 + inner, X(front), y - 1 + inner - thick)
      .close()
      .done(),
    model.brow,
  );
  return [...eye.map((node) => moved(node, at, 'f.')), ...s.nodes];
}

function drawNostril(s: Sketch, model: FigureModel, side: Profile): void {
  const { p, skin, features } = model;
  const size = (1 + p.elder * 0.08) * mix(0.74, 1, p.grown);
  const wing = features.nose.wing * size;
  const y = side.tip[1] - 1;
  const back = side.tip[0] - 6.4 * size - wing * 0.32;
  const X = (value: number): number => side.facing * value;
  s.fill(
    'wing',
    pen()
      .move(X(back + 1.5), y - wing * 0.3)
      .cubic(X(back - 2.6), y - wing * 0.2, X(back - 2.8), y + 7, X(back + 1.6), y + 7.2)
      .cubic(X(back + 0.2), y + 5.4, X(back - 0.4), y + 1.4, X(back + 1.5), y - wing * 0.3)
      .close()
      .done(),
    skin.shadow,
  );
  s.line(
    'nostril',
    pen()
      .move(X(back + 3), y + 6)
      .quad(X(back + 4.6), y + 4.8, X(back + 6.4), y + 6)
      .done(),
    skin.line,
    1.5,
    0.75,
  );
}

/** What a feeling writes on the skin, as it is seen from the side. */
function drawLines(s: Sketch, { p, skin }: FigureModel, side: Profile, pose: HeadState['pose']): void {
  const line = (id: string, strength: number, ...[a, b, c]: readonly (readonly [number, number])[]): void => {
    const alpha = Math.round(clamp(strength, 0, 1) * 32) / 32;
    if (alpha < 0.04 || !a || !b || !c) return;
    s.line(id, pen().move(side.x(a[0]), a[1]).quad(side.x(b[0]), b[1], side.x(c[0]), c[1]).done(), skin.line, 1.5, alpha * 0.85);
  };
  line('crease', pose.crease, [36.4, p.eyeY - 17], [34.6, p.eyeY - 13], [35.6, p.eyeY - 9]);
  line('forehead', pose.forehead, [35.6, p.eyeY - 27], [28, p.eyeY - 29.6], [22, p.eyeY - 27]);
  line('wrinkle', pose.sneer, [38.6, p.noseY - 10], [36.2, p.noseY - 7], [38.4, p.noseY - 5]);
  line('lipFold', pose.sneer, [36, p.noseY + 5], [29, p.mouthY - 6], [29.4, p.mouthY]);
  line('cheek', pose.cheek * 0.9, [32, p.eyeY + 12], [25, p.eyeY + 15.4], [18, p.eyeY + 10]);
  line('bags', pose.bags, [31, p.eyeY + 9], [25.6, p.eyeY + 13.4], [20, p.eyeY + 9]);
}

/** Half a mouth from the contour inwards: the same numbers as from the front. */
function drawLips(s: Sketch, model: FigureModel, side: Profile, mouth: MouthNumbers, pose: HeadState['pose']): void {
  const { p, skin, lip, features } = model;
  const style = features.mouth;
  const mood = pose.smile * mouth.mood;
  const { upper, lower, meet } = side.lips;
  const long = mouth.width * 0.92 * style.width * (1 + 0.1 * Math.max(0, mood));
  const k = p.headWidth / 41.5;
  const X = (value: number): number => side.facing * value;
  const corner = { x: meet[0] - long * k, y: p.mouthY - 4.4 * mood + (mouth.lower - mouth.upper) * 0.2 };
  const opening = mouth.upper + mouth.lower;
  const round = 0.35 + 0.4 * mouth.round;
  if (opening > 0.35) {
    const loop = pen()
      .move(X(corner.x), corner.y)
      .cubic(X(corner.x), mix(corner.y, upper[1], round + 0.2), X(mix(corner.x, upper[0], 0.5)), upper[1], X(upper[0]), upper[1])
      .quad(X(meet[0] - 0.4), meet[1], X(lower[0]), lower[1])
      .cubic(X(mix(corner.x, lower[0], 0.5)), lower[1], X(corner.x), mix(corner.y, lower[1], round + 0.2), X(corner.x), corner.y)
      .close()
      .done();
    const open = clamp(opening / 2.6, 0, 1);
    const ring = mouth.ring * open * (1 + 0.55 * style.full);
    // Lips follow the opening's upper and lower edge, and end at the contour.
    s.line(
      'lips',
      pen()
        .move(X(upper[0] - ring * 0.3), upper[1])
        .cubic(X(mix(corner.x, upper[0], 0.5)), upper[1], X(corner.x), mix(corner.y, upper[1], round + 0.2), X(corner.x), corner.y)
        .cubic(X(corner.x), mix(corner.y, lower[1], round + 0.2), X(mix(corner.x, lower[0], 0.5)), lower[1], X(lower[0] - ring * 0.3), lower[1])
        .done(),
      lip,
      ring,
    );
    s.fill('cavity', loop, CAVITY);
    const inner: Node[] = [];
    if (mouth.tongue > 0.2)
      inner.push(s.fillItem('tongue', ellipse(X(mix(corner.x, lower[0], 0.62)), lower[1], long * 0.44, mouth.tongue * 0.9 + mouth.tip * opening * 0.4), TONGUE));
    const teeth = Math.max(mouth.teeth > 0.2 && opening > 1.2 ? mouth.teeth + 0.8 : 0, mouth.bite > 0.05 ? opening : 0, mouth.shut > 0.05 ? opening * 1.1 : 0);
    if (teeth > 0)
      inner.push(
        s.fillItem(
          'teeth',
          pen()
            .move(X(corner.x + long * 0.2), upper[1] - 4)
            .line(X(upper[0] + 2), upper[1] - 4)
            .line(X(upper[0] - 0.4), upper[1] + teeth)
            .quad(X(mix(corner.x, upper[0], 0.55)), upper[1] + teeth + 0.4, X(corner.x + long * 0.26), upper[1] + teeth * 0.7)
            .close()
            .done(),
          TEETH,
          Math.max(mouth.shut > 0.05 && mouth.teeth <= 0.2 ? mouth.shut : 1, mouth.bite),
        ),
      );
    if (inner.length) s.inside('in', loop, inner);
    return;
  }
  const pressed = clamp(mouth.press + pose.press * 0.7, 0, 1);
  const shown = Math.max(pressed, Math.min(1, style.full * 3));
  if (shown > 0.02)
    s.fill(
      'pressed',
      pen()
        .move(X(corner.x + long * k * 0.16), corner.y * 0.9 + meet[1] * 0.1)
        .quad(X(mix(corner.x, meet[0], 0.6)), meet[1] - 2.6 - 1.6 * style.full, X(side.edge(meet[1] - 2.4) - 0.2), meet[1] - 2.6 - style.full)
        .line(X(meet[0]), meet[1])
        .line(X(side.edge(meet[1] + 3) - 0.2), meet[1] + 3.2 + 1.6 * style.full)
        .quad(X(mix(corner.x, meet[0], 0.6)), meet[1] + 3.6 + 2 * style.full, X(corner.x + long * k * 0.16), corner.y * 0.9 + meet[1] * 0.1)
        .close()
        .done(),
      lip,
      shown,
    );
  s.line(
    'seamLine',
    pen()
      .move(X(meet[0]), meet[1])
      .quad(X(mix(corner.x, meet[0], 0.45)), meet[1] + 0.8 + 1.2 * mood, X(corner.x), corner.y)
      .done(),
    skin.dark,
    2.3 - pressed * 0.3,
  );
}
