import type { MarkForm } from '../../document/schema.ts';
import type { SpeakerTone } from '../../document/tones.ts';
import type { Matrix, Point } from '../../draw/matrix.ts';
import { type Path, pen, polygon, trimmed } from '../../draw/path.ts';
import type { Node } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';
import type { OwnBox } from '../layers/kind.ts';
import { INK, LAMP, laidRow, out, PAPER, Sheet, settle } from '../words/kit.ts';

/** What a mark is drawn from, in its own units. */
export interface MarkInput {
  readonly text: string;
  readonly fonts: Fonts;
  readonly tone: SpeakerTone;
  /** Milliseconds since its word. */
  readonly ms: number;
  /** What it names: it is drawn about this box, or from its own place to it. */
  readonly around: OwnBox;
  /** Where in that box it aims, shares from its middle; undefined at the whole of it. */
  readonly aim: Point | undefined;
  /** Where an arrow, a thread or a label begins. */
  readonly from: Point;
}

/** A way to point something out (words.md, 7). */
export interface MarkKind {
  readonly id: MarkForm;
  readonly name: string;
  readonly use: string;
  /** Whether it lies about what it names, and not between its own place and that. */
  readonly about: boolean;
  /** Whether its words are written, not only waited for. */
  readonly written: boolean;
  /** Milliseconds after its word in which it still moves. */
  readonly moves: number;
  draw(input: MarkInput): readonly Node[];
}

/** What is pointed at is not touched. */
const OFF = 24;
/** Longest that an arrow is drawn in full; a shorter one is smaller as a whole. */
const ARROW = { body: 38, head: 190, half: 65, notch: 26, past: 30, least: 300 } as const;
const LABEL = { size: 50, height: 112, pad: 40, cut: 26 } as const;
const SHADOW = { dx: 8, dy: 10, alpha: 0.24 } as const;

const middle = ({ left, right, top, bottom }: OwnBox): Point => ({ x: (left + right) / 2, y: (top + bottom) / 2 });

/** The place in a box that is aimed at. */
const aimed = (box: OwnBox, aim: Point | undefined): Point => {
  const at = middle(box);
  return aim ? { x: at.x + aim.x * (box.right - box.left), y: at.y + aim.y * (box.bottom - box.top) } : at;
};

/** Where the way from a place to a box, or to the point in it that is aimed at, ends. */
export function tipOf({ around, aim, from }: Pick<MarkInput, 'around' | 'aim' | 'from'>): Point {
  const to = aimed(around, aim);
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const far = Math.hypot(dx, dy);
  if (far < 1) return to;
  if (aim) return { x: to.x - (dx / far) * OFF, y: to.y - (dy / far) * OFF };
  // Half of the box, and what is kept off it, along the way.
  const [hw, hh] = [(around.right - around.left) / 2 + OFF, (around.bottom - around.top) / 2 + OFF];
  const share = Math.min(1, Math.max(0, 1 - Math.min(hw / Math.max(Math.abs(dx), 1e-9), hh / Math.max(Math.abs(dy), 1e-9))));
  return { x: from.x + dx * share, y: from.y + dy * share };
}

const along = (from: Point, to: Point): Matrix => {
  const far = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [c, s] = [(to.x - from.x) / far, (to.y - from.y) / far];
  return [c, s, -s, c, from.x, from.y];
};

const shaded = (sheet: Sheet, path: Path, fill: string, matrix: Matrix): Sheet =>
  sheet
    .item({ path, fill: INK, alpha: SHADOW.alpha, matrix: [matrix[0], matrix[1], matrix[2], matrix[3], matrix[4] + SHADOW.dx, matrix[5] + SHADOW.dy] })
    .item({ path, fill, matrix });

function ribbonArrow(input: MarkInput): readonly Node[] {
  const to = tipOf(input);
  const far = Math.hypot(to.x - input.from.x, to.y - input.from.y);
  const k = Math.min(1, far / ARROW.least);
  const reached = far * Math.min(1, settle(input.ms, 320)) + Math.max(0, settle(input.ms, 320) - 1) * 25 * ARROW.past * k;
  const head = Math.min(ARROW.head * k, reached);
  const [body, half, notch, neck] = [ARROW.body * k, ARROW.half * k, ARROW.notch * k, Math.max(0, reached - head)];
  if (reached < 2) return [];
  const path = neck > notch ? polygon([0, -body, neck, -body, neck, -half, reached, 0, neck, half, neck, body, 0, body, notch, 0]) : polygon([neck, -half, reached, 0, neck, half]);
  return shaded(new Sheet(), path, input.tone.strong, along(input.from, to)).nodes;
}

/** A bow from one place to another, and the direction in which it ends. */
function bowed(from: Point, to: Point): { readonly path: Path; readonly control: Point } {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  // It bows upwards, as what is thrown does.
  const side = dx < 0 ? 1 : -1;
  const control = { x: (from.x + to.x) / 2 - dy * 0.3 * side, y: (from.y + to.y) / 2 + dx * 0.3 * side };
  return { path: pen().move(from.x, from.y).quad(control.x, control.y, to.x, to.y).done(), control };
}

function threadArrow(input: MarkInput): readonly Node[] {
  const { from, tone } = input;
  const to = tipOf(input);
  const far = Math.hypot(to.x - from.x, to.y - from.y);
  const k = Math.min(1, far / ARROW.least);
  const { control } = bowed(from, to);
  const share = out(input.ms, 400);
  const at = (t: number): Point => ({
    x: (1 - t) ** 2 * from.x + 2 * t * (1 - t) * control.x + t * t * to.x,
    y: (1 - t) ** 2 * from.y + 2 * t * (1 - t) * control.y + t * t * to.y,
  });
  const needle = Math.min(0.9, (104 * k) / Math.max(1, far));
  const [tip, root] = [at(share), at(Math.max(0, share - needle))];
  const line = trimmed(bowed(from, root).path, 1);
  const sheet = new Sheet().ring(from.x, from.y, 18 * k, tone.strong, 10 * k);
  if (share < 0.04) return sheet.nodes;
  // As far as its head begins; the way there is the same bow.
  const way = pen().move(from.x, from.y);
  for (let n = 1; n <= 24; n++) {
    const { x, y } = at((Math.max(0, share - needle * 0.6) * n) / 24);
    way.line(x, y);
  }
  sheet.line(line.length ? way.done() : line, tone.strong, 10 * k);
  const matrix = along(root, tip);
  const long = Math.hypot(tip.x - root.x, tip.y - root.y);
  sheet.item({ path: polygon([long, 0, 0, -46 * k, 24 * k, 0, 0, 46 * k]), fill: tone.strong, matrix });
  return sheet.nodes;
}

/** Sides of a label with its words. */
export function labelSize(text: string, fonts: Fonts): { readonly width: number; readonly height: number } {
  return { width: Math.max(90, laidRow(text || '…', fonts.label, LABEL.size).width + LABEL.pad * 2 + LABEL.cut), height: LABEL.height };
}

function callout(input: MarkInput): readonly Node[] {
  const { from, tone, text, fonts, ms, around, aim } = input;
  const to = aimed(around, aim);
  const { width, height } = labelSize(text, fonts);
  const flip = to.x > from.x;
  const sheet = new Sheet();
  // From the edge of the label that is nearest.
  const inside = Math.abs(to.x - from.x) < width / 2;
  const start: Point = inside
    ? { x: from.x + Math.max(-width / 2 + 50, Math.min(width / 2 - 50, to.x - from.x)), y: from.y + (Math.sign(to.y - from.y) || 1) * (height / 2) }
    : { x: from.x + ((flip ? 1 : -1) * width) / 2, y: from.y };
  const far = Math.hypot(start.x - to.x, start.y - to.y);
  const share = out(ms - 100, 200);
  if (far > 40 && share > 0) {
    // The thread begins at its ring and is drawn towards the words.
    const [bx, by] = [to.x + ((start.x - to.x) / far) * 20, to.y + ((start.y - to.y) / far) * 20];
    sheet.thread([bx, by, bx + (start.x - bx) * share, by + (start.y - by) * share], tone.strong, 6);
  }
  sheet.ring(to.x, to.y, 18 * Math.max(0.01, settle(ms, 180)), INK, 13).ring(to.x, to.y, 18 * Math.max(0.01, settle(ms, 180)), LAMP, 8);
  const grown = width * Math.min(1, out(ms - 240, 220));
  if (grown > 4) {
    const left = flip ? from.x + width / 2 - grown : from.x - width / 2;
    sheet.strip(left, from.y - height / 2, grown, height, { cut: tone.cut, head: tone.strong, thick: 12, flip });
    const row = laidRow(text, fonts.label, LABEL.size);
    const x = from.x - width / 2 + LABEL.pad + (flip ? LABEL.cut : 0);
    const seen = grown - LABEL.pad * 0.5;
    row.words.forEach((word) => {
      const [l, r] = [x + word.x - left, x + word.x + word.width - left];
      if (l >= -1 && r <= seen + LABEL.pad * 0.5) sheet.item({ path: word.path, fill: INK, matrix: [1, 0, 0, 1, x + word.x, from.y + 24] });
    });
  }
  return sheet.nodes;
}

/** A line of a width, as a shape whose end is cut aslant. */
function brushed(points: readonly Point[], width: number): Path {
  const [a, b]: [number[], number[]] = [[], []];
  points.forEach((point, n) => {
    const [p, q] = [points[Math.max(0, n - 1)] as Point, points[Math.min(points.length - 1, n + 1)] as Point];
    const far = Math.hypot(q.x - p.x, q.y - p.y) || 1;
    const [nx, ny] = [(-(q.y - p.y) / far) * (width / 2), ((q.x - p.x) / far) * (width / 2)];
    // It begins as a tip and ends with a cut.
    const thick = Math.min(1, 0.35 + n / 10);
    a.push(point.x + nx * thick, point.y + ny * thick);
    b.unshift(point.x - nx * thick, point.y - ny * thick);
  });
  if (points.length > 2) {
    const [p, q] = [points[points.length - 2] as Point, points[points.length - 1] as Point];
    const far = Math.hypot(q.x - p.x, q.y - p.y) || 1;
    a[a.length - 2] = (a[a.length - 2] as number) + ((q.x - p.x) / far) * width * 0.8;
    a[a.length - 1] = (a[a.length - 1] as number) + ((q.y - p.y) / far) * width * 0.8;
  }
  return polygon([...a, ...b]);
}

function ring({ around, tone, ms }: MarkInput): readonly Node[] {
  const { x, y } = middle(around);
  const [rx, ry] = [Math.max(40, (around.right - around.left) * 0.55 + 10), Math.max(40, (around.bottom - around.top) * 0.55 + 10)];
  const share = out(ms, 450);
  const steps = Math.max(3, Math.round(64 * share));
  const points: Point[] = [];
  for (let n = 0; n <= steps; n++) {
    // Once round and a little more, a little wider where it overlaps: drawn by a hand.
    const t = (n / steps) * share;
    const angle = -2.2 + t * (Math.PI * 2 + 0.5);
    const wide = 1 + 0.055 * t;
    points.push({ x: x + rx * wide * Math.cos(angle), y: y + ry * wide * Math.sin(angle) });
  }
  return new Sheet().fill(brushed(points, 16), tone.strong).nodes;
}

/** A strip with a slanted end that grows to the right. */
const slanted = (left: number, top: number, width: number, height: number): Path =>
  polygon([left, top, left + width, top, left + width - Math.min(width, height * 0.3, 44), top + height, left, top + height]);

function underline({ around, tone, ms }: MarkInput): readonly Node[] {
  const wide = around.right - around.left;
  const grown = (wide + 24) * out(ms, 300);
  return grown < 2 ? [] : new Sheet().fill(slanted(around.left - 12, around.bottom + OFF / 2, grown, 16), tone.strong).nodes;
}

function marker({ around, ms }: MarkInput): readonly Node[] {
  const [wide, high] = [around.right - around.left, around.bottom - around.top];
  const grown = (wide + 36) * out(ms, 350);
  const tall = Math.max(24, high * 0.62);
  return grown < 2 ? [] : new Sheet().fill(slanted(around.left - 18, around.bottom - high * 0.08 - tall, grown, tall), LAMP, 0.75).nodes;
}

function measure({ around, tone, ms, text, fonts }: MarkInput): readonly Node[] {
  const [wide, high] = [around.right - around.left, around.bottom - around.top];
  const flat = wide >= high;
  const [long, across] = flat ? [wide, around.top - 70] : [high, around.right + 70];
  const half = (long / 2) * out(ms, 400);
  const at = middle(around);
  const sheet = new Sheet();
  const line = (a: number, b: number, c: number, d: number): void =>
    void sheet.thread(flat ? [at.x + a, across + b, at.x + c, across + d] : [across + b, at.y + a, across + d, at.y + c], tone.strong, 9);
  line(-half, 0, half, 0);
  line(-half, -46, -half, 46);
  line(half, -46, half, 46);
  const row = laidRow(text, fonts.label, LABEL.size);
  const width = (row.width + 72) * out(ms - 250, 220);
  if (text.trim() && width > 4) {
    const [x, y] = flat ? [at.x, across] : [across, at.y];
    sheet.strip(x - width / 2, y - 46, width, 92, { cut: 'square', fill: PAPER });
    if (width > row.width) sheet.row(row, x - row.width / 2, y + 18, INK, 0, () => true);
  }
  return sheet.nodes;
}

/** Every way to point something out, as they are listed. */
export const MARK_KINDS: readonly MarkKind[] = [
  { id: 'arrow', name: 'Ribbon arrow', use: 'a broad arrow to a thing', about: false, written: false, moves: 360, draw: ribbonArrow },
  { id: 'thread', name: 'Thread arrow', use: 'a fine bowed arrow to a thing', about: false, written: false, moves: 440, draw: threadArrow },
  { id: 'callout', name: 'Label on a thread', use: 'names a part of a thing', about: false, written: true, moves: 520, draw: callout },
  { id: 'ring', name: 'Ring', use: 'drawn round a thing', about: true, written: false, moves: 480, draw: ring },
  { id: 'underline', name: 'Underline', use: 'drawn beneath words or a thing', about: true, written: false, moves: 340, draw: underline },
  { id: 'marker', name: 'Marker pen', use: 'a bright stroke over words', about: true, written: false, moves: 380, draw: marker },
  { id: 'measure', name: 'Measure', use: 'how wide or tall a thing is', about: true, written: true, moves: 520, draw: measure },
];

export const markKind = (id: MarkForm): MarkKind => MARK_KINDS.find((kind) => kind.id === id) as MarkKind;
