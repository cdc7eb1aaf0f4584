import * as v from 'valibot';
import { isStorable, unstorable } from '#core/document/text';
import { MOST_LABEL } from '#core/edit/change';

const UNSAFE = /\/(__proto__|constructor|prototype)(\/|$)/;
const path = v.pipe(
  v.string(),
  v.regex(/^(\/[^/]*)*$/, 'is no JSON pointer'),
  v.maxLength(400),
  v.check((text) => !UNSAFE.test(text) && isStorable(text), 'is no place in a production'),
);
const value = v.pipe(
  v.unknown(),
  v.check((data) => data !== undefined, 'is missing'),
  v.check((data) => unstorable(data) === undefined, 'holds a character that cannot be saved (NUL or half of a pair). Type it again'),
);
const operation = v.union([v.object({ op: v.picklist(['add', 'replace']), path, value }), v.object({ op: v.literal('remove'), path })]);
export const changeId = v.pipe(v.string(), v.regex(/^cg_[0-9a-z]{12}$/, 'is no change id'));

const revision = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2 ** 31 - 1));

/** A change as it comes over the wire. */
export const ChangeSchema = v.object({
  id: changeId,
  label: v.pipe(v.string(), v.check(isStorable, 'cannot be saved'), v.maxLength(MOST_LABEL)),
  undoes: v.optional(changeId),
  follows: v.optional(changeId),
  byMachine: v.optional(v.boolean()),
  settles: v.optional(changeId),
  /** The revision that it was made on, and the last one that the sender's page holds by now. */
  base: v.optional(revision),
  seen: v.optional(revision),
  parts: v.pipe(
    v.array(
      v.object({
        part: v.pipe(v.string(), v.regex(/^(production|characters\/ch_[0-9a-z]{12}|scenes\/sc_[0-9a-z]{12})$/, 'is no part')),
        forward: v.array(operation),
        inverse: v.array(operation),
      }),
    ),
    v.minLength(1, 'are empty'),
    v.maxLength(200),
  ),
});
