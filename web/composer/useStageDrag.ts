import { useRef, useState } from 'react';
import type { Property } from '#core/document/properties';
import { restValue } from '#core/document/properties';
import type { Layer } from '#core/document/schema';
import { invert, type Matrix, transform } from '#core/draw/matrix';
import type { Recipe } from '#core/edit/change';
import { layerKeys, type Recorded, recordKeys } from '#core/edit/commands/keys';
import { outermost, setProperty } from '#core/edit/commands/layers';
import { moveLayers, type Shift } from '#core/edit/commands/placing';
import { floorOf } from '#core/stage/backdrop';
import type { LayerBox } from '#core/stage/boxes';
import { frameSize } from '#core/stage/frame';
import { slidInDepth } from '#core/stage/place';
import { type Landmark, type Snapped, snapPlace } from '#core/stage/snapping';
import { sample } from '#core/time/track';
import { newKey } from '../ids.ts';
import { preview, run, useOpenDocument } from '../state/production.ts';
import { chosenLayers, useView } from '../state/view.ts';
import { type DragAt, type DragOptions, snapped } from '../ui/useDrag.ts';
import type { PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { landmarkOf, type Screen } from './onStage.ts';

/** Pixels within which a drag is drawn to a line. */
const SNAP = 6;
/** Keys of a recorded drag leave out what lies within so many stage units, degrees or hundredths of the way between the others. */
const RECORD_ERROR = { place: 1, angle: 0.5, size: 0.01 } as const;
/** Angles at which a turned thing holds, and how near, degrees. */
const HOLDS = 15;
const HOLDS_WITHIN = 3;
const LEAST_SIZE = 0.05;
const MOST_SIZE = 20;

/** How a layer was when a drag began. */
export interface Grabbed {
  readonly id: string;
  readonly layer: Layer;
  readonly box: LayerBox;
  readonly name: string;
  readonly landmark: Landmark;
  /** Its own value of a property at that moment, keys followed, moves left out. */
  readonly now: (property: Property) => number;
}

export const linear = ([a, b, c, d]: Matrix): Matrix => [a, b, c, d, 0, 0];

/** What is dragged on the stage: several layers as one, one of them under the pointer. */
export interface Grip {
  readonly held: readonly Grabbed[];
  readonly first: Grabbed;
  readonly others: readonly Landmark[];
  readonly tick: number;
}

/** What the stage says while something is dragged. */
export interface Told {
  readonly snapped?: Snapped;
  readonly label?: string;
}

/** Drags of chosen layers: to another place, another size, another angle; while keys are recorded each writes keys. */
export function useStageDrag(scene: PlacedScene, boxes: readonly LayerBox[], screen: Screen) {
  const document = useOpenDocument();
  const [told, tell] = useState<Told>({});
  const frame = frameSize(document.production.frame);
  const recorded = useRef(new Map<string, Map<Property, Recorded[]>>());

  const grab = (box: LayerBox): Grabbed | undefined => {
    const layer = scene.scene.layers[box.id];
    if (!layer) return undefined;
    const name = nameOfStaged(document, layer);
    const { tick } = useView.getState();
    const staged = scene.layers.get(box.id);
    const now = (property: Property): number => (staged?.tracks[property] ? sample(staged.tracks[property], tick) : restValue(layer, property));
    return { id: box.id, layer, box, name, landmark: landmarkOf(box, layer, name), now };
  };
  /** The grip on all that is chosen, by one of them; undefined where that one is locked. */
  const gripOf = (id: string): Grip | undefined => {
    const chosen = outermost(scene.scene, chosenLayers(useView.getState()));
    const ids = new Set(chosen.includes(id) ? chosen : [id]);
    const all = boxes.flatMap((box) => grab(box) ?? []);
    const held = all.filter((one) => ids.has(one.id) && !one.layer.locked);
    const first = held.find((one) => one.id === id);
    if (!first) return undefined;
    // What lies about another layer is no line of its own.
    const others = all
      .filter((one) => !ids.has(one.id) && !one.layer.hidden && !(one.layer.kind === 'mark' && one.layer.to !== undefined) && one.layer.parent === first.layer.parent)
      .map((one) => one.landmark);
    return { held, first, others, tick: useView.getState().tick };
  };

  const recording = (): boolean => useView.getState().recording;
  const live = (): boolean => recording() && useView.getState().playing;

  /** Where a drag of so many pixels takes the grip, snapped. */
  const shiftOf = ({ first, others }: Grip, { dx, dy, shift, alt }: DragAt): { dx: number; dy: number; snapped: Snapped | undefined } => {
    const stands = first.landmark.stands && first.layer.parent === undefined;
    let [x, y] = [dx / screen.k, dy / screen.k];
    // What stands stays on its floor unless Shift lifts it or it is dragged far.
    if (stands && !shift && Math.abs(dy) < 24) y = 0;
    if (alt) return { dx: x, dy: y, snapped: undefined };
    const { extent, anchor } = first.landmark;
    const moved = {
      stands,
      extent: { left: extent.left + x, right: extent.right + x, top: extent.top + y, bottom: extent.bottom + y },
      anchor: { x: anchor.x + x, y: anchor.y + y },
    };
    const found = snapPlace(moved, others, frame, floorOf(scene.scene.backdrop, document.production.frame), SNAP / screen.k);
    x += found.dx;
    y += stands && !shift && Math.abs(dy) < 24 ? 0 : found.dy;
    return { dx: x, dy: y, snapped: found };
  };
  const moveRecipe = ({ held, tick }: Grip, dx: number, dy: number): Recipe => {
    const shifts = held.map(({ id, box, now }): Shift => {
      const by = transform(invert(linear(box.parent)), dx, dy);
      return { id, dx: Math.round(by.x * 100) / 100, dy: Math.round(by.y * 100) / 100, at: { x: now('x'), y: now('y') } };
    });
    return moveLayers(scene.id, shifts, tick, newKey, recording());
  };

  /** Writes down what a layer is at this moment of a playing scene. */
  const note = (id: string, values: Partial<Record<Property, number>>): void => {
    const lists = recorded.current.get(id) ?? new Map<Property, Recorded[]>();
    recorded.current.set(id, lists);
    const { tick } = useView.getState();
    for (const [property, value] of Object.entries(values) as [Property, number][]) {
      const list = lists.get(property) ?? [];
      lists.set(property, list);
      if ((list.at(-1)?.at ?? -1) < tick) list.push({ at: tick, value });
    }
  };
  const keep = (label: string, error: number): boolean => {
    const all = [...recorded.current].map(([id, lists]) => [id, Object.fromEntries([...lists].filter(([, list]) => list.length > 1))] as const);
    recorded.current = new Map();
    const some = all.filter(([, lists]) => Object.keys(lists).length);
    if (!some.length) return false;
    run(label, (draft) => {
      for (const [id, lists] of some) recordKeys(scene.id, layerKeys(id), lists, error, newKey)(draft);
    });
    return true;
  };
  const drop = (): void => {
    recorded.current = new Map();
    tell({});
    preview(undefined);
  };

  const named = (verb: string, { held, first }: Grip): string => (held.length > 1 ? `${verb} ${held.length} things` : `${verb} ${first.name}`);

  const placing = {
    move(grip: Grip, at: DragAt): void {
      const { dx, dy, snapped: found } = shiftOf(grip, at);
      if (live()) {
        for (const { id, box, now } of grip.held) {
          const by = transform(invert(linear(box.parent)), at.dx / screen.k, at.dy / screen.k);
          note(id, { x: now('x') + by.x, y: now('y') + by.y });
        }
        return;
      }
      tell(found ? { snapped: found } : {});
      preview(moveRecipe(grip, dx, dy));
    },
    end(grip: Grip, at: DragAt): void {
      tell({});
      if (recorded.current.size && keep(named('Record', grip), RECORD_ERROR.place)) return;
      const { dx, dy } = shiftOf(grip, at);
      run(named('Place', grip), moveRecipe(grip, dx, dy));
    },
  };

  /** One recipe from a recipe for each. */
  const each =
    (grip: Grip, make: (one: Grabbed) => Partial<Record<Property, number>>): Recipe =>
    (draft) => {
      for (const one of grip.held) setProperty(scene.id, one.id, make(one), grip.tick, newKey, recording())(draft);
    };
  const spinning = (make: (grip: Grip, at: DragAt) => { values: (one: Grabbed) => Partial<Record<Property, number>>; label: string }, verb: string, error: number) => ({
    move(grip: Grip, at: DragAt): void {
      const { values, label } = make(grip, at);
      tell({ label });
      if (live()) for (const one of grip.held) note(one.id, values(one));
      else preview(each(grip, values));
    },
    end(grip: Grip, at: DragAt): void {
      tell({});
      if (recorded.current.size && keep(named('Record', grip), error)) return;
      run(named(verb, grip), each(grip, make(grip, at).values));
    },
    cancel: drop,
  });

  const sized = (value: number): number => (Math.sign(value || 1) * Math.round(Math.max(LEAST_SIZE, Math.min(MOST_SIZE, Math.abs(value))) * 1000)) / 1000;
  /** Of a drag up along the rod: the size about the feet. */
  const sizing = (tall: number, metres: number | undefined) =>
    spinning(
      (_, { dy, alt, shift }) => {
        const factor = Math.max(LEAST_SIZE, (tall - dy / screen.k) / tall);
        return {
          values: ({ now }) => ({ ...(alt && shift ? {} : { scaleY: sized(now('scaleY') * factor) }), ...(alt && !shift ? {} : { scaleX: sized(now('scaleX') * factor) }) }),
          label: metres === undefined ? `${Math.round(factor * 100)} %` : `${(metres * factor).toFixed(2)} m`,
        };
      },
      'Size',
      RECORD_ERROR.size,
    );
  /** Of a drag across the tape's end: the width alone. */
  const widening = (half: number) =>
    spinning(
      (_, { dx }) => {
        const factor = Math.max(LEAST_SIZE, (half + dx / screen.k) / half);
        return { values: ({ now }) => ({ scaleX: sized(now('scaleX') * factor) }), label: `${Math.round(factor * 100)} % wide` };
      },
      'Widen',
      RECORD_ERROR.size,
    );
  /** Of the tape with Shift: over the floor, nearer and farther, at the size that it then is. */
  const deepening = () =>
    spinning(
      ({ first }, { dx, dy }) => {
        const to = ({ now }: Grabbed) => slidInDepth(now('y'), now('depth'), now('y') + dy / screen.k);
        const depth = to(first)?.depth ?? first.now('depth');
        return {
          values: (one) => {
            const there = to(one);
            const x = Math.round(one.now('x') + dx / screen.k);
            return there ? { x, y: there.y, depth: there.depth, scaleX: sized(one.now('scaleX') * there.factor), scaleY: sized(one.now('scaleY') * there.factor) } : { x };
          },
          label: depth >= 0 ? `${depth.toFixed(1)} m behind` : `${(-depth).toFixed(1)} m before`,
        };
      },
      'Stand deeper',
      RECORD_ERROR.place,
    );
  /** Of a drag about a middle (pixels). */
  const turning = (middle: { x: number; y: number }, from: { x: number; y: number }) =>
    spinning(
      ({ first }, { dx, dy, alt }) => {
        const by = ((Math.atan2(from.y + dy - middle.y, from.x + dx - middle.x) - Math.atan2(from.y - middle.y, from.x - middle.x)) * 180) / Math.PI;
        const wish = first.now('angleDeg') + by;
        const to = alt ? Math.round(wish * 10) / 10 : snapped(Math.round(wish), [Math.round(wish / HOLDS) * HOLDS], HOLDS_WITHIN);
        const turned = to - first.now('angleDeg');
        return { values: ({ now }) => ({ angleDeg: Math.round((now('angleDeg') + turned) * 10) / 10 }), label: `${to}°` };
      },
      'Turn',
      RECORD_ERROR.angle,
    );

  return { told, gripOf, placing: { ...placing, cancel: drop }, sizing, widening, deepening, turning, drop };
}

export type StageDrag = ReturnType<typeof useStageDrag>;
/** A drag of one of the handles, by its own moves. */
export const handle = (drag: StageDrag, id: string, way: { move(grip: Grip, at: DragAt): void; end(grip: Grip, at: DragAt): void; cancel(): void }): DragOptions<Grip> => ({
  start: () => drag.gripOf(id),
  move: way.move,
  end: way.end,
  cancel: way.cancel,
});
