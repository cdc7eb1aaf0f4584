import type { MouthSource, PictureFigure } from '../../document/schema.ts';
import { IDENTITY, type Matrix, multiply, rotation, scaling, translation } from '../../draw/matrix.ts';
import { ellipse, pen } from '../../draw/path.ts';
import { type Item, moved, type Node } from '../../draw/picture.ts';
import { clamp, mix } from '../../time/easing.ts';
import type { DrawnFigure } from '../drawn.ts';
import { floorShade } from '../drawn.ts';
import type { FigureModel } from '../model.ts';
import { drawMouth, MOUTH_CHART, type MouthNumbers } from '../mouth.ts';
import type { Pose } from '../pose.ts';
import { skeletonOf } from '../skeleton.ts';
import { Sketch } from '../sketch.ts';
import { type Bending, bendingOf, bendOf, matrixAt } from './bending.ts';
import { type EyeSpot, type PictureModel, pictureModel, pictureProportions } from './model.ts';
import { nearestMouth } from './mouthPictures.ts';
import { MOUTH_MAKERS } from './mouths.ts';

/** A picture that acts, in a pose. */
export function drawPictured({ character }: FigureModel, pose: Pose, mouth: MouthNumbers): DrawnFigure {
  const picture = character.picture as PictureFigure;
  const model = pictureModel(picture);
  const skeleton = skeletonOf(pictureProportions(character), pose);
  const bending = bendingOf(model, pose, mouth);
  const { width, height } = model;
  const image = { media: picture.media, x: -width / 2, y: -height, width, height };
  const whole: Item = { id: 'picture', matrix: IDENTITY, image: picture.still ? image : { ...image, bend: bendOf(model, bending) } };
  return {
    nodes: [
      ...(picture.still || picture.cutBelow || picture.floats ? [] : floorShade(skeleton, width * 0.32, 6)),
      whole,
      ...limbNodes(model, pose, bending),
      ...eyeNodes('L', model, model.left, pose, bending),
      ...eyeNodes('R', model, model.right, pose, bending),
      ...mouthNodes(model, pose, mouth, bending),
    ],
    skeleton,
  };
}

/** How far an arm of a picture goes for a drawn arm's shoulder and elbow, and at most (degrees). */
const SHOULDER_SHARE = 0.92;
const ELBOW_SHARE = 0.3;
const FARTHEST_RAISED = 165;
const FARTHEST_IN = -35;

/** Arms about their hinges: raised as a drawn one would be, from how they hang in the picture. */
function limbNodes(model: PictureModel, pose: Pose, bending: Bending): Node[] {
  const { picture, width, height } = model;
  return (picture.limbs ?? []).map(({ media, side, hinge, ...box }, n) => {
    const at = { x: (hinge[0] - 0.5) * width, y: (hinge[1] - 1) * height };
    const [w, h] = [box.width * width, box.height * height];
    const [S, out] = side === 'left' ? (['L', 1] as const) : (['R', -1] as const);
    const raised = clamp(pose[`upper${S}`] * SHOULDER_SHARE + pose[`elbow${S}`] * ELBOW_SHARE, FARTHEST_IN, FARTHEST_RAISED);
    const matrix = multiply(matrixAt(bending, at, Math.max(4, Math.min(w, h) / 4)), rotation((raised * out * Math.PI) / 180));
    return { id: `limb${n}`, matrix, image: { media, x: (box.x - 0.5) * width - at.x - w / 2, y: (box.y - 1) * height - at.y - h / 2, width: w, height: h } };
  });
}

/** The mouth at its mark: as wide as it, on the face's tilt, bent along with the head. */
function mouthNodes(model: PictureModel, pose: Pose, mouth: MouthNumbers, bending: Bending): Node[] {
  const { style, width, open, line, lip, dark, source } = model.picture.mouth;
  const [left, middle, right] = model.mouth;
  const wide = Math.hypot(right.x - left.x, right.y - left.y);
  const scale = Math.max(0.02, (wide * width) / (2 * MOUTH_CHART.rest.width));
  const place = multiply(matrixAt(bending, middle, wide / 4), rotation(model.angle));
  if (source) return [pictureOfMouth(source, mouth, open, wide * width, place)];
  const at = multiply(place, scaling(scale));
  const shown = { ...mouth, lower: mouth.lower * open, upper: mouth.upper * (0.5 + 0.5 * open), tongue: mouth.tongue * open };
  const drawn = drawMouth(shown, pose.smile, pose.press, { lip, line: lip, dark, plain: style !== 'soft' });
  return (MOUTH_MAKERS[style](drawn, { lip, dark, line }) as Node[]).map((node) => moved(node, at, 'm.'));
}

/** Of mouths that are pictures the one that is nearest to the shape that the voice asks for. */
function pictureOfMouth(source: MouthSource, mouth: MouthNumbers, open: number, wide: number, place: Matrix): Item {
  const { media, frame, aspect } = nearestMouth(source.shapes, mouth, open);
  const width = wide * source.size;
  const height = width * aspect;
  const { x, y, chroma } = source;
  const image = { media, x: -width * x, y: -height * y, width, height, ...(frame === undefined ? {} : { frame }), ...(chroma ? { keying: chroma } : {}) };
  return { id: 'm.picture', matrix: place, image };
}

/** Pupils where they look, then the lids as far as they are shut, in the skin's colours. */
function eyeNodes(side: 'L' | 'R', model: PictureModel, eye: EyeSpot, pose: Pose, bending: Bending): Node[] {
  const { lids } = model.picture;
  const s = new Sketch(`eye${side}`);
  const [w, h] = [eye.halfWidth, eye.halfHeight];
  const at = multiply(matrixAt(bending, eye.at, Math.max(w, h)), rotation(model.angle));
  if (eye.pupil) s.nodes.push(pupilOf(s, model, eye, pose));
  const blink = clamp(pose.blink, 0, 1);
  const happy = clamp(pose.happyClosed, 0, 1);
  const upper = clamp(Math.max(blink, happy, pose.lid * 0.8, 0), 0, 1);
  const lower = happy > 0.6 ? 0 : clamp(Math.max(pose.lidLower - 0.2, 0) * 0.5 + happy * 0.5, 0, 1);
  // A little wider than the eye: its own line is covered, too.
  const [fullW, fullH] = [w * 1.1, h * 1.16];
  const inner = side === 'L' ? 1 : -1;
  if (upper > 0.03) {
    const meet = mix(0.55, 0.12, happy) * fullH;
    const edge = mix(-fullH, meet, upper);
    const lean = (pose.lidInner - pose.lidOuter) * h * 0.3 * (1 - blink) * inner;
    const bow = mix(0.5, 0.34, upper) * fullH * (1 - 2.4 * happy);
    const path = pen()
      .move(-fullW * 1.2, -fullH * 1.4)
      .line(fullW * 1.2, -fullH * 1.4)
      .line(fullW * 1.2, edge - bow * 0.6 + lean)
      .quad(0, edge + bow, -fullW * 1.2, edge - bow * 0.6 - lean)
      .close()
      .done();
    const skin = {
      kind: 'linear' as const,
      from: [0, -fullH] as const,
      to: [0, edge + bow] as const,
      stops: [
        { at: 0, colour: lids.skin },
        { at: 0.7, colour: lids.skin },
        { at: 1, colour: lids.shade },
      ],
    };
    // A laughing eye is shut from below as well: all of it is skin.
    const whole = s.item('whole', { path: ellipse(0, 0, fullW, fullH), fill: lids.skin });
    s.inside('upper', ellipse(0, 0, fullW, fullH), [happy > 0.6 ? whole : s.item('lid', { path, fill: skin })]);
    const tip = fullW * Math.sqrt(Math.max(0.05, 1 - ((edge - bow * 0.4) / fullH) ** 2));
    s.line(
      'edge',
      pen()
        .move(-tip, edge - bow * 0.4 - lean)
        .quad(0, edge + bow * 0.9, tip, edge - bow * 0.4 + lean)
        .done(),
      lids.line,
      Math.max(0.6, h * 0.16),
    );
  }
  if (lower > 0.03) {
    const edge = mix(fullH, fullH * 0.3, lower);
    const path = pen()
      .move(-fullW * 1.2, fullH * 1.4)
      .line(fullW * 1.2, fullH * 1.4)
      .line(fullW * 1.2, edge)
      .quad(0, edge - fullH * 0.3, -fullW * 1.2, edge)
      .close()
      .done();
    s.inside('lower', ellipse(0, 0, fullW, fullH), [s.item('bag', { path, fill: lids.skin })]);
  }
  return s.nodes.map((node) => moved(node, at));
}

/** How far a pupil goes in its eye, of the room that it has. */
const GAZE = 0.72;

/** The lifted pupil where it looks, kept inside the eye. */
function pupilOf(s: Sketch, model: PictureModel, eye: EyeSpot, pose: Pose): Node {
  const pupil = eye.pupil as NonNullable<EyeSpot['pupil']>;
  const [width, height] = [pupil.width * model.width, pupil.height * model.height];
  const room = { x: Math.max(eye.halfWidth * 0.22, eye.halfWidth - width / 2), y: Math.max(eye.halfHeight * 0.16, eye.halfHeight - height / 2) };
  const home = { x: (pupil.x - 0.5) * model.width - eye.at.x, y: (pupil.y - 1) * model.height - eye.at.y };
  // Eyes that look aside in the picture have less room on that side.
  const x = clamp(home.x + pose.gazeX * room.x * GAZE, -room.x, room.x);
  const y = clamp(home.y + pose.gazeY * room.y * GAZE, -room.y, room.y);
  const back: Matrix = multiply(rotation(-model.angle), translation(x, y));
  const shown = s.item('pupil', { matrix: back, image: { media: pupil.media, x: -width / 2, y: -height / 2, width, height } });
  return { id: 'look', mask: s.item('room', { path: ellipse(0, 0, eye.halfWidth, eye.halfHeight), fill: '#000000' }), items: [shown] };
}
