import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { numberIn, readTable } from './table.ts';

describe('a number in a cell', () => {
  it('is read as people write it', () => {
    for (const [text, value] of [
      ['12', 12],
      ['4.1 m', 4.1],
      ['4,1', 4.1],
      ['1,234', 1234],
      ['1,234.5', 1234.5],
      ['1.234,5', 1234.5],
      ['1.234.567', 1234567],
      ['12 %', 12],
      ['−3', -3],
      ["1'500", 1500],
      ['about 20', 20],
    ] as const)
      expect([text, numberIn(text)]).toEqual([text, value]);
    expect(numberIn('none')).toBeNaN();
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
        expect(numberIn(value.toFixed(2))).toBeCloseTo(Number(value.toFixed(2)), 6);
      }),
    );
  });
});

describe('a small table', () => {
  it('comes from a sheet, with semicolons or with commas, with or without a head', () => {
    const expected = {
      columns: ['Boats'],
      rows: [
        { label: '06:00', values: [0], texts: ['0'] },
        { label: '09:00', values: [4], texts: ['4'] },
      ],
    };
    for (const mark of ['\t', ';', ',']) expect(readTable(`${['Hour', 'Boats'].join(mark)}\r\n06:00${mark}0\r\n09:00${mark}4\n`)).toEqual(expected);
    expect(readTable('Moon, 68 %\nSun, 32 %').rows.map(({ label, values }) => [label, values[0]])).toEqual([
      ['Moon', 68],
      ['Sun', 32],
    ]);
    expect(readTable('Moon, pulls\nSea, returns').rows.map(({ label, texts }) => [label, texts[0]])).toEqual([
      ['Moon', 'pulls'],
      ['Sea', 'returns'],
    ]);
    expect(readTable('').rows).toEqual([]);
    expect(readTable('only words').rows).toEqual([{ label: 'only words', values: [], texts: [] }]);
  });
  it('has quoted cells, several columns, and what is no number counts nothing', () => {
    expect(readTable('"a, b",1,2\nc,x,4').rows).toEqual([
      { label: 'a, b', values: [1, 2], texts: ['1', '2'] },
      { label: 'c', values: [0, 4], texts: ['x', '4'] },
    ]);
  });
});
