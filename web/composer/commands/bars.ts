import { closeUp, splitCues, trimCues } from '#core/edit/commands/bars';
import { pinAt } from '#core/edit/commands/cues';
import { setSpan } from '#core/edit/commands/layers';
import { addMarker, removeMarker } from '#core/edit/commands/markers';
import { toTicks } from '#core/time/ticks';
import { makeId } from '../../ids.ts';
import { run } from '../../state/production.ts';
import { useView, view } from '../../state/view.ts';
import { copyChosen, hasCopied, pasteCopied, putDown } from '../clipboard.ts';
import type { PlacedScene } from '../film.ts';
import type { Command, Place } from './command.ts';
import { heldCues, heldKeys, heldLayers } from './held.ts';

const cues = ({ scene }: Place): boolean => heldCues(scene).length > 0;
const bars = (place: Place): boolean => cues(place) || heldLayers(place.scene).length > 0;

/** Cuts what is chosen off before or after the playhead: cues, or the time of layers on the stage. */
function trim(scene: PlacedScene, edge: 'start' | 'end'): void {
  const { tick, last } = useView.getState();
  const at = Math.round(tick);
  const label = edge === 'start' ? 'Begin at the playhead' : 'End at the playhead';
  if (last !== 'layer') return void run(label, trimCues(scene.id, heldCues(scene), edge, at));
  run(label, (draft) => {
    for (const id of heldLayers(scene)) {
      const staged = scene.layers.get(id);
      if (!staged || at <= staged.start || at >= staged.end) continue;
      const span = staged.layer.span ?? { start: { to: 'scene', edge: 'start', offset: 0 }, end: { to: 'scene', edge: 'end', offset: 0 } };
      setSpan(scene.id, id, { ...span, [edge]: pinAt(scene.scene, at, scene.fps) })(draft);
    }
  });
}

/** The marker at the playhead, within a tenth of a second. */
const markerHere = (scene: PlacedScene): string | undefined => {
  const { tick } = useView.getState();
  return [...scene.resolved.markers].find(([, at]) => Math.abs(at - tick) < toTicks(0.1))?.[0];
};

export const BARS: readonly Command[] = [
  {
    id: 'copy',
    name: 'Copy what is chosen',
    group: 'Bars and time',
    keys: ['Ctrl+C'],
    ready: ({ scene }) => heldCues(scene).length + heldKeys(scene).length > 0,
    run: ({ scene }) => copyChosen(scene),
  },
  {
    id: 'paste',
    name: 'Paste at the playhead, onto who is chosen',
    group: 'Bars and time',
    keys: ['Ctrl+V'],
    ready: ({ scene }) => hasCopied(scene),
    run: ({ scene }) => pasteCopied(scene),
  },
  {
    id: 'paste-mirrored',
    name: 'Paste mirrored: the other hand, the other way',
    group: 'Bars and time',
    keys: ['Ctrl+Shift+V'],
    ready: ({ scene }) => hasCopied(scene),
    run: ({ scene }) => pasteCopied(scene, true),
  },
  {
    id: 'again',
    name: 'The chosen cues once more, after themselves',
    group: 'Bars and time',
    also: 'duplicate repeat',
    keys: ['Ctrl+D'],
    ready: cues,
    run: ({ scene }) => {
      const ids = heldCues(scene);
      putDown(scene, ids, Math.max(...ids.map((id) => scene.resolved.cues.get(id)?.end ?? 0)));
    },
  },
  { id: 'trim-start', name: 'Begin at the playhead', group: 'Bars and time', also: 'trim cut off before', keys: ['Alt+['], ready: bars, run: ({ scene }) => trim(scene, 'start') },
  { id: 'trim-end', name: 'End at the playhead', group: 'Bars and time', also: 'trim cut off after', keys: ['Alt+]'], ready: bars, run: ({ scene }) => trim(scene, 'end') },
  {
    id: 'split',
    name: 'Cut in two at the playhead',
    group: 'Bars and time',
    also: 'split cue bar',
    keys: ['S'],
    ready: cues,
    run: ({ scene }) => void run('Cut in two', splitCues(scene.id, heldCues(scene), Math.round(useView.getState().tick), makeId)),
  },
  {
    id: 'close-up',
    name: 'Delete, and let what follows on its lane move up',
    group: 'Bars and time',
    also: 'ripple close gap',
    keys: ['Shift+Delete'],
    ready: cues,
    run: ({ scene }) => {
      if (run('Delete and close up', closeUp(scene.id, heldCues(scene)))) view({ cue: undefined, together: [], last: undefined });
    },
  },
  {
    id: 'marker',
    name: 'Marker at the playhead, or take it away',
    group: 'Bars and time',
    also: 'flag label',
    keys: ['M'],
    run: ({ scene }) => {
      const here = markerHere(scene);
      if (here) return void run('Take a marker away', removeMarker(scene.id, here));
      const id = makeId('marker');
      if (run('Set a marker', addMarker(scene.id, id, useView.getState().tick, `Marker ${scene.resolved.markers.size + 1}`))) view({ marker: id });
    },
  },
  { id: 'linked', name: 'Cues follow their words, or stay', group: 'Bars and time', also: 'link hang', run: () => view({ linked: !useView.getState().linked }) },
];
