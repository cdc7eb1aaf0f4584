import { benchKills } from './kills.ts';
import { benchLoad } from './load.ts';
import { benchRequests } from './requests.ts';
import { benchTyping } from './typing.ts';

export interface SavingOptions {
  /** One of the four alone. */
  readonly part?: string;
  readonly count?: number;
}

/** Whether what was acknowledged is there, and how long it takes: under kills, strange requests, load, and reloads while typing. */
export async function benchSaving({ part, count }: SavingOptions): Promise<Record<string, unknown>> {
  const parts = { kills: () => benchKills(count), requests: () => benchRequests(count), load: () => benchLoad(count), typing: () => benchTyping(count) };
  const out: Record<string, unknown> = {};
  for (const [name, run] of Object.entries(parts)) if (!part || part === name) out[name] = await run();
  return out;
}
