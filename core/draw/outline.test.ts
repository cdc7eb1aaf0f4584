import { expect, it } from 'vitest';
import { crossingsAt } from './outline.ts';

const SQUARE = [
  [0.2, 0.2],
  [0.8, 0.2],
  [0.8, 0.8],
  [0.2, 0.8],
] as const;

it('a row crosses an outline where it goes in and out, from left to right, however it is drawn', () => {
  expect(crossingsAt(SQUARE, 0.5)).toEqual([0.2, 0.8]);
  expect(crossingsAt([...SQUARE].reverse(), 0.5)).toEqual([0.2, 0.8]);
  expect(crossingsAt(SQUARE, 0.1)).toEqual([]);
  // A corner belongs to one of the edges that meet there: in and out stay even.
  for (const y of [0.2, 0.8]) expect(crossingsAt(SQUARE, y).length % 2).toBe(0);
});

it('an outline that is bent in is gone into twice', () => {
  const notched = [
    [0, 0],
    [0.3, 0],
    [0.3, 0.8],
    [0.7, 0.8],
    [0.7, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ] as const;
  expect(crossingsAt(notched, 0.5)).toEqual([0, 0.3, 0.7, 1]);
});
