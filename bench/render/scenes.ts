import { type Dice, dice } from '#core/draw/hash';
import { IDENTITY, type Matrix, translation } from '#core/draw/matrix';
import { type Path, pen, roundedRect, smoothLoop } from '#core/draw/path';
import type { Item, Node, Picture } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { filmFonts } from '#server/resources';

export type Variant = 'dialogue' | 'motion' | 'push';

const COLOURS = ['#27425e', '#d8533e', '#efe6d6', '#2f6b6a', '#e3b23c', '#5fa3b0', '#7b2c45', '#c48c64'];
const pick = (chance: Dice): string => COLOURS[Math.floor(chance.next() * COLOURS.length)] as string;

function blob(chance: Dice, x: number, y: number, size: number): Path {
  const points: number[] = [];
  for (let n = 0; n < 7; n++) {
    const a = (n / 7) * Math.PI * 2;
    const r = size * chance.between(0.6, 1.1);
    points.push(x + Math.cos(a) * r, y + Math.sin(a) * r);
  }
  return smoothLoop(points);
}

/** 80 paths, 20 of them with gradients: the still back of every variant. */
function backdrop(): Node[] {
  const chance = dice(1);
  return Array.from({ length: 80 }, (_, n): Item => {
    const x = chance.between(-900, 900);
    const y = chance.between(-500, 500);
    const size = n < 4 ? 1100 : chance.between(40, 260);
    const path = blob(chance, n < 4 ? 0 : x, n < 4 ? 0 : y, size);
    const fill =
      n % 4 === 0
        ? {
            kind: 'linear' as const,
            from: [x, y - size] as const,
            to: [x, y + size] as const,
            stops: [
              { at: 0, colour: pick(chance) },
              { at: 1, colour: pick(chance) },
            ],
          }
        : pick(chance);
    return { id: `b${n}`, path, matrix: IDENTITY, fill };
  });
}

/** Units between the outermost figures, and between neighbours at most. */
const STAGE = 1400;
const APART = 520;

/** A figure of 100 bezier paths, four out of five kept inside a part. `bend` moves and bends every point. */
function figure(who: number, bend: number, mouth: number, characters: number): Node[] {
  const chance = dice(100 + who);
  const x = (who - (characters - 1) / 2) * Math.min(APART, STAGE / Math.max(1, characters - 1));
  const m = (dx: number, dy: number): Matrix => translation(x + dx + Math.round(bend * 8 * 16) / 16, dy);
  const nodes: Node[] = [];
  for (let part = 0; part < 20; part++) {
    const px = chance.between(-90, 90);
    const py = -330 + part * 34 + chance.between(-10, 10);
    const size = chance.between(40, 90);
    const seed = Math.floor(chance.next() * 1e6);
    const swing = bend * (1 + part * 0.04);
    const base = blob(dice(seed), px + swing * 3, py + swing, size);
    const colour = pick(chance);
    nodes.push({
      id: `f${who}.${part}`,
      base: { id: `f${who}.${part}.base`, path: base, matrix: m(0, 0), fill: '#1b2c44' },
      items: [0, 1, 2, 3].map((n) => ({
        id: `f${who}.${part}.${n}`,
        path: blob(dice(seed + n * (n ? 7 : 0)), px + swing * 3 - 4.5 + n * 6, py + swing - 2.5 + n * 3, size * (n ? 0.4 : 1)),
        matrix: m(0, 0),
        fill: n ? pick(dice(seed + n)) : colour,
      })),
    });
  }
  // Mouth, eyes and lids: what moves in a dialogue.
  nodes.push({
    id: `f${who}.mouth`,
    path: pen()
      .move(-16, 0)
      .quad(0, 4 + mouth * 20, 16, 0)
      .quad(0, -4 - mouth * 5, -16, 0)
      .close()
      .done(),
    matrix: translation(x, -230),
    fill: '#4a1a2a',
  });
  for (const side of [-1, 1])
    nodes.push({ id: `f${who}.eye${side}`, path: roundedRect(side * 22 - 9, -278 + mouth * 4, 18, 14 - mouth * 5, 7), matrix: translation(x, 0), fill: '#fdf8f1' });
  return nodes;
}

const still = new Map<string, Node[]>();
const kept = (key: string, make: () => Node[]): Node[] => {
  let nodes = still.get(key);
  if (!nodes) still.set(key, (nodes = make()));
  return nodes;
};

/** Frames of a synthetic scene at 30 a second (rendering.md, Measured; fixed seed). */
export function* syntheticPictures(variant: Variant, frames: number, characters = 3): Generator<Picture> {
  const back = backdrop();
  const text = layoutLine('Nobody pushes. The Moon pulls.', filmFonts().caption, 44);
  const caption: Node[] = [
    { id: 'plate', path: roundedRect(560, 930, 800, 84, 10), matrix: IDENTITY, fill: '#0f2126', alpha: 0.8 },
    { id: 'words', path: text.path, matrix: translation(960 - text.width / 2, 988), fill: '#f8fcfb' },
  ];
  for (let n = 0; n < frames; n++) {
    const view: Matrix = variant === 'push' ? [1 + n * 0.0004, 0, 0, 1 + n * 0.0004, 960, 540] : [1, 0, 0, 1, 960, 540];
    const nodes: Node[] = [...back];
    for (let who = 0; who < characters; who++) {
      const bend = variant === 'dialogue' ? 0 : Math.round(Math.sin(n / 9 + who) * 64) / 64;
      const speaks = variant !== 'dialogue' || who === Math.floor(n / 60) % characters;
      // One frame in twelve is like the one before, as in speech.
      const beat = n - (n % 12 === 11 ? 1 : 0);
      const mouth = speaks ? Math.round((0.5 + 0.5 * Math.sin(beat * 0.9)) * 32) / 32 : 0;
      nodes.push(...kept(`${variant === 'dialogue' ? 'd' : `${bend}`} ${who} ${mouth} ${characters}`, () => figure(who, bend, mouth, characters)));
    }
    if (still.size > 400) still.clear();
    yield {
      width: 1920,
      height: 1080,
      background: '#bfe0e6',
      planes: [
        { id: 'stage', view: variant === 'push' ? view : STILL_VIEW, nodes },
        { id: 'caption', view: IDENTITY, nodes: caption },
      ],
    };
  }
}
const STILL_VIEW: Matrix = [1, 0, 0, 1, 960, 540];
