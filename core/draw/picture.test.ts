import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rect } from './path.ts';
import { type Gradient, type Group, type Item, type Node, sameNode } from './picture.ts';

const gradient: fc.Arbitrary<Gradient> = fc.oneof(
  fc.record({
    kind: fc.constant('linear' as const),
    from: fc.tuple(fc.integer(), fc.integer()),
    to: fc.tuple(fc.integer(), fc.integer()),
    stops: fc.array(fc.record({ at: fc.integer(), colour: fc.constantFrom('#102030', '#fefefe'), alpha: fc.constantFrom(0.5, 1) }), { minLength: 1, maxLength: 3 }),
  }),
  fc.record({
    kind: fc.constant('radial' as const),
    centre: fc.tuple(fc.integer(), fc.integer()),
    radius: fc.integer(),
    stops: fc.array(fc.record({ at: fc.integer(), colour: fc.constantFrom('#102030', '#fefefe') }), { minLength: 1, maxLength: 3 }),
  }),
);
const item: fc.Arbitrary<Item> = fc.record(
  {
    id: fc.constantFrom('a', 'b'),
    matrix: fc.tuple(fc.integer(), fc.integer(), fc.integer(), fc.integer(), fc.integer(), fc.integer()),
    path: fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 1, max: 9 })).map(([x, size]) => rect(x, x, size, size)),
    fill: fc.oneof(fc.constantFrom('#c04030', '#ffffff'), gradient),
    stroke: fc.record({ paint: fc.oneof(fc.constant('#000000'), gradient), width: fc.integer({ min: 1, max: 5 }), cap: fc.constantFrom('round' as const, 'butt' as const) }),
    image: fc.record({ media: fc.constantFrom('m', 'n'), frame: fc.integer(), x: fc.integer(), y: fc.integer(), width: fc.integer(), height: fc.integer() }),
    evenOdd: fc.boolean(),
    alpha: fc.constantFrom(0.2, 1),
    blend: fc.constantFrom('normal' as const, 'screen' as const),
    blur: fc.integer({ min: 0, max: 3 }),
  },
  { requiredKeys: ['id', 'matrix'] },
);
const node: fc.Arbitrary<Node> = fc.oneof(
  item,
  fc.record(
    { id: fc.constantFrom('a', 'b'), items: fc.array(item, { maxLength: 3 }), base: item, mask: item, alpha: fc.constantFrom(0.2, 1) },
    { requiredKeys: ['id', 'items'] },
  ) as fc.Arbitrary<Group>,
);

/** Every way to change one number, word, flag or entry of a value, deep down. */
function* changes(value: unknown): Generator<unknown> {
  if (typeof value === 'number') yield value + 1;
  else if (typeof value === 'string') yield `${value}x`;
  else if (typeof value === 'boolean') yield !value;
  else if (value instanceof Float32Array) {
    for (let n = 0; n < value.length; n++) yield value.map((one, k) => (k === n ? one + 1 : one));
    yield value.slice(1);
  } else if (Array.isArray(value)) {
    for (let n = 0; n < value.length; n++) for (const other of changes(value[n])) yield value.map((one, k) => (k === n ? other : one));
    if (value.length) yield value.slice(1);
  } else if (value && typeof value === 'object')
    for (const [key, one] of Object.entries(value)) {
      if (key === 'kind') continue;
      for (const other of changes(one)) yield { ...value, [key]: other };
      if (!['id', 'matrix', 'items', 'kind', 'stops', 'from', 'to', 'centre', 'radius', 'at', 'colour', 'paint', 'width', 'media', 'x', 'y', 'height'].includes(key))
        yield { ...value, [key]: undefined };
    }
}

describe('two nodes', () => {
  it('are the same when one is a copy of the other', () => {
    fc.assert(
      fc.property(node, (one) => {
        expect(sameNode(one, structuredClone(one))).toBe(true);
      }),
    );
  });
  it('are not when anything that is painted differs', () => {
    fc.assert(
      fc.property(node, (one) => {
        for (const other of changes(one)) {
          expect(sameNode(one, other as Node)).toBe(false);
          expect(sameNode(other as Node, one)).toBe(false);
        }
      }),
    );
  });
  it('are not when one is an item and the other a group', () => {
    const single: Item = { id: 'a', matrix: [1, 0, 0, 1, 0, 0] };
    expect(sameNode(single, { id: 'a', items: [single] })).toBe(false);
    expect(sameNode({ id: 'a', items: [single] }, single)).toBe(false);
    expect(sameNode(undefined, single)).toBe(false);
  });
});
