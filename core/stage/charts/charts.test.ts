import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import { readTable } from '../../document/table.ts';
import { toneOf } from '../../document/tones.ts';
import { hull } from '../../draw/path.ts';
import { type Item, isGroup, type Node } from '../../draw/picture.ts';
import { edit } from '../../edit/change.ts';
import { addLayer } from '../../edit/commands/layers.ts';
import { schedule } from '../../schedule/schedule.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { evaluate } from '../evaluate.ts';
import { CHART_FORMS, chartForm, hundredths } from './forms.ts';

const fonts = filmFonts();
const flatten = (nodes: readonly Node[]): Node[] => nodes.flatMap((node) => (isGroup(node) ? [...(node.base ? [node.base] : []), ...flatten(node.items)] : [node]));
const drawn = (form: string, table: string, since: (row: number) => number, ms = 1e5): Node[] =>
  flatten(chartForm(form).draw({ title: 'A title', table: readTable(table), fonts, tone: toneOf(2), since, ms, width: 1400, height: 760 }));

describe.each(CHART_FORMS.map(({ id }) => id))('the chart %s', (id) => {
  const { sample } = chartForm(id);
  it('shows nothing of a row before it is said, and all within its sheet in the end', () => {
    const [none, all] = [drawn(id, sample, () => -1), drawn(id, sample, () => 1e5)];
    expect(all.length).toBeGreaterThan(none.length);
    for (const node of all) {
      if (isGroup(node) || !node.path?.length) continue;
      expect([...node.path].every(Number.isFinite)).toBe(true);
      const box = hull(node.path);
      expect(box.left + node.matrix[4]).toBeGreaterThan(-760);
      expect(box.right + node.matrix[4]).toBeLessThan(760);
      expect(box.top + node.matrix[5]).toBeGreaterThan(-420);
      expect(box.bottom + node.matrix[5]).toBeLessThan(440);
    }
  });
  it('comes row by row, and rests when all have come', () => {
    const rows = readTable(sample).rows.length;
    const counts = Array.from({ length: rows + 1 }, (_, n) => drawn(id, sample, (row) => (row < n ? 1e5 : -1)).length);
    expect(counts.at(-1)).toBeGreaterThan(counts[0] as number);
    const at = (ms: number): string => JSON.stringify(drawn(id, sample, () => ms));
    expect(at(2000)).toBe(at(3000));
  });
  it('bears an empty table, one row, noughts and huge numbers', () => {
    for (const table of ['', 'One, 5', 'A, 0\nB, 0', 'A, 1000000000\nB, -4', 'A\nB'])
      for (const node of drawn(id, table, () => 1e5)) if (!isGroup(node)) expect([...(node.path ?? [])].every(Number.isFinite) && node.matrix.every(Number.isFinite)).toBe(true);
  });
});

describe('bars', () => {
  it('begin at nought, and their tops are as high as their values', () => {
    const heights = drawn('bars', 'A, 10\nB, 5\nC, 0', () => 1e5)
      .flatMap((node) => (!isGroup(node) && node.path && node.path.length === 16 + 0 ? [hull(node.path)] : []))
      .map(({ top, bottom }) => bottom - top)
      .filter((tall) => tall > 40);
    expect(heights).toHaveLength(2);
    expect((heights[1] as number) / (heights[0] as number)).toBeCloseTo(0.5, 2);
  });
});

describe('shares', () => {
  it('add up to a hundred however they are rounded', () => {
    expect(hundredths([1, 1, 1])).toEqual([34, 33, 33]);
    expect(hundredths([0, 0])).toEqual([0, 0]);
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.001, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 9 }), (values) => {
        const parts = hundredths(values);
        expect(parts.reduce((sum, part) => sum + part, 0)).toBe(100);
        const sum = values.reduce((all, value) => all + value, 0);
        parts.forEach((part, n) => expect(Math.abs(part - (100 * (values[n] as number)) / sum)).toBeLessThan(1));
      }),
    );
  });
});

describe('a chart on the stage', () => {
  const made = sampleDocument('MARIT: Now the Moon pulls the water.\nTULLY: And the Sun helps a little.');
  const LAYER = made.makeId('layer');
  const document = edit(
    made.document,
    'x',
    made.makeId('change'),
    addLayer(made.scene, LAYER, {
      kind: 'chart',
      form: 'ring',
      title: '',
      table: 'Moon, 68\nSun, 32',
      width: 1000,
      height: 600,
      x: 0,
      y: 0,
      locked: false,
      hidden: false,
    } as never),
  ).document;
  const [scene] = schedule(document, () => undefined).scenes as [never];
  const count = (tick: number): number => flatten(evaluate(document, scene, tick, fonts, { captions: false }).planes.find(({ id }) => id === LAYER)?.nodes ?? []).length;
  it('builds up with the words as they are said', () => {
    const lines = (scene as { lines: readonly { words: readonly { text: string; start: number }[] }[] }).lines;
    const moon = lines[0]?.words.find(({ text }) => text.startsWith('Moon'))?.start as number;
    const sun = lines[1]?.words.find(({ text }) => text.startsWith('Sun'))?.start as number;
    expect(count(moon - 2000)).toBe(0);
    expect(count(moon + 60_000)).toBeGreaterThan(0);
    expect(count(sun + 60_000)).toBeGreaterThan(count(Math.min(sun - 2000, moon + 60_000)));
  });
});

describe('the title of a chart', () => {
  it('stays within its sheet, as large as it fits', () => {
    const made = sampleDocument();
    const rowsOf = (title: string): { left: number; right: number; tall: number } => {
      const layer = made.makeId('layer');
      const { document } = edit(
        made.document,
        'x',
        made.makeId('change'),
        addLayer(made.scene, layer, { kind: 'chart', form: 'line', title, table: 'noon, 1\nsix, 4', width: 860, height: 520, x: 0, y: 0, locked: false, hidden: false }),
      );
      const [scene] = schedule(document, () => undefined).scenes;
      const plane = evaluate(document, scene as never, (scene as { length: number }).length - 4800, fonts, { captions: false }).planes.find(({ id }) => id === layer);
      const [sheet] = flatten(plane?.nodes ?? []);
      expect(sheet).toBeDefined();
      const words = flatten(plane?.nodes ?? []).filter(
        (node): node is Item => !isGroup(node) && node.id.startsWith('w') && !!node.path?.length && node.matrix[5] === -520 / 2 + 112,
      );
      const boxes = words.map(({ path, matrix }) => ({ ...hull(path as Float32Array), x: matrix[4] }));
      return {
        left: Math.min(...boxes.map(({ left, x }) => left + x)),
        right: Math.max(...boxes.map(({ right, x }) => right + x)),
        tall: Math.max(...boxes.map(({ top, bottom }) => bottom - top)),
      };
    };
    const [short, long] = [rowsOf('Depth'), rowsOf('Depth at the wall, in metres')];
    for (const { left, right } of [short, long]) expect([left >= -361, right <= 361]).toEqual([true, true]);
    expect(long.tall).toBeLessThan(short.tall);
  });
});
