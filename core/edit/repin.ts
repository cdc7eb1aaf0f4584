import { isPin, type Pin, type Scene } from '../document/schema.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { inOrder } from '../time/order.ts';

interface Gone {
  readonly lines?: ReadonlySet<string>;
  readonly words?: ReadonlySet<string>;
  readonly cues?: ReadonlySet<string>;
}

/**
 * Re-pins everything that hangs from what is about to go: to the nearest surviving word, else line, else the
 * scene's clock, at the same moment. Call before the targets are removed. Gives the number of pins that changed.
 */
export function repin(scene: Scene, gone: Gone, fps: 24 | 25 | 30 | 48 | 50 | 60): number {
  const times = resolveScene(scene, (_, line) => lineTiming(line), fps);
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

  let moved = 0;
  for (const [id, cue] of Object.entries(scene.cues)) {
    if (gone.cues?.has(id)) continue;
    const at = times.cues.get(id);
    if (!at) continue;
    if (lost(cue.start)) {
      const length = at.end - at.start;
      cue.start = nearest(cue.start, at.start);
      moved++;
      if (isPin(cue.end) && lost(cue.end)) {
        cue.end = { ticks: length };
        continue;
      }
    }
    if (isPin(cue.end) && lost(cue.end)) {
      cue.end = { ticks: Math.max(0, at.end - at.start) };
      moved++;
    }
  }
  for (const [id, line] of Object.entries(scene.lines)) {
    if (gone.lines?.has(id) || !lost(line.pin)) continue;
    line.pin = { to: 'previous', offset: 0 };
    moved++;
  }
  return moved;
}
