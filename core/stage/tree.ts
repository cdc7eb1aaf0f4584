import { colourOf } from '../document/properties.ts';
import type { LayerOf } from '../document/schema.ts';
import { IDENTITY, invert, type Matrix, meanScale, multiply, transform, translation } from '../draw/matrix.ts';
import type { Node, Plane } from '../draw/picture.ts';
import type { Fonts } from '../draw/text.ts';
import { toneMatrix } from '../draw/tone.ts';
import type { Side } from '../figure/pose.ts';
import { fingersAt, gripAt } from '../figure/things/holding.ts';
import { colourAt, type StagedLayer, valueAt } from '../schedule/staged.ts';
import { effectOf } from './effects/index.ts';
import { figureAt, seatNodes } from './figures.ts';
import { frameSize } from './frame.ts';
import { isInPicture } from './inPicture.ts';
import { drawnKind, movesByItself } from './layers/index.ts';
import { middleBox, type Surroundings } from './layers/kind.ts';
import { inPlace, litPlane } from './litPlanes.ts';
import { boxWithin, namesAnother } from './marks/around.ts';
import { markKind } from './marks/forms.ts';
import { masksOf } from './masks.ts';
import { depthOf, familyOf, isPinned, isSeen, layerSoftness, type Moment, UNIT_BOX } from './moment.ts';
import { joined, passagesAt } from './passages.ts';
import { localMatrix } from './place.ts';
import { settledList } from './settled.ts';
import { styledPlane } from './styles/index.ts';
import type { Style } from './styles/style.ts';
import { valuesAt } from './values.ts';
import { headOf, mouthOf, seenCorners, TAIL_LAG } from './whereabouts.ts';
import { afterwards, lightMatrix } from './world/lightMatrix.ts';
import type { Daylight } from './world/tones.ts';

const NO_NODES: readonly Node[] = [];

/** What was drawn last of a layer: what comes out the same is the same object, so that painting finds what stands still. */
interface Remembered {
  readonly staged: StagedLayer;
  readonly outer: Matrix;
  readonly fonts: Fonts;
  readonly style: Style;
  readonly light: Daylight | undefined;
  /** How far out of focus it was. */
  readonly focus: number;
  /** Nothing in it changes along the scene. */
  readonly still: boolean;
  readonly planes: readonly Plane[];
}
const remembered = new Map<string, Remembered>();
const MOST_REMEMBERED = 4000;

/** Planes of the layers of one parent, back to front, on top of what lies `below` them; `front` lies before the last one who stands there. */
export function layerPlanes(moment: Moment, parent: string | undefined, outer: Matrix, below: readonly Plane[] = [], front: readonly Plane[] = []): readonly Plane[] {
  const { scene, tick } = moment;
  const family = familyOf(scene.scene);
  let planes = [...below];
  const children = family.children.get(parent) ?? [];
  const last = front.length ? children.findLastIndex((id) => STANDING.has(scene.layers.get(id)?.layer.kind ?? '')) : -1;
  if (last < 0) planes.push(...front);
  for (const [index, id] of children.entries()) {
    const staged = scene.layers.get(id);
    if (!staged || !isSeen(moment, family, staged)) {
      if (index === last) planes.push(...front);
      continue;
    }
    if (staged.layer.kind === 'effect') {
      const [passage] = passagesAt(moment, staged, UNIT_BOX);
      planes = [...withEffects(moment, staged, planes, valueAt(staged, 'opacity', tick) * (passage?.alpha ?? 1), meanScale(outer))];
    } else planes.push(...onePlane(moment, staged, parent === undefined ? (isPinned(staged.layer) ? moment.pinned : depthOf(moment, staged)) : outer));
    if (index === last) planes.push(...front);
  }
  return planes;
}

/** Kinds of layers that stand in a set, so that its nearest pieces lie before them: words lie before all. */
const STANDING: ReadonlySet<string> = new Set(['character', 'prop', 'group']);

/** A layer as planes, the same objects as before where nothing changed. */
function onePlane(moment: Moment, staged: StagedLayer, outer: Matrix, memo = staged.id): readonly Plane[] {
  const before = remembered.get(memo);
  const { fonts, style, light } = moment;
  const focus = layerSoftness(moment, staged);
  const same = before?.staged === staged && before.outer === outer && before.fonts === fonts && before.style === style && before.light === light && before.focus === focus;
  if (same && before.still) return before.planes;
  const still = same ? before.still : isStill(moment, staged);
  const planes = settledList(before?.planes, draw(moment, staged, outer));
  if (remembered.size > MOST_REMEMBERED) remembered.clear();
  remembered.set(memo, { staged, outer, fonts, style, light, focus, still, planes });
  return planes;
}

/** Whether nothing of a layer changes along the scene. */
function isStill(moment: Moment, { id, layer, tracks, colours, path, acting, effects, start, end }: StagedLayer): boolean {
  if (movesByItself(layer) || acting || path || start > 0 || end < moment.scene.length || layer.enter || layer.exit) return false;
  const moves = (one: StagedLayer['effects'][number]): boolean => hasAny(one.tracks) || hasAny(one.colours) || !!effectOf(one.effect)?.moving;
  if (hasAny(tracks) || hasAny(colours) || effects.some(moves)) return false;
  if (layer.mask && 'layer' in layer.mask) return false;
  return !familyOf(moment.scene.scene).children.has(id);
}

const hasAny = (record: object): boolean => {
  for (const _ in record) return true;
  return false;
};

function draw(moment: Moment, staged: StagedLayer, outer: Matrix): readonly Plane[] {
  const { tick, fonts, style, light } = moment;
  const { id, layer } = staged;
  const opacity = valueAt(staged, 'opacity', tick);
  if (opacity <= 0) return [];
  const kind = drawnKind(layer.kind);
  let around: Surroundings = { fonts };
  const named = namesAnother(staged) ? seenCorners(moment, staged.layer.to) : undefined;
  const about = named && markKind((layer as LayerOf<'mark'>).form).about;
  if (named && about) {
    // It lies about what it names: that is its origin.
    const box = boxWithin(outer, named);
    outer = multiply(outer, translation((box.left + box.right) / 2, (box.top + box.bottom) / 2));
    around = { ...around, around: middleBox(box.right - box.left, box.bottom - box.top) };
  }
  const box = kind?.box(staged as never, tick, around);
  const passages = passagesAt(moment, staged, box ?? UNIT_BOX);
  const passed = joined(passages, layer);
  if (passed.alpha <= 0) return [];
  if (passed.reveal < 1) around = { ...around, reveal: passed.reveal };
  const local = localMatrix(staged, tick, box, passed);
  const matrix = multiply(outer, local);
  const parentless = layer.parent === undefined;
  if (named && !about) around = { ...around, around: boxWithin(matrix, named) };
  if (layer.kind === 'balloon' && layer.of !== undefined) {
    const mouth = mouthOf(moment.scene, layer.of, tick - TAIL_LAG);
    if (mouth) {
      const seen = transform(parentless ? moment.camera : outer, mouth.x, mouth.y);
      const view = parentless ? moment.camera : outer;
      const head = headOf(moment.scene, layer.of, tick - TAIL_LAG)?.map(({ x, y }) => transform(view, x, y));
      around = { ...around, towards: transform(invert(matrix), seen.x, seen.y), ...(head ? { head: boxWithin(matrix, head) } : {}) };
    }
  }
  if (Math.abs(matrix[0] * matrix[3] - matrix[1] * matrix[2]) < 1e-9) return [];

  const acting = staged.acting;
  const seen = !acting || isInPicture(moment, staged, matrix);
  if (!seen && !acting.seats.length) return [];
  const held = seen && acting ? heldPlanes(moment, staged, matrix) : undefined;
  const drawn = kind && seen && !held ? kind.nodes(staged as never, tick, around) : NO_NODES;
  const nodes = acting ? inPlace(moment, staged, drawn) : drawn;
  const shown = { id, view: matrix, nodes };
  // A picture takes the light as a whole, what is drawn by its colours, words not at all.
  const asPicture = layer.kind === 'picture' || layer.kind === 'clip' || !!acting?.character.picture;
  const inIt = light && !asPicture && (layer.kind === 'character' || layer.kind === 'prop') ? litPlane(shown, light) : shown;
  const own = kind?.plane ? styledPlane(inIt, style, kind.plane) : inIt;
  const inner = layer.kind === 'group' ? layerPlanes(moment, id, matrix) : held;
  const seats = acting?.seats.length ? acting.seats.map((seat, index) => seatPlane(moment, staged, outer, seat, index)) : undefined;
  const content: Plane = seats
    ? { id, view: matrix, nodes: NO_NODES, planes: [...seats, inner ? { ...own, id: `${id}.figure`, planes: inner } : own] }
    : inner
      ? { ...own, planes: inner }
      : own;

  const toned = toneMatrix({
    brightness: valueAt(staged, 'brightness', tick),
    contrast: valueAt(staged, 'contrast', tick),
    saturation: valueAt(staged, 'saturation', tick),
    temperature: valueAt(staged, 'temperature', tick),
    tintAmount: valueAt(staged, 'tintAmount', tick),
    tint: staged.colours.tint ? colourAt(staged, 'tint', tick) : colourOf(layer, 'tint'),
  });
  const colour = light && asPicture ? afterwards(toned, lightMatrix(light, light.people)) : toned;
  const scale = meanScale(outer);
  // What lies on the stage itself is out of focus by its depth, with all that it holds.
  const blur = valueAt(staged, 'blur', tick) * scale + layerSoftness(moment, staged);
  const masks = masksOf(moment, staged, { outer, matrix, box, passages }, (...by) => onePlane(moment, ...by));
  const alpha = opacity * passed.alpha;
  const { blend = 'normal' } = layer;
  const look = { ...(colour ? { colour } : {}), ...(blur > 0 ? { blur } : {}), ...(masks.length ? { masks } : {}) };
  const laid = { ...(alpha < 1 ? { alpha } : {}), ...(blend === 'normal' ? {} : { blend }) };
  if (!staged.effects.length) return [{ ...content, ...look, ...laid }];
  const affected = withEffects(moment, staged, [{ ...content, ...look }], 1, scale);
  return hasAny(laid) ? [{ id: `${id}.look`, view: IDENTITY, nodes: NO_NODES, planes: affected, ...laid }] : affected;
}

/** What a layer's effects make of planes. */
function withEffects({ tick, shape }: Moment, staged: StagedLayer, planes: readonly Plane[], strength: number, scale: number): readonly Plane[] {
  const frame = frameSize(shape);
  return staged.effects.reduce<readonly Plane[]>((all, one) => {
    const kind = effectOf(one.effect);
    return kind && strength > 0
      ? kind.apply(all, { id: `${staged.id}.${one.id}`, values: valuesAt(kind.fields, one, tick), strength, scale, frame, tick: tick - staged.start })
      : all;
  }, planes);
}

const SIDES = { left: 'L', right: 'R' } as const;

/** A figure that holds layers, in pieces: what is drawn before the fingers, what is held, and the rest on top. */
function heldPlanes(moment: Moment, staged: StagedLayer, matrix: Matrix): readonly Plane[] | undefined {
  const { acting, id } = staged;
  const family = familyOf(moment.scene.scene);
  const held = (family.children.get(id) ?? []).flatMap((child) => {
    const one = moment.scene.layers.get(child);
    return one && isSeen(moment, family, one) ? [{ one, side: SIDES[one.layer.hand ?? 'right'] as Side }] : [];
  });
  if (!acting || !held.length) return undefined;
  const { nodes: drawn, skeleton } = figureAt(
    id,
    acting,
    moment.tick,
    held.map(({ side }) => side),
  );
  const nodes = inPlace(moment, staged, drawn);
  const cuts = held.map(({ one, side }) => ({ one, side, at: fingersAt(nodes, [side]) })).sort((a, b) => a.at - b.at);
  const planes: Plane[] = [];
  let from = 0;
  const piece = (to: number): void => {
    if (to > from) planes.push(styledPlane(litPlane({ id: `${id}.${planes.length}`, view: matrix, nodes: pieceOf(nodes, from, to) }, moment.light), moment.style, 'figure'));
    from = to;
  };
  for (const { one, side, at } of cuts) {
    piece(at < 0 ? nodes.length : at);
    const grip = gripAt(skeleton, side, acting.p.hand);
    planes.push(...onePlane(moment, one, multiply(matrix, translation(grip.x, grip.y))));
  }
  piece(nodes.length);
  return planes;
}

const pieces = new WeakMap<readonly Node[], Map<string, readonly Node[]>>();
function pieceOf(nodes: readonly Node[], from: number, to: number): readonly Node[] {
  let known = pieces.get(nodes);
  if (!known) pieces.set(nodes, (known = new Map()));
  const key = `${from} ${to}`;
  let piece = known.get(key);
  if (!piece) known.set(key, (piece = nodes.slice(from, to)));
  return piece;
}

function seatPlane({ tick, style, light }: Moment, staged: StagedLayer, outer: Matrix, seat: { readonly x: number; readonly y: number }, index: number): Plane {
  const scaleX = Math.abs(valueAt(staged, 'scaleX', tick));
  const scaleY = valueAt(staged, 'scaleY', tick);
  const nodes = staged.acting ? seatNodes(staged.acting.character) : NO_NODES;
  return styledPlane(litPlane({ id: `${staged.id}.seat${index}`, view: multiply(outer, [scaleX, 0, 0, scaleY, seat.x, seat.y]), nodes }, light), style, 'prop');
}
