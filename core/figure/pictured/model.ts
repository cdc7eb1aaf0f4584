import type { Character, PictureEye, PictureFigure } from '../../document/schema.ts';
import type { Point } from '../../draw/matrix.ts';
import type { Proportions } from '../proportions.ts';

/** An eye in figure units. */
export interface EyeSpot {
  readonly at: Point;
  readonly halfWidth: number;
  readonly halfHeight: number;
  readonly pupil: PictureEye['pupil'];
}

/** A picture's face measured in figure units: origin at the middle of its lower edge, y down. */
export interface PictureModel {
  readonly picture: PictureFigure;
  readonly width: number;
  readonly height: number;
  readonly left: EyeSpot;
  readonly right: EyeSpot;
  readonly brows: readonly { readonly side: 'L' | 'R'; readonly points: readonly [Point, Point, Point] }[];
  readonly mouth: readonly [Point, Point, Point];
  readonly chin: Point;
  /** Middle of the face, and about half of its height. */
  readonly centre: Point;
  readonly radius: number;
  /** Unit vectors across the face and down it. */
  readonly across: Point;
  readonly down: Point;
  readonly angle: number;
  /** Whether there is something below the head that stays where it is while the head moves. */
  readonly hasBody: boolean;
}

const models = new WeakMap<PictureFigure, PictureModel>();

export function pictureModel(picture: PictureFigure): PictureModel {
  let model = models.get(picture);
  if (!model) models.set(picture, (model = measured(picture)));
  return model;
}

/** From the line of the eyes to the crown, of the way from there to the chin. */
const CROWN = 0.95;
/** Less than this of a face's radius below the chin is no body. */
const LEAST_BODY = 0.7;

function measured(picture: PictureFigure): PictureModel {
  const height = picture.tall;
  const width = (height * picture.width) / picture.height;
  const { face } = picture;
  const at = ([x, y]: readonly [number, number]): Point => ({ x: (x - 0.5) * width, y: (y - 1) * height });
  const eye = ({ x, y, halfWidth, halfHeight, pupil }: PictureEye): EyeSpot => ({ at: at([x, y]), halfWidth: halfWidth * width, halfHeight: halfHeight * height, pupil });
  const angle = (face.tiltDeg * Math.PI) / 180;
  const across = { x: Math.cos(angle), y: Math.sin(angle) };
  const down = { x: -Math.sin(angle), y: Math.cos(angle) };
  const [left, right] = [eye(face.left), eye(face.right)];
  const between = { x: (left.at.x + right.at.x) / 2, y: (left.at.y + right.at.y) / 2 };
  const chin = at(face.chin);
  const toChin = Math.max(height * 0.01, (chin.x - between.x) * down.x + (chin.y - between.y) * down.y);
  const radius = (toChin * (1 + CROWN)) / 2;
  const centre = { x: between.x + down.x * (toChin - radius), y: between.y + down.y * (toChin - radius) };
  const mouth = face.mouth.map(at) as unknown as PictureModel['mouth'];
  const brows = face.brows
    ? (['left', 'right'] as const).map((side) => ({
        side: side === 'left' ? ('L' as const) : ('R' as const),
        points: (face.brows as NonNullable<typeof face.brows>)[side].map(at) as unknown as [Point, Point, Point],
      }))
    : [];
  return { picture, width, height, left, right, brows, mouth, chin, centre, radius, across, down, angle, hasBody: -chin.y > radius * LEAST_BODY };
}

/** What a small picture of its head shows: the middle and the height of a square, in figure units. */
export function pictureHead(picture: PictureFigure): { readonly x: number; readonly y: number; readonly tall: number } {
  const { centre, radius, width, height, hasBody } = pictureModel(picture);
  return hasBody ? { x: centre.x, y: centre.y, tall: Math.min(Math.max(width, height), radius * 3.1) } : { x: 0, y: -height / 2, tall: Math.max(width, height) * 1.06 };
}

/** Proportions of a picture, as far as the house asks for them: how tall it is, where its head lies, how wide it stands. */
export function pictureProportions({ picture }: Pick<Character, 'picture'>): Proportions {
  const { height, width, radius, chin } = pictureModel(picture as PictureFigure);
  const rest = Math.max(height * 0.12, Math.min(height * 0.94, -chin.y));
  const head = (height - rest) / 2;
  const ankle = Math.min(18, rest * 0.1);
  const standing = rest * 0.42;
  const half = Math.min(width / 2, Math.max(radius, height * 0.22));
  return {
    torso: rest * 0.53,
    shoulder: half,
    chest: half,
    waist: half * 0.8,
    hip: half * 0.7,
    upperArm: rest * 0.3,
    foreArm: rest * 0.28,
    thigh: Math.max(1, (standing - ankle) / 2 / 0.999),
    shin: Math.max(1, (standing - ankle) / 2 / 0.999),
    armTop: half * 0.2,
    armEnd: half * 0.14,
    legTop: half * 0.3,
    legEnd: half * 0.2,
    ankle,
    neck: rest * 0.05,
    headWidth: radius * 0.9,
    headHeight: head,
    jaw: 1,
    chin: 2.5,
    eyeScale: 1,
    eyeY: 3,
    mouthY: 32,
    noseY: 17,
    hand: 1,
    foot: 1,
    neckHalf: 0,
    belly: 0,
    grown: 1,
    elder: 0,
  };
}
