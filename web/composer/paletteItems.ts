import { restValue } from '#core/document/properties';
import { type Character, type Cue, type FrameShape, MOUTH_SHAPES } from '#core/document/schema';
import { SOUND_DEFAULTS } from '#core/edit/commands/sounds';
import { type Gait, lengthOfWay } from '#core/edit/commands/ways';
import { ACTIONS } from '#core/figure/actions/index';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { characterLayers } from '#core/schedule/casting';
import type { ScheduledLine } from '#core/schedule/lines';
import { isOn, valueAt } from '#core/schedule/staged';
import { OWN_SOUNDS, ownSource } from '#core/sound/own/index';
import { frameSize } from '#core/stage/frame';
import { hasShoulder } from '#core/stage/shoulder';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import type { Act } from '../workers/acts.worker.ts';
import type { PlacedScene } from './film.ts';
import { FRAMING_NAMES } from './lanes.ts';

export const PALETTE_GROUPS = ['talk', 'feel', 'point', 'work', 'move', 'stand', 'camera', 'sound', 'caption', 'mouth'] as const;
export type PaletteGroup = (typeof PALETTE_GROUPS)[number];
export const GROUP_NAMES: Readonly<Record<PaletteGroup, string>> = {
  talk: 'Talk',
  feel: 'Feel',
  point: 'Point',
  work: 'Work',
  move: 'Move',
  stand: 'Stand',
  camera: 'Camera',
  sound: 'Sound',
  caption: 'Caption',
  mouth: 'Mouth',
};

export type NewCue = Cue extends infer T ? (T extends Cue ? Omit<T, 'order' | 'start' | 'end'> : never) : never;

/** Something that can be hung from a word. */
export interface PaletteItem {
  /** Names it from one opening to the next, for favourites. */
  readonly key: string;
  readonly group: PaletteGroup;
  readonly label: string;
  readonly words: string;
  readonly cue: NewCue;
  readonly seconds: number;
  /** Of a way in: where it waits until then. */
  readonly from?: { readonly x: number; readonly y: number };
  /** What its picture shows the character doing; without one its kind's sign stands there. */
  readonly act?: Act;
}

/** Two figures side by side are so far apart (stage units). */
const ELBOW_ROOM = 300;

/** The place nearest to `x` at which a figure does not come to stand in another one. */
function beside(scene: PlacedScene, layer: string, x: number, tick: number): number {
  const others = characterLayers(scene.scene).flatMap(([id]) => {
    const staged = scene.layers.get(id);
    return staged && id !== layer && staged.layer.parent === undefined && !staged.layer.hidden ? [valueAt(staged, 'x', tick)] : [];
  });
  const free = (place: number): boolean => others.every((other) => Math.abs(other - place) >= ELBOW_ROOM);
  for (let away = 0; away < 1200; away += 20) for (const place of [x - away, x + away]) if (free(place)) return place;
  return x;
}

/** Of a crowd not every pair is offered. */
const MOST_SHOULDERS = 8;
const NEVER = { start: 0, end: 0 };

/** Where looks go besides people: names with places on the stage. */
const PLACES = [
  ['Up to the left', -700, -360, -0.8, -0.8],
  ['Up to the right', 700, -360, 0.8, -0.8],
  ['Down', 0, 420, 0, 0.9],
  ['Far left', -900, -40, -1, 0],
  ['Far right', 900, -40, 1, 0],
] as const;

/**
 * Everything that can be hung from a word: what this character can do first, then what belongs to nobody. `words` are
 * those from the word on; `tick` is when.
 */
export function paletteItems(
  scene: PlacedScene,
  frame: FrameShape,
  layer: string | undefined,
  hand: 'left' | 'right' | 'both',
  words: ScheduledLine['words'],
  tick: number,
  nameOf: (layer: string) => string,
  character?: Character,
): PaletteItem[] {
  const items: PaletteItem[] = [];
  const add = (item: PaletteItem): void => void items.push(item);
  const people = characterLayers(scene.scene);
  const own = layer === undefined ? undefined : scene.scene.layers[layer];
  const span = words.length ? Math.min(4, ((words.at(-1) as { end: number }).end - (words[0] as { start: number }).start) / TICKS_PER_SECOND) : 2;
  if (layer !== undefined && own?.kind === 'character') {
    for (const action of ACTIONS)
      add({
        key: `action ${action.id}`,
        group: action.group,
        label: action.name,
        words: [...action.words, ...(action.moods ?? [])].join(' '),
        cue: { kind: 'gesture', layer, action: action.id, hand, strength: 1 },
        seconds: action.seconds,
        act: { kind: 'action', action: action.id, hand },
      });
    for (const expression of EXPRESSIONS)
      add({
        key: `face ${expression.id}`,
        group: 'feel',
        label: expression.name,
        words: `face ${expression.words.join(' ')}`,
        cue: { kind: 'face', layer, expression: expression.id, strength: 0.9 },
        seconds: Math.max(1, span),
        act: { kind: 'expression', expression: expression.id, strength: 1 },
      });
    const x0 = restValue(own, 'x');
    for (const [id, other] of people)
      if (id !== layer) {
        const way = Math.sign(restValue(other, 'x') - x0);
        add({
          key: `look ${id}`,
          group: 'point',
          label: `At ${nameOf(id)}`,
          words: 'look eyes',
          cue: { kind: 'look', layer, target: { to: 'layer', layer: id } },
          seconds: 1.5,
          act: { kind: 'stand', turn: way * 0.5, gazeX: way * 0.8, gazeY: 0 },
        });
      }
    add({
      key: 'look viewer',
      group: 'point',
      label: 'At the viewer',
      words: 'look camera eyes',
      cue: { kind: 'look', layer, target: { to: 'viewer' } },
      seconds: 1.5,
      act: { kind: 'stand', turn: 0, gazeX: 0, gazeY: 0 },
    });
    for (const [label, x, y, gx, gy] of PLACES)
      add({
        key: `look ${label}`,
        group: 'point',
        label,
        words: 'look place eyes',
        cue: { kind: 'look', layer, target: { to: 'place', x, y, name: label.toLowerCase() } },
        seconds: 1.2,
        act: { kind: 'stand', turn: gx * 0.5, gazeX: gx, gazeY: gy },
      });
    for (const shape of MOUTH_SHAPES)
      add({ key: `mouth ${shape}`, group: 'mouth', label: shape.replace(/^./, (c) => c.toUpperCase()), words: shape, cue: { kind: 'mouth', layer, shape }, seconds: 0.3 });
  }
  if (layer !== undefined && own && own.kind !== 'effect') for (const item of moves(scene, frame, layer, tick, character)) add(item);

  const base = { kind: 'camera' as const, x: 0, y: 0, width: frameSize(frame).width, over: 0, push: 0 };
  const camera = (label: string, found: string, cue: Partial<NewCue>, key = label): void =>
    add({ key: `camera ${key}`, group: 'camera', label, words: `shot framing ${found}`, cue: { ...base, framing: 'wide', subjects: [], ...cue } as NewCue, seconds: 1 });
  const two = people.slice(0, 2).map(([id]) => id);
  camera('Wide', 'all whole', { framing: 'wide', subjects: [] });
  if (two.length > 1) camera(`Two-shot, ${two.map(nameOf).join(' and ')}`, 'both', { framing: 'two-shot', subjects: two });
  for (const [id] of people) for (const framing of ['medium', 'close'] as const) camera(`${FRAMING_NAMES[framing]}, ${nameOf(id)}`, 'cut', { framing, subjects: [id] });
  const backs = people.filter(([id]) => hasShoulder(scene.layers.get(id)?.acting?.character));
  // Who is there at that moment first.
  const away = (id: string): number => (isOn(scene.layers.get(id) ?? NEVER, tick) ? 0 : 1);
  const pairs = backs
    .flatMap(([over]) => people.filter(([seen]) => seen !== over).map(([seen]) => [seen, over] as const))
    .sort((a, b) => away(a[0]) + away(a[1]) - away(b[0]) - away(b[1]));
  for (const [seen, over] of pairs.slice(0, MOST_SHOULDERS))
    camera(`Over ${nameOf(over)}’s shoulder, at ${nameOf(seen)}`, 'back behind', { framing: 'shoulder', subjects: [seen, over] });
  for (const [id] of people) camera(`Ease in on ${nameOf(id)}`, 'push move', { framing: 'medium', subjects: [id], over: toTicks(1) });
  camera('Ease out to wide', 'pull', { framing: 'wide', subjects: [], over: toTicks(1.2) });

  for (const { id, name, words: found, kind, seconds } of OWN_SOUNDS)
    add({
      key: `sound ${id}`,
      group: 'sound',
      label: kind === 'bed' ? `${name}, music` : name,
      words: found.join(' '),
      cue: { kind: 'sound', source: ownSource(id), name, ...SOUND_DEFAULTS[kind] },
      seconds,
    });

  for (const [text, count] of captionTexts(words))
    add({
      key: `caption ${count}`,
      group: 'caption',
      label: text || 'Caption',
      words: 'text subtitle',
      cue: { kind: 'caption', text: text || 'Caption' },
      seconds: Math.max(1, words.length ? ((words[Math.min(count, words.length) - 1] as { end: number }).end - (words[0] as { start: number }).start) / TICKS_PER_SECOND + 0.3 : 2),
    });
  return items;
}

/** Ways for a layer: people walk, run and jump, everything else slides, rolls and jumps; from and to outside the frame. */
function moves(scene: PlacedScene, frame: FrameShape, layer: string, tick: number, character: Character | undefined): PaletteItem[] {
  const own = scene.scene.layers[layer];
  const staged = scene.layers.get(layer);
  if (!own || !staged || own.kind === 'effect') return [];
  const { width, height } = frameSize(frame);
  const [x0, y0] = [valueAt(staged, 'x', tick), valueAt(staged, 'y', tick)];
  const walks = own.kind === 'character';
  const usual: Gait = walks ? 'walk' : 'slide';
  const go = (key: string, label: string, found: string, x: number, gait: Gait = usual, from?: { x: number; y: number }): PaletteItem => {
    const [fromX, fromY] = from ? [from.x, from.y] : [x0, y0];
    const way = Math.sign(x - fromX);
    return {
      key: `move ${key}`,
      group: 'move',
      label,
      words: `move way ${walks ? 'walk' : 'slide'} leave come ${found}`,
      cue: { kind: 'move', layer, x: Math.round(x), y: Math.round(y0), walk: walks, ...(gait === usual || gait === 'slide' ? {} : { gait }), ease: 'both' },
      seconds: lengthOfWay(Math.hypot(x - fromX, y0 - fromY), gait, own, character) / TICKS_PER_SECOND,
      ...(from ? { from: { x: Math.round(from.x), y: Math.round(from.y) } } : {}),
      ...(walks ? { act: { kind: 'go' as const, gait: gait === 'run' || gait === 'jump' ? gait : 'walk', way: way as 1 | -1 | 0 } } : {}),
    };
  };
  const far = width * 0.65;
  const [left, middle, right] = [-width * 0.32, walks ? beside(scene, layer, 0, tick) : 0, width * 0.32];
  // Whoever stands outside now comes to where there is room inside.
  const here = Math.abs(x0) < width / 2 ? x0 : middle;
  return [
    go('left', 'Step left', 'left', x0 - 180),
    go('right', 'Step right', 'right', x0 + 180),
    go('middle', 'To middle', 'centre', middle),
    go('left side', 'To left side', 'side', left),
    go('right side', 'To right side', 'side', right),
    ...(walks ? [go('run left', 'Run left', 'fast', left, 'run'), go('run right', 'Run right', 'fast', right, 'run')] : []),
    ...(walks ? [] : [go('roll left', 'Roll left', 'ball wheel', left, 'roll'), go('roll right', 'Roll right', 'ball wheel', right, 'roll')]),
    go('jump left', 'Jump left', 'hop leap', x0 - 220, 'jump'),
    go('jump right', 'Jump right', 'hop leap', x0 + 220, 'jump'),
    go('jump middle', 'Jump to middle', 'hop leap', middle, 'jump'),
    go('come left', 'In from left', 'enter arrive come on', here, usual, { x: -far, y: y0 }),
    go('come right', 'In from right', 'enter arrive come on', here, usual, { x: far, y: y0 }),
    ...(walks
      ? [
          go('run in left', 'Run in, left', 'enter arrive come fast', here, 'run', { x: -far, y: y0 }),
          go('run in right', 'Run in, right', 'enter arrive come fast', here, 'run', { x: far, y: y0 }),
        ]
      : [
          go('from above', 'In from above', 'enter drop', here, 'slide', { x: here, y: y0 - height }),
          go('from below', 'In from below', 'enter rise', here, 'slide', { x: here, y: y0 + height }),
        ]),
    go('exit left', 'Off left', 'exit leave off walk out', -far),
    go('exit right', 'Off right', 'exit leave off walk out', far),
    ...(walks ? [go('run off left', 'Run off left', 'exit leave off fast out', -far, 'run'), go('run off right', 'Run off right', 'exit leave off fast out', far, 'run')] : []),
  ];
}

/** The phrase from a word on, and all of it, with how many words each has. */
function captionTexts(words: ScheduledLine['words']): [string, number][] {
  const phrase: string[] = [];
  for (const word of words) {
    phrase.push(word.text);
    if (/[.?!,;:]$/.test(word.text) || phrase.join(' ').length > 38) break;
  }
  const all = words
    .map((word) => word.text)
    .join(' ')
    .slice(0, 200);
  return phrase.join(' ') === all
    ? [[all, words.length]]
    : [
        [phrase.join(' '), phrase.length],
        [all, words.length],
      ];
}
