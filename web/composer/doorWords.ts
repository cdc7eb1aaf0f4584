import type { BalloonForm, Document, Layer } from '#core/document/schema';
import type { Point } from '#core/draw/matrix';
import { NO_FONTS } from '#core/draw/text';
import type { Recipe } from '#core/edit/change';
import { addLayer, type NewLayer } from '#core/edit/commands/layers';
import { isOn } from '#core/schedule/staged';
import { layerBoxes } from '#core/stage/boxes';
import { CHART_FORMS } from '#core/stage/charts/forms';
import { frameSize } from '#core/stage/frame';
import { MARK_KINDS } from '#core/stage/marks/forms';
import { isPinned } from '#core/stage/moment';
import type { StageExtent } from '#core/stage/snapping';
import { mouthOf } from '#core/stage/whereabouts';
import { keptFree, onPicture } from '#core/stage/words/freeOf';
import type { WordsLook } from '#core/stage/words/look';
import { LOOKS_OF_WORDS } from '#core/stage/words/looks';
import { placeClear, safeArea } from '#core/stage/words/placing';
import { toTicks } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { useView } from '../state/view.ts';
import type { DoorItem } from './doorItem.ts';
import type { PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';

const PLAIN = { locked: false, hidden: false } as const;
/** Letters of a look are about so wide and so far apart, units; and what is round them. */
const LETTER = 56;
const ROW = 120;
const ROUND = 150;
/** A balloon shows no more words than these. */
const MOST_WORDS = 12;
const FORMS: readonly (readonly [BalloonForm, string, string])[] = [
  ['speech', 'Speech balloon', 'what is said'],
  ['thought', 'Thought balloon', 'what is only thought'],
  ['shout', 'Shouted balloon', 'loud'],
  ['whisper', 'Whispered balloon', 'quiet'],
  ['afar', 'Balloon from afar', 'by radio, from off stage'],
];
/** How long words stay after they were said, and how long a lower third stays. */
const STAYS = toTicks(0.4);
const LOWER_THIRD = toTicks(3.5);
/** How far from what it names an arrow begins, units. */
const REACH = 260;
const LEAVES = { exit: { effect: 'fade', ticks: toTicks(0.18) } } as const;

/** The line that is spoken at a time, else the next one, else the last. */
const lineAt = (scene: PlacedScene, tick: number): PlacedScene['lines'][number] | undefined =>
  scene.lines.find(({ start, end }) => tick >= start && tick < end) ?? scene.lines.find(({ start }) => start >= tick) ?? scene.lines.at(-1);

/** Whose words they are at a time: who speaks then, else who stands there first. */
function whoseAt(scene: PlacedScene, tick: number): string | undefined {
  const speaker = lineAt(scene, tick)?.layer;
  return speaker ?? Object.keys(scene.scene.layers).find((id) => scene.scene.layers[id]?.kind === 'character');
}

/** What a mark is for: what is chosen, else a thing that stands there, else whoever does. */
function pointedOut(scene: PlacedScene, tick: number): string | undefined {
  const there = (id: string): boolean => {
    const staged = scene.layers.get(id);
    return !!staged && staged.layer.kind !== 'mark' && staged.layer.kind !== 'effect' && !staged.layer.hidden && isOn(staged, tick);
  };
  const chosen = useView.getState().layer;
  if (chosen !== undefined && there(chosen)) return chosen;
  const ids = Object.keys(scene.scene.layers).filter(there);
  const first = (kind: Layer['kind']): string | undefined => ids.find((id) => scene.scene.layers[id]?.kind === kind && scene.scene.layers[id]?.parent === undefined);
  return first('prop') ?? first('picture') ?? first('character');
}

/** As much of a text as a balloon holds: whole sentences from its start, and no more than some words. */
function shortened(text: string): string {
  const sentences = text
    .replace(/\[[^\]]*\]/g, '')
    .trim()
    .split(/(?<=[.!?…])\s+/);
  const words: string[] = [];
  for (const sentence of sentences) {
    const own = sentence.split(/\s+/).filter(Boolean);
    if (words.length && words.length + own.length > MOST_WORDS) break;
    words.push(...own);
  }
  return words.length > MOST_WORDS ? `${words.slice(0, MOST_WORDS).join(' ')} …` : words.join(' ');
}

const sizeOf = (rows: readonly string[], large = 1): { width: number; height: number } => ({
  width: Math.max(...rows.map((row) => row.length)) * LETTER * large + ROUND,
  height: rows.length * ROW * large + ROUND / 2,
});

/** What is written in a look as it comes here. */
function written(look: WordsLook, document: Document, scene: PlacedScene, tick: number): string {
  const { title } = document.production;
  const line = lineAt(scene, tick);
  const whose = whoseAt(scene, tick);
  const layer = whose === undefined ? undefined : scene.scene.layers[whose];
  const name = layer?.kind === 'character' ? document.characters[layer.character]?.name : undefined;
  switch (look.id) {
    case 'cut-strip':
      return scene.scene.title;
    case 'hung-board':
      return `${title}\n${scene.scene.title}`;
    case 'name-ribbon':
    case 'edge-tape':
    case 'thread-flag':
      return name ? `${name}\n${look.sample.split('\n')[1] ?? ''}` : look.sample;
    case 'said-so':
      return line && name ? `${shortened(line.words.map(({ text }) => text).join(' '))}\n${name}` : look.sample;
    case 'part-card': {
      const scenes = Object.values(document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1));
      return `Part ${scenes.findIndex(({ id }) => id === scene.id) + 1} of ${scenes.length}\n${scene.scene.title}`;
    }
    case 'last-card':
      return [
        title,
        ...Object.values(document.characters)
          .slice(0, 4)
          .map((one) => `${one.name}, ${one.name}`),
      ].join('\n');
    default:
      return look.sample;
  }
}

/** Words with a look, and balloons, each placed clear of faces. */
export function wordItems(scene: PlacedScene, document: Document): DoorItem[] {
  const shape = document.production.frame;
  const frame = frameSize(shape);
  const items: DoorItem[] = [];
  for (const look of LOOKS_OF_WORDS) {
    const layer = makeId('layer');
    items.push({
      key: `words look ${look.id}`,
      shelf: 'words',
      name: look.name,
      line: look.use,
      words: `words title text write ${look.use}`,
      look: { layer: { kind: 'text', text: look.sample, font: 'title', align: 'middle', look: look.id, x: 0, y: 0, order: 'a0', ...PLAIN } as Layer },
      layer,
      bring: (_, { tick }) => {
        const at = Math.max(0, Math.round(tick));
        const text = written(look, document, scene, at);
        const line = lineAt(scene, at);
        const whose = whoseAt(scene, at);
        const ofSomebody = look.place === 'foot' || look.id === 'thread-flag' || look.id === 'said-so';
        const spoken = line && (look.place === 'foot' || look.id === 'thread-flag' || look.id === 'said-so');
        const span = spoken
          ? {
              span: {
                start: { to: 'line', line: line.id, edge: 'start', offset: 0 },
                end: look.id === 'said-so' ? { to: 'line', line: line.id, edge: 'end', offset: STAYS } : { ticks: LOWER_THIRD },
              },
            }
          : {};
        const made = { kind: 'text', text, font: 'title', align: 'middle', look: look.id, ...(ofSomebody && whose ? { of: whose } : {}), ...span, ...LEAVES, ...PLAIN } as const;
        return placed(scene, layer, made as unknown as NewLayer, look, text.split('\n'), whose);
      },
    });
  }
  for (const [form, name, line] of FORMS) {
    const layer = makeId('layer');
    items.push({
      key: `words balloon ${form}`,
      shelf: 'words',
      name,
      line,
      words: `balloon bubble comic say ${form}`,
      look: { layer: { kind: 'balloon', text: form === 'shout' ? 'STOLEN!' : 'It is low tide.', form, x: 0, y: 0, order: 'a0', ...PLAIN } as Layer },
      layer,
      bring: (_, { tick }) => {
        const at = Math.max(0, Math.round(tick));
        const said = lineAt(scene, at);
        const whose = whoseAt(scene, at);
        const text = said ? shortened(said.words.map((word) => word.text).join(' ')) : 'What is said';
        const span = said ? { span: { start: { to: 'line', line: said.id, edge: 'start', offset: -3840 }, end: { to: 'line', line: said.id, edge: 'end', offset: STAYS } } } : {};
        const rows = Math.max(1, Math.ceil(text.length / 20));
        const size = { width: Math.min(20, text.length) * 34 + 130, height: rows * 76 + 80 };
        const kept = keptFree(scene, NO_FONTS, document.production, said?.start ?? at, said?.end ?? at + toTicks(2));
        const mouth = whose === undefined ? undefined : mouthAt(whose, said?.start ?? at);
        const place = placeClear(size, shape, kept, mouth) ?? { x: 0, y: safeArea(shape).top + size.height / 2, scale: 1 };
        const made = { kind: 'balloon', text, form, ...(whose ? { of: whose } : {}), x: place.x, y: place.y, size: Math.round(96 * place.scale), ...span, ...PLAIN };
        return addLayer(scene.id, layer, made as unknown as NewLayer);
      },
    });
  }
  for (const form of CHART_FORMS) {
    const layer = makeId('layer');
    const [width, height] = frame.width > frame.height ? [1400, 760] : [frame.width - 120, frame.width > 1000 && frame.height > 1200 ? 1000 : 760];
    const made = { kind: 'chart', form: form.id, title: form.name, table: form.sample, width, height, x: 0, y: 0, ...PLAIN } as const;
    items.push({
      key: `words chart ${form.id}`,
      shelf: 'words',
      name: form.name,
      line: `chart, ${form.use}`,
      words: 'chart diagram graph table numbers explain',
      look: { layer: { ...made, order: 'a0' } as Layer },
      layer,
      bring: () => addLayer(scene.id, layer, { ...made, ...LEAVES } as unknown as NewLayer),
    });
  }
  for (const { id: form, name, use, about, written: says } of MARK_KINDS) {
    const layer = makeId('layer');
    const sides = about ? (form === 'underline' ? { width: 420, height: 40 } : { width: 420, height: 260 }) : { width: 480, height: 140 };
    const own = { kind: 'mark', form, text: says ? (form === 'measure' ? '3 metres' : 'What this is') : '', ...sides, ...PLAIN } as const;
    items.push({
      key: `words mark ${form}`,
      shelf: 'words',
      name,
      line: use,
      words: 'mark point show highlight explain arrow ring circle line label',
      look: { layer: { ...own, x: 0, y: 0, order: 'a0' } as Layer },
      layer,
      bring: (_, { tick }) => {
        const at = Math.max(0, Math.round(tick));
        const to = pointedOut(scene, at);
        const said = lineAt(scene, at);
        const span = said ? { span: { start: { to: 'line', line: said.id, edge: 'start', offset: 0 }, end: { to: 'line', line: said.id, edge: 'end', offset: STAYS } } } : {};
        const named = to && boxOnPicture(to, said?.start ?? at);
        // A label says what the thing is called, and so comes as it is spoken of.
        const thing = to === undefined ? undefined : scene.scene.layers[to];
        const text = form === 'callout' && thing ? nameOfStaged(document, thing) : own.text;
        const made = { ...own, text, ...(to ? { to } : {}), ...(form === 'marker' ? { blend: 'multiply' } : {}), ...span, ...LEAVES };
        if (about || !named) return addLayer(scene.id, layer, { ...made, x: 0, y: 0 } as unknown as NewLayer);
        // Beside what it names, on the side with more room, over no face.
        const kept = keptFree(scene, NO_FONTS, document.production, said?.start ?? at, said?.end ?? at + toTicks(2));
        const size = form === 'callout' ? { width: text.length * 27 + 140, height: 112 } : { width: 90, height: 90 };
        const side = (named.left + named.right) / 2 < 0 ? 1 : -1;
        const start = { x: (side > 0 ? named.right : named.left) + side * (REACH + size.width / 2), y: named.top - 60 };
        const near = { ...kept, figures: [...kept.figures, named] };
        const safe = safeArea(shape);
        const inside = { x: Math.max(safe.left + size.width / 2, Math.min(safe.right - size.width / 2, start.x)), y: Math.max(safe.top + size.height / 2, start.y) };
        const free = !near.faces.some(
          (face) =>
            Math.abs(inside.x - (face.left + face.right) / 2) < (face.right - face.left + size.width) / 2 &&
            Math.abs(inside.y - (face.top + face.bottom) / 2) < (face.bottom - face.top + size.height) / 2,
        );
        const place = free ? inside : (placeClear(size, shape, near, inside) ?? inside);
        return addLayer(scene.id, layer, { ...made, x: Math.round(place.x), y: Math.round(place.y) } as unknown as NewLayer);
      },
    });
  }
  return items;

  /** The box of a layer as it is seen on the picture. */
  function boxOnPicture(who: string, tick: number): StageExtent | undefined {
    const box = layerBoxes(scene, tick, NO_FONTS).find(({ id }) => id === who);
    const staged = scene.layers.get(who);
    if (!box || !staged) return undefined;
    const corners = isPinned(staged.layer) ? box.corners : box.corners.map((corner) => onPicture(scene, corner, tick, shape));
    const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
    return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
  }

  /** Where somebody's mouth is seen on the picture. */
  function mouthAt(who: string, tick: number): Point | undefined {
    const at = mouthOf(scene, who, tick);
    return at && onPicture(scene, at, tick, shape);
  }

  function placed(of: PlacedScene, id: string, made: NewLayer, look: WordsLook, rows: readonly string[], whose: string | undefined): Recipe {
    if (look.place === 'whole') return addLayer(of.id, id, { ...made, x: 0, y: 0 } as NewLayer);
    const size = sizeOf(rows, look.place === 'foot' || look.place === 'side' ? 0.62 : 1);
    const safe = safeArea(shape);
    if (look.place === 'foot') {
      const mouth = whose === undefined ? undefined : mouthAt(whose, lineAt(of, 0)?.start ?? 0);
      const side = (mouth?.x ?? -1) < 0 ? -1 : 1;
      const x = side < 0 ? safe.left + size.width / 2 : safe.right - size.width / 2;
      return addLayer(of.id, id, {
        ...made,
        x: Math.round(x),
        y: Math.round(safe.bottom - 76 - (of.scene.captions && document.production.captionPlace !== 'head' ? 190 : 0)),
      } as NewLayer);
    }
    const kept = keptFree(of, NO_FONTS, document.production, 0, of.length);
    const towards = look.id === 'thread-flag' && whose !== undefined ? mouthOf(of, whose, 0) : undefined;
    const place = placeClear({ width: Math.min(size.width, frame.width * 0.8), height: size.height }, shape, kept, towards) ?? { x: 0, y: safe.top + size.height / 2, scale: 1 };
    return addLayer(of.id, id, { ...made, x: place.x, y: place.y, size: Math.round(96 * place.scale) } as NewLayer);
  }
}
