import * as v from 'valibot';
import { ID_PREFIXES, type IdKind } from '../ids.ts';
import { isStorable } from '../text.ts';

export const id = (kind: IdKind) => v.pipe(v.string(), v.regex(new RegExp(`^${ID_PREFIXES[kind]}_[0-9a-z]{12}$`), `is no ${kind} id`));
export const ticks = v.pipe(v.number(), v.integer('is not a whole number of ticks'), v.minValue(-(2 ** 40)), v.maxValue(2 ** 40));
export const length = v.pipe(ticks, v.minValue(0, 'is a length below zero'));
export const share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));
export const signed = v.pipe(v.number(), v.minValue(-1), v.maxValue(1));
export const finite = v.pipe(v.number(), v.finite());
export const order = v.pipe(v.string(), v.regex(/^[0-9A-Za-z]{1,200}$/, 'is no order key'));
const UNSTORABLE = 'holds a character that cannot be saved (NUL or half of a pair). Type it again';
/** A text that every store can hold, of at most `most` UTF-16 units. */
export const text = (most: number) => v.pipe(v.string(), v.check(isStorable, UNSTORABLE), v.maxLength(most, `is longer than ${most} characters`));
export const name = v.pipe(
  text(120),
  v.check((value) => value.trim().length > 0, 'needs at least one character'),
);
export const hash = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'is no content hash'));
export const colour = v.pipe(v.string(), v.regex(/^#[0-9a-f]{6}$/, 'is no colour like #rrggbb'));
