import { failure } from '../../document/failure.ts';
import { ID_PREFIXES, type IdKind, type MakeId } from '../../document/ids.ts';
import { keyPath, pinsOf } from '../../document/pins.ts';
import { restValue } from '../../document/properties.ts';
import { isPin, type Layer, type Marker, type Pin, type Production, type Scene, type SceneTransition } from '../../document/schema.ts';
import { childrenOf } from '../../document/tree.ts';
import type { Resolved } from '../../schedule/resolve.ts';
import { resolveTimed } from '../../schedule/timing.ts';
import { inOrder, orderAtEnd, orderBetween } from '../../time/order.ts';
import type { Recipe } from '../change.ts';
import { deleteCues } from './cues.ts';
import { deleteLines, sceneOf } from './lines.ts';

/** Kinds of ids that a scene holds, and that are new in a copy of it. */
const INNER: readonly IdKind[] = ['layer', 'line', 'word', 'take', 'cue', 'key', 'effect', 'marker'];

/** A scene's data with every id of its own made anew. */
export function renamed(scene: Scene, id: string, makeId: MakeId): { scene: Scene; ids: ReadonlyMap<string, string> } {
  const ids = new Map<string, string>();
  const kinds = new Map(INNER.map((kind) => [ID_PREFIXES[kind], kind]));
  const text = JSON.stringify(scene).replace(/"([a-z]{2})_[0-9a-z]{12}"/g, (whole, prefix: string) => {
    const kind = kinds.get(prefix as (typeof ID_PREFIXES)[IdKind]);
    if (!kind) return whole;
    const old = whole.slice(1, -1);
    let next = ids.get(old);
    if (!next) ids.set(old, (next = makeId(kind)));
    return `"${next}"`;
  });
  return { scene: { ...(JSON.parse(text) as Scene), id }, ids };
}

/** Where a scene comes to lie right after another one. */
function orderAfter(scenes: Readonly<Record<string, Scene>>, id: string): string {
  const all = inOrder(scenes);
  const place = all.findIndex(([one]) => one === id);
  return orderBetween(scenes[id]?.order ?? null, all[place + 1]?.[1].order ?? null);
}

/** Moves a scene behind another one (null: to the very start). */
export const orderScene =
  (scene: string, after: string | null): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const rest = inOrder(draft.scenes).filter(([id]) => id !== scene);
    const place = after === null ? -1 : rest.findIndex(([id]) => id === after);
    target.order = orderBetween(rest[place]?.[1].order ?? null, rest[place + 1]?.[1].order ?? null);
  };

/** How a scene follows the one before; undefined: by a cut. */
export const setTransition =
  (scene: string, transition: SceneTransition | undefined): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    if (transition) target.transition = transition;
    else delete target.transition;
  };

/** A scene once more, right after itself, with all that is in it. */
export const duplicateScene =
  (scene: string, newId: string, makeId: MakeId): Recipe =>
  (draft) => {
    const source = sceneOf(draft, scene);
    const { scene: copy, ids } = renamed(source as Scene, newId, makeId);
    draft.scenes[newId] = { ...copy, title: `${source.title.slice(0, 110)} again`, order: orderAfter(draft.scenes, scene) };
    copyCaptions(draft.production, Object.keys(source.lines), ids);
  };

/** Captions of other languages are texts by line: lines that were copied keep theirs. */
function copyCaptions(production: Production, lines: readonly string[], ids: ReadonlyMap<string, string>): void {
  for (const track of Object.values(production.captionTracks ?? {}))
    for (const line of lines) {
      const text = track.lines[line];
      const to = ids.get(line);
      if (text !== undefined && to) track.lines[to] = text;
    }
}

/** Where moves have taken a layer by a moment. */
function movedTo(scene: Scene, resolved: Resolved, id: string, layer: Exclude<Layer, { kind: 'effect' }>, at: number): { x: number; y: number } {
  let [x, y] = [restValue(layer, 'x'), restValue(layer, 'y')];
  const moves = Object.entries(scene.cues)
    .flatMap(([cueId, cue]) => (cue.kind === 'move' && cue.layer === id ? [{ cue, start: resolved.cues.get(cueId)?.start ?? 0 }] : []))
    .sort((a, b) => a.start - b.start);
  for (const { cue, start } of moves) if (start < at) [x, y] = [cue.x, cue.y];
  return { x, y };
}

/** Keys of a layer before a moment become where its properties rest; those after it stay. */
function settleKeys(layer: Layer, id: string, resolved: Resolved, at: number): void {
  const lists = layer.keys as Record<string, Record<string, { value: number | string }>> | undefined;
  if (!lists) return;
  for (const [property, list] of Object.entries(lists)) {
    let latest = Number.NEGATIVE_INFINITY;
    for (const [key, one] of Object.entries(list)) {
      const moment = resolved.keys.get(keyPath(id, property, key)) ?? 0;
      if (moment >= at) continue;
      if (moment > latest && layer.kind !== 'effect') {
        latest = moment;
        Object.assign(layer, { [property]: one.value });
      }
      delete list[key];
    }
    if (!Object.keys(list).length) delete lists[property];
  }
  if (!Object.keys(lists).length) delete layer.keys;
}

/**
 * Cuts a scene in two at a moment (ticks of the scene): lines and what begins from then on go to a new scene after it, with
 * everybody on its stage where they then stand.
 * @throws Failure `no-split` where there is nothing on one side.
 */
export const splitScene =
  (scene: string, at: number, newId: string, makeId: MakeId): Recipe =>
  (draft) => {
    const source = sceneOf(draft, scene);
    const { fps } = draft.production;
    const resolved = resolveTimed(source as Scene, fps);
    const later = new Set([...resolved.lines].filter(([, { start }]) => start >= at).map(([id]) => id));
    if (at <= 0 || at >= resolved.length || !later.size || later.size === Object.keys(source.lines).length)
      throw failure('no-split', 'A scene is cut between two of its lines. Put the playhead behind a line that shall stay and before one that shall go.');
    const { scene: copy, ids } = renamed(source as Scene, newId, makeId);
    const idOf = (id: string): string => ids.get(id) as string;
    copyCaptions(draft.production, [...later], ids);
    draft.scenes[newId] = { ...copy, title: `${source.title.slice(0, 110)}, part 2`, order: orderAfter(draft.scenes, scene), transition: undefined };
    const made = sceneOf(draft, newId);
    delete made.transition;

    // The new scene: where everybody is by then, without what was before.
    for (const [id, layer] of Object.entries(source.layers)) {
      const own = made.layers[idOf(id)];
      if (!own) continue;
      if (own.kind !== 'effect' && layer.kind !== 'effect') Object.assign(own, movedTo(source as Scene, resolved, id, layer, at));
      settleKeysOf(own, id, idOf, resolved, at);
      const span = resolved.spans.get(id);
      if (span && span.end <= at) delete made.layers[idOf(id)];
      else if (span && span.start < at) {
        delete own.enter;
        if (own.span) own.span.start = { to: 'scene', edge: 'start', offset: 0 };
      }
    }
    dropOrphans(made as Scene);
    keepMarkers(made as Scene, ([id]) => resolvedMarker(id, ids, resolved) >= at);
    const gone = Object.keys(source.cues).filter((id) => (resolved.cues.get(id)?.start ?? 0) < at);
    deleteCues(
      newId,
      gone.map(idOf).filter((id) => made.cues[id]),
    )(draft);
    for (const [id, cue] of Object.entries(made.cues)) if ('layer' in cue && !made.layers[cue.layer]) delete made.cues[id];
    deleteLines(newId, [...resolved.lines.keys()].filter((id) => !later.has(id)).map(idOf))(draft);
    const [first] = inOrder(made.lines);
    const start = first ? (resolved.lines.get([...ids].find(([, to]) => to === first[0])?.[0] ?? '')?.start ?? at) : at;
    made.lead = Math.max(0, start - at);
    if (first) first[1].pin = { to: 'previous', offset: 0 };
    for (const hung of [...pinsOf(made as Scene)]) {
      const moved = (pin: Pin): Pin => (pin.to === 'scene' && pin.edge === 'start' ? { ...pin, offset: Math.max(0, pin.offset - at) } : pin);
      if (hung.kind !== 'line') {
        hung.setStart(moved(hung.start));
        if (hung.end && isPin(hung.end)) hung.setEnd?.(moved(hung.end));
      }
    }

    // The scene itself, without what is after.
    keepMarkers(source as Scene, ([id]) => (resolved.markers.get(id) ?? 0) < at);
    delete source.length;
    delete made.length;
    deleteCues(
      scene,
      Object.keys(source.cues).filter((id) => (resolved.cues.get(id)?.start ?? 0) >= at),
    )(draft);
    deleteLines(scene, [...later])(draft);
    const last = Math.max(0, ...[...resolved.lines].filter(([id]) => !later.has(id)).map(([, { end }]) => end));
    source.tail = Math.max(0, at - last);
  };

/** Leaves only those markers of a scene that are wanted. */
function keepMarkers(scene: Scene, wanted: (entry: [string, Marker]) => boolean): void {
  const kept = Object.entries(scene.markers ?? {}).filter(wanted);
  if (kept.length) scene.markers = Object.fromEntries(kept);
  else delete scene.markers;
}

/** When the marker was of which this one is a copy. */
function resolvedMarker(copy: string, ids: ReadonlyMap<string, string>, resolved: Resolved): number {
  for (const [id, at] of resolved.markers) if (ids.get(id) === copy) return at;
  return 0;
}

const settleKeysOf = (copy: Layer, id: string, idOf: (id: string) => string, resolved: Resolved, at: number): void => {
  // Moments are known by the ways of the first scene's keys.
  const byCopy = new Map<string, number>();
  for (const [path, moment] of resolved.keys)
    if (path.startsWith(`${id}/`))
      byCopy.set(
        path
          .split('/')
          .slice(1)
          .map((part) => (/^[a-z]{2}_/.test(part) ? idOf(part) : part))
          .join('/'),
        moment,
      );
  const within: Resolved = { ...resolved, keys: new Map([...byCopy].map(([path, moment]) => [`copy/${path}`, moment])) };
  settleKeys(copy, 'copy', within, at);
};

/** What was in a group or a hand that is gone stands by itself. */
function dropOrphans(scene: Scene): void {
  for (const layer of Object.values(scene.layers)) {
    if (layer.parent !== undefined && !scene.layers[layer.parent]) {
      delete layer.parent;
      delete layer.hand;
    }
    if (layer.mask && 'layer' in layer.mask && !scene.layers[layer.mask.layer]) delete layer.mask;
    if ('of' in layer && layer.of !== undefined && !scene.layers[layer.of]) delete layer.of;
    if (layer.kind === 'mark' && layer.to !== undefined && !scene.layers[layer.to]) delete layer.to;
  }
}

/** Whether two layers show the same. */
function sameThing(a: Layer, b: Layer): boolean {
  if (a.kind !== b.kind || a.parent !== undefined || b.parent !== undefined) return false;
  if (a.kind === 'character') return a.character === (b as typeof a).character;
  if (a.kind === 'prop') return a.prop === (b as typeof a).prop;
  if (a.kind === 'picture') return a.media === (b as typeof a).media;
  return false;
}

/**
 * Makes one scene of a scene and the one after it: their lines follow each other with the silence that was between them, who
 * is in both stays and goes to the new place, who is in one of them is there for its part.
 * @throws Failure `no-next` where it is the last one.
 */
export const joinScenes =
  (scene: string, makeId: MakeId): Recipe =>
  (draft) => {
    const all = inOrder(draft.scenes);
    const place = all.findIndex(([id]) => id === scene);
    const next = all[place + 1];
    const target = sceneOf(draft, scene);
    if (!next) throw failure('no-next', 'This is the last scene: there is none after it to be joined with.');
    const { fps } = draft.production;
    const { length: at, lines } = resolveTimed(target as Scene, fps);
    const ended = Math.max(0, ...[...lines.values()].map(({ end }) => end));
    const more = JSON.parse(JSON.stringify(next[1])) as Scene;
    const here: Pin = { to: 'scene', edge: 'start', offset: at };
    // Put there a tick early, so that whoever sets out at the start of the second scene sets out from there.
    const justBefore: Pin = { ...here, offset: at - 1 };

    const became = new Map<string, string>();
    const stays = new Set<string>();
    for (const [id, layer] of childrenOf(more, undefined)) {
      const same = childrenOf(target as Scene, undefined).find(([one, mine]) => !stays.has(one) && sameThing(mine, layer));
      if (!same) continue;
      const [own, mine] = same;
      became.set(id, own);
      stays.add(own);
      if (mine.kind === 'effect' || layer.kind === 'effect') continue;
      const [x, y] = [restValue(layer, 'x'), restValue(layer, 'y')];
      const stood = movedTo(target as Scene, resolveTimed(target as Scene, fps), own, mine as Exclude<Layer, { kind: 'effect' }>, at);
      if (Math.abs(stood.x - x) > 1 || Math.abs(stood.y - y) > 1)
        target.cues[makeId('cue')] = { kind: 'move', layer: own, x, y, walk: false, ease: 'hold', order: orderAtEnd(target.cues), start: justBefore, end: { ticks: 1 } };
    }
    for (const [id, layer] of childrenOf(target as Scene, undefined))
      if (!stays.has(id) && !layer.span) (layer as Layer).span = { start: { to: 'scene', edge: 'start', offset: 0 }, end: here };
    // What of the next scene's clock begins at its start begins where it is joined.
    for (const hung of [...pinsOf(more)]) {
      const moved = (pin: Pin): Pin => (pin.to === 'scene' && pin.edge === 'start' ? { ...pin, offset: pin.offset + at } : pin);
      if (hung.kind === 'line') continue;
      hung.setStart(moved(hung.start));
      if (hung.end && isPin(hung.end)) hung.setEnd?.(moved(hung.end));
    }
    const layerOf = (id: string): string => became.get(id) ?? id;
    for (const [id, layer] of Object.entries(more.layers)) {
      if (became.has(id)) continue;
      if (layer.parent !== undefined) layer.parent = layerOf(layer.parent);
      if (!layer.span && layer.parent === undefined) layer.span = { start: here, end: { to: 'scene', edge: 'end', offset: 0 } };
      target.layers[id] = { ...layer, order: orderAtEnd(Object.fromEntries(childrenOf(target as Scene, layer.parent))) } as Layer;
    }
    let order = Object.values(target.lines).length ? (inOrder(target.lines).at(-1)?.[1].order ?? null) : null;
    const gap = (target.length === undefined ? target.tail : Math.max(0, at - ended)) + more.lead;
    inOrder(more.lines).forEach(([id, line], index) => {
      order = orderBetween(order, null);
      const first = index === 0 && line.pin.to === 'previous' && Object.keys(target.lines).length > 0;
      target.lines[id] = { ...line, order, pin: first ? { to: 'previous', offset: (line.pin as { offset: number }).offset + gap } : line.pin };
    });
    for (const [id, cue] of Object.entries(more.cues)) {
      const copy = { ...cue, order: orderAtEnd(target.cues) } as typeof cue;
      if ('layer' in copy) copy.layer = layerOf(copy.layer);
      if (copy.kind === 'camera') copy.subjects = copy.subjects.map(layerOf);
      if (copy.kind === 'camera' && copy.focus?.on) copy.focus = { ...copy.focus, on: layerOf(copy.focus.on) };
      if (copy.kind === 'look' && copy.target.to === 'layer') copy.target = { to: 'layer', layer: layerOf(copy.target.layer) };
      target.cues[id] = copy;
    }
    if (more.markers) target.markers = { ...target.markers, ...more.markers };
    delete target.length;
    target.tail = more.tail;
    for (const [role, character] of Object.entries(more.recast)) target.recast[role] ??= character;
    const backdrops = JSON.stringify(next[1].backdrop) === JSON.stringify(target.backdrop);
    delete draft.scenes[next[0]];
    return backdrops ? undefined : 'The second scene’s backdrop is gone: one scene has one backdrop. Undo keeps both scenes.';
  };
