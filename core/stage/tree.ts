import { colourOf } from '../document/properties.ts';
import type { FrameShape, Layer, LayerOf, Mask, Scene } from '../document/schema.ts';
import { childrenOf } from '../document/tree.ts';
import { IDENTITY, invert, type Matrix, meanScale, multiply, type Point, transform, translation } from '../draw/matrix.ts';
import { ellipse, type Path, rect, roundedRect } from '../draw/path.ts';
import type { Node, Plane, PlaneMask } from '../draw/picture.ts';
import { type Fonts, NO_FONTS } from '../draw/text.ts';
import { toneMatrix } from '../draw/tone.ts';
import { pictureModel } from '../figure/pictured/model.ts';
import type { Side } from '../figure/pose.ts';
import { fingersAt, gripAt } from '../figure/things/holding.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { colourAt, isOn, type StagedLayer, valueAt } from '../schedule/staged.ts';
import { clamp } from '../time/easing.ts';
import type { BackdropPlanes } from './backdrop.ts';
import { type LayerBox, layerBoxes } from './boxes.ts';
import { type Focus, softness } from './camera.ts';
import { effectOf } from './effects/index.ts';
import type { PassageLook } from './entrances/entrance.ts';
import { entranceOf } from './entrances/index.ts';
import { drawnExtent, type Extent, extentOf, figureAt, jointsOf, seatNodes } from './figures.ts';
import { frameSize, type View } from './frame.ts';
import { drawnKind, movesByItself } from './layers/index.ts';
import { middleBox, type OwnBox, type Surroundings } from './layers/kind.ts';
import { boxWithin, namesAnother } from './marks/around.ts';
import { markKind } from './marks/forms.ts';
import { depthMatrix, localMatrix, stageMatrix } from './place.ts';
import type { Shoulder } from './shoulder.ts';
import { styledPlane } from './styles/index.ts';
import type { Style } from './styles/style.ts';
import { valuesAt } from './values.ts';
import { castShade, shadeReach } from './world/castShade.ts';
import { edged } from './world/edges.ts';
import { afterwards, lightMatrix } from './world/lightMatrix.ts';
import { inLight } from './world/planes.ts';
import type { Daylight } from './world/tones.ts';

/** One moment of a scene, as its layers are drawn. */
export interface Moment {
  readonly scene: SceneSchedule;
  readonly tick: number;
  readonly fonts: Fonts;
  readonly style: Style;
  readonly shape: FrameShape;
  readonly view: View;
  readonly camera: Matrix;
  /** The view of what lies on the picture itself, wherever the camera is: titles, balloons. */
  readonly pinned: Matrix;
  readonly focus: Focus;
  readonly backdrop: BackdropPlanes;
  /** The light of the set that people and things stand in; undefined by day. */
  readonly light: Daylight | undefined;
  /** Who stands in the foreground instead of on the stage, because the shot looks over that shoulder. */
  readonly shoulder: Shoulder | undefined;
  /** Only layers that are marked so, and what is in them, where there are any: for the stage of the composer. */
  readonly solo: boolean;
}

const NO_NODES: readonly Node[] = [];

interface Family {
  readonly children: ReadonlyMap<string | undefined, readonly string[]>;
  /** Layers that mask others and are not seen themselves. */
  readonly masks: ReadonlySet<string>;
  readonly solo: ReadonlySet<string> | undefined;
}
const families = new WeakMap<Scene, Family>();

function familyOf(scene: Scene): Family {
  let family = families.get(scene);
  if (!family) {
    const children = new Map<string | undefined, string[]>();
    for (const parent of [undefined, ...Object.keys(scene.layers)]) {
      const list = childrenOf(scene, parent).map(([id]) => id);
      if (list.length) children.set(parent, list);
    }
    const masks = new Set(Object.values(scene.layers).flatMap(({ mask }) => (mask && 'layer' in mask ? [mask.layer] : [])));
    const marked = Object.entries(scene.layers).filter(([, layer]) => layer.solo);
    const solo = new Set<string>();
    for (const [id] of marked) {
      for (let at: string | undefined = id; at !== undefined && !solo.has(at); at = scene.layers[at]?.parent) solo.add(at);
      const within = [id];
      for (const one of within) {
        solo.add(one);
        within.push(...(children.get(one) ?? []));
      }
    }
    families.set(scene, (family = { children, masks, solo: marked.length ? solo : undefined }));
  }
  return family;
}

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

const UNIT_BOX: OwnBox = { left: -0.5, top: -0.5, right: 0.5, bottom: 0.5 };

/** Looks of words that belong to the scene and go with the camera. */
const IN_THE_SCENE: ReadonlySet<string> = new Set(['sign', 'thread-flag']);

/** Whether a layer lies on the picture, not in the scene: words with a look, and balloons. */
export const isPinned = (layer: Layer): boolean =>
  layer.parent === undefined &&
  (layer.kind === 'balloon' ||
    layer.kind === 'chart' ||
    (layer.kind === 'mark' && layer.to !== undefined) ||
    (layer.kind === 'text' && layer.look !== undefined && !IN_THE_SCENE.has(layer.look)));

/** Whether something of a scene is marked to be seen alone. */
export const someAlone = (scene: Scene): boolean => familyOf(scene).solo !== undefined;

function isSeen({ tick, solo, shoulder }: Moment, family: Family, staged: StagedLayer): boolean {
  if (shoulder?.staged.id === staged.id || staged.layer.hidden || !isOn(staged, tick) || family.masks.has(staged.id)) return false;
  return !solo || !family.solo || family.solo.has(staged.id);
}

const depths = new Map<string, Matrix>();

/** The camera's view of a layer of the stage itself, by its depth. */
function depthOf({ view, shape, camera, tick }: Moment, staged: StagedLayer): Matrix {
  const depth = valueAt(staged, 'depth', tick);
  if (depth === 0) return camera;
  const key = `${shape} ${view.x} ${view.y} ${view.width} ${depth}`;
  let matrix = depths.get(key);
  if (!matrix) {
    if (depths.size > 400) depths.clear();
    depths.set(key, (matrix = depthMatrix(view, shape, depth)));
  }
  return matrix;
}

/** How far out of focus a layer is: what lies on the stage itself, with all that it holds. */
const layerSoftness = ({ focus, tick }: Moment, staged: StagedLayer): number =>
  focus.blur && staged.layer.parent === undefined ? softness(focus, valueAt(staged, 'depth', tick)) : 0;

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
  const masks = masksOf(moment, staged, outer, matrix, box, passages);
  const alpha = opacity * passed.alpha;
  const { blend = 'normal' } = layer;
  const look = { ...(colour ? { colour } : {}), ...(blur > 0 ? { blur } : {}), ...(masks.length ? { masks } : {}) };
  const laid = { ...(alpha < 1 ? { alpha } : {}), ...(blend === 'normal' ? {} : { blend }) };
  if (!staged.effects.length) return [{ ...content, ...look, ...laid }];
  const affected = withEffects(moment, staged, [{ ...content, ...look }], 1, scale);
  return hasAny(laid) ? [{ id: `${id}.look`, view: IDENTITY, nodes: NO_NODES, planes: affected, ...laid }] : affected;
}

const boxesOf = new WeakMap<SceneSchedule, { readonly tick: number; readonly fonts: Fonts; readonly boxes: readonly LayerBox[] }>();

/** Boxes of a scene's layers, once for all marks of a moment. */
function boxesAt(scene: SceneSchedule, tick: number, fonts: Fonts): readonly LayerBox[] {
  let known = boxesOf.get(scene);
  if (known?.tick !== tick || known.fonts !== fonts) boxesOf.set(scene, (known = { tick, fonts, boxes: layerBoxes(scene, tick, fonts) }));
  return known.boxes;
}

/** Where the corners of another layer are seen on the picture; undefined where it is not there. */
function seenCorners(moment: Moment, id: string): readonly Point[] | undefined {
  const { scene, tick, fonts } = moment;
  const staged = scene.layers.get(id);
  const corners = staged && !staged.layer.hidden && boxesAt(scene, tick, fonts).find((box) => box.id === id)?.corners;
  if (!corners) return undefined;
  let root = staged;
  for (let up = root.layer.parent; up !== undefined; up = root.layer.parent) {
    const parent = scene.layers.get(up);
    if (!parent) break;
    root = parent;
  }
  const view = isPinned(root.layer) ? moment.pinned : depthOf(moment, root);
  return corners.map(({ x, y }) => transform(view, x, y));
}

/** A tail follows the lips so late, ticks. */
export const TAIL_LAG = 5760;

/** Where a figure's mouth is on the stage; of a thing, a place near its top. Undefined where it is not there. */
export function mouthOf(scene: SceneSchedule, id: string, tick: number): Point | undefined {
  const staged = scene.layers.get(id);
  if (!staged || staged.layer.hidden || tick < staged.start - TAIL_LAG || tick >= staged.end) return undefined;
  const matrix = stageMatrix(scene, id, tick);
  const { acting } = staged;
  if (acting) {
    const picture = acting.character.picture;
    if (picture) {
      const { mouth } = pictureModel(picture);
      return transform(matrix, mouth[1].x, mouth[1].y);
    }
    const { skeleton } = figureAt(id, acting, tick);
    return transform(matrix, skeleton.head.x, skeleton.head.y + acting.p.headHeight * 0.42);
  }
  const box = drawnKind(staged.layer.kind)?.box(staged as never, tick, { fonts: NO_FONTS });
  return box && transform(matrix, (box.left + box.right) / 2, box.top + (box.bottom - box.top) * 0.3);
}

/** Of a drawn figure: two corners of the box about its head with its hair, on the stage. */
function headOf(scene: SceneSchedule, id: string, tick: number): readonly Point[] | undefined {
  const acting = scene.layers.get(id)?.acting;
  if (!acting || acting.character.picture) return undefined;
  const matrix = stageMatrix(scene, id, tick);
  const { head } = figureAt(id, acting, tick).skeleton;
  const { headWidth, headHeight } = acting.p;
  return [-1, 1].map((side) => transform(matrix, head.x + side * headWidth * HAIR, head.y + side * headHeight * HAIR));
}

/** Hair stands out so far about a head. */
const HAIR = 1.12;

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

/** How a layer looks on its way in and on its way out; both where it has hardly come when it goes. */
function passagesAt({ tick, shape }: Moment, { layer, start, end }: StagedLayer, box: OwnBox): PassageLook[] {
  const out: PassageLook[] = [];
  for (const [passage, away] of [
    [layer.enter, tick - start],
    [layer.exit, end - tick],
  ] as const) {
    if (!passage || passage.ticks <= 0 || away >= passage.ticks) continue;
    const entrance = entranceOf(passage.effect);
    if (entrance) out.push(entrance.at(clamp(away / passage.ticks, 0, 1), valuesAt(entrance.fields, { values: passage.values ?? {} }, tick), box, frameSize(shape)));
  }
  return out;
}

function joined(passages: readonly PassageLook[], layer: Layer): { dx: number; dy: number; scale: number; alpha: number; reveal: number } {
  const all = { dx: 0, dy: 0, scale: 1, alpha: 1, reveal: 1 };
  for (const { dx = 0, dy = 0, scale = 1, alpha = 1, reveal = 1 } of passages) {
    all.dx += dx;
    all.dy += dy;
    all.scale *= scale;
    all.alpha *= alpha;
    // What cannot be written or drawn fades.
    if (layer.kind === 'text' || layer.kind === 'shape') all.reveal *= reveal;
    else all.alpha *= reveal;
  }
  return all;
}

/** Masks of a layer: its crop, its own mask, and what its way in or out keeps. */
function masksOf(moment: Moment, staged: StagedLayer, outer: Matrix, matrix: Matrix, box: OwnBox | undefined, passages: readonly PassageLook[]): PlaneMask[] {
  const { tick } = moment;
  const { id, layer } = staged;
  const masks: PlaneMask[] = [];
  const byShape = (name: string, path: Path, invert: boolean, feather: number): void => {
    masks.push({ planes: [{ id: `${id}.${name}`, view: matrix, nodes: shapeNodes(name, path) }], invert, feather });
  };
  if (box) {
    const [left, top, right, bottom] = (['cropLeft', 'cropTop', 'cropRight', 'cropBottom'] as const).map((property) => valueAt(staged, property, tick)) as [
      number,
      number,
      number,
      number,
    ];
    if (left || top || right || bottom) byShape('crop', cropPath(box, left, top, right, bottom), false, 0);
  }
  const { mask } = layer;
  if (mask && 'layer' in mask) {
    const by = moment.scene.layers.get(mask.layer);
    if (by)
      masks.push({
        planes: isOn(by, tick) ? onePlane(moment, by, maskOuter(moment, by, staged, outer), `${by.id} masks ${id}`) : [],
        invert: mask.invert,
        feather: mask.feather * meanScale(outer),
      });
  } else if (mask) byShape('mask', maskPath(mask, box ?? UNIT_BOX), mask.invert, mask.feather * meanScale(matrix));
  for (const { keep, feather = 0 } of passages) if (keep) byShape('passage', keep, false, feather * meanScale(matrix));
  return masks;
}

/** The view of a mask's parent: the same as the masked layer's where they have one parent, else its own way to the picture. */
function maskOuter(moment: Moment, by: StagedLayer, masked: StagedLayer, outer: Matrix): Matrix {
  if (by.layer.parent === masked.layer.parent) return outer;
  const chain: StagedLayer[] = [];
  for (let at = by.layer.parent; at !== undefined; at = moment.scene.layers.get(at)?.layer.parent) {
    const parent = moment.scene.layers.get(at);
    if (!parent) break;
    chain.unshift(parent);
  }
  const root = chain[0] ?? by;
  return chain.reduce((matrix, parent) => multiply(matrix, localMatrix(parent, moment.tick, undefined)), depthOf(moment, root));
}

const shapes = new Map<string, { path: Path; nodes: readonly Node[] }>();

/** One filled shape, the same list for the same numbers. */
function shapeNodes(name: string, path: Path): readonly Node[] {
  const key = `${name} ${path.join(' ')}`;
  let known = shapes.get(key);
  if (!known) {
    if (shapes.size > 600) shapes.clear();
    shapes.set(key, (known = { path, nodes: [{ id: name, path, matrix: IDENTITY, fill: '#000000' }] }));
  }
  return known.nodes;
}

function cropPath(box: OwnBox, left: number, top: number, right: number, bottom: number): Path {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  return rect(box.left + left * width, box.top + top * height, Math.max(0, (1 - left - right) * width), Math.max(0, (1 - top - bottom) * height));
}

function maskPath(mask: Exclude<Mask, { layer: string }>, box: OwnBox): Path {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const [w, h] = [mask.width * width, mask.height * height];
  const [cx, cy] = [box.left + mask.x * width, box.top + mask.y * height];
  if (mask.shape === 'ellipse') return ellipse(cx, cy, w / 2, h / 2);
  return mask.shape === 'rounded' ? roundedRect(cx - w / 2, cy - h / 2, w, h, Math.min(w, h) * 0.18) : rect(cx - w / 2, cy - h / 2, w, h);
}

/** Whether a figure, or what it sits down on, is in the picture at any of some moments of a scene; as `layerPlanes` sees it. */
export function everSeen(moments: readonly Moment[], staged: StagedLayer): boolean {
  if (!staged.acting || staged.acting.seats.length > 0 || staged.layer.parent !== undefined) return true;
  const unsure: Moment[] = [];
  for (const moment of moments) {
    if (moment.shoulder?.staged.id === staged.id) return true;
    const seen = roughlySeen(moment, staged, figureMatrix(moment, staged));
    if (seen) return true;
    if (seen === undefined) unsure.push(moment);
  }
  return unsure.some((moment) => closelySeen(moment, staged, figureMatrix(moment, staged)));
}

function figureMatrix(moment: Moment, staged: StagedLayer): Matrix {
  const box = drawnKind(staged.layer.kind)?.box(staged as never, moment.tick, { fonts: moment.fonts });
  const passed = joined(passagesAt(moment, staged, box ?? UNIT_BOX), staged.layer);
  return multiply(depthOf(moment, staged), localMatrix(staged, moment.tick, box, passed));
}

/** Whether any of a box in a figure's own units is in the picture. */
function isInside({ shape }: Moment, matrix: Matrix, { left, top, right, bottom }: Extent, more = 0): boolean {
  const { width, height } = frameSize(shape);
  const corners = [left - more, right + more].flatMap((x) => [top - more, bottom + more].map((y) => transform(matrix, x, y)));
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  return Math.max(...xs) > 0 && Math.min(...xs) < width && Math.max(...ys) > 0 && Math.min(...ys) < height;
}

/** Whether a figure is in the picture, told from its joints; undefined where only its drawing can tell. */
function roughlySeen(moment: Moment, staged: StagedLayer, matrix: Matrix): boolean | undefined {
  const { acting, effects } = staged;
  const { tick, scene, style } = moment;
  if (!acting || effects.length || valueAt(staged, 'blur', tick) > 0 || familyOf(scene.scene).children.has(staged.id)) return true;
  const { hip, thigh, shin, torso } = acting.p;
  // Where it stands, something of it is seen: most frames need no more than that.
  if (isInside(moment, matrix, { left: -hip / 2, top: -thigh - shin - torso, right: hip / 2, bottom: -thigh / 2 })) return true;
  if (isInside(moment, matrix, jointsOf(acting, tick))) return true;
  return isInside(moment, matrix, withShade(moment, staged, extentOf(acting, tick)), style.reach) ? undefined : false;
}

/** The box of a figure with the shade that it throws under a low light: who has left the picture may leave that behind. */
function withShade({ backdrop: { about }, tick }: Moment, staged: StagedLayer, extent: Extent): Extent {
  const reach = about ? shadeReach(about.light.low) * Math.max(0, -extent.top) : 0;
  if (!reach) return extent;
  return valueAt(staged, 'scaleX', tick) < 0 ? { ...extent, left: extent.left - reach } : { ...extent, right: extent.right + reach };
}

/** Half of the widest line of a figure. */
const HALF_LINE = 8;

const closelySeen = (moment: Moment, staged: StagedLayer, matrix: Matrix): boolean =>
  !!staged.acting && isInside(moment, matrix, withShade(moment, staged, drawnExtent(figureAt(staged.id, staged.acting, moment.tick).nodes)), HALF_LINE + (moment.style.reach ?? 0));

/** Whether any of a figure is in the picture: what is not is neither drawn nor in the key of a segment. */
const isInPicture = (moment: Moment, staged: StagedLayer, matrix: Matrix): boolean => roughlySeen(moment, staged, matrix) ?? closelySeen(moment, staged, matrix);

/** A figure's nodes as it stands in a set: its shade falls away from the light there, and it is parted from what is behind it. */
function inPlace({ backdrop: { about }, style, tick }: Moment, staged: StagedLayer, nodes: readonly Node[]): readonly Node[] {
  if (!about) return nodes;
  const side = valueAt(staged, 'scaleX', tick) < 0 ? -1 : 1;
  const shaded = castShade(nodes, about.light.low, side);
  // Other styles have their own way to part what lies before each other.
  return style.id === 'flat' ? edged(shaded, about, side) : shaded;
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

const lists = new WeakMap<readonly Node[], { readonly light: Daylight; readonly nodes: readonly Node[] }>();

/** A plane of people or things in a set's light; the same nodes give the same nodes. */
function litPlane(plane: Plane, light: Daylight | undefined): Plane {
  if (!light || !plane.nodes.length) return plane;
  let known = lists.get(plane.nodes);
  if (known?.light !== light) lists.set(plane.nodes, (known = { light, nodes: plane.nodes.map((node) => inLight(node, light)) }));
  return { ...plane, nodes: known.nodes };
}

/** A figure's plane in the set's light and the production's style. */
export const figurePlane = ({ light, style }: Moment, plane: Plane): Plane => styledPlane(litPlane(plane, light), style, 'figure');

const sameNumbers = (a: readonly number[] | undefined, b: readonly number[] | undefined): boolean =>
  a === b || (!!a && !!b && a.length === b.length && a.every((value, index) => value === b[index]));

/** Takes the old planes wherever the new ones are equal to the number, their nodes by reference. */
function settledList(before: readonly Plane[] | undefined, now: readonly Plane[]): readonly Plane[] {
  if (!before) return now;
  const planes = now.map((plane, index) => settled(before[index], plane));
  return planes.length === before.length && planes.every((plane, index) => plane === before[index]) ? before : planes;
}

function settled(before: Plane | undefined, now: Plane): Plane {
  if (!before || before === now || before.id !== now.id) return now;
  const planes = now.planes && settledList(before.planes, now.planes);
  const masks = now.masks?.map((mask, index) => ({ ...mask, planes: settledList(before.masks?.[index]?.planes, mask.planes) }));
  const sameMasks =
    (masks?.length ?? 0) === (before.masks?.length ?? 0) &&
    (masks ?? []).every(({ planes: inner, invert, feather }, index) => {
      const old = before.masks?.[index];
      return old?.planes === inner && old.invert === invert && old.feather === feather;
    });
  if (
    sameMasks &&
    planes === before.planes &&
    now.nodes === before.nodes &&
    now.alpha === before.alpha &&
    now.blend === before.blend &&
    now.blur === before.blur &&
    sameNumbers(now.colour, before.colour) &&
    sameNumbers(now.view, before.view)
  )
    return before;
  return { ...now, ...(planes ? { planes } : {}), ...(masks ? { masks } : {}) };
}
