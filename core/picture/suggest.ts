import type { PictureFace } from '../document/schema.ts';
import { suggestedBrows } from './brows.ts';
import { suggestedChin } from './chin.ts';
import { piecesOf } from './distance.ts';
import { labOfAll } from './oklab.ts';
import { type Raster, scaleTo, shrunk } from './raster.ts';
import { softened } from './smooth.ts';

/** The longer side, in pixels, at which faces are looked for. */
const SIDE = 320;
/** Sizes of features, as shares of the longer side. */
const SIZES = [0.018, 0.035, 0.07] as const;
/** How much darker than its surroundings a feature is, in OKLab's lightness. */
const DARKER = 0.07;

/** Of the best face's score; less is a likeness by chance. */
const LEAST_SCORE = 0.45;

interface Blob {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly pixels: number;
  readonly dark: number;
  /** Where its left end, its middle and its right end lie. */
  readonly ends: readonly [Spot, Spot, Spot];
}
type Spot = readonly [number, number];

/** Dark pieces on lighter ground, of the size of a feature. */
function blobsIn(width: number, height: number, lightness: Float32Array, inside: (p: number) => boolean, size: number): Blob[] {
  const around = softened({ width, height, data: lightness }, Math.max(2, size * Math.max(width, height)));
  const mask = new Uint8Array(width * height);
  for (let p = 0; p < mask.length; p++) mask[p] = inside(p) && (around.data[p] as number) - (lightness[p] as number) > DARKER ? 1 : 0;
  const { of, pieces } = piecesOf(width, height, mask);
  const sums = pieces.map(() => [0, 0, 0]);
  for (let p = 0; p < of.length; p++) {
    if (!of[p]) continue;
    const sum = sums[(of[p] as number) - 1] as number[];
    sum[0] = (sum[0] as number) + (p % width);
    sum[1] = (sum[1] as number) + Math.floor(p / width);
    sum[2] = (sum[2] as number) + (around.data[p] as number) - (lightness[p] as number);
  }
  const heights = pieces.map(() => [0, 0, 0, 0, 0, 0]);
  for (let p = 0; p < of.length; p++) {
    if (!of[p]) continue;
    const n = (of[p] as number) - 1;
    const { left, right } = pieces[n] as (typeof pieces)[number];
    const x = p % width;
    const part = (right - left + 1) * 0.08 + 0.6;
    const which = x - left < part ? 0 : right - x < part ? 2 : Math.abs(x - (left + right) / 2) <= part ? 1 : -1;
    if (which < 0) continue;
    const own = heights[n] as number[];
    own[which] = (own[which] as number) + Math.floor(p / width);
    own[which + 3] = (own[which + 3] as number) + 1;
  }
  return pieces.flatMap(({ pixels, left, right, top, bottom }, n): Blob[] => {
    const own = heights[n] as number[];
    const end = (which: number, at: number): Spot => [at, own[which + 3] ? (own[which] as number) / (own[which + 3] as number) : (top + bottom) / 2];
    const [x, y, dark] = sums[n] as [number, number, number];
    return pixels >= 4
      ? [
          {
            x: x / pixels,
            y: y / pixels,
            width: right - left + 1,
            height: bottom - top + 1,
            pixels,
            dark: dark / pixels,
            ends: [end(0, left), end(1, (left + right) / 2), end(2, right)],
          },
        ]
      : [];
  });
}

interface Found {
  readonly face: PictureFace;
  readonly score: number;
  readonly x: number;
  readonly y: number;
  readonly apart: number;
}

/**
 * Faces in a picture, drawn ones too, from left to right: two alike dark spots side by side with a wide dark line below them, in
 * proportions that faces have. What a photograph's face needs is found better by a trained model; this one knows nothing
 * but that.
 */
export function suggestedFaces(image: Raster, most = 4): PictureFace[] {
  const scale = scaleTo(image, SIDE);
  const [width, height] = [Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale))];
  const small = shrunk(image, width, height);
  const lab = labOfAll(small);
  const lightness = new Float32Array(width * height);
  let [sum, count] = [0, 0];
  for (let p = 0; p < lightness.length; p++)
    if ((small.data[p * 4 + 3] as number) > 128) {
      sum += lab[p * 3] as number;
      count++;
    }
  for (let p = 0; p < lightness.length; p++) lightness[p] = (small.data[p * 4 + 3] as number) > 128 ? (lab[p * 3] as number) : sum / Math.max(1, count);
  const inside = (p: number): boolean => (small.data[p * 4 + 3] as number) > 128;
  const found: Found[] = [];
  const stripes: Blob[] = [];
  for (const size of SIZES) {
    const blobs = blobsIn(width, height, lightness, inside, size);
    const long = size * Math.max(width, height);
    const eyes = blobs.filter((blob) => blob.width < long * 3.2 && blob.height < long * 3.2 && blob.width < blob.height * 2.6 && blob.height < blob.width * 2.6);
    const lines = blobs.filter((blob) => blob.width > blob.height * 1.2);
    stripes.push(...lines);
    for (const a of eyes)
      for (const b of eyes) {
        if (a.x >= b.x) continue;
        const found1 = faceOf(a, b, lines, width, height);
        if (found1) found.push(found1);
      }
  }
  found.sort((a, b) => b.score - a.score);
  const out: Found[] = [];
  for (const one of found)
    if (
      out.length < most &&
      one.score > LEAST_SCORE * (found[0] as Found).score &&
      !out.some((known) => Math.hypot(known.x - one.x, known.y - one.y) < (known.apart + one.apart) * 0.9)
    )
      out.push(one);
  // Named from left to right, as one reads them.
  out.sort((a, b) => a.x - b.x);
  return out.map(({ face }) => {
    const eyes = { left: wholeEye(small, lab, face.left, face.right), right: wholeEye(small, lab, face.right, face.left) };
    const brows = suggestedBrows(eyes, stripes, width, height);
    const chin = suggestedChin(small, lab, { ...face, ...eyes });
    return { ...face, ...eyes, ...(brows ? { brows } : {}), ...(chin ? { chin } : {}) };
  });
}

const ratio = (a: number, b: number): number => Math.min(a, b) / Math.max(a, b);

function faceOf(a: Blob, b: Blob, lines: readonly Blob[], width: number, height: number): Found | undefined {
  const apart = Math.hypot(b.x - a.x, b.y - a.y);
  const size = (a.width + a.height + b.width + b.height) / 4;
  const tilt = Math.atan2(b.y - a.y, b.x - a.x);
  if (apart < size * 1.3 || apart > size * 9 || Math.abs(tilt) > 0.6) return undefined;
  const alike = ratio(a.pixels, b.pixels) * ratio(a.width, b.width) * ratio(a.height, b.height) * ratio(a.dark, b.dark);
  if (alike < 0.2) return undefined;
  const [cx, cy] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
  const [down, across] = [
    { x: -Math.sin(tilt), y: Math.cos(tilt) },
    { x: Math.cos(tilt), y: Math.sin(tilt) },
  ];
  let best: { blob: Blob; below: number; score: number } | undefined;
  for (const blob of lines) {
    if (blob === a || blob === b) continue;
    const below = (blob.x - cx) * down.x + (blob.y - cy) * down.y;
    const aside = (blob.x - cx) * across.x + (blob.y - cy) * across.y;
    if (below < apart * 0.45 || below > apart * 1.9 || Math.abs(aside) > apart * 0.35) continue;
    const wide = blob.width / apart;
    if (wide < 0.28 || wide > 1.9) continue;
    const score = (1 - Math.abs(aside) / apart) * Math.exp(-(((below / apart - 1) / 0.6) ** 2)) * Math.exp(-(((wide - 0.8) / 0.8) ** 2));
    if (!best || score > best.score) best = { blob, below, score };
  }
  const line = best?.blob;
  const below = best?.below ?? apart;
  const score = alike * (0.25 + (best?.score ?? 0)) * Math.min(1, size / 4) * Math.exp(-Math.abs(tilt));
  const half = line ? Math.max(line.width / 2, apart * 0.2) : apart * 0.4;
  const at = (x: number, y: number): [number, number] => [(x + 0.5) / width, (y + 0.5) / height];
  const mouthX = line ? line.x : cx + down.x * below;
  const mouthY = line ? line.y : cy + down.y * below;
  const eye = (blob: Blob) => {
    // Far wider than high, it is a person's, with its lashes and the shade beside it; else a dark pupil is less than half of a drawn eye.
    const persons = blob.width > NARROW * blob.height && blob.width > 0.42 * apart;
    const long = persons ? apart * OPEN_EYE : Math.max(blob.width * 0.8, apart * 0.16);
    const high = persons ? long * 0.56 : Math.max(blob.height * 0.8, apart * 0.16);
    return { x: (blob.x + 0.5) / width, y: (blob.y + 0.5) / height, halfWidth: long / width, halfHeight: high / height };
  };
  return {
    x: cx,
    y: cy,
    apart,
    score,
    face: {
      left: eye(a),
      right: eye(b),
      mouth: line
        ? [at(...line.ends[0]), at(...line.ends[1]), at(...line.ends[2])]
        : [at(mouthX - across.x * half, mouthY - across.y * half), at(mouthX, mouthY + half * 0.12), at(mouthX + across.x * half, mouthY + across.y * half)],
      chin: at(mouthX + down.x * apart * 0.62, mouthY + down.y * apart * 0.62),
      tiltDeg: Math.round((tilt * 180) / Math.PI),
      facing: 0,
    },
  };
}

/** So much wider than high an eye is a person's; half of it is as wide as this share of the way between both (anthropometry: about 30 mm of 63). */
const NARROW = 2;
const OPEN_EYE = 0.25;

/** How alike the white of an eye is to itself, in OKLab. */
const WHITE = 0.09;
/** What is surely pupil, of the square of the ellipse that was found. */
const PUPILS = [0.7, 0.22] as const;

/** The eye about a dark pupil: the light ground that encloses it, where there is one; else what was found. */
function wholeEye({ width, height }: Raster, lab: Float32Array, eye: PictureFace['left'], other: PictureFace['left']): PictureFace['left'] {
  const [cx, cy] = [eye.x * width, eye.y * height];
  const apart = Math.hypot((eye.x - other.x) * width, (eye.y - other.y) * height);
  const reach = Math.ceil(apart * 0.48);
  const [x0, y0] = [Math.max(0, Math.floor(cx - reach)), Math.max(0, Math.floor(cy - reach))];
  const [w, h] = [Math.min(width, Math.ceil(cx + reach)) - x0, Math.min(height, Math.ceil(cy + reach)) - y0];
  // A person's eye is found by what is dark in it.
  if (w < 5 || h < 5 || eye.halfWidth * width > 1.6 * eye.halfHeight * height) return eye;
  const [rx, ry] = [eye.halfWidth * width, eye.halfHeight * height];
  const at = (n: number): number => ((y0 + Math.floor(n / w)) * width + x0 + (n % w)) * 3;
  let lightest = -1;
  for (let n = 0; n < w * h; n++) {
    const [dx, dy] = [(x0 + (n % w) - cx) / (rx * 1.3), (y0 + Math.floor(n / w) - cy) / (ry * 1.3)];
    if (dx * dx + dy * dy > 1) continue;
    if (lightest < 0 || (lab[at(n)] as number) > (lab[at(lightest)] as number)) lightest = n;
  }
  if (lightest < 0) return eye;
  const white = [0, 1, 2].map((c) => lab[at(lightest) + c] as number) as [number, number, number];
  // A dark spot may be the pupil, or all of a small eye: what is surely pupil is tried large, then small.
  for (const pupil of PUPILS) {
    const like = Uint8Array.from({ length: w * h }, (_, n) => {
      const a = at(n);
      const far = Math.hypot((lab[a] as number) - white[0], (lab[a + 1] as number) - white[1], (lab[a + 2] as number) - white[2]);
      const [dx, dy] = [(x0 + (n % w) - cx) / rx, (y0 + Math.floor(n / w) - cy) / ry];
      return far < WHITE || dx * dx + dy * dy < pupil ? 1 : 0;
    });
    const { of, pieces } = piecesOf(w, h, like);
    const name = of[Math.min(h - 1, Math.max(0, Math.round(cy - y0))) * w + Math.min(w - 1, Math.max(0, Math.round(cx - x0)))] as number;
    const piece = pieces[name - 1];
    // Skin as light as the white would be all of the face: it reaches the end of what was looked at.
    if (!piece || piece.left === 0 || piece.top === 0 || piece.right === w - 1 || piece.bottom === h - 1) continue;
    const [pw, ph] = [piece.right - piece.left + 1, piece.bottom - piece.top + 1];
    // No white about it: what was taken for the pupil is more than the eye.
    if (pw < 2 * rx * Math.sqrt(pupil) * 1.05 || ph < 2 * ry * Math.sqrt(pupil) * 1.05) continue;
    return { x: (x0 + piece.left + pw / 2) / width, y: (y0 + piece.top + ph / 2) / height, halfWidth: ((pw - 0.5) * 0.52) / width, halfHeight: ((ph - 0.5) * 0.52) / height };
  }
  return eye;
}

/** Marks about a place between the eyes, where no face was found: those of a middling face of that size. */
export function faceAt(x: number, y: number, apart: number, aspect: number): PictureFace {
  const [w, h] = [apart, apart * aspect];
  const eye = (out: number) => ({ x: x + (out * w) / 2, y, halfWidth: w * 0.22, halfHeight: h * 0.24 });
  return {
    left: eye(-1),
    right: eye(1),
    mouth: [
      [x - w * 0.42, y + h * 0.95],
      [x, y + h * 1.02],
      [x + w * 0.42, y + h * 0.95],
    ],
    chin: [x, y + h * 1.6],
    tiltDeg: 0,
    facing: 0,
  };
}
