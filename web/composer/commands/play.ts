import { useView } from '../../state/view.ts';
import { chosenSpan } from '../chosen.ts';
import { playLine, playSpan, seek, stepFrames, stepLine, stepMarker, stop, togglePlay } from '../transport.ts';
import type { Command } from './command.ts';

const chosenLine = (): string | undefined => useView.getState().line;

export const PLAY: readonly Command[] = [
  { id: 'play', name: 'Play or pause the scene', group: 'Play', keys: ['Space'], presses: true, run: () => togglePlay() },
  { id: 'play-film', name: 'Play the film from here', group: 'Play', keys: ['Shift+Space'], presses: true, run: () => togglePlay('film') },
  {
    id: 'play-chosen',
    name: 'Play what is chosen',
    group: 'Play',
    also: 'line selection cue keys',
    keys: ['Enter'],
    presses: true,
    ready: ({ scene }) => chosenSpan(scene) !== undefined,
    run: ({ scene }) => {
      const span = chosenSpan(scene);
      const line = chosenLine();
      if (line && useView.getState().last === 'line') playLine(line);
      else if (span) playSpan(span);
    },
  },
  { id: 'stop', name: 'Stop', group: 'Play', keys: ['K'], run: () => stop() },
  { id: 'line-before', name: 'Line before', group: 'Play', keys: ['J'], run: () => stepLine(-1) },
  { id: 'line-after', name: 'Line after', group: 'Play', keys: ['L'], run: () => stepLine(1) },
  { id: 'frame-back', name: 'One frame back', group: 'Play', keys: [','], run: () => stepFrames(-1) },
  { id: 'frame-on', name: 'One frame on', group: 'Play', keys: ['.'], run: () => stepFrames(1) },
  { id: 'marker-before', name: 'Marker before', group: 'Play', keys: ['Alt+J'], ready: ({ scene }) => scene.resolved.markers.size > 0, run: () => stepMarker(-1) },
  { id: 'marker-after', name: 'Marker after', group: 'Play', keys: ['Alt+L'], ready: ({ scene }) => scene.resolved.markers.size > 0, run: () => stepMarker(1) },
  { id: 'start', name: 'To the start of the scene', group: 'Play', keys: ['Home'], run: () => seek(0) },
  { id: 'end', name: 'To the end of the scene', group: 'Play', keys: ['End'], run: ({ scene }) => seek(scene.length - 1) },
];
