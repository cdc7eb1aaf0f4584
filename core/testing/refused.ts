import { Failure } from '../document/failure.ts';

/** The code and the sentence with which something is refused; throws where it is done. */
export function refusalOf(act: () => unknown): [string, string] {
  try {
    act();
  } catch (thrown) {
    if (thrown instanceof Failure) return [thrown.code, thrown.message];
    throw thrown;
  }
  throw new Error('It was done.');
}
