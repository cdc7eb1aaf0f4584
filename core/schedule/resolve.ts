import { failure } from '../document/failure.ts';
import { type Hung, pinsOf } from '../document/pins.ts';
import { isPin, type Line, type Pin, type Scene } from '../document/schema.ts';
import { inOrder } from '../time/order.ts';
import { ceilToFrame, type FrameRate, toTicks } from '../time/ticks.ts';

export interface Times {
  readonly start: number;
  readonly end: number;
}

/** Every pin of a scene as ticks from the scene's start. */
export interface Resolved {
  readonly length: number;
  readonly lines: ReadonlyMap<string, Times>;
  readonly words: ReadonlyMap<string, Times & { readonly line: string }>;
  readonly cues: ReadonlyMap<string, Times>;
  /** When layers that are not there for the whole scene are on the stage, by layer. */
  readonly spans: ReadonlyMap<string, Times>;
  /** Moments of keys by the way to them (document/pins.ts, keyPath). */
  readonly keys: ReadonlyMap<string, number>;
  /** Moments of markers. */
  readonly markers: ReadonlyMap<string, number>;
  /** Lines in order. */
  readonly order: readonly string[];
}

/** Length of a line and the times of its words from the line's start, in ticks. */
export interface LineTiming {
  readonly length: number;
  readonly words: Readonly<Record<string, Times>>;
}

/** A scene without lines and cues still lasts this long. */
export const EMPTY_SCENE_TICKS = toTicks(3);

/**
 * Resolves all pins of a scene in topological order (Kahn 1962): linear in what hangs.
 * Line starts and the scene's length are rounded up to whole frames of `fps`.
 * @throws Failure `pin-cycle` that names the members, `pin-target` where a target does not exist.
 */
export function resolveScene(scene: Scene, timing: (lineId: string, line: Line) => LineTiming, fps: FrameRate, sceneStart = 0): Resolved {
  const lines = inOrder(scene.lines);
  const lineIndex = new Map(lines.map(([id], index) => [id, index]));
  const timings = lines.map(([id, line]) => timing(id, line));
  const wordLine = new Map<string, number>();
  lines.forEach(([, line], index) => {
    for (const word of Object.keys(line.words)) wordLine.set(word, index);
  });
  const all = [...pinsOf(scene)];
  const waitedFor = new Set<string>();
  for (const { start, end } of all) {
    if (start.to === 'cue') waitedFor.add(start.cue);
    if (end && isPin(end) && end.to === 'cue') waitedFor.add(end.cue);
  }
  // What nobody waits for is no part of the order in which things are found: it is read at the end, once each.
  const hung = all.filter(({ kind, id }) => kind === 'cue' && waitedFor.has(id));
  const leaves = all.filter(({ kind, id }) => kind !== 'line' && !(kind === 'cue' && waitedFor.has(id)));
  const cueIndex = new Map(hung.map(({ id }, index) => [id, index] as const));

  // Nodes: line starts, chain ends (latest end of the lines up to there), starts and ends of what hangs, the scene's end.
  const count = lines.length;
  const chainAt = count;
  const hungStartAt = chainAt + count + 1;
  const hungEndAt = hungStartAt + hung.length;
  const sceneEnd = hungEndAt + hung.length;
  const total = sceneEnd + 1;
  const value = new Float64Array(total);
  const needs: number[][] = Array.from({ length: total }, () => []);
  const compute: (() => number)[] = new Array(total);

  const wordTimes = (index: number, word: string): Times => {
    const known = timings[index] as LineTiming;
    return known.words[word] ?? { start: 0, end: known.length };
  };

  /** What a pin waits for, and how to read it once that is known. */
  const follow = (pin: Pin, own: number | undefined, who: () => string): { need: number[]; read: () => number } => {
    const missing = (): never => {
      throw failure('pin-target', `${who()} hangs from something that is no longer in the scene. Hang it from a word again.`);
    };
    switch (pin.to) {
      case 'scene':
        return pin.edge === 'start' ? { need: [], read: () => pin.offset } : { need: [sceneEnd], read: () => (value[sceneEnd] as number) + pin.offset };
      case 'film':
        return pin.edge === 'start' ? { need: [], read: () => pin.offset - sceneStart } : { need: [sceneEnd], read: () => (value[sceneEnd] as number) + pin.offset };
      case 'previous': {
        const chain = chainAt + (own ?? count);
        return { need: [chain], read: () => (value[chain] as number) + pin.offset };
      }
      case 'line': {
        const index = lineIndex.get(pin.line) ?? missing();
        const part = pin.edge === 'start' ? 0 : pin.edge === 'end' ? 1 : pin.edge;
        return { need: [index], read: () => (value[index] as number) + Math.round(part * (timings[index] as LineTiming).length) + pin.offset };
      }
      case 'word': {
        const index = wordLine.get(pin.word) ?? missing();
        return { need: [index], read: () => (value[index] as number) + wordTimes(index, pin.word)[pin.edge] + pin.offset };
      }
      case 'cue': {
        const index = cueIndex.get(pin.cue) ?? missing();
        const node = (pin.edge === 'start' ? hungStartAt : hungEndAt) + index;
        return { need: [node], read: () => (value[node] as number) + pin.offset };
      }
    }
  };

  lines.forEach(([id, line], index) => {
    const { need, read } = follow(line.pin, index, () => nameOfLine(scene, id));
    needs[index] = need;
    compute[index] = () => Math.max(0, ceilToFrame(read(), fps));
  });
  compute[chainAt] = () => scene.lead;
  for (let index = 0; index < count; index++) {
    const node = chainAt + index + 1;
    needs[node] = [node - 1];
    const aside = (lines[index] as [string, Line])[1].aside;
    if (!aside) (needs[node] as number[]).push(index);
    compute[node] = () => (aside ? (value[node - 1] as number) : Math.max(value[node - 1] as number, (value[index] as number) + (timings[index] as LineTiming).length));
  }
  hung.forEach((one, index) => {
    const who = (): string => nameOfHung(scene, one);
    const start = follow(one.start, undefined, who);
    const startNode = hungStartAt + index;
    needs[startNode] = start.need;
    compute[startNode] = () => Math.max(0, start.read());
    const { end } = one;
    if (end && isPin(end)) {
      const until = follow(end, undefined, who);
      needs[hungEndAt + index] = [startNode, ...until.need];
      compute[hungEndAt + index] = () => Math.max(value[startNode] as number, until.read());
    } else {
      needs[hungEndAt + index] = [startNode];
      compute[hungEndAt + index] = () => (value[startNode] as number) + (end?.ticks ?? 0);
    }
  });
  const fixed = scene.length;
  needs[sceneEnd] = fixed === undefined ? lines.map((_, index) => index) : [];
  compute[sceneEnd] = () => {
    if (fixed !== undefined) return ceilToFrame(fixed, fps);
    let end = 0;
    lines.forEach((_, index) => {
      end = Math.max(end, (value[index] as number) + (timings[index] as LineTiming).length);
    });
    return ceilToFrame(count ? end + scene.tail : Math.max(EMPTY_SCENE_TICKS, scene.lead + scene.tail), fps);
  };

  const waiting = new Int32Array(total);
  const after: number[][] = Array.from({ length: total }, () => []);
  needs.forEach((need, node) => {
    waiting[node] = need.length;
    for (const from of need) (after[from] as number[]).push(node);
  });
  const ready: number[] = [];
  for (let node = 0; node < total; node++) if (waiting[node] === 0) ready.push(node);
  let done = 0;
  for (let at = 0; at < ready.length; at++) {
    const node = ready[at] as number;
    value[node] = (compute[node] as () => number)();
    done++;
    for (const next of after[node] as number[]) if (--(waiting[next] as number) === 0) ready.push(next);
  }
  if (done < total) throw cycleFailure();

  function cycleFailure(): Error {
    let node = waiting.findIndex((n) => n > 0);
    const seen = new Map<number, number>();
    const walk: number[] = [];
    while (!seen.has(node)) {
      seen.set(node, walk.length);
      walk.push(node);
      node = (needs[node] as number[]).find((need) => (waiting[need] as number) > 0) as number;
    }
    const names = new Set<string>();
    for (const member of walk.slice(seen.get(node))) {
      if (member < count) names.add(nameOfLine(scene, (lines[member] as [string, Line])[0]));
      else if (member >= hungStartAt && member < sceneEnd) names.add(nameOfHung(scene, hung[(member - hungStartAt) % hung.length] as Hung));
    }
    return failure('pin-cycle', `That would make a ring in which each waits for the other: ${[...names].join(', ')}. Hang one of them from something else.`);
  }

  const words = new Map<string, Times & { line: string }>();
  const lineTimes = new Map<string, Times>();
  lines.forEach(([id, line], index) => {
    const start = value[index] as number;
    lineTimes.set(id, { start, end: start + (timings[index] as LineTiming).length });
    for (const word of Object.keys(line.words)) {
      const times = wordTimes(index, word);
      words.set(word, { line: id, start: start + times.start, end: start + times.end });
    }
  });
  const cues = new Map<string, Times>();
  const spans = new Map<string, Times>();
  const keys = new Map<string, number>();
  const markers = new Map<string, number>();
  hung.forEach(({ id }, index) => cues.set(id, { start: value[hungStartAt + index] as number, end: value[hungEndAt + index] as number }));
  for (const one of leaves) {
    const { kind, id, end } = one;
    const who = (): string => nameOfHung(scene, one);
    const start = Math.max(0, follow(one.start, undefined, who).read());
    if (kind === 'key') keys.set(id, start);
    else if (kind === 'marker') markers.set(id, start);
    else {
      const until = end && isPin(end) ? Math.max(start, follow(end, undefined, who).read()) : start + (end?.ticks ?? 0);
      (kind === 'cue' ? cues : spans).set(id, { start, end: until });
    }
  }
  return { length: value[sceneEnd] as number, lines: lineTimes, words, cues, spans, keys, markers, order: lines.map(([id]) => id) };
}

/** When a hung thing is; a key and a marker have no length. */
export function timesOf(resolved: Resolved, { kind, id }: Pick<Hung, 'kind' | 'id'>): Times | undefined {
  if (kind === 'line') return resolved.lines.get(id);
  if (kind === 'cue') return resolved.cues.get(id);
  if (kind === 'span') return resolved.spans.get(id);
  const at = (kind === 'marker' ? resolved.markers : resolved.keys).get(id);
  return at === undefined ? undefined : { start: at, end: at };
}

/** What hangs, as messages name it. */
function nameOfHung(scene: Scene, { kind, owner }: Hung): string {
  if (owner.kind === 'line') return nameOfLine(scene, owner.id);
  if (owner.kind === 'marker') return `the marker “${scene.markers?.[owner.id]?.name ?? ''}”`;
  const of = owner.kind === 'cue' ? nameOfCue(scene, owner.id) : nameOfLayerIn(scene, owner.id);
  return kind === 'key' ? `a key of ${of}` : kind === 'span' ? `the time of ${of} on the stage` : of;
}

const nameOfLayerIn = (scene: Scene, id: string): string => {
  const layer = scene.layers[id];
  return layer?.name ? `“${layer.name}”` : `a ${layer?.kind ?? 'layer'}`;
};

/** `line 3 ("Nobody pushes…")`, as messages name a line. */
export function nameOfLine(scene: Scene, id: string): string {
  const index = inOrder(scene.lines).findIndex(([line]) => line === id);
  const text = scene.lines[id]?.text ?? '';
  const short = text.length > 24 ? `${text.slice(0, 24).trimEnd()}…` : text;
  return `line ${index + 1}${short ? ` (“${short}”)` : ''}`;
}

export function nameOfCue(scene: Scene, id: string): string {
  const cue = scene.cues[id];
  if (!cue) return 'a cue';
  switch (cue.kind) {
    case 'gesture':
      return `gesture “${cue.action}”`;
    case 'face':
      return `face “${cue.expression}”`;
    case 'camera':
      return `camera “${cue.framing}”`;
    case 'caption':
      return `caption “${cue.text.slice(0, 20)}”`;
    default:
      return `${cue.kind} cue`;
  }
}
