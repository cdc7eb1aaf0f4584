import type { Request, Response } from 'express';
import * as v from 'valibot';
import { failure } from '#core/document/failure';
import { shortened, storable } from '#core/document/text';

/** A request's data by its schema; a Failure that names the field, or the `subject` as people know it, where it is something else. */
export function parsed<S extends v.GenericSchema>(schema: S, data: unknown, subject?: string): v.InferOutput<S> {
  const result = v.safeParse(schema, data);
  if (result.success) return result.output;
  const issue = result.issues[0] as v.BaseIssue<unknown>;
  throw failure('bad-request', `${subject ?? v.getDotPath(issue) ?? 'The request'} ${issue.message}.`, 400);
}

const header = (req: Request, name: string): string => storable(shortened(String(req.headers[name] ?? ''), 80));

/** Whose request it is: a browser, and in it a window. */
export const clientOf = (req: Request): string => header(req, 'x-kipzo-client') || 'unknown';
export const windowOf = (req: Request): string => header(req, 'x-kipzo-window') || clientOf(req);

export const param = (req: Request, name: string): string => String(req.params[name]);

/** Aborts when whoever asked goes away before the answer. */
export function goneSignal(res: Response): AbortSignal {
  const gone = new AbortController();
  res.on('close', () => {
    if (!res.writableFinished) gone.abort();
  });
  return gone.signal;
}

export const hash = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'is no content hash'));
/** A whole number of ticks from a start. */
export const place = v.pipe(v.number(), v.integer('is not a whole number'), v.minValue(0, 'lies before the start'), v.maxValue(2 ** 40, 'is too far'));
