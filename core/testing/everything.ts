import type { Document, Scene } from '../document/schema.ts';
import { edit, type Recipe } from '../edit/change.ts';
import { setCaptionStyle } from '../edit/commands/captions.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { addKey } from '../edit/commands/keys.ts';
import { addEffect, addLayer, groupLayers, holdLayer, type NewLayer, setBlend, setMask, setPassage, setSpan } from '../edit/commands/layers.ts';
import { inOrder } from '../time/order.ts';
import { sampleDocument } from './samples.ts';

const CLIP = 'c1'.repeat(32);
export const PICTURE = 'a'.repeat(64);

/** A scene that has one of everything: every kind of layer, keys, times, masks, effects, ways in and out, cues. */
export function everything(script?: string) {
  const { document: start, scene, makeId } = sampleDocument(script);
  let document = start;
  const run = (recipe: Recipe): void => {
    document = edit(document, 'x', makeId('change'), recipe).document;
  };
  const key = (): string => makeId('key');
  const bring = (layer: NewLayer): string => {
    const id = makeId('layer');
    run(addLayer(scene, id, layer));
    return id;
  };
  const flags = { locked: false, hidden: false } as const;
  const place = document.scenes[scene] as Scene;
  const [first, second] = inOrder(place.layers).map(([id]) => id) as [string, string];
  const lines = inOrder(place.lines);
  const word = (line: number, n: number): string => inOrder((lines[line] as (typeof lines)[number])[1].words)[n]?.[0] as string;
  const at = (line: number, n: number, edge: 'start' | 'end' = 'start') => ({ to: 'word', word: word(line, n), edge, offset: 0 }) as const;

  const card = bring({ kind: 'picture', name: 'Card', media: PICTURE, width: 300, height: 200, x: 500, y: -200, angleDeg: 20, scaleX: -1, ...flags });
  bring({
    kind: 'clip',
    name: 'Waves',
    media: CLIP,
    width: 320,
    height: 180,
    frames: 90,
    rate: 25,
    after: 'again',
    into: 9600,
    speed: 1.5,
    chroma: { colour: '#22b04a', tolerance: 0.2, softness: 0.4, spill: 1, shrink: 0.5, blur: 1 },
    x: -700,
    y: 300,
    ...flags,
  });
  const title = bring({ kind: 'text', text: 'How tides work', font: 'title', align: 'middle', size: 100, x: -300, y: -300, ...flags });
  const bag = bring({ kind: 'prop', name: 'Radio', prop: 'radio', x: 0, y: 400, scaleX: 0.6, scaleY: 0.6, ...flags });
  const lamp = bring({ kind: 'prop', name: 'Lamp', prop: 'lantern', x: 620, y: 440, ...flags });
  const star = bring({ kind: 'shape', form: 'star', width: 160, height: 160, filled: true, line: 6, x: 0, y: -300, depth: 4, ...flags });
  const hole = bring({ kind: 'shape', form: 'ellipse', width: 200, height: 160, filled: true, line: 0, x: 520, y: -200, ...flags });
  bring({ kind: 'chart', form: 'bars', title: 'Boats', table: 'Morning, 2\nEvening, 5', width: 300, height: 240, x: -800, y: 20, ...flags });
  bring({ kind: 'balloon', text: 'Nobody stole it', form: 'speech', of: first, x: 330, y: -490, size: 60, ...flags });
  bring({ kind: 'mark', form: 'ring', text: '', to: second, width: 300, height: 200, x: 0, y: 0, ...flags });
  bring({ kind: 'mark', form: 'callout', text: 'Noor', to: first, aimY: -0.3, tone: 3, width: 300, height: 200, x: -800, y: -480, ...flags });
  bring({ kind: 'text', text: 'Low tide', font: 'title', align: 'middle', look: 'cut-strip', x: 720, y: -480, size: 60, ...flags });
  run(setCaptionStyle('ribbon', 'head'));
  const group = makeId('layer');
  run(groupLayers(scene, [second, lamp], group, 'Pair'));
  run(holdLayer(scene, bag, first, 'right'));
  run(setSpan(scene, title, { start: at(0, 0), end: at(1, 1, 'end') }));
  run(setPassage(scene, title, 'enter', { effect: 'fade', ticks: 24_000 }));
  run(setPassage(scene, title, 'exit', { effect: 'wipe', ticks: 24_000, values: { from: 90 } }));
  run(setMask(scene, card, { layer: hole, invert: false, feather: 6 }));
  run(setBlend(scene, star, 'multiply'));
  const shadow = makeId('effect');
  run(addEffect(scene, card, shadow, { effect: 'shadow', values: { x: 14 } }));
  const tone = bring({ kind: 'effect', effect: 'tone', values: { saturation: -0.4 }, ...flags });
  const keyed = (of: Parameters<typeof addKey>[1], property: string, tick: number, value: number | string): void => run(addKey(scene, of, property, tick, value, key));
  keyed({ layer: group }, 'x', 40_000, 200);
  keyed({ layer: group }, 'x', 140_000, -100);
  keyed({ layer: group }, 'opacity', 100_000, 1);
  keyed({ layer: group }, 'opacity', 160_000, 0.4);
  keyed({ layer: star }, 'fill', 30_000, '#ff0000');
  keyed({ layer: star }, 'fill', 120_000, '#0000ff');
  keyed({ layer: card, effect: shadow }, 'blur', 20_000, 2);
  keyed({ layer: card, effect: shadow }, 'blur', 90_000, 20);
  keyed({ layer: tone }, 'brightness', 60_000, 0);
  keyed({ layer: tone }, 'brightness', 110_000, 0.2);
  const hang = (cue: Parameters<typeof hangCue>[2]): string => {
    const id = makeId('cue');
    run(hangCue(scene, id, cue));
    return id;
  };
  const cues = {
    wave: hang({ kind: 'gesture', layer: first, action: 'wave', hand: 'left', strength: 1, order: 'a0', start: at(0, 1), end: { ticks: 40_000 } }),
    face: hang({ kind: 'face', layer: second, expression: 'warm', strength: 0.8, order: 'a1', start: at(1, 0), end: at(1, 3, 'end') }),
    look: hang({ kind: 'look', layer: second, target: { to: 'layer', layer: card }, order: 'a2', start: at(1, 1), end: { ticks: 30_000 } }),
    move: hang({ kind: 'move', layer: star, x: 300, y: -250, walk: false, ease: 'both', order: 'a3', start: at(0, 2), end: { ticks: 60_000 } }),
    walk: hang({ kind: 'move', layer: first, x: 60, y: 440, walk: true, ease: 'both', order: 'a4', start: at(0, 3), end: { ticks: 90_000 } }),
    wide: hang({
      kind: 'camera',
      framing: 'place',
      subjects: [],
      x: 0,
      y: 0,
      width: 1800,
      over: 0,
      push: 0,
      order: 'a5',
      start: { to: 'scene', edge: 'start', offset: 0 },
      end: { ticks: 9000 },
    }),
    close: hang({ kind: 'camera', framing: 'medium', subjects: [first], x: 0, y: 0, width: 900, over: 24_000, push: 0.1, order: 'a6', start: at(1, 0), end: { ticks: 9000 } }),
    mouth: hang({ kind: 'mouth', layer: second, shape: 'round', order: 'a7', start: at(1, 2), end: { ticks: 12_000 } }),
    sound: hang({
      kind: 'sound',
      source: 'own:click',
      name: 'Click',
      gainDb: 0,
      pan: 0,
      fadeIn: 0,
      fadeOut: 0,
      loop: false,
      duck: null,
      muted: false,
      solo: false,
      order: 'a8',
      start: at(0, 0),
      end: { ticks: 48_000 },
    }),
    caption: hang({ kind: 'caption', text: 'By hand', order: 'a9', start: at(1, 0), end: { ticks: 60_000 } }),
  };
  keyed({ cue: cues.wide }, 'width', 10_000, 1800);
  keyed({ cue: cues.wide }, 'width', 90_000, 1500);
  keyed({ cue: cues.sound }, 'gainDb', 20_000, -20);
  return { document, scene, makeId, key, word, lines: lines.map(([id]) => id), layers: { first, second, card, title, bag, lamp, star, hole, group, tone }, cues, shadow };
}

export const sceneIn = (document: Document, id: string): Scene => {
  const scene = document.scenes[id];
  if (!scene) throw new Error('no scene');
  return scene;
};
