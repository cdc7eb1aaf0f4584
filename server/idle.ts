import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

const LOOK_MS = 5000;
/** Bytes of garbage and caches that are worth a pause; nobody waits for an idle server. */
const GROWN = 24 * 2 ** 20;

/**
 * Gives memory back while nobody asks: V8 by itself keeps what a busy time has taken. `asked` is called with every
 * request; `end` stops it.
 */
export function tidyWhenIdle(): { asked(): void; end(): void } {
  setFlagsFromString('--expose-gc');
  const collect = runInNewContext('gc') as () => void;
  let asked = 0;
  let least = 0;
  const timer = setInterval(() => {
    const busy = asked > 0;
    asked = 0;
    if (busy) return;
    const { heapTotal, external } = process.memoryUsage();
    if (heapTotal + external < least + GROWN) return;
    // Twice: what the first one frees of compiled code and of weak caches, the second one takes away.
    collect();
    collect();
    const after = process.memoryUsage();
    least = after.heapTotal + after.external;
  }, LOOK_MS);
  timer.unref();
  return {
    asked() {
      asked++;
    },
    end: () => clearInterval(timer),
  };
}
