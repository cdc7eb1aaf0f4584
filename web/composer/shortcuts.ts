import { useEffect } from 'react';
import { tinykeys } from 'tinykeys';
import type { Recipe } from '#core/edit/change';
import { copyCue, deleteCues } from '#core/edit/commands/cues';
import { deleteLines, moveLine } from '#core/edit/commands/lines';
import { removeLayer } from '#core/edit/commands/stage';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { redo, run, undo, useProduction } from '../state/production.ts';
import { chosenCues, useView, view } from '../state/view.ts';
import type { PlacedScene } from './film.ts';
import { addLine } from './Timeline.tsx';
import { playLine, seek, stepFrames, stepLine, stop, togglePlay } from './transport.ts';

/** Keys of the composer, as the list under ? shows them. */
export const SHORTCUTS: readonly (readonly [string, string])[] = [
  ['Space', 'Play or pause the scene'],
  ['Shift+Space', 'Play the film'],
  ['Enter', 'Play the chosen line'],
  ['K', 'Stop'],
  ['J, L', 'Line before, line after'],
  [', and .', 'One frame back, one on'],
  ['Left, Right', 'Move the chosen line by a frame (Shift: ten; Alt: this line alone)'],
  ['N', 'New line after the chosen one'],
  ['H', 'Hang a cue from the word at the playhead'],
  ['Shift+click, Ctrl+click', 'Choose all cues of a lane up to this one; this one too, of any lane'],
  ['Ctrl+C, Ctrl+V', 'Copy the chosen cue, put it at the playhead'],
  ['Ctrl+D', 'The chosen cue once more, after itself'],
  ['Delete', 'Delete the chosen cue, line or figure'],
  ['Home', 'To the start'],
  ['Ctrl+Z, Ctrl+Y', 'Undo, redo'],
  ['?', 'This list'],
];

/** The cues that were copied; their values and lengths are read when they are put down. */
let copied: readonly string[] = [];

const typing = (event: KeyboardEvent): boolean => {
  const target = event.target as HTMLElement;
  return target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
};

export function useShortcuts(scene: PlacedScene | undefined): void {
  useEffect(() => {
    const single =
      (act: (event: KeyboardEvent) => void) =>
      (event: KeyboardEvent): void => {
        if (typing(event) || event.defaultPrevented || !scene) return;
        event.preventDefault();
        act(event);
      };
    const nudge = (direction: 1 | -1, amount: number, alone: boolean) =>
      single(() => {
        const { line } = useView.getState();
        if (line && scene) run('Move a line', moveLine(scene.id, line, (direction * amount * TICKS_PER_SECOND) / scene.fps, { alone }));
      });
    const remove = single(() => {
      const { cue, line, layer } = useView.getState();
      if (!scene) return;
      if (cue && scene.scene.cues[cue]) {
        run(
          'Delete a cue',
          deleteCues(
            scene.id,
            chosenCues(useView.getState()).filter((id) => scene.scene.cues[id]),
          ),
        );
        view({ cue: undefined });
      } else if (line && scene.scene.lines[line]) {
        run('Delete a line', deleteLines(scene.id, [line]));
        view({ line: undefined });
      } else if (layer && scene.scene.layers[layer]) {
        run('Take off stage', removeLayer(scene.id, layer));
        view({ layer: undefined });
      }
    });
    const again = (cues: readonly string[], at: number): void => {
      if (!scene) return;
      const start = (id: string): number => scene.resolved.cues.get(id)?.start ?? 0;
      const sources = cues.filter((id) => scene.scene.cues[id]);
      const first = Math.min(...sources.map(start));
      const copies = sources.map((source) => ({ source, id: makeId('cue'), at: at + start(source) - first }));
      if (!copies.length) return;
      const copyAll: Recipe = (draft) => {
        for (const { source, id, at: place } of copies) copyCue(scene.id, source, id, place)(draft);
      };
      if (run(copies.length === 1 ? 'Copy a cue' : 'Copy cues', copyAll)) view({ cue: copies[0]?.id, together: copies.map(({ id }) => id) });
    };
    return tinykeys(window, {
      // Space plays whatever was clicked last; a focused button is pressed with Enter.
      Space: single(() => togglePlay()),
      'Shift+Space': single(() => togglePlay('film')),
      Enter: (event) => {
        if ((event.target as HTMLElement).closest('button, a, [role="dialog"], [role="menu"]')) return;
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
      '$mod+KeyZ': single(() => void undo()),
      '$mod+KeyY': single(() => void redo()),
      '$mod+Shift+KeyZ': single(() => void redo()),
      Escape: () => view({ hanging: undefined }),
      'Shift+?': single(() => view({ help: true })),
    });
  }, [scene]);
}
