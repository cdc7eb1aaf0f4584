import { type Hung, pinsOf } from '../document/pins.ts';
import { isPin, type Pin, type Scene } from '../document/schema.ts';
import { timesOf } from '../schedule/resolve.ts';
import { resolveTimed } from '../schedule/timing.ts';
import { inOrder } from '../time/order.ts';

interface Gone {
  readonly lines?: ReadonlySet<string>;
  readonly words?: ReadonlySet<string>;
  readonly cues?: ReadonlySet<string>;
  readonly layers?: ReadonlySet<string>;
}

/**
 * Re-pins everything that hangs from what is about to go: to the nearest surviving word, else line, else the
 * scene's clock, at the same moment. Call before the targets are removed. Gives the number of pins that changed.
 */
export function repin(scene: Scene, gone: Gone, fps: 24 | 25 | 30 | 48 | 50 | 60): number {
  const times = resolveTimed(scene, fps);
  const lost = (pin: Pin): boolean =>
    (pin.to === 'line' && !!gone.lines?.has(pin.line)) ||
    (pin.to === 'word' && (!!gone.words?.has(pin.word) || !!gone.lines?.has(times.words.get(pin.word)?.line ?? ''))) ||
    (pin.to === 'cue' && !!gone.cues?.has(pin.cue));

  const words = [...times.words].filter(([id, word]) => !gone.words?.has(id) && !gone.lines?.has(word.line));
  const lines = inOrder(scene.lines).filter(([id]) => !gone.lines?.has(id));

  const nearest = (pin: Pin, at: number): Pin => {
    const home = pin.to === 'word' ? times.words.get(pin.word)?.line : undefined;
    const same = words.filter(([, word]) => word.line === home);
    let best: Pin | undefined;
    let distance = Number.POSITIVE_INFINITY;
    for (const [id, word] of same.length ? same : words) {
      const away = Math.abs(word.start - at);
      if (away < distance) {
        distance = away;
        best = { to: 'word', word: id, edge: 'start', offset: 0 };
      }
    }
    if (best) return best;
    const line = lines[0];
    if (line) return { to: 'line', line: line[0], edge: 'start', offset: 0 };
    return { to: 'scene', edge: 'start', offset: Math.max(0, at) };
  };

  const goes = ({ owner }: Hung): boolean => !!{ line: gone.lines, cue: gone.cues, layer: gone.layers, marker: undefined }[owner.kind]?.has(owner.id);
  let moved = 0;
  for (const one of [...pinsOf(scene)]) {
    if (goes(one)) continue;
    if (one.kind === 'line') {
      if (!lost(one.start)) continue;
      one.setStart({ to: 'previous', offset: 0 });
      moved++;
      continue;
    }
    const at = timesOf(times, one);
    if (!at) continue;
    const loses = lost(one.start);
    const losesEnd = one.end !== undefined && isPin(one.end) && lost(one.end);
    if (loses) one.setStart(nearest(one.start, at.start));
    if (losesEnd) one.setEnd?.({ ticks: Math.max(0, at.end - at.start) });
    if (loses || losesEnd) moved++;
  }
  return moved;
}
