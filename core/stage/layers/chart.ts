import type { LayerOf } from '../../document/schema.ts';
import { readTable, type SmallTable } from '../../document/table.ts';
import { toneOf } from '../../document/tones.ts';
import type { Node } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';
import { wordsIn } from '../../schedule/beats.ts';
import type { StagedLayer, StagedWords } from '../../schedule/staged.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import { CHART_FORMS, chartForm } from '../charts/forms.ts';
import { INK, type LaidRow, laidRow, out, Sheet } from '../words/kit.ts';
import { type DrawnKind, middleBox } from './kind.ts';

const MS = TICKS_PER_SECOND / 1000;
/** Longer than this after its last row was said nothing of it moves, milliseconds. */
const MOVES_MS = 1300;
const NOTHING: readonly Node[] = [];

const tables = new Map<string, SmallTable>();
function tableOf(text: string): SmallTable {
  let table = tables.get(text);
  if (!table) {
    if (tables.size > 100) tables.clear();
    tables.set(text, (table = readTable(text)));
  }
  return table;
}

/** What a title keeps free on either side of it, and its letters: as large as they fit, but to be read. */
const TITLE_MARGIN = 70;
const TITLE_SIZES = [68, 60, 52, 46, 40, 34] as const;
const fittedTitle = (title: string, { label }: Fonts, width: number): LaidRow => {
  const rows = TITLE_SIZES.map((size) => laidRow(title, label, size));
  return rows.find((row) => row.width <= width) ?? (rows.at(-1) as LaidRow);
};

type StagedChart = StagedLayer & { readonly layer: LayerOf<'chart'> };
const drawn = new WeakMap<StagedWords, { readonly key: string; readonly fonts: Fonts; readonly nodes: readonly Node[] }>();

function draw({ layer, words, start }: StagedChart, tick: number, fonts: Fonts): readonly Node[] {
  const table = tableOf(layer.table);
  const beats = words?.beats ?? [];
  const titled = wordsIn(layer.title).length;
  const first: number[] = [];
  let word = titled;
  for (const { label } of table.rows) {
    first.push(word);
    word += Math.max(1, wordsIn(label).length);
  }
  const at = (index: number): number => beats[Math.min(index, beats.length - 1)] ?? start;
  // The sheet comes with the first of its words.
  const begun = Math.min(...(beats.length ? beats : [start]));
  const ms = (tick - begun) / MS;
  if (ms < 0) return NOTHING;
  const moving = ms < MOVES_MS || first.some((one) => tick >= at(one) && (tick - at(one)) / MS < MOVES_MS);
  const key = moving ? `${tick}` : `${first.filter((one) => tick >= at(one)).length} rows`;
  const known = words && drawn.get(words);
  if (known?.key === key && known.fonts === fonts) return known.nodes;
  const { width, height } = layer;
  const s = new Sheet();
  s.strip(-width / 2, -height / 2, width, Math.max(40, height * out(ms, 240)), { cut: 'fold' });
  if (ms > 100) s.row(fittedTitle(layer.title, fonts, width - 2 * TITLE_MARGIN), -width / 2 + TITLE_MARGIN, -height / 2 + 112, INK, 0, () => true);
  const form = chartForm(layer.form);
  const nodes: readonly Node[] =
    ms > 200
      ? [
          ...s.nodes,
          ...form
            .draw({ title: layer.title, table, fonts, tone: toneOf(layer.tone ?? words?.tone), since: (row) => (tick - at(first[row] ?? 0)) / MS, ms, width, height })
            .map((node) => ({ ...node, id: `chart.${node.id}` }) as Node),
        ]
      : s.nodes;
  if (words) drawn.set(words, { key, fonts, nodes });
  return nodes;
}

/** A small table that is shown as it is said. */
export const chart: DrawnKind<'chart'> = {
  kind: 'chart',
  entry: {
    label: 'Chart',
    icon: 'M4 4v16h16M8 17v-5M12 17V8M16 17v-7',
    fields: [
      { field: 'form', label: 'Kind', control: 'choice', options: CHART_FORMS.map(({ id, name }) => [id, name] as const) },
      { field: 'width', label: 'Wide', control: 'number', least: 300, most: 1900, step: 20 },
      { field: 'height', label: 'High', control: 'number', least: 200, most: 1900, step: 20 },
    ],
  },
  moves: () => true,
  nodes: (staged, tick, { fonts }) => (fonts.title.length ? draw(staged, tick, fonts) : NOTHING),
  box: ({ layer }) => middleBox(layer.width, layer.height),
};
