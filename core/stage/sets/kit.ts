import { dice } from '../../draw/hash.ts';
import { ellipse, type Path, pen, rect, smoothLoop } from '../../draw/path.ts';
import type { Colour } from '../../draw/picture.ts';
import { type Hand, vertical } from '../world/hand.ts';
import { between, glint, lighter, shade } from '../world/tones.ts';
import { HORIZON, type PartLook, part, REACH, type SetPart, type SetPlane, sizeAt, whole } from './set.ts';

/** A room's wall is so far behind the stage line, and meets the floor there (world.md, 1). */
export const WALL_METRES = 1.9;
export const WALL_FOOT = 290;
export const WALL_SIZE = sizeAt(WALL_METRES);
export const DARK = '#33424a';
export const PANE = '#b9dbe3';

/** A plain wall with its skirting board, all over what a frame may show. */
export const wall = (more: (h: Hand, look: PartLook) => void = () => {}): SetPart =>
  whole(
    'wall',
    'Wall',
    (h, look) => {
      const { base } = look.tones.wall;
      h.flat(rect(-REACH, -REACH, 2 * REACH, 2 * REACH), vertical(-540, WALL_FOOT, [0, lighter(base, -0.012)], [1, lighter(base, 0.012)]));
      more(h, look);
      h.bar(-REACH, WALL_FOOT - 30, 2 * REACH, 30, lighter(base, 0.05)).bar(-REACH, WALL_FOOT - 34, 2 * REACH, 4, shade(base));
    },
    { slot: 'wall' },
  );

/** Lines of a floor that run to the vanishing point, and across it, closer towards the wall. */
function floorLines(h: Hand, top: number, colour: Colour, step: number, across: boolean): void {
  for (let x = -step * 12.5; x <= step * 12.5; x += step) {
    const at = (y: number): number => (x * (y - HORIZON)) / (540 - HORIZON);
    h.rod([at(top), top, at(REACH), REACH], colour, 2.2, 0.4);
  }
  if (across)
    for (const metres of [1.3, 0.75, 0.25, -0.25, -0.75, -1.2, -1.7, -2.2])
      h.rod([-REACH * 1.6, HORIZON + 410 * sizeAt(metres), REACH * 1.6, HORIZON + 410 * sizeAt(metres)], colour, 2.2, 0.34);
}

/** A floor up to a wall. It reaches beyond the sides, as a camera shears it. */
export const floor = (kind: 'boards' | 'tiles' | 'plain' = 'boards', top = WALL_FOOT): SetPart =>
  whole(
    'floor',
    'Floor',
    (
      h,
      {
        tones: {
          floor: { base },
        },
      },
    ) => {
      h.flat(rect(-REACH * 1.6, top, REACH * 3.2, REACH), vertical(top, 560, [0, lighter(base, 0.015)], [1, lighter(base, -0.035)]));
      if (kind !== 'plain') floorLines(h, top, lighter(base, -0.09), kind === 'boards' ? 170 : 230, kind === 'tiles');
      h.bar(-REACH * 1.6, top, REACH * 3.2, 10, '#2b3550', 0, 0.1);
    },
    { slot: 'floor' },
  );

export const wallPlane = (...parts: readonly SetPart[]): SetPlane => ({ id: 'back', name: 'Wall', distance: WALL_METRES, parts });
export const floorPlane = (kind: 'boards' | 'tiles' | 'plain' = 'boards', ...parts: readonly SetPart[]): SetPlane => ({
  id: 'floor',
  name: 'Floor',
  distance: WALL_METRES,
  floorTop: WALL_FOOT,
  parts: [floor(kind), ...parts],
});
export const middlePlane = (distance: number, ...parts: readonly SetPart[]): SetPlane => ({ id: 'middle', name: 'Things', distance, parts });
export const nearPlane = (...parts: readonly SetPart[]): SetPlane => ({ id: 'near', name: 'Nearest', distance: -1.4, parts });

/** What one sees out of a window: the sky of the hour, hills, and a bush. */
function view(h: Hand, x: number, y: number, width: number, height: number, { light, tones }: PartLook): void {
  const { sky } = light;
  h.source(rect(x, y, width, height), vertical(y, y + height * 0.85, [0, sky[0]], [0.6, sky[1]], [1, sky[2]]));
  h.within(rect(x, y, width, height), (p) => {
    if (light.glow > 0.9) p.source(ellipse(x + width * 0.7, y + height * 0.26, width * 0.07), '#f3ecd2');
    p.flat(
      smoothLoop([
        x - 20,
        y + height * 0.76,
        x + width * 0.3,
        y + height * 0.62,
        x + width * 0.7,
        y + height * 0.72,
        x + width + 20,
        y + height * 0.64,
        x + width + 20,
        y + height + 20,
        x - 20,
        y + height + 20,
      ]),
      between(tones.green.base, PANE, 0.5),
    );
    p.flat(
      smoothLoop([x - 20, y + height * 0.9, x + width * 0.4, y + height * 0.8, x + width + 20, y + height * 0.92, x + width + 20, y + height + 30, x - 20, y + height + 30]),
      between(tones.green.base, PANE, 0.22),
    );
  });
}

/** A window with its frame, sill, and curtains if wished; its middle above its sill at (0, 0). */
export const window = (id: string, x: number, sill: number, width = 250, height = 250, curtains: 'accent' | 'second' | undefined = undefined): SetPart =>
  part(id, 'Window', x, sill, (h, look) => {
    const frame = '#f4f1e6';
    h.castBox(-width / 2 - 14, -height - 14, width + 28, height + 28, 4);
    h.box(-width / 2 - 14, -height - 14, width + 28, height + 28, frame, 4);
    view(h, -width / 2, -height, width, height, look);
    h.bar(-6, -height, 12, height, frame).bar(-width / 2, -height * 0.62, width, 10, frame);
    h.box(-width / 2 - 26, 6, width + 52, 20, frame, 4);
    if (!curtains) return;
    const tone = look.tones[curtains];
    h.rod([-width / 2 - 70, -height - 40, width / 2 + 70, -height - 40], look.tones.wood.shadow, 8);
    for (const side of [-1, 1]) {
      const [out, inner] = [side * (width / 2 + 62), side * (width / 2 - 26)];
      h.solid(
        pen()
          .move(out, -height - 38)
          .line(inner, -height - 38)
          .quad(inner + side * 4, -height * 0.4, inner + side * 34, 40)
          .line(out, 40)
          .close()
          .done(),
        tone.base,
        10,
        3,
      );
      for (const t of [0.3, 0.6]) h.rod([out + (inner - out) * t, -height - 30, out + (inner + side * 30 - out) * t, 34], tone.shadow, 4, 0.7);
    }
  });

/** A framed picture of shapes, nobody's. */
export const frame = (id: string, x: number, y: number, width: number, height: number, kind: 'hills' | 'sun' | 'leaf' = 'hills'): SetPart =>
  part(id, 'Picture', x, y, (h, { tones }) => {
    h.castBox(-width / 2, -height / 2, width, height, 3);
    h.box(-width / 2, -height / 2, width, height, tones.wood.base, 3);
    h.bar(-width / 2 + 10, -height / 2 + 10, width - 24, height - 24, tones.paper.base);
    h.within(rect(-width / 2 + 18, -height / 2 + 18, width - 40, height - 40), (p) => {
      if (kind === 'sun')
        p.bar(-width, -height, 2 * width, 2 * height, '#f0cfa2')
          .flat(ellipse(0, 0, width * 0.2), tones.accent.base)
          .bar(-width, height * 0.14, 2 * width, height, tones.second.base);
      else if (kind === 'leaf') p.flat(ellipse(0, 0, width * 0.12, height * 0.3), tones.green.base).rod([0, height * 0.34, 0, -height * 0.2], tones.green.shadow, 3);
      else
        p.bar(-width, -height, 2 * width, 2 * height, '#cfe2e6')
          .flat(ellipse(-width * 0.2, height * 0.46, width * 0.5, height * 0.42), tones.green.base)
          .flat(ellipse(width * 0.32, height * 0.5, width * 0.5, height * 0.36), tones.second.base);
    });
  });

/** A shelf with a row of things from a seeded dice. */
export const shelf = (id: string, x: number, y: number, width: number, what: 'books' | 'jars' | 'bottles' | 'boxes', seed: number): SetPart =>
  part(id, 'Shelf', x, y, (h, { tones }) => {
    const chance = dice(seed);
    const colours = [tones.accent.base, tones.second.base, '#eec14a', tones.green.base, '#2c456b', tones.paper.base, '#74395f'];
    h.cast(rect(-width / 2, -10, width, 24));
    for (let at = -width / 2 + 14; at < width / 2 - 40; ) {
      const colour = colours[Math.floor(chance.next() * colours.length)] as Colour;
      if (what === 'books') {
        const [w, high] = [chance.between(16, 30), chance.between(66, 96)];
        h.box(at, -high, w, high, colour, 2).bar(at + 4, -high + 14, w - 10, 6, lighter(colour, 0.12));
        at += w + 1;
      } else if (what === 'jars') {
        const [w, high] = [chance.between(38, 54), chance.between(50, 74)];
        h.box(at, -high, w, high, lighter(colour, 0.04), 9).box(at + 4, -high - 12, w - 8, 14, tones.wood.base, 4);
        at += w + 14;
      } else if (what === 'bottles') {
        const high = chance.between(60, 84);
        h.box(at, -high * 0.68, 34, high * 0.68, colour, 6)
          .bar(at + 12, -high, 10, high * 0.36, lighter(colour, 0.06), 2)
          .bar(at + 4, -high * 0.46, 24, 18, tones.paper.base, 2);
        at += 48;
      } else {
        const [w, high] = [chance.between(64, 100), chance.between(48, 80)];
        h.box(at, -high, w, high, colour, 3).bar(at + 10, -high + 14, w * 0.5, 14, tones.paper.base, 2);
        at += w + 8;
      }
    }
    h.box(-width / 2, 0, width, 16, tones.wood.base, 3);
  });

/** Cupboards along a wall with a worktop. */
export const counter = (id: string, x: number, width: number, doors: number, top = 265): SetPart =>
  part(
    id,
    'Counter',
    x,
    WALL_FOOT,
    (h, { tones: { second, wood } }) => {
      const tall = top * WALL_SIZE;
      h.box(-width / 2 + 6, -tall + 12, width - 12, tall - 12, second.light, 3);
      h.bar(-width / 2 + 6, -16, width - 12, 16, second.shadow);
      const w = (width - 24) / doors;
      for (let n = 0; n < doors; n++) {
        h.box(-width / 2 + 14 + n * w, -tall + 30, w - 8, tall - 56, glint(second.light), 4);
        h.bar(-width / 2 + 14 + n * w + w / 2 - 22, -tall + 42, 36, 7, second.shadow, 3);
      }
      h.box(-width / 2, -tall - 6, width, 20, wood.base, 3);
    },
    { stays: true, slot: 'second' },
  );

/** A cloud of a seeded form about (0, 0). */
export const cloud = (id: string, x: number, y: number, k: number): SetPart =>
  part(
    id,
    'Cloud',
    x,
    y,
    (h, { light: { sky } }) => {
      const body = smoothLoop([-130, 16, -138, -14, -88, -26, -52, -60, 8, -58, 44, -34, 92, -32, 134, 0, 116, 18, 0, 20]);
      h.flat(body, between(sky[1], '#ffffff', 0.72));
      h.flat(smoothLoop([-124, 16, -60, 4, 20, 8, 90, 2, 118, 16, 0, 20]), between(sky[1], '#ffffff', 0.4));
    },
    { k, air: 'cloud', stays: true },
  );

/** The sky of the hour, with the sun or the moon. */
export const sky = (horizon = HORIZON, sun: readonly [number, number] = [430, -330]): SetPart =>
  whole('sky', 'Sky', (h, { light }) => {
    const { sky: stops, glow } = light;
    h.source(rect(-REACH * 1.2, -REACH, REACH * 2.4, REACH * 2), vertical(-520, horizon + 60, [0, stops[0]], [0.6, stops[1]], [1, stops[2]]));
    const [x, y] = sun;
    if (glow < 0.85) {
      const low = glow > 0.3;
      h.source(ellipse(x, low ? horizon - 70 : y, low ? 62 : 52), low ? '#ffe2a6' : '#fff6d6');
    } else {
      h.source(ellipse(x, y, 46), '#f3ecd2');
      h.source(ellipse(x + 18, y - 10, 40), stops[0]);
      const chance = dice(9);
      for (let n = 0; n < 60; n++) h.source(ellipse(chance.between(-960, 960), chance.between(-900, horizon - 120), chance.between(1.6, 3.6)), '#dfe6f2');
    }
  });

export const skyPlane = (...parts: readonly SetPart[]): SetPlane => ({ id: 'sky', name: 'Sky', distance: 1000, parts });

/** Land that rolls along a line of heights, from side to side, down to a foot. */
export const ridge = (heights: readonly number[], base: number, foot: number): Path => {
  const out = pen()
    .move(-REACH * 1.2, foot)
    .line(-REACH * 1.2, base - (heights[0] as number));
  const step = (2.4 * REACH) / (heights.length - 1);
  heights.forEach((height, n) => {
    if (!n) return;
    const [x0, x1] = [-REACH * 1.2 + step * (n - 1), -REACH * 1.2 + step * n];
    const y0 = base - (heights[n - 1] as number);
    out.cubic(x0 + step / 2, y0, x1 - step / 2, base - height, x1, base - height);
  });
  return out
    .line(REACH * 1.2, foot)
    .close()
    .done();
};
