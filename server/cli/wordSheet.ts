import { readTable } from '#core/document/table';
import { toneOf } from '#core/document/tones';
import { moved, type Node } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { paintFully } from '#core/paint/incremental';
import { backdropNodes } from '#core/stage/backdrop';
import { CHART_FORMS } from '#core/stage/charts/forms';
import { propBox } from '#core/stage/layers/prop';
import { MARK_KINDS } from '#core/stage/marks/forms';
import { propOf } from '#core/stage/props/index';
import { LOOKS_OF_WORDS } from '#core/stage/words/looks';
import { nodePainter, toPng } from '../paint/host.ts';
import { filmFonts } from '../resources.ts';

const WIDE = 420;
const GAP = 30;
const COLUMNS = 4;

/** Every look of words, every chart and every mark at rest over a backdrop, and below it as it comes. */
export function wordSheet(): Buffer {
  const fonts = filmFonts();
  const k = WIDE / 1920;
  const tall = 1080 * k;
  const nodes: Node[] = [];
  const back = backdropNodes({ kind: 'set', set: 'harbour-low-tide', light: 0.5 }, '16:9').nodes;
  const small = WIDE / 3 - 4;
  const cell = (x: number, y: number, width: number, name: string, drawn: readonly Node[]): void => {
    const s = width / 1920;
    nodes.push({
      id: name,
      mask: { id: 'mask', path: new Float32Array([0, x, y, 1, x + width, y, 1, x + width, y + 1080 * s, 1, x, y + 1080 * s, 4]), fill: '#000000', matrix: [1, 0, 0, 1, 0, 0] },
      items: [...back, ...drawn].map((node) => moved(node, [s, 0, 0, s, x + width / 2, y + 540 * s], `${name} `)),
    });
  };
  const rowTall = tall + small * (1080 / 1920) + GAP + 8;
  LOOKS_OF_WORDS.forEach((look, index) => {
    const [x, y] = [(index % COLUMNS) * (WIDE + 14) + 14, Math.floor(index / COLUMNS) * rowTall + 14];
    const rows = look.sample.split('\n');
    const at = (ms: number): readonly Node[] => {
      const { nodes: drawn } = look.draw({ rows, fonts, tone: toneOf(index % 2 ? 1 : 2), since: (word) => ms - word * 260, ms, frame: { width: 1920, height: 1080 } });
      const dy = look.place === 'foot' ? 360 : look.place === 'third' ? -180 : 0;
      return drawn.map((node) => moved(node, [1, 0, 0, 1, 0, dy]));
    };
    cell(x, y, WIDE, `${look.id} rest`, at(1e5));
    [90, 420, 900].forEach((ms, n) => cell(x + n * (small + 6), y + tall + 6, small, `${look.id} ${ms}`, at(ms)));
    const label = layoutLine(`${look.name}, ${look.use}`, fonts.label, 13);
    nodes.push({ id: `label ${look.id}`, path: label.path, matrix: [1, 0, 0, 1, x, y + rowTall - 12], fill: '#24403f' });
  });
  // Charts, whole and half said.
  CHART_FORMS.forEach((form, n) => {
    const index = LOOKS_OF_WORDS.length + n;
    const [x, y] = [(index % COLUMNS) * (WIDE + 14) + 14, Math.floor(index / COLUMNS) * rowTall + 14];
    const table = readTable(form.sample);
    const at = (come: number): readonly Node[] => [
      { id: 'sheet', path: new Float32Array([0, -760, -420, 1, 760, -420, 1, 760, 420, 1, -760, 420, 4]), matrix: [1, 0, 0, 1, 0, 0], fill: '#fbfdfc' },
      ...form.draw({ title: 'x', table, fonts, tone: toneOf(2), since: (row) => (row < come ? 1e5 : -1), ms: 1e5, width: 1500, height: 820 }),
    ];
    cell(x, y, WIDE, `${form.id} rest`, at(99));
    [1, 2, 3].forEach((come, k) => cell(x + k * (small + 6), y + tall + 6, small, `${form.id} ${come}`, at(come)));
    const label = layoutLine(`${form.name}, ${form.use}`, fonts.label, 13);
    nodes.push({ id: `label ${form.id}`, path: label.path, matrix: [1, 0, 0, 1, x, y + rowTall - 12], fill: '#24403f' });
  });
  // Marks about a thing, and from a place to it.
  const things = (propOf('radio')?.draw({ seconds: 0 }) ?? []).map((node) => moved(node, [1.4, 0, 0, 1.4, 260, 240]));
  const own = propBox('radio');
  const box = { left: 260 + own.left * 1.4, right: 260 + own.right * 1.4, top: 240 + own.top * 1.4, bottom: 240 + own.bottom * 1.4 };
  MARK_KINDS.forEach((kind, n) => {
    const index = LOOKS_OF_WORDS.length + CHART_FORMS.length + n;
    const [x, y] = [(index % COLUMNS) * (WIDE + 14) + 14, Math.floor(index / COLUMNS) * rowTall + 14];
    const at = (ms: number): readonly Node[] => [
      ...things,
      ...kind.draw({ text: kind.id === 'measure' ? '40 cm' : 'A radio', fonts, tone: toneOf(1 + (n % 4)), ms, around: box, aim: undefined, from: { x: -560, y: -260 } }),
    ];
    cell(x, y, WIDE, `${kind.id} rest`, at(1e5));
    [90, 200, 330].forEach((ms, k) => cell(x + k * (small + 6), y + tall + 6, small, `${kind.id} ${ms}`, at(ms)));
    const label = layoutLine(`${kind.name}, ${kind.use}`, fonts.label, 13);
    nodes.push({ id: `label ${kind.id}`, path: label.path, matrix: [1, 0, 0, 1, x, y + rowTall - 12], fill: '#24403f' });
  });
  const [width, height] = [COLUMNS * (WIDE + 14) + 14, Math.ceil((LOOKS_OF_WORDS.length + CHART_FORMS.length + MARK_KINDS.length) / COLUMNS) * rowTall + 14];
  return toPng(
    paintFully(nodePainter(), { width, height, background: '#eef3f1', planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0], nodes }] }, Math.round(width), Math.round(height)),
  );
}
