import type { Fonts } from './draw/text.ts';
import type { Analysis } from './speech/analysis.ts';

/**
 * What core is given from outside, since it opens nothing itself. One loader stands in server/, one in web/.
 */
export interface Resources {
  readonly fonts: Fonts;
  /** A stored analysis by its hash, or undefined while it is not there yet. */
  analysis(hash: string): Analysis | undefined;
}
