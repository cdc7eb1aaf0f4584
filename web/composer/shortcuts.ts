import { useEffect } from 'react';
import { tinykeys } from 'tinykeys';
import { type Property, restValue } from '#core/document/properties';
import { childrenOf } from '#core/document/tree';
import type { Recipe } from '#core/edit/change';
import { copyCue, deleteCues, moveCues } from '#core/edit/commands/cues';
import { copyKeys, deleteKeys, easeKeys, type KeyRef, layerKeys, moveKeys } from '#core/edit/commands/keys';
import { outermost, type PropertyValues, removeLayers, setProperty } from '#core/edit/commands/layers';
import { deleteLines, moveLine } from '#core/edit/commands/lines';
import { moveLayers } from '#core/edit/commands/placing';
import { frameSize } from '#core/stage/frame';
import type { EASES } from '#core/time/easing';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { sample } from '#core/time/track';
import { makeId, newKey } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { takesKeys, usePointerKeepsNoFocus, useUndoKeys } from '../state/undoKeys.ts';
import { choose, chosenCues, chosenLayers, useView, view } from '../state/view.ts';
import type { PlacedScene } from './film.ts';
import { freeFrom } from './lanes.ts';
import { keyAt } from './layerKeyLists.ts';
import { zoomStage } from './StageView.tsx';
import { addLine } from './Timeline.tsx';
import { rowActions } from './Tree.tsx';
import { playLine, seek, stepFrames, stepLine, stop, togglePlay } from './transport.ts';

/** Keys of the composer, as the list under ? shows them. */
export const SHORTCUTS: readonly (readonly [string, string])[] = [
  ['Space', 'Play or pause the scene; press a button that has the focus'],
  ['Shift+Space', 'Play the film'],
  ['Enter', 'Play the chosen line'],
  ['K', 'Stop'],
  ['J, L', 'Line before, line after'],
  [', and .', 'One frame back, one on'],
  ['B', 'Bring somebody or something on stage'],
  ['Arrows', 'Move the chosen line, cue or key by a frame, a thing on the stage by a unit (Shift: ten; Alt: this line alone)'],
  ['+ and -, [ and ]', 'Size by one in a hundred, turn by a degree (Shift: ten)'],
  ['X, G, Shift+G', 'Flip, group, take a group apart'],
  ['Alt+Up, Alt+Down', 'Bring forward, send back'],
  ['Shift+E, Shift+L, Shift+S', 'Hide, lock, alone on the stage'],
  ['Tab, Esc', 'On the stage from thing to thing; out of a group, a choice, a drag'],
  ['Shift+R', 'Record keys'],
  ['C', 'Curve of the chosen key'],
  ['1 to 5', 'How the chosen keys go on: both, in, out, even, hold'],
  ['Z, Shift+Z, 0', 'Stage nearer, farther, whole'],
  ['Shift+F, Shift+O', 'Guides of the safe area; where the keys before and after put what is chosen'],
  ['N', 'New line after the chosen one'],
  ['H', 'Hang a cue from the word at the playhead'],
  ['Shift+click, Ctrl+click', 'Choose all up to this one; this one too'],
  ['Ctrl+A', 'Choose all that is on the stage'],
  ['Ctrl+C, Ctrl+V', 'Copy the chosen cues or keys, put them at the playhead'],
  ['Ctrl+D', 'The chosen cues once more, after themselves'],
  ['Ctrl+wheel', 'Zoom the stage, or ribbon and lanes, at the pointer'],
  ['Delete', 'Delete what was chosen last'],
  ['Home', 'To the start'],
  ['Ctrl+Z, Ctrl+Y', 'Undo, redo'],
  ['?', 'This list'],
];

/** The cues that were copied; their values and lengths are read when they are put down. */
let copied: readonly string[] = [];
let copiedKeys: readonly KeyRef[] = [];

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
    const frame = scene ? TICKS_PER_SECOND / scene.fps : 1;
    /** What keys on the stage act on: chosen layers that are not locked. */
    const heldLayers = (): string[] =>
      scene
        ? outermost(scene.scene, chosenLayers(useView.getState())).filter((id) => {
            const layer = scene.scene.layers[id];
            return layer && !layer.locked && layer.kind !== 'effect';
          })
        : [];
    const ownValue = (id: string, property: Property): number => {
      const staged = scene?.layers.get(id);
      if (!staged) return 0;
      return staged.tracks[property] ? sample(staged.tracks[property], useView.getState().tick) : restValue(staged.layer, property);
    };
    const chosenKeys = () => (scene ? useView.getState().keys.flatMap((path) => keyAt(scene, path) ?? []) : []);
    const nudge = (dx: number, dy: number, alone: boolean) =>
      single(() => {
        const { line, last, tick, recording } = useView.getState();
        if (!scene) return;
        if (last === 'cue') {
          const cues = chosenCues(useView.getState()).filter((id) => scene.scene.cues[id]);
          if (cues.length && dx) run('Nudge a cue', moveCues(scene.id, cues, dx * frame));
        } else if (last === 'key') {
          const keys = chosenKeys();
          if (keys.length && dx)
            run(
              'Nudge keys',
              moveKeys(
                scene.id,
                keys.map(({ ref }) => ref),
                dx * frame,
              ),
            );
        } else if (last === 'layer') {
          const ids = heldLayers();
          // Moves lie on top of the layer's own place: only that is nudged.
          if (ids.length)
            run(
              'Nudge',
              moveLayers(
                scene.id,
                ids.map((id) => ({ id, dx, dy, at: { x: ownValue(id, 'x'), y: ownValue(id, 'y') } })),
                tick,
                newKey,
                recording,
              ),
            );
        } else if (last === 'line' && line && dx) run('Move a line', moveLine(scene.id, line, dx * frame, { alone }));
      });
    /** Sets properties of all that is chosen on the stage, each from its own. */
    const each = (label: string, make: (id: string) => PropertyValues) =>
      single(() => {
        const ids = heldLayers();
        const { tick, recording, last } = useView.getState();
        if (!scene || !ids.length || (last !== 'layer' && last !== 'key')) return;
        run(label, (draft) => {
          for (const id of ids) setProperty(scene.id, id, make(id), tick, newKey, recording)(draft);
        });
      });
    const thousandth = (value: number): number => Math.round(value * 1000) / 1000;
    const sized = (factor: number) => each('Size', (id) => ({ scaleX: thousandth(ownValue(id, 'scaleX') * factor), scaleY: thousandth(ownValue(id, 'scaleY') * factor) }));
    const turned = (by: number) => each('Turn', (id) => ({ angleDeg: ownValue(id, 'angleDeg') + by }));
    const layerAct = (name: 'flip' | 'group' | 'ungroup' | 'forward' | 'back' | 'eye' | 'lock' | 'solo') =>
      single(() => {
        if (scene && useView.getState().last === 'layer') rowActions(scene, chosenLayers(useView.getState()))[name]();
      });
    const ease = (name: (typeof EASES)[number]) =>
      single(() => {
        const keys = chosenKeys();
        if (scene && keys.length)
          run(
            'Ease keys',
            easeKeys(
              scene.id,
              keys.map(({ ref }) => ref),
              name,
            ),
          );
      });
    const zoom = (factor: number) =>
      single(() => {
        const { document } = useProduction.getState();
        if (document) zoomStage(factor, frameSize(document.production.frame));
      });
    const remove = single(() => {
      const { cue, line, layer, last } = useView.getState();
      if (!scene) return;
      if (last === 'key') {
        const keys = chosenKeys();
        if (keys.length)
          run(
            keys.length > 1 ? 'Take keys out' : 'Take a key out',
            deleteKeys(
              scene.id,
              keys.map(({ ref }) => ref),
            ),
          );
        view({ keys: [], last: 'layer' });
      } else if (last === 'cue' && cue && scene.scene.cues[cue]) {
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
      ArrowLeft: nudge(-1, 0, false),
      ArrowRight: nudge(1, 0, false),
      ArrowUp: nudge(0, -1, false),
      ArrowDown: nudge(0, 1, false),
      'Shift+ArrowLeft': nudge(-10, 0, false),
      'Shift+ArrowRight': nudge(10, 0, false),
      'Shift+ArrowUp': nudge(0, -10, false),
      'Shift+ArrowDown': nudge(0, 10, false),
      'Alt+ArrowLeft': nudge(-1, 0, true),
      'Alt+ArrowRight': nudge(1, 0, true),
      'Alt+ArrowUp': layerAct('forward'),
      'Alt+ArrowDown': layerAct('back'),
      '+': sized(1.01),
      'Shift++': sized(1.1),
      '=': sized(1.01),
      '-': sized(1 / 1.01),
      'Shift+_': sized(1 / 1.1),
      '[': turned(-1),
      ']': turned(1),
      'Shift+{': turned(-10),
      'Shift+}': turned(10),
      x: layerAct('flip'),
      g: layerAct('group'),
      'Shift+G': layerAct('ungroup'),
      'Shift+E': layerAct('eye'),
      'Shift+L': layerAct('lock'),
      'Shift+S': layerAct('solo'),
      'Shift+R': single(() => view({ recording: !useView.getState().recording })),
      b: single(() => view({ door: !useView.getState().door })),
      c: single(() => {
        const { keys, curve } = useView.getState();
        const [first] = keys.flatMap((path) => (scene ? (keyAt(scene, path) ?? []) : []));
        view({ curve: curve ? undefined : first && { layer: first.layer, property: first.ref.property } });
      }),
      1: ease('both'),
      2: ease('in'),
      3: ease('out'),
      4: ease('linear'),
      5: ease('hold'),
      z: zoom(1.25),
      'Shift+Z': zoom(0.8),
      0: single(() => view({ looked: undefined })),
      'Shift+F': single(() => view({ guides: !useView.getState().guides })),
      'Shift+O': single(() => view({ ghosts: !useView.getState().ghosts })),
      '$mod+KeyA': single(() => {
        const all = scene ? childrenOf(scene.scene, undefined).filter(([, layer]) => !layer.hidden && !layer.locked && layer.kind !== 'effect') : [];
        const last = all.at(-1)?.[0];
        if (last === undefined) return;
        choose({ kind: 'layer', id: last });
        view({ layers: all.map(([id]) => id) });
      }),
      Delete: remove,
      Backspace: remove,
      '$mod+KeyC': single(() => {
        const cues = chosenCues(useView.getState());
        const keys = chosenKeys();
        if (useView.getState().last === 'key' && keys.length) [copiedKeys, copied] = [keys.map(({ ref }) => ref), []];
        else if (cues.length) [copied, copiedKeys] = [cues, []];
      }),
      '$mod+KeyV': single(() => {
        const { tick, layer } = useView.getState();
        if (!scene || !copiedKeys.length) return again(copied, tick);
        const there = copiedKeys.filter(({ of, property, key }) => {
          const keys = scene.scene.layers[of.layer ?? '']?.keys as Record<string, Record<string, unknown>> | undefined;
          return keys?.[property]?.[key];
        });
        const onto = layer !== undefined && scene.scene.layers[layer] ? layerKeys(layer) : undefined;
        if (there.length) run('Copy keys', copyKeys(scene.id, there, tick, newKey, onto));
      }),
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
        // Where nobody speaks, what was said last is meant.
        const spoken = scene?.lines.filter((l) => l.words.length > 0) ?? [];
        const line =
          spoken.find((l) => tick >= l.start && tick < l.end) ?? spoken.find((l) => l.id === useView.getState().line) ?? spoken.findLast((l) => l.start <= tick) ?? spoken[0];
        const word = line?.words.findLast((w) => w.start <= tick) ?? line?.words[0];
        if (!line || !word) return;
        const box = document.querySelector(`[data-word="${word.id}"]`)?.getBoundingClientRect();
        view({ hanging: { line: line.id, word: word.id, x: box?.left ?? window.innerWidth / 2, y: box?.bottom ?? window.innerHeight / 2 } });
      }),
      Escape: (event) => {
        if (event.defaultPrevented) return;
        const state = useView.getState();
        // One level at a time: what is open, then the group that was entered, then what is chosen.
        if (state.hanging) view({ hanging: undefined });
        else if (state.door) view({ door: false });
        else if (state.curve) view({ curve: undefined });
        else if (takesKeys(event.target)) return;
        else if (state.entered !== undefined) {
          const { entered } = state;
          view({ entered: scene?.scene.layers[entered]?.parent });
          choose({ kind: 'layer', id: entered });
        } else if (state.keys.length) view({ keys: [], last: 'layer' });
        else choose(undefined);
      },
      'Shift+?': single(() => view({ help: true })),
    });
  }, [scene]);
}
