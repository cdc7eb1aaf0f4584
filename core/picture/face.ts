import type { PictureEye, PictureFace, PictureFigure } from '../document/schema.ts';
import { stepped } from '../draw/colour.ts';
import { MOUTH_CHART } from '../figure/mouth.ts';
import { distanceSquared, piecesOf } from './distance.ts';
import { brushed, mended } from './inpaint.ts';
import type { Mask } from './lift.ts';
import { labOf } from './oklab.ts';
import { cropped, type Raster } from './raster.ts';

type Spot = readonly [number, number];
const hex = (rgb: readonly number[]): string =>
  `#${rgb
    .map((value) =>
      Math.round(Math.min(255, Math.max(0, value)))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/** A picture's face in pixels. */
interface Measured {
  readonly left: Eye;
  readonly right: Eye;
  readonly mouth: readonly [Spot, Spot, Spot];
  readonly chin: Spot;
  /** From the line of the eyes to the chin. */
  readonly long: number;
}
interface Eye {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function inPixels({ width, height }: Raster, face: PictureFace): Measured {
  const at = ([x, y]: Spot): Spot => [x * width, y * height];
  const eye = ({ x, y, halfWidth, halfHeight }: PictureEye): Eye => ({ x: x * width, y: y * height, w: halfWidth * width, h: halfHeight * height });
  const [left, right] = [eye(face.left), eye(face.right)];
  const chin = at(face.chin);
  return { left, right, mouth: face.mouth.map(at) as unknown as Measured['mouth'], chin, long: Math.hypot(chin[0] - (left.x + right.x) / 2, chin[1] - (left.y + right.y) / 2) };
}

/** The middle colour of some of a picture's pixels, channel by channel. */
function median({ width, height, data }: Raster, holds: (x: number, y: number) => boolean, [x0, y0, x1, y1]: readonly [number, number, number, number]): number[] | undefined {
  const channels: number[][] = [[], [], []];
  for (let y = Math.max(0, Math.floor(y0)); y <= Math.min(height - 1, y1); y++)
    for (let x = Math.max(0, Math.floor(x0)); x <= Math.min(width - 1, x1); x++) {
      const at = (y * width + x) * 4;
      if ((data[at + 3] as number) < 200 || !holds(x + 0.5, y + 0.5)) continue;
      for (let c = 0; c < 3; c++) (channels[c] as number[]).push(data[at + c] as number);
    }
  if (!channels[0]?.length) return undefined;
  return channels.map((values) => values.sort((a, b) => a - b)[values.length >> 1] as number);
}

const inEllipse =
  ({ x, y, w, h }: Eye, grow: number) =>
  (px: number, py: number): boolean =>
    ((px - x) / (w * grow)) ** 2 + ((py - y) / (h * grow)) ** 2 <= 1;

/** How unlike the skin (in OKLab) a pixel of a painted mouth is, and how far from its marked line it may lie, in lengths of the face. */
const PAINTED = 0.055;
const ABOUT_MOUTH = 0.2;

/** Where the painted mouth lies, to be mended: the marked line, and what is painted on with it. */
export function mouthMask(image: Raster, face: PictureFace): Mask {
  const { mouth, long } = inPixels(image, face);
  const [left, middle, right] = mouth;
  const { width, height, data } = image;
  // A curve through the three marks.
  const control: Spot = [2 * middle[0] - (left[0] + right[0]) / 2, 2 * middle[1] - (left[1] + right[1]) / 2];
  const points = Array.from({ length: 13 }, (_, n) => {
    const t = n / 12;
    const at = (c: 0 | 1): number => (1 - t) ** 2 * left[c] + 2 * t * (1 - t) * control[c] + t * t * right[c];
    return [at(0), at(1)] as const;
  });
  const core = brushed(width, height, [{ points, thick: Math.max(4, long * 0.09) }]);
  const about = brushed(width, height, [{ points, thick: Math.max(8, long * ABOUT_MOUTH * 2) }]);
  const rim = brushed(width, height, [{ points, thick: Math.max(12, long * (ABOUT_MOUTH * 2 + 0.14)) }]);
  const skin = median(image, (x, y) => rim.data[Math.floor(y) * width + Math.floor(x)] === 1 && !about.data[Math.floor(y) * width + Math.floor(x)], [0, 0, width - 1, height - 1]);
  const mask = core.data.slice();
  if (skin) {
    const ground = labOf(...(skin.map(Math.round) as [number, number, number]));
    const unlike = new Uint8Array(width * height);
    for (let p = 0; p < unlike.length; p++) {
      if (!about.data[p]) continue;
      const { l, a, b } = labOf(data[p * 4] as number, data[p * 4 + 1] as number, data[p * 4 + 2] as number);
      unlike[p] = core.data[p] || Math.hypot(l - ground.l, a - ground.a, b - ground.b) > PAINTED ? 1 : 0;
    }
    const { of } = piecesOf(width, height, unlike);
    const own = new Set<number>();
    for (let p = 0; p < mask.length; p++) if (core.data[p] && of[p]) own.add(of[p] as number);
    for (let p = 0; p < mask.length; p++) if (of[p] && own.has(of[p] as number)) mask[p] = 1;
  }
  // And its soft edge.
  const reach = Math.max(1.5, long * 0.014) ** 2;
  const far = distanceSquared(width, height, (p) => mask[p] === 1);
  return { width, height, data: Uint8Array.from(far, (value) => (value <= reach ? 1 : 0)) };
}

export interface Colours {
  readonly lids: PictureFigure['lids'];
  readonly lip: string;
  readonly dark: string;
}

/** Exact colours for lids and mouth, taken from the picture about its eyes and along its mouth. */
export function sampledColours(image: Raster, face: PictureFace): Colours {
  const { left, right, mouth, long } = inPixels(image, face);
  const about = (eye: Eye, least: number, most: number, upper: boolean): number[] | undefined =>
    median(image, (x, y) => inEllipse(eye, most)(x, y) && !inEllipse(eye, least)(x, y) && (!upper || y < eye.y), [
      eye.x - eye.w * most,
      eye.y - eye.h * most,
      eye.x + eye.w * most,
      eye.y + eye.h * most,
    ]);
  const skin = about(left, 1.25, 1.6, false) ?? about(right, 1.25, 1.6, false) ?? [220, 190, 160];
  // The darkest of the eye's own pixels give its line.
  const darkest = darkestIn(image, left) ?? [40, 34, 40];
  const skinHex = hex(skin);
  const lipPixels = lineColour(image, mouth, skin, long);
  const lip = lipPixels ? hex(lipPixels) : stepped(skinHex, -0.28, 0.05, 0);
  return { lids: { skin: skinHex, shade: stepped(skinHex, -0.06, 0.005), line: hex(darkest) }, lip, dark: stepped(lip, -0.12) };
}

function darkestIn({ width, height, data }: Raster, eye: Eye): number[] | undefined {
  let best: number[] | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (let y = Math.max(0, Math.floor(eye.y - eye.h)); y <= Math.min(height - 1, eye.y + eye.h); y++)
    for (let x = Math.max(0, Math.floor(eye.x - eye.w)); x <= Math.min(width - 1, eye.x + eye.w); x++) {
      const at = (y * width + x) * 4;
      const sum = (data[at] as number) + (data[at + 1] as number) + (data[at + 2] as number);
      if ((data[at + 3] as number) > 200 && sum < least) {
        least = sum;
        best = [data[at] as number, data[at + 1] as number, data[at + 2] as number];
      }
    }
  return best;
}

/** The colour of a painted mouth: of the pixels along it, those that are farthest from the skin. */
function lineColour(image: Raster, [left, middle, right]: readonly [Spot, Spot, Spot], skin: readonly number[], long: number): number[] | undefined {
  const mask = brushed(image.width, image.height, [{ points: [left, middle, right], thick: Math.max(4, long * 0.12) }]);
  const ground = labOf(...(skin.map(Math.round) as [number, number, number]));
  const found: { far: number; rgb: number[] }[] = [];
  for (let p = 0; p < mask.data.length; p++) {
    if (!mask.data[p] || (image.data[p * 4 + 3] as number) < 200) continue;
    const rgb = [0, 1, 2].map((c) => image.data[p * 4 + c] as number);
    const { l, a, b } = labOf(...(rgb as [number, number, number]));
    found.push({ far: Math.hypot(l - ground.l, a - ground.a, b - ground.b), rgb });
  }
  found.sort((a, b) => b.far - a.far);
  const strong = found.slice(0, Math.max(6, Math.floor(found.length * 0.12)));
  if (!strong.length || (strong[strong.length >> 1] as { far: number }).far < 0.06) return undefined;
  return [0, 1, 2].map((c) => strong.map(({ rgb }) => rgb[c] as number).sort((a, b) => a - b)[strong.length >> 1] as number);
}

export interface LiftedPupil {
  readonly image: Raster;
  /** Its place in the picture, in pixels: left, top. */
  readonly left: number;
  readonly top: number;
  /** What of the picture it covered. */
  readonly mask: Mask;
}

/** How unlike the white of the eye a pupil is, at least, and the share of the eye that it may fill. */
const UNLIKE = 0.2;
const MOST_FILL = 0.8;

/**
 * The pupil of an eye as a picture of its own, with iris and glints: the largest piece inside the eye that is unlike the
 * eye's own white, and what it encloses. Undefined where none stands apart: then lids and head look about.
 */
export function liftedPupil(image: Raster, spot: PictureEye): LiftedPupil | undefined {
  const { width, height } = image;
  const eye: Eye = { x: spot.x * width, y: spot.y * height, w: spot.halfWidth * width, h: spot.halfHeight * height };
  const inner = inEllipse(eye, 0.86);
  const [x0, y0] = [Math.max(0, Math.floor(eye.x - eye.w)), Math.max(0, Math.floor(eye.y - eye.h))];
  const [w, h] = [Math.min(width, Math.ceil(eye.x + eye.w) + 1) - x0, Math.min(height, Math.ceil(eye.y + eye.h) + 1) - y0];
  if (w < 5 || h < 5) return undefined;
  // The white is the lightest of what is in the eye in any number.
  const light: { l: number; lab: readonly [number, number, number] }[] = [];
  const labs = new Float32Array(w * h * 3);
  for (let p = 0; p < w * h; p++) {
    const [x, y] = [x0 + (p % w), y0 + Math.floor(p / w)];
    const at = (y * width + x) * 4;
    const { l, a, b } = labOf(image.data[at] as number, image.data[at + 1] as number, image.data[at + 2] as number);
    labs.set([l, a, b], p * 3);
    if (inner(x + 0.5, y + 0.5)) light.push({ l, lab: [l, a, b] });
  }
  if (light.length < 12) return undefined;
  light.sort((a, b) => b.l - a.l);
  const white = (light[Math.floor(light.length * 0.12)] as (typeof light)[number]).lab;
  const unlike = new Uint8Array(w * h);
  let filled = 0;
  for (let p = 0; p < w * h; p++) {
    const far = Math.hypot((labs[p * 3] as number) - white[0], (labs[p * 3 + 1] as number) - white[1], (labs[p * 3 + 2] as number) - white[2]);
    if (far > UNLIKE && inner(x0 + (p % w) + 0.5, y0 + Math.floor(p / w) + 0.5)) {
      unlike[p] = 1;
      filled++;
    }
  }
  if (filled > light.length * MOST_FILL || filled < 6) return undefined;
  const { of, pieces } = piecesOf(w, h, unlike);
  const largest = pieces.reduce((best, piece, n) => (piece.pixels > (pieces[best]?.pixels ?? 0) ? n : best), 0);
  const piece = pieces[largest];
  if (!piece || piece.pixels < light.length * 0.04) return undefined;
  // With its glints: what the piece encloses belongs to it.
  const outside = piecesOf(
    w,
    h,
    Uint8Array.from(of, (name) => (name === largest + 1 ? 0 : 1)),
  );
  const rim = new Set<number>();
  for (let p = 0; p < w * h; p++) if (p % w === 0 || p % w === w - 1 || p < w || p >= w * (h - 1)) rim.add(outside.of[p] as number);
  const pupil = Uint8Array.from(of, (name, p) => (name === largest + 1 || !rim.has(outside.of[p] as number) ? 1 : 0));
  const room = 2;
  const [left, top] = [piece.left - room, piece.top - room];
  const [pw, ph] = [piece.right - piece.left + 1 + 2 * room, piece.bottom - piece.top + 1 + 2 * room];
  const out = cropped(image, x0 + left, y0 + top, pw, ph);
  const mask: Mask = { width, height, data: new Uint8Array(width * height) };
  for (let y = 0; y < ph; y++)
    for (let x = 0; x < pw; x++) {
      const [ex, ey] = [x + left, y + top];
      let [sum, count] = [0, 0];
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [ex + dx, ey + dy];
          count++;
          if (nx >= 0 && ny >= 0 && nx < w && ny < h && pupil[ny * w + nx]) sum++;
        }
      out.data[(y * pw + x) * 4 + 3] = Math.round((255 * sum) / count);
      if (sum && ex >= 0 && ey >= 0 && ex < w && ey < h) mask.data[(y0 + ey) * width + x0 + ex] = 1;
    }
  return { image: out, left: x0 + left, top: y0 + top, mask };
}

/** The eye's white where a pupil was: the mean of what is white about it, so that the pupil can go. */
export function withoutPupil(image: Raster, spot: PictureEye, mask: Mask): Raster {
  const { width, height } = image;
  const eye: Eye = { x: spot.x * width, y: spot.y * height, w: spot.halfWidth * width, h: spot.halfHeight * height };
  const white = median(image, (x, y) => inEllipse(eye, 0.8)(x, y) && !mask.data[Math.floor(y) * width + Math.floor(x)], [
    eye.x - eye.w,
    eye.y - eye.h,
    eye.x + eye.w,
    eye.y + eye.h,
  ]);
  if (!white) return image;
  const out: Raster = { width, height, data: new Uint8ClampedArray(image.data) };
  for (let p = 0; p < mask.data.length; p++) if (mask.data[p]) for (let c = 0; c < 3; c++) out.data[p * 4 + c] = white[c] as number;
  return out;
}

export interface PreparedFace {
  /** The picture without its painted mouth and with empty eyes where pupils were lifted. */
  readonly image: Raster;
  readonly pupils: { readonly left?: LiftedPupil; readonly right?: LiftedPupil };
  readonly colours: Colours;
  /** How far the mouth may open and stay within the chin. */
  readonly open: number;
}

/** Makes a marked picture ready to act: mends the mouth away, lifts the pupils, takes the colours. */
export function preparedFace(image: Raster, face: PictureFace, { mouth = true, pupils = true } = {}): PreparedFace {
  const colours = sampledColours(image, face);
  let out = mouth ? mended(image, mouthMask(image, face)) : image;
  const lifted: { left?: LiftedPupil; right?: LiftedPupil } = {};
  if (pupils)
    for (const side of ['left', 'right'] as const) {
      const pupil = liftedPupil(image, face[side]);
      if (!pupil) continue;
      lifted[side] = pupil;
      out = withoutPupil(out, face[side], pupil.mask);
    }
  // Both look about, or none does.
  if (!lifted.left !== !lifted.right) return preparedFace(image, face, { mouth, pupils: false });
  return { image: out, pupils: lifted, colours, open: roomFor(image, face) };
}

/** Of the way from the line between the lips to the chin, this much may be an open mouth. */
const ROOM = 0.8;

export function roomFor(image: { readonly width: number; readonly height: number }, face: PictureFace, width = 1): number {
  const { mouth, chin } = inPixels(image as Raster, face);
  const wide = Math.hypot(mouth[2][0] - mouth[0][0], mouth[2][1] - mouth[0][1]) * width;
  const deepest = (MOUTH_CHART.wide.lower * wide) / (2 * MOUTH_CHART.rest.width);
  const room = Math.hypot(chin[0] - mouth[1][0], chin[1] - mouth[1][1]) * ROOM;
  return Math.round(Math.min(1, Math.max(0.25, room / deepest)) * 100) / 100;
}
