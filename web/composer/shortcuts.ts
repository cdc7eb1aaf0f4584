import { useEffect, useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import { deleteCues, moveCues } from '#core/edit/commands/cues';
import { deleteKeys, moveKeys } from '#core/edit/commands/keys';
import { outermost, removeLayers } from '#core/edit/commands/layers';
import { deleteLines, moveLine } from '#core/edit/commands/lines';
import { removeMarker } from '#core/edit/commands/markers';
import { moveLayers } from '#core/edit/commands/placing';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { newKey } from '../ids.ts';
import { byKeys, keysOf, useBoundKeys } from '../state/boundKeys.ts';
import { run, useProduction } from '../state/production.ts';
import { takesKeys, usePointerKeepsNoFocus, useUndoKeys } from '../state/undoKeys.ts';
import { choose, chosenLayers, useView, view } from '../state/view.ts';
import type { Place } from './commands/command.ts';
import { heldCues, heldKeys, heldLayers, ownValue } from './commands/held.ts';
import { COMMANDS } from './commands/index.ts';
import type { PlacedScene } from './film.ts';
import { useGoToScene } from './useGo.ts';

/** What a focused thing does with Space and Enter by itself. */
const PRESSES = 'button, a, summary, [role="button"], [role="menuitem"], [role="checkbox"], [role="radio"], [role="switch"], [role="dialog"], [role="menu"]';
const pressed = (event: KeyboardEvent): boolean => Boolean((event.target as HTMLElement).closest?.(PRESSES));

/** Where commands are given now: the way out of the screen and the scene as it is when one is. */
export function usePlace(scene: PlacedScene | undefined): () => Place | undefined {
  const go = useGoToScene();
  const navigate = useNavigate();
  const latest = useRef({ scene, go, navigate });
  latest.current = { scene, go, navigate };
  return useMemo(
    () => () => {
      const { document } = useProduction.getState();
      const { scene, go, navigate } = latest.current;
      return document && scene ? { document, scene, go, to: (path) => void navigate(path) } : undefined;
    },
    [],
  );
}

/** Moves what was chosen last by frames or units. */
function nudge(scene: PlacedScene, dx: number, dy: number, alone: boolean): void {
  const { line, last, tick, recording } = useView.getState();
  const by = (dx * TICKS_PER_SECOND) / scene.fps;
  if (last === 'layer') {
    const ids = heldLayers(scene);
    // Moves lie on top of the layer's own place: only that is nudged.
    const shifts = ids.map((id) => ({ id, dx, dy, at: { x: ownValue(scene, id, 'x'), y: ownValue(scene, id, 'y') } }));
    if (ids.length) run('Nudge', moveLayers(scene.id, shifts, tick, newKey, recording));
  } else if (by === 0) return;
  else if (last === 'cue') {
    const cues = heldCues(scene);
    if (cues.length) run('Nudge a cue', moveCues(scene.id, cues, by));
  } else if (last === 'key') {
    const keys = heldKeys(scene).map(({ ref }) => ref);
    if (keys.length) run('Nudge keys', moveKeys(scene.id, keys, by));
  } else if (last === 'line' && line !== undefined) run('Move a line', moveLine(scene.id, line, by, { alone }));
}

/** Deletes what was chosen last. */
function remove(scene: PlacedScene): void {
  const { cue, line, layer, last, marker } = useView.getState();
  if (marker !== undefined && scene.scene.markers?.[marker]) {
    run('Take a marker away', removeMarker(scene.id, marker));
    view({ marker: undefined });
  } else if (last === 'key') {
    const keys = heldKeys(scene).map(({ ref }) => ref);
    if (keys.length) run(keys.length > 1 ? 'Take keys out' : 'Take a key out', deleteKeys(scene.id, keys));
    view({ keys: [], last: 'layer' });
  } else if (last === 'cue' && cue && scene.scene.cues[cue]) {
    run('Delete a cue', deleteCues(scene.id, heldCues(scene)));
    view({ cue: undefined, together: [], last: undefined });
  } else if (last === 'line' && line && scene.scene.lines[line]) {
    run('Delete a line', deleteLines(scene.id, [line]));
    choose(undefined);
  } else if (last === 'layer' && layer && scene.scene.layers[layer]) {
    run('Take off stage', removeLayers(scene.id, outermost(scene.scene, chosenLayers(useView.getState()))));
    choose(undefined);
  }
}

/** Esc goes one level at a time: what is open, then the group that was entered, then what is chosen. */
function leave(scene: PlacedScene | undefined, event: KeyboardEvent): void {
  const state = useView.getState();
  if (state.hanging) view({ hanging: undefined });
  else if (state.door) view({ door: false });
  else if (state.curve) view({ curve: undefined });
  else if (state.cutting) view({ cutting: undefined });
  else if (takesKeys(event.target)) return;
  else if (state.entered !== undefined) {
    const { entered } = state;
    view({ entered: scene?.scene.layers[entered]?.parent });
    choose({ kind: 'layer', id: entered });
  } else if (state.keys.length) view({ keys: [], last: 'layer' });
  else {
    choose(undefined);
    view({ marker: undefined });
  }
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** The composer's keys: those of its commands as they are bound, and those that are always the same. */
export function useShortcuts(scene: PlacedScene | undefined): void {
  useUndoKeys();
  usePointerKeepsNoFocus();
  const place = usePlace(scene);
  const changed = useBoundKeys((state) => state.changed);
  const commands = useMemo(() => byKeys(COMMANDS, changed), [changed]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented) return;
      if (event.key === 'Escape') return leave(scene, event);
      const at = place();
      const keys = keysOf(event);
      if (!at || keys === undefined || takesKeys(event.target)) return;
      const command = commands.get(keys);
      if (command) {
        if (command.fixed || (command.presses && pressed(event))) return;
        event.preventDefault();
        if (command.ready?.(at) ?? true) command.run(at, event);
        return;
      }
      const arrow = ARROWS[event.key];
      if (arrow && !event.ctrlKey && !event.metaKey && (!event.altKey || arrow[1] === 0)) {
        event.preventDefault();
        const by = event.shiftKey ? 10 : 1;
        nudge(at.scene, arrow[0] * by, arrow[1] * by, event.altKey);
      } else if (keys === 'Delete' || keys === 'Backspace') {
        event.preventDefault();
        remove(at.scene);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [scene, place, commands]);
}
