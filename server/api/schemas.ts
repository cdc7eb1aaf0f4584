import * as v from 'valibot';

const path = v.pipe(v.string(), v.regex(/^(\/[^/]*)*$/, 'is no JSON pointer'), v.maxLength(400));
const operation = v.union([v.object({ op: v.picklist(['add', 'replace']), path, value: v.unknown() }), v.object({ op: v.literal('remove'), path })]);
const id = v.pipe(v.string(), v.regex(/^cg_[0-9a-z]{12}$/, 'is no change id'));

/** A change as it comes over the wire. */
export const ChangeSchema = v.object({
  id,
  label: v.pipe(v.string(), v.maxLength(200)),
  undoes: v.optional(id),
  follows: v.optional(id),
  parts: v.pipe(
    v.array(
      v.object({
        part: v.pipe(v.string(), v.regex(/^(production|characters\/ch_[0-9a-z]{12}|scenes\/sc_[0-9a-z]{12})$/, 'is no part')),
        base: v.pipe(v.number(), v.integer(), v.minValue(0)),
        forward: v.array(operation),
        inverse: v.array(operation),
      }),
    ),
    v.minLength(1, 'are empty'),
    v.maxLength(200),
  ),
});
