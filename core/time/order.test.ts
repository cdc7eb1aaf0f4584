import { describe, expect, it } from 'vitest';
import { inOrder, orderAtEnd, orderBetween, ordersBetween } from './order.ts';

describe('a place in an order', () => {
  it('lies between its neighbours, at either end too', () => {
    const middle = orderBetween('a0', 'a1');
    expect('a0' < middle && middle < 'a1').toBe(true);
    expect(orderBetween(null, 'a0') < 'a0').toBe(true);
    expect(orderAtEnd({ x: { order: 'a5' }, y: { order: 'a1' } }) > 'a5').toBe(true);
  });
  it('between two that got the same key in two windows comes right after both, and before whatever follows them', () => {
    const made = orderBetween('a1', 'a1');
    expect(made > 'a1').toBe(true);
    expect(made < 'a2').toBe(true);
    const several = ordersBetween('a1', 'a1', 5);
    expect([...several].sort()).toEqual(several);
    expect(several.every((order) => order > 'a1' && order < 'a2')).toBe(true);
  });
  it('is the same for equal keys whatever was put in first', () => {
    const [a, b] = [{ order: 'a1' }, { order: 'a1' }];
    expect(inOrder({ x: a, y: b }).map(([id]) => id)).toEqual(inOrder({ y: b, x: a }).map(([id]) => id));
  });
});
