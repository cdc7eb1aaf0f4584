import { toast } from 'sonner';
import { useView, view } from '../state/view.ts';
import type { PlacedScene } from './film.ts';

/** The line that is said at the playhead, else the chosen one, else what was said last: where nobody speaks, that is meant. */
export function lineHere(scene: PlacedScene): PlacedScene['lines'][number] | undefined {
  const { tick, line } = useView.getState();
  const spoken = scene.lines.filter((one) => one.words.length > 0);
  return spoken.find((one) => tick >= one.start && tick < one.end) ?? spoken.find((one) => one.id === line) ?? spoken.findLast((one) => one.start <= tick) ?? spoken[0];
}

/** Opens what can be hung from the word at the playhead: of one kind, by one layer, with one hand, where that is known. */
export function hangHere(scene: PlacedScene, what: { readonly kind?: string; readonly layer?: string; readonly hand?: 'left' | 'right' } = {}): void {
  const line = lineHere(scene);
  const { tick } = useView.getState();
  const word = line?.words.findLast((one) => one.start <= tick) ?? line?.words[0];
  if (!line || !word) {
    toast('Write a line first: what somebody does hangs from its words.');
    return;
  }
  const box = document.querySelector(`[data-word="${word.id}"]`)?.getBoundingClientRect();
  view({ hanging: { line: line.id, word: word.id, x: box?.left ?? window.innerWidth / 2, y: box?.bottom ?? window.innerHeight / 2, ...what } });
}
