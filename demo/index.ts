import type { Document } from '#core/document/schema';
import type { Tools } from './film.ts';
import { presenter } from './presenter.ts';
import { tall } from './tall.ts';
import { tides } from './tides.ts';

export interface Demo {
  readonly slug: string;
  readonly make: (tools: Tools) => Promise<Document>;
}

/** Productions that ship; the last one made stands first on the home screen. */
export const DEMOS: readonly Demo[] = [
  { slug: 'ice', make: tall },
  { slug: 'tide-table', make: presenter },
  { slug: 'demo', make: tides },
];
