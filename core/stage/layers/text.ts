import type { LayerOf } from '../../document/schema.ts';
import { toneOf } from '../../document/tones.ts';
import { rowsWithin } from '../../draw/breaks.ts';
import type { Matrix } from '../../draw/matrix.ts';
import { moved, type Node } from '../../draw/picture.ts';
import { type Fonts, layoutLine, type OutlineFont } from '../../draw/text.ts';
import { colourAt, type StagedLayer, type StagedWords, valueAt } from '../../schedule/staged.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import { frameSize } from '../frame.ts';
import type { LookInput, WordsLook } from '../words/look.ts';
import { wordsLook } from '../words/looks.ts';
import { type DrawnKind, middleBox, type OwnBox } from './kind.ts';

/** Words are laid out once at this size and scaled: a size that changes lays nothing out anew. */
const SET_SIZE = 100;
const LEADING = 1.22;

/** A row of words where it lies in a block about the origin, at SET_SIZE. */
interface Row {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}
interface Block {
  readonly rows: readonly Row[];
  readonly width: number;
  readonly height: number;
  /** Letters of all rows. */
  readonly letters: number;
}

const blocks = new WeakMap<readonly OutlineFont[], Map<string, Block>>();

function rowsOf(text: string, fonts: readonly OutlineFont[], most: number | undefined): string[] {
  const written = text.split('\n');
  if (most === undefined) return written;
  return written.flatMap((line) => rowsWithin(line, (row) => layoutLine(row, fonts, SET_SIZE).width <= most));
}

function blockOf({ text, align, wrap }: LayerOf<'text'>, fonts: readonly OutlineFont[], size: number): Block {
  let known = blocks.get(fonts);
  if (!known) blocks.set(fonts, (known = new Map()));
  const most = wrap === undefined ? undefined : Math.round((wrap * SET_SIZE) / size);
  const key = `${align} ${most ?? ''} ${text}`;
  let block = known.get(key);
  if (!block) {
    const laid = rowsOf(text, fonts, most).map((row) => ({ text: row, ...layoutLine(row, fonts, SET_SIZE) }));
    const width = Math.max(1, ...laid.map((row) => row.width));
    const first = laid[0] as (typeof laid)[number];
    const high = first.ascent + first.descent;
    const height = high + (laid.length - 1) * SET_SIZE * LEADING;
    const rows = laid.map((row, index) => ({
      text: row.text,
      width: row.width,
      x: align === 'start' ? -width / 2 : align === 'end' ? width / 2 - row.width : -row.width / 2,
      y: -height / 2 + row.ascent + index * SET_SIZE * LEADING,
    }));
    block = { rows, width, height, letters: rows.reduce((sum, row) => sum + [...row.text].length, 0) };
    if (known.size > 200) known.clear();
    known.set(key, block);
  }
  return block;
}

/** Rows that run from right to left come in from their right end. */
const RIGHT_TO_LEFT = /^[^\p{L}]*[\p{Script=Hebrew}\p{Script=Arabic}]/u;

const memo = new WeakMap<Block, Map<string, readonly Node[]>>();

function nodesOf(block: Block, fonts: readonly OutlineFont[], size: number, letters: number, fill: string): readonly Node[] {
  let known = memo.get(block);
  if (!known) memo.set(block, (known = new Map()));
  const key = `${size} ${letters} ${fill}`;
  let nodes = known.get(key);
  if (!nodes) {
    const k = size / SET_SIZE;
    let left = letters;
    nodes = block.rows.flatMap((row, index) => {
      const all = [...row.text];
      const some = all.slice(0, Math.max(0, left));
      left -= all.length;
      if (!some.length || !row.text.trim()) return [];
      const laid = layoutLine(some.join(''), fonts, SET_SIZE);
      const x = some.length < all.length && RIGHT_TO_LEFT.test(row.text) ? row.x + row.width - laid.width : row.x;
      const matrix: Matrix = [k, 0, 0, k, x * k, row.y * k];
      return [{ id: `row${index}`, path: laid.path, matrix, fill }];
    });
    if (known.size > 100) known.clear();
    known.set(key, nodes);
  }
  return nodes;
}

const fontsOf = (layer: LayerOf<'text'>, fonts: Fonts): readonly OutlineFont[] => fonts[layer.font];

/** Words on the screen. */
export const text: DrawnKind<'text'> = {
  kind: 'text',
  entry: {
    label: 'Words',
    icon: 'M5 6V4h14v2M12 4v16M9 20h6',
    fields: [
      { field: 'text', label: 'Words', control: 'text' },
      {
        field: 'font',
        label: 'Letters',
        control: 'choice',
        options: [
          ['title', 'Title'],
          ['label', 'Label'],
          ['caption', 'Serif'],
          ['captionBold', 'Serif, bold'],
        ],
      },
      {
        field: 'align',
        label: 'Rows',
        control: 'choice',
        options: [
          ['start', 'From the left'],
          ['middle', 'In the middle'],
          ['end', 'To the right'],
        ],
      },
    ],
  },
  plane: 'prop',
  moves: ({ look }) => look !== undefined,
  nodes(staged, tick, { fonts, reveal = 1 }) {
    const look = wordsLook(staged.layer.look);
    if (look) return lookNodes(look, staged, tick, fonts);
    const own = fontsOf(staged.layer, fonts);
    if (!own.length) return NOTHING;
    const size = valueAt(staged, 'size', tick);
    const block = blockOf(staged.layer, own, size);
    return nodesOf(block, own, size, Math.ceil(valueAt(staged, 'reveal', tick) * reveal * block.letters - 1e-6), colourAt(staged, 'colour', tick));
  },
  box(staged, tick, { fonts }): OwnBox {
    const look = wordsLook(staged.layer.look);
    if (look) {
      const k = valueAt(staged, 'size', tick) / LOOK_SIZE;
      const { width, height } = lookBox(look, staged, fonts);
      return middleBox(width * k, height * k);
    }
    const own = fontsOf(staged.layer, fonts);
    const size = valueAt(staged, 'size', tick);
    if (!own.length) return middleBox(size, size);
    const { width, height } = blockOf(staged.layer, own, size);
    return middleBox((width * size) / SET_SIZE, (height * size) / SET_SIZE);
  },
};

const NOTHING: readonly Node[] = [];

/** The size at which a look is drawn as large as it was made. */
const LOOK_SIZE = 96;
/** Longer than this after a word nothing of a look moves, milliseconds. */
const MOVES_MS = 1700;
const MS = TICKS_PER_SECOND / 1000;
const AFTER = 1e6;

type StagedText = StagedLayer & { readonly layer: LayerOf<'text'> };

function inputOf({ layer, words, start }: StagedText, tick: number | undefined, fonts: Fonts): LookInput {
  const beats = words?.beats ?? [];
  return {
    rows: layer.text.split('\n').filter((row) => row.trim()),
    fonts,
    tone: toneOf(words?.tone),
    since: (word) => (tick === undefined ? AFTER : word >= beats.length ? (tick - (beats.at(-1) ?? start)) / MS : (tick - (beats[word] as number)) / MS),
    ms: tick === undefined ? AFTER : (tick - start) / MS,
    frame: frameSize(words?.shape ?? '16:9'),
  };
}

const lookBoxes = new WeakMap<StagedWords, { readonly fonts: Fonts; readonly width: number; readonly height: number }>();
function lookBox(look: WordsLook, staged: StagedText, fonts: Fonts): { readonly width: number; readonly height: number } {
  const known = staged.words && lookBoxes.get(staged.words);
  if (known?.fonts === fonts) return known;
  const { width, height } = fonts.title.length ? look.draw(inputOf(staged, undefined, fonts)) : { width: 600, height: 200 };
  if (staged.words) lookBoxes.set(staged.words, { fonts, width, height });
  return { width, height };
}

const lookDrawn = new WeakMap<StagedWords, { readonly key: string; readonly fonts: Fonts; readonly nodes: readonly Node[] }>();

/** A look at a tick: the same nodes while nothing of it moves. */
function lookNodes(look: WordsLook, staged: StagedText, tick: number, fonts: Fonts): readonly Node[] {
  if (!fonts.title.length) return NOTHING;
  const { words } = staged;
  const k = valueAt(staged, 'size', tick) / LOOK_SIZE;
  const beats = words?.beats ?? [];
  const moving = (tick - staged.start) / MS < MOVES_MS || beats.some((beat) => tick >= beat && (tick - beat) / MS < MOVES_MS);
  const key = `${k} ${moving ? tick : `${beats.filter((beat) => beat <= tick).length} come`}`;
  const known = words && lookDrawn.get(words);
  if (known?.key === key && known.fonts === fonts) return known.nodes;
  const { nodes } = look.draw(inputOf(staged, tick, fonts));
  const sized = k === 1 ? nodes : nodes.map((node) => moved(node, [k, 0, 0, k, 0, 0]));
  if (words) lookDrawn.set(words, { key, fonts, nodes: sized });
  return sized;
}
