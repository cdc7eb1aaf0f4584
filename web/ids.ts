import { idMaker } from '#core/document/ids';

export const makeId = idMaker((count) => crypto.getRandomValues(new Uint8Array(count)));

/** An id for a key that is set. */
export const newKey = (): string => makeId('key');
