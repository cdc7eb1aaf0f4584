import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { suggestActing } from './suggest.ts';

const told = (direction: string): string[] => suggestActing(direction).map(({ kind, id }) => `${kind} ${id}`);

describe('a direction of a script', () => {
  it.each([
    ['waves', ['gesture wave']],
    ['waving at the boat', ['gesture wave']],
    ['worried', ['face worried']],
    ['nods, sadly', ['face sad', 'gesture nod']],
    ['points at the lighthouse', ['gesture point']],
    ['laughing', ['face laughing', 'gesture laugh']],
    ['sits down', ['gesture sit']],
    ['shrugs', ['gesture shrug']],
    ['to the others', []],
    ['to Noor', []],
  ] as const)('(%s) asks for %j', (direction, wanted) => expect(told(direction)).toEqual([...wanted]));
  it('says by which word it was found', () => expect(suggestActing('she waves from afar')[0]?.because).toBe('waves'));
  it('of any letters asks for at most a face and an action, and never fails', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        expect(suggestActing(text).length).toBeLessThanOrEqual(2);
      }),
    );
  });
});
