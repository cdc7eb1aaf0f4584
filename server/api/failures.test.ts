import { describe, expect, it } from 'vitest';
import { failure } from '#core/document/failure';
import { asFailure } from './failures.ts';

describe('what went wrong', () => {
  it.each([
    [{ code: '53100' }, 507, /disk is full/],
    [{ code: 'ENOSPC' }, 507, /disk is full/],
    [{ code: '57P01' }, 503, /^The database is gone/],
    [{ code: 'ECONNREFUSED' }, 503, /^The database is gone/],
    [{ message: 'Connection terminated unexpectedly' }, 503, /^The database is gone/],
    [{ code: '22021' }, 400, /cannot be saved/],
    [{ code: '23505' }, 409, /Try again/],
    [{ code: 'LIMIT_FILE_SIZE' }, 413, /too large/],
    [{ code: 'LIMIT_UNEXPECTED_FILE' }, 400, /one file/],
    [{ message: 'Multipart: Boundary not found' }, 400, /Send it again/],
    [{ message: 'Unexpected end of form' }, 400, /Send it again/],
    [{ type: 'charset.unsupported', status: 415 }, 415, /UTF-8/],
    [{ type: 'encoding.unsupported', status: 415 }, 415, /UTF-8/],
    [{ type: 'entity.too.large', status: 413 }, 413, /smaller steps/],
    [{ status: 400 }, 400, /could not be read/],
    [new Error('a fault of ours'), 500, /What was saved is safe/],
  ])('in %o is said as it is', (thrown, status, sentence) => {
    const problem = asFailure(thrown);
    expect(problem.status).toBe(status);
    expect(problem.message).toMatch(sentence);
  });
  it('keeps its own sentence where it has one', () => {
    const own = failure('no-line', 'That line is gone. Choose another one.');
    expect(asFailure(own)).toBe(own);
  });
});
