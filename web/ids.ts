import { idMaker } from '#core/document/ids';

export const makeId = idMaker((count) => crypto.getRandomValues(new Uint8Array(count)));
