import { useEffect } from 'react';
import { tinykeys } from 'tinykeys';
import { restValue } from '#core/document/properties';
import type { Recipe } from '#core/edit/change';
import { copyCue, deleteCues, moveCues } from '#core/edit/commands/cues';
import { outermost, removeLayers, setProperty } from '#core/edit/commands/layers';
import { deleteLines, moveLine } from '#core/edit/commands/lines';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { sample } from '#core/time/track';
import { makeId, newKey } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { takesKeys, usePointerKeepsNoFocus, useUndoKeys } from '../state/undoKeys.ts';
import { choose, chosenCues, chosenLayers, useView, view } from '../state/view.ts';
import type { PlacedScene } from './film.ts';
import { freeFrom } from './lanes.ts';
import { addLine } from './Timeline.tsx';
import { playLine, seek, stepFrames, stepLine, stop, togglePlay } from './transport.ts';

/** Keys of the composer, as the list under ? shows them. */
export const SHORTCUTS: readonly (readonly [string, string])[] = [
  ['Space', 'Play or pause the scene; press a button that has the focus'],
  ['Shift+Space', 'Play the film'],
  ['Enter', 'Play the chosen line'],
  ['K', 'Stop'],
  ['J, L', 'Line before, line after'],
  [', and .', 'One frame back, one on'],
  ['Left, Right', 'Move the chosen line or cue by a frame, a figure by a unit (Shift: ten; Alt: this line alone)'],
  ['N', 'New line after the chosen one'],
  ['H', 'Hang a cue from the word at the playhead'],
  ['Shift+click, Ctrl+click', 'Choose all cues of a lane up to this one; this one too, of any lane'],
  ['Ctrl+C, Ctrl+V', 'Copy the chosen cue, put it at the playhead'],
  ['Ctrl+D', 'The chosen cue once more, after itself'],
  ['Delete', 'Delete what was chosen last: a cue, a line or a figure'],
  ['Home', 'To the start'],
  ['Ctrl+Z, Ctrl+Y', 'Undo, redo'],
  ['?', 'This list'],
];

/** The cues that were copied; their values and lengths are read when they are put down. */
let copied: readonly string[] = [];

/** What a focused thing does with Space and Enter by itself. */
const PRESSES = 'button, a, summary, [role="button"], [role="menuitem"], [role="checkbox"], [role="radio"], [role="switch"], [role="dialog"], [role="menu"]';
const pressed = (event: KeyboardEvent): boolean => Boolean((event.target as HTMLElement).closest?.(PRESSES));

export function useShortcuts(scene: PlacedScene | undefined): void {
  useUndoKeys();
  usePointerKeepsNoFocus();
  useEffect(() => {
    const single =
      (act: (event: KeyboardEvent) => void) =>
      (event: KeyboardEvent): void => {
        if (takesKeys(event.target) || event.defaultPrevented || !scene) return;
        event.preventDefault();
        act(event);
      };
    const nudge = (direction: 1 | -1, amount: number, alone: boolean) =>
      single(() => {
        const { line, layer, last } = useView.getState();
        if (last === 'cue' && scene) {
          const cues = chosenCues(useView.getState()).filter((id) => scene.scene.cues[id]);
          if (cues.length) run('Nudge a cue', moveCues(scene.id, cues, (direction * amount * TICKS_PER_SECOND) / scene.fps));
        } else if (last === 'layer' && layer && scene) {
          const { tick } = useView.getState();
          for (const id of outermost(scene.scene, chosenLayers(useView.getState()))) {
            const staged = scene.layers.get(id);
            if (!staged || staged.layer.locked || staged.layer.kind === 'effect') continue;
            // Moves lie on top of the layer's own place: only that is nudged.
            const own = staged.tracks.x ? sample(staged.tracks.x, tick) : restValue(staged.layer, 'x');
            run('Nudge', setProperty(scene.id, id, { x: own + direction * amount }, tick, newKey));
          }
        } else if (last === 'line' && line && scene) run('Move a line', moveLine(scene.id, line, (direction * amount * TICKS_PER_SECOND) / scene.fps, { alone }));
      });
    const remove = single(() => {
      const { cue, line, layer, last } = useView.getState();
      if (!scene) return;
      if (last === 'cue' && cue && scene.scene.cues[cue]) {
        run(
          'Delete a cue',
          deleteCues(
            scene.id,
            chosenCues(useView.getState()).filter((id) => scene.scene.cues[id]),
          ),
        );
        view({ cue: undefined, together: [], last: undefined });
      } else if (last === 'line' && line && scene.scene.lines[line]) {
        run('Delete a line', deleteLines(scene.id, [line]));
        choose(undefined);
      } else if (last === 'layer' && layer && scene.scene.layers[layer]) {
        run('Take off stage', removeLayers(scene.id, outermost(scene.scene, chosenLayers(useView.getState()))));
        choose(undefined);
      }
    });
    const again = (cues: readonly string[], at: number): void => {
      if (!scene) return;
      const start = (id: string): number => scene.resolved.cues.get(id)?.start ?? 0;
      const sources = cues.filter((id) => scene.scene.cues[id]);
      if (!sources.length) return;
      const first = Math.min(...sources.map(start));
      const place = freeFrom(scene, sources, at, first);
      const copies = sources.map((source) => ({ source, id: makeId('cue'), at: place + start(source) - first }));
      const copyAll: Recipe = (draft) => {
        for (const { source, id, at: place } of copies) copyCue(scene.id, source, id, place)(draft);
      };
      if (run(copies.length === 1 ? 'Copy a cue' : 'Copy cues', copyAll)) view({ cue: copies[0]?.id, together: copies.map(({ id }) => id), last: 'cue' });
    };
    return tinykeys(window, {
      Space: (event) => {
        if (!pressed(event)) single(() => togglePlay())(event);
      },
      'Shift+Space': (event) => {
        if (!pressed(event)) single(() => togglePlay('film'))(event);
      },
      Enter: (event) => {
        if (pressed(event)) return;
        single(() => {
          const { line } = useView.getState();
          if (line) playLine(line);
        })(event);
      },
      KeyK: single(() => stop()),
      KeyJ: single(() => stepLine(-1)),
      KeyL: single(() => stepLine(1)),
      Comma: single(() => stepFrames(-1)),
      Period: single(() => stepFrames(1)),
      Home: single(() => seek(0)),
      ArrowLeft: nudge(-1, 1, false),
      ArrowRight: nudge(1, 1, false),
      'Shift+ArrowLeft': nudge(-1, 10, false),
      'Shift+ArrowRight': nudge(1, 10, false),
      'Alt+ArrowLeft': nudge(-1, 1, true),
      'Alt+ArrowRight': nudge(1, 1, true),
      Delete: remove,
      Backspace: remove,
      '$mod+KeyC': single(() => {
        const cues = chosenCues(useView.getState());
        if (cues.length) copied = cues;
      }),
      '$mod+KeyV': single(() => again(copied, useView.getState().tick)),
      '$mod+KeyD': single(() => {
        const cues = chosenCues(useView.getState());
        again(cues, Math.max(...cues.map((id) => scene?.resolved.cues.get(id)?.end ?? 0)));
      }),
      KeyN: single(() => {
        const { document } = useProduction.getState();
        if (document && scene) addLine(document, scene);
      }),
      KeyH: single(() => {
        const { tick } = useView.getState();
        const line = scene?.lines.find((l) => tick >= l.start && tick < l.end) ?? scene?.lines.find((l) => l.id === useView.getState().line);
        const word = line?.words.findLast((w) => w.start <= tick) ?? line?.words[0];
        if (!line || !word) return;
        const box = document.querySelector(`[data-word="${word.id}"]`)?.getBoundingClientRect();
        view({ hanging: { line: line.id, word: word.id, x: box?.left ?? window.innerWidth / 2, y: box?.bottom ?? window.innerHeight / 2 } });
      }),
      Escape: () => view({ hanging: undefined }),
      'Shift+?': single(() => view({ help: true })),
    });
  }, [scene]);
}
