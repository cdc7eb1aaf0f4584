import { Failure } from '#core/document/failure';

/** What libraries throw, by their own names, as a Failure with a sentence. */
interface Thrown {
  readonly code?: string;
  readonly type?: string;
  readonly status?: number;
  readonly message?: string;
}

/** Of PostgreSQL (appendix A of its manual) and of the way to it. */
const DATABASE_GONE = /^(ECONNREFUSED|ECONNRESET|EPIPE|ENOENT|57P0[1-5]|08\d{3}|53300)$/;
const NOT_TEXT = /^(22021|22P05|22P02|2202E|22003)$/;
/** Knex and pg say these without a code when the connection goes away under them. */
const LOST = /Connection (terminated|ended)|Unable to acquire a connection|Timeout acquiring a connection|Client has encountered a connection error|not queryable/i;

export const databaseGone = (thrown: unknown): boolean => {
  const { code = '', message = '' } = thrown as Thrown;
  return DATABASE_GONE.test(code) || LOST.test(message);
};

/** Any thrown thing as a Failure: 4xx for what can never be, 5xx for what may pass later. */
export function asFailure(thrown: unknown): Failure {
  if (thrown instanceof Failure) return thrown;
  const { code = '', type = '', status = 0, message = '' } = thrown as Thrown;
  if (code === 'LIMIT_FILE_SIZE') return new Failure('too-large', 'This file is too large: a voice may have 500 MB, a picture 50 MB. Bring in a smaller one.', 413);
  if (code.startsWith('LIMIT_')) return new Failure('bad-upload', 'Send one file in the field “file”.', 400);
  if (/boundary not found|Unexpected end of form|Malformed (part|content)|Missing Content|Unsupported content type|Multipart/i.test(message))
    return new Failure('bad-upload', 'The file did not come whole. Send it again.', 400);
  if (type === 'entity.too.large') return new Failure('too-large', 'This change is too large to save at once. Undo it and do it in smaller steps.', 413);
  if (type === 'entity.parse.failed') return new Failure('bad-json', 'The request is no readable JSON.', 400);
  if (type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new Failure('bad-encoding', 'The request is written in an encoding that Kipzo does not read. Send it as UTF-8.', 415);
  if (code === '53100' || code === 'ENOSPC') return new Failure('disk-full', 'The disk is full. Make room on it; your edits are kept in the page and are sent by themselves.', 507);
  if (databaseGone(thrown))
    return new Failure('database-gone', 'The database is gone: it stopped or was stopped. Kipzo brings its own back by itself; your edits are kept in the page until then.', 503);
  if (NOT_TEXT.test(code)) return new Failure('bad-text', 'A text in this request holds characters that cannot be saved. Type it again.', 400);
  if (code === '23505' || code === '40P01' || code === '40001') return new Failure('busy', 'Somebody did the same at this very moment. Try again.', 409);
  if (status >= 400 && status < 500) return new Failure('bad-request', 'The request could not be read.', status);
  return new Failure('server-error', 'Something went wrong on the server. What was saved is safe; try again.', 500);
}
