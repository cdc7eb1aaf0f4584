import { type End, isPin, type Key, type Pin, type Scene } from './schema.ts';

/** Something of a scene that hangs: a line from the chain, a cue, a layer's time on the stage, a key, a marker. */
export interface Hung {
  readonly kind: 'line' | 'cue' | 'span' | 'key' | 'marker';
  /** The line's or cue's own id; of a span its layer's; of a key the way to it (`keyPath`). */
  readonly id: string;
  /** What it goes away with. */
  readonly owner: { readonly kind: 'line' | 'cue' | 'layer' | 'marker'; readonly id: string };
  readonly start: Pin;
  readonly end?: End;
  /** Hangs it from something else, in the scene that was visited. */
  setStart(pin: Pin): void;
  setEnd?(end: End): void;
}

type KeyLists = Readonly<Record<string, Record<string, Key>>> | undefined;

/** What names a key in its scene: whose it is (a layer, a cue, a layer's effect), of which property, which one. */
export const keyPath = (of: string, property: string, key: string): string => `${of}/${property}/${key}`;

function* keysIn(lists: KeyLists, owner: Hung['owner'], of: string = owner.id): Generator<Hung> {
  for (const [property, list] of Object.entries(lists ?? {}))
    for (const [id, key] of Object.entries(list))
      yield {
        kind: 'key',
        id: keyPath(of, property, id),
        owner,
        start: key.at,
        setStart: (pin) => {
          key.at = pin;
        },
      };
}

/**
 * Everything of a scene that hangs from something. Resolving, re-pinning, taking away and the search for rings go
 * through here alone: what has a pin is an entry here, and nothing else needs to know it.
 */
export function* pinsOf(scene: Scene): Generator<Hung> {
  for (const [id, line] of Object.entries(scene.lines))
    yield {
      kind: 'line',
      id,
      owner: { kind: 'line', id },
      start: line.pin,
      setStart: (pin) => {
        line.pin = pin;
      },
    };
  for (const [id, cue] of Object.entries(scene.cues)) {
    const owner = { kind: 'cue', id } as const;
    yield {
      kind: 'cue',
      id,
      owner,
      start: cue.start,
      end: cue.end,
      setStart: (pin) => {
        cue.start = pin;
      },
      setEnd: (end) => {
        cue.end = end;
      },
    };
    if ('keys' in cue) yield* keysIn(cue.keys, owner);
  }
  for (const [id, layer] of Object.entries(scene.layers)) {
    const owner = { kind: 'layer', id } as const;
    const { span } = layer;
    if (span)
      yield {
        kind: 'span',
        id,
        owner,
        start: span.start,
        end: span.end,
        setStart: (pin) => {
          span.start = pin;
        },
        setEnd: (end) => {
          span.end = end;
        },
      };
    yield* keysIn(layer.keys, owner);
    for (const [effectId, effect] of Object.entries(layer.effects ?? {})) yield* keysIn(effect.keys, owner, `${id}/${effectId}`);
  }
  for (const [id, marker] of Object.entries(scene.markers ?? {}))
    yield {
      kind: 'marker',
      id,
      owner: { kind: 'marker', id },
      start: marker.at,
      setStart: (pin) => {
        marker.at = pin;
      },
    };
}

/** All pins of one hung thing. */
export const pinsIn = ({ start, end }: Pick<Hung, 'start' | 'end'>): Pin[] => (end && isPin(end) ? [start, end] : [start]);
