import { chosenCues, chosenLayers, useView } from '../state/view.ts';
import type { PlacedScene } from './film.ts';

/** From when to when what was chosen last is, ticks of the scene; undefined where nothing is chosen that has a time. */
export function chosenSpan(scene: PlacedScene): { from: number; to: number } | undefined {
  const state = useView.getState();
  const join = (spans: readonly ({ readonly start: number; readonly end: number } | undefined)[]): { from: number; to: number } | undefined => {
    const there = spans.flatMap((span) => span ?? []);
    return there.length ? { from: Math.min(...there.map(({ start }) => start)), to: Math.max(...there.map(({ end }) => end)) } : undefined;
  };
  switch (state.last) {
    case 'line':
      return join([scene.lines.find(({ id }) => id === state.line)]);
    case 'cue':
      return join(chosenCues(state).map((id) => scene.resolved.cues.get(id)));
    case 'key':
      return join(
        state.keys.map((path) => {
          const at = scene.resolved.keys.get(path);
          return at === undefined ? undefined : { start: at, end: at };
        }),
      );
    case 'layer':
      return join(chosenLayers(state).map((id) => scene.layers.get(id)));
    default:
      return undefined;
  }
}
