import type { LayerOf } from '../../document/schema.ts';
import { toneOf } from '../../document/tones.ts';
import { IDENTITY, type Point } from '../../draw/matrix.ts';
import { ellipse, type Path, pathOf, pen } from '../../draw/path.ts';
import type { Item, Node } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';
import { wordsIn } from '../../schedule/beats.ts';
import { type StagedLayer, valueAt } from '../../schedule/staged.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import { brokenRows, INK, type LaidRow, laidRow, PAPER, settle, stripPath } from '../words/kit.ts';
import { type DrawnKind, middleBox, type OwnBox } from './kind.ts';

const MS = TICKS_PER_SECOND / 1000;
/** The size at which a balloon is drawn as large as it was made. */
const OWN_SIZE = 96;
/** A tail's base on the body, how far its tip stays from the lips, how far a tail is bent, shares and units. */
const BASE = 52;
const TIP = 64;
const BENT = 0.15;
/** How far a tail ends before a head. */
const OFF_HEAD = 24;

type StagedBalloon = StagedLayer & { readonly layer: LayerOf<'balloon'> };

interface Body {
  readonly rows: readonly LaidRow[];
  readonly size: number;
  readonly leading: number;
  readonly width: number;
  readonly height: number;
}
const bodies = new WeakMap<Fonts, Map<string, Body>>();

/** A balloon's words set as large as their number allows (words.md, 5). */
function bodyOf({ text, form }: LayerOf<'balloon'>, fonts: Fonts): Body {
  let known = bodies.get(fonts);
  if (!known) bodies.set(fonts, (known = new Map()));
  const key = `${form} ${text}`;
  let body = known.get(key);
  if (!body) {
    const words = wordsIn(text);
    const letters = text.trim().length;
    const first = words.length <= 1 ? 84 : words.length <= 3 || letters <= 16 ? 66 : letters <= 40 ? 60 : 56;
    const size = form === 'shout' ? first * 1.2 : form === 'whisper' ? first * 0.86 : first;
    const rows = brokenRows(text.replace(/\s+/g, ' '), fonts.title, size, size * 10.6).map((row) => laidRow(row, fonts.title, size));
    const leading = size * 1.28;
    const wide = Math.max(size, ...rows.map((row) => row.width));
    const height = leading * rows.length + size * 1.24;
    body = { rows, size, leading, width: wide + size * 1.56 + 28, height };
    if (known.size > 200) known.clear();
    known.set(key, body);
  }
  return body;
}

function outlineOf(form: LayerOf<'balloon'>['form'], width: number, height: number, flip: boolean, cut: Parameters<typeof stripPath>[4]): Path {
  const [x, y] = [-width / 2, -height / 2];
  if (form === 'thought') return scalloped(width, height);
  if (form === 'shout') return torn(width, height);
  return stripPath(x, y, width, height, cut === 'notches' || cut === 'scallop' ? 'slant' : cut, flip);
}

/** An edge of arcs, each about as long as the others. */
function scalloped(width: number, height: number): Path {
  const spots: [number, number][] = [];
  const [across, down] = [Math.max(2, Math.round(width / 140)), Math.max(1, Math.round(height / 120))];
  const [l, r, t, b] = [-width / 2 + 26, width / 2 - 26, -height / 2 + 22, height / 2 - 22];
  for (let n = 0; n < across; n++) spots.push([l + ((r - l) * n) / across, t]);
  for (let n = 0; n < down; n++) spots.push([r, t + ((b - t) * n) / down]);
  for (let n = 0; n < across; n++) spots.push([r - ((r - l) * n) / across, b]);
  for (let n = 0; n < down; n++) spots.push([l, b - ((b - t) * n) / down]);
  const out = pen().move(...(spots[0] as [number, number]));
  spots.forEach(([ax, ay], n) => {
    const [bx, by] = spots[(n + 1) % spots.length] as [number, number];
    const long = Math.hypot(bx - ax, by - ay);
    const [ox, oy] = [((by - ay) / long) * long * 0.42, (-(bx - ax) / long) * long * 0.42];
    out.cubic(ax + ox * 1.1, ay + oy * 1.1, bx + ox * 1.1, by + oy * 1.1, bx, by);
  });
  return out.close().done();
}

/** Torn at both ends. */
function torn(width: number, height: number): Path {
  const [l, r, t, b] = [-width / 2, width / 2, -height / 2, height / 2];
  const out = pen()
    .move(l + 26, t)
    .line(r - 14, t - 10);
  for (let n = 1; n <= 5; n++) out.line(n % 2 ? r + 8 : r - 30, t + ((b - t) * n) / 5);
  out.line(l + 12, b + 8);
  for (let n = 1; n <= 5; n++) out.line(n % 2 ? l - 8 : l + 30, b - ((b - t) * n) / 5);
  return out.close().done();
}

/** The share of the way from a place to the lips at which it comes to the head, an ellipse in its box; 1 from below and from within. */
function entry(from: Point, to: Point, { left, right, top, bottom }: OwnBox): number {
  const [cx, cy, rx, ry] = [(left + right) / 2, (top + bottom) / 2, (right - left) / 2, (bottom - top) / 2];
  // From beneath the eyes nothing of the face is crossed.
  if (from.y > cy || rx < 1 || ry < 1) return 1;
  const [px, py, dx, dy] = [(from.x - cx) / rx, (from.y - cy) / ry, (to.x - from.x) / rx, (to.y - from.y) / ry];
  const [a, b, c] = [dx * dx + dy * dy, px * dx + py * dy, px * px + py * py - 1];
  const under = b * b - a * c;
  if (c <= 0 || under <= 0 || a < 1e-9) return 1;
  return Math.min(1, Math.max(0, (-b - Math.sqrt(under)) / a));
}

/** From a body's edge to near the lips: two bent edges that meet in a point. Undefined where the lips are in the body. */
function tailOf({ width, height }: Body, to: Point, head: OwnBox | undefined): { readonly path: Path; readonly tip: Point; readonly from: Point } | undefined {
  const [hw, hh] = [width / 2, height / 2];
  if (Math.abs(to.x) < hw && Math.abs(to.y) < hh) return undefined;
  const below = Math.abs(to.y) > hh;
  const from: Point = below
    ? { x: Math.max(-hw + 60 + BASE / 2, Math.min(hw - 60 - BASE / 2, to.x * 0.6)), y: Math.sign(to.y) * (hh - 4) }
    : { x: Math.sign(to.x) * (hw - 30), y: Math.max(-hh + 34, Math.min(hh - 34, to.y)) };
  const far = Math.hypot(to.x - from.x, to.y - from.y);
  // Before the lips, and before the head where the way there would lead over the eyes.
  const reach = Math.min(far - TIP, head ? far * entry(from, to, head) - OFF_HEAD : far);
  if (reach < 12) return undefined;
  const k = reach / far;
  const tip: Point = { x: from.x + (to.x - from.x) * k, y: from.y + (to.y - from.y) * k };
  const [dx, dy] = below ? [BASE / 2, 0] : [0, BASE / 2];
  const [mx, my] = [(from.x + tip.x) / 2, (from.y + tip.y) / 2];
  const [bx, by] = [(-(tip.y - from.y) * BENT) / 1, (tip.x - from.x) * BENT];
  const path = pen()
    .move(from.x - dx, from.y - dy)
    .quad(mx - dx * 0.5 + bx, my - dy * 0.5 + by, tip.x, tip.y)
    .quad(mx + dx * 0.5 + bx, my + dy * 0.5 + by, from.x + dx, from.y + dy)
    .close()
    .done();
  return { path, tip, from };
}

function drawn(staged: StagedBalloon, tick: number, fonts: Fonts, towards: Point | undefined, face: OwnBox | undefined, k: number): readonly Node[] {
  const { layer, words, start, end } = staged;
  const { form } = layer;
  const body = bodyOf(layer, fonts);
  const tone = toneOf(words?.tone);
  const beats = words?.beats ?? [];
  const first = beats[0] ?? start;
  // It comes a little before its first word.
  const ms = (tick - Math.max(start, first - 80 * MS)) / MS;
  if (ms < 0 || tick >= end) return [];
  const grown = settle(ms, 200);
  const to = towards && { x: towards.x / k, y: towards.y / k };
  const head = face && { left: face.left / k, right: face.right / k, top: face.top / k, bottom: face.bottom / k };
  const flip = !!to && to.x > 0;
  const fill = form === 'afar' ? tone.tint : PAPER;
  const outline = outlineOf(form, body.width, body.height, flip, tone.cut);
  const nodes: Item[] = [];
  const add = (id: string, rest: Omit<Item, 'id' | 'matrix'> & { matrix?: Item['matrix'] }): void => void nodes.push({ matrix: IDENTITY, ...rest, id });
  const whisper = form === 'whisper';
  const tail = to && ms > 60 && form !== 'thought' && form !== 'afar' ? tailOf(body, to, head) : undefined;
  const shadow: readonly [number, number] = [6, 8];
  if (!whisper) {
    add('shade', { path: outline, fill: INK, alpha: 0.22, matrix: [1, 0, 0, 1, ...shadow] });
    if (tail) add('tail.shade', { path: tail.path, fill: INK, alpha: 0.22, matrix: [1, 0, 0, 1, ...shadow] });
  }
  if (form === 'afar' && to) {
    // A bent thread to what it comes from.
    const [sx, sy] = [Math.max(-body.width / 2 + 60, Math.min(body.width / 2 - 60, to.x * 0.6)), Math.sign(to.y || 1) * (body.height / 2 - 6)];
    const thread = pen()
      .move(sx, sy)
      .line((sx + to.x) / 2 + 40, (sy + to.y) / 2 - 10)
      .line((sx + to.x) / 2 - 40, (sy + to.y) / 2 + 14)
      .line(to.x, to.y)
      .done();
    add('thread', { path: thread, stroke: { paint: tone.strong, width: 9, cap: 'round' } });
    add('thread.ring', { path: ellipse(to.x, to.y, 14), stroke: { paint: tone.strong, width: 8 } });
  }
  if (form === 'thought' && to) {
    const [fx, fy] = [Math.max(-body.width / 3, Math.min(body.width / 3, to.x * 0.5)), Math.sign(to.y || 1) * (body.height / 2 + 4)];
    [30, 21, 13].forEach((radius, n) => {
      if (ms < 80 * (n + 1)) return;
      const t = (n + 0.7) / 3.8;
      add(`disc${n}`, { path: ellipse(fx + (to.x - fx) * t, fy + (to.y - fy) * t, radius), fill: PAPER, stroke: { paint: tone.strong, width: 4 } });
    });
  }
  if (tail) add('tail', { path: tail.path, fill });
  add('body', {
    path: outline,
    fill,
    ...(whisper ? { alpha: 0.86, stroke: { paint: tone.strong, width: 5 } } : {}),
    ...(form === 'shout' ? { stroke: { paint: tone.strong, width: 11 } } : {}),
  });
  const whole: Node[] = [...nodes];
  if (form === 'speech' || form === 'afar') {
    const band: Item = {
      id: 'head',
      matrix: IDENTITY,
      path: pathOf([
        0,
        -body.width / 2 - 4,
        -body.height / 2,
        1,
        body.width / 2 + 4,
        -body.height / 2,
        1,
        body.width / 2 + 4,
        -body.height / 2 + 13,
        1,
        -body.width / 2 - 4,
        -body.height / 2 + 13,
        4,
      ]),
      fill: tone.strong,
    };
    whole.push({ id: 'head.in', mask: { id: 'mask', path: outline, matrix: IDENTITY, fill: '#000000' }, items: [band] });
  }
  // Words as they are said; up to three at once.
  const all = beats.length <= 3;
  let word = 0;
  body.rows.forEach((row, n) => {
    const y = -body.height / 2 + body.size * 0.62 + 10 + body.size * 0.78 + n * body.leading;
    for (const one of row.words) {
      const come = ms > 120 && (all ? tick >= first : tick >= (beats[word] ?? first));
      const lean: Item['matrix'] = form === 'thought' || whisper ? [1, 0, -0.16, 1, -row.width / 2 + one.x, y] : [1, 0, 0, 1, -row.width / 2 + one.x, y];
      if (come) whole.push({ id: `word${word}`, path: one.path, matrix: lean, fill: INK });
      word++;
    }
  });
  // It grows out of the tail's base, and a shout shakes.
  const from = tail?.from ?? { x: 0, y: (to ? Math.sign(to.y || 1) : 1) * (body.height / 2) };
  const shake = form === 'shout' && ms < 240 ? 6 * Math.sin((ms / 240) * 4 * Math.PI) * (1 - ms / 240) : 0;
  const s = k * grown;
  const matrix: Item['matrix'] = [s, 0, 0, s, k * from.x * (1 - grown) + shake, k * from.y * (1 - grown)];
  return s === 1 && !shake ? whole : whole.map((node) => placed(node, matrix));
}

function placed(node: Node, m: Item['matrix']): Node {
  if ('items' in node)
    return {
      ...node,
      ...(node.mask ? { mask: placed(node.mask, m) as Item } : {}),
      ...(node.base ? { base: placed(node.base, m) as Item } : {}),
      items: node.items.map((item) => placed(item, m)),
    };
  const [a, b, c, d, e, f] = node.matrix;
  return { ...node, matrix: [m[0] * a, m[3] * b, m[0] * c, m[3] * d, m[0] * e + m[4], m[3] * f + m[5]] };
}

const EMPTY: readonly Node[] = [];

/** What somebody says or thinks, with a tail that follows their mouth. */
export const balloon: DrawnKind<'balloon'> = {
  kind: 'balloon',
  entry: {
    label: 'Balloon',
    icon: 'M4 5h16v10h-9l-5 4v-4H4zM8 9h8M8 12h5',
    fields: [
      { field: 'text', label: 'Words', control: 'text' },
      {
        field: 'form',
        label: 'How it is said',
        control: 'choice',
        options: [
          ['speech', 'Said'],
          ['thought', 'Thought'],
          ['shout', 'Shouted'],
          ['whisper', 'Whispered'],
          ['afar', 'From afar'],
        ],
      },
    ],
  },
  moves: () => true,
  nodes(staged, tick, { fonts, towards, head }) {
    if (!fonts.title.length) return EMPTY;
    return drawn(staged, tick, fonts, towards, head, valueAt(staged, 'size', tick) / OWN_SIZE);
  },
  box(staged, tick, { fonts }): OwnBox {
    const k = valueAt(staged, 'size', tick) / OWN_SIZE;
    if (!fonts.title.length) return middleBox(400 * k, 140 * k);
    const { width, height } = bodyOf(staged.layer, fonts);
    return middleBox(width * k, height * k);
  },
};
