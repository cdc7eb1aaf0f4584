import { propertiesOf } from '#core/document/properties';
import { childrenOf } from '#core/document/tree';
import { alignLayers, distributeLayers, type Edge } from '#core/edit/commands/layers';
import { faceEachOther, sameEyeLevel, swapPlaces } from '#core/edit/commands/placing';
import { frameSize } from '#core/stage/frame';
import { placedBoxes } from '../../stage/boxes.ts';
import { run } from '../../state/production.ts';
import { choose, chosenLayers, useView, view } from '../../state/view.ts';
import { rowActions } from '../Tree.tsx';
import type { Command, Place } from './command.ts';
import { heldLayers, ownValue, setEach } from './held.ts';

const some = ({ scene }: Place): boolean => heldLayers(scene).length > 0;
const several =
  (least: number) =>
  ({ scene }: Place): boolean =>
    heldLayers(scene).length >= least;
const people = ({ scene }: Place): string[] => heldLayers(scene).filter((id) => scene.scene.layers[id]?.kind === 'character');

const thousandth = (value: number): number => Math.round(value * 1000) / 1000;
const size = (id: string, name: string, keys: readonly string[], by: number, more: number): Command => ({
  id,
  name,
  group: 'On the stage',
  also: 'scale',
  keys,
  ready: some,
  run: ({ scene }, event) => {
    const factor = event?.shiftKey ? more : by;
    setEach(scene, 'Size', (layer) => ({ scaleX: thousandth(ownValue(scene, layer, 'scaleX') * factor), scaleY: thousandth(ownValue(scene, layer, 'scaleY') * factor) }));
  },
});
const turn = (id: string, name: string, keys: readonly string[], by: number): Command => ({
  id,
  name,
  group: 'On the stage',
  also: 'rotate angle',
  keys,
  ready: some,
  run: ({ scene }) => setEach(scene, 'Turn', (layer) => ({ angleDeg: ownValue(scene, layer, 'angleDeg') + by })),
});
const row = (name: keyof ReturnType<typeof rowActions>, id: string, label: string, keys: readonly string[], also = ''): Command => ({
  id,
  name: label,
  group: 'On the stage',
  also,
  keys,
  // A lock, an eye and the place in the order are also for what is locked.
  ready: ({ scene }) => chosenLayers(useView.getState()).some((layer) => scene.scene.layers[layer]),
  run: ({ scene }) => rowActions(scene, chosenLayers(useView.getState()))[name](),
});
const lineUp = (edge: Edge, what: string): Command => ({
  id: `line-up-${edge}`,
  name: `Line up ${what}`,
  group: 'On the stage',
  also: 'align',
  ready: several(2),
  run: ({ document, scene }) => {
    const ids = heldLayers(scene);
    run(
      `Line up ${what}`,
      alignLayers(
        scene.id,
        placedBoxes(scene.id).filter(({ id }) => ids.includes(id)),
        edge,
        frameSize(document.production.frame),
      ),
    );
  },
});
const gaps = (axis: 'x' | 'y', what: string): Command => ({
  id: `even-gaps-${axis}`,
  name: `Even gaps ${what}`,
  group: 'On the stage',
  also: 'distribute spacing',
  ready: several(3),
  run: ({ scene }) => {
    const ids = heldLayers(scene);
    run(
      'Even gaps',
      distributeLayers(
        scene.id,
        placedBoxes(scene.id).filter(({ id }) => ids.includes(id)),
        axis,
      ),
    );
  },
});

/** The one thing that is chosen, where it has edges to be cropped, or a form that masks it. */
const cuttable = (scene: Place['scene']): string | undefined => {
  const [id, ...others] = heldLayers(scene);
  const kind = id === undefined ? undefined : scene.scene.layers[id]?.kind;
  return others.length || kind === undefined || !propertiesOf(kind).includes('cropLeft') ? undefined : id;
};
const maskable = (scene: Place['scene']): string | undefined => {
  const [id, ...others] = heldLayers(scene);
  const mask = id === undefined ? undefined : scene.scene.layers[id]?.mask;
  return others.length || !mask || 'layer' in mask ? undefined : id;
};
const cut = (layer: string | undefined, what: 'crop' | 'mask'): void => view({ cutting: useView.getState().cutting || layer === undefined ? undefined : { layer, what } });

export const THINGS: readonly Command[] = [
  {
    id: 'bring',
    name: 'Bring somebody or something on stage',
    group: 'On the stage',
    also: 'add prop picture words backdrop weather',
    keys: ['B'],
    run: () => view({ door: !useView.getState().door }),
  },
  {
    id: 'choose-all',
    name: 'Choose all that is on the stage',
    group: 'On the stage',
    also: 'select',
    keys: ['Ctrl+A'],
    run: ({ scene }) => {
      const all = childrenOf(scene.scene, undefined).filter(([, layer]) => !layer.hidden && !layer.locked && layer.kind !== 'effect');
      const last = all.at(-1)?.[0];
      if (last === undefined) return;
      choose({ kind: 'layer', id: last });
      view({ layers: all.map(([id]) => id) });
    },
  },
  size('larger', 'Larger by one in a hundred (with Shift ten)', ['=', '+'], 1.01, 1.1),
  size('smaller', 'Smaller by one in a hundred (with Shift ten)', ['-', '_'], 1 / 1.01, 1 / 1.1),
  turn('turn-left', 'Turn by a degree to the left', ['['], -1),
  turn('turn-right', 'Turn by a degree to the right', [']'], 1),
  turn('turn-left-ten', 'Turn by ten degrees to the left', ['{'], -10),
  turn('turn-right-ten', 'Turn by ten degrees to the right', ['}'], 10),
  row('flip', 'flip', 'Flip', ['X'], 'mirror'),
  row('group', 'group', 'Group', ['G']),
  row('ungroup', 'ungroup', 'Take the group apart', ['Shift+G']),
  row('forward', 'forward', 'Bring forward', ['Alt+ArrowUp'], 'order front'),
  row('back', 'back', 'Send back', ['Alt+ArrowDown'], 'order behind'),
  row('eye', 'eye', 'Hide or show', ['Shift+E']),
  row('lock', 'lock', 'Lock or unlock', ['Shift+L']),
  row('solo', 'solo', 'Alone on the stage, or with the others', ['Shift+S'], 'solo'),
  lineUp('left', 'on the left'),
  lineUp('centre', 'on their middles'),
  lineUp('right', 'on the right'),
  lineUp('top', 'at the top'),
  lineUp('middle', 'at half their height'),
  lineUp('bottom', 'at the bottom'),
  gaps('x', 'across'),
  gaps('y', 'down'),
  {
    id: 'crop',
    name: 'Crop on the stage, or stop',
    group: 'On the stage',
    also: 'cut edges trim picture',
    keys: ['Shift+X'],
    ready: ({ scene }) => cuttable(scene) !== undefined,
    run: ({ scene }) => cut(cuttable(scene), 'crop'),
  },
  {
    id: 'mask',
    name: 'Draw the mask on the stage, or stop',
    group: 'On the stage',
    also: 'form ellipse',
    ready: ({ scene }) => maskable(scene) !== undefined,
    run: ({ scene }) => cut(maskable(scene), 'mask'),
  },
  {
    id: 'face',
    name: 'Face each other',
    group: 'On the stage',
    ready: (place) => people(place).length > 1,
    run: (place) => void run('Face each other', faceEachOther(place.scene.id, people(place))),
  },
  {
    id: 'eyes',
    name: 'Same eye level',
    group: 'On the stage',
    ready: (place) => people(place).length > 1,
    run: (place) => void run('Same eye level', sameEyeLevel(place.scene.id, people(place))),
  },
  {
    id: 'swap',
    name: 'Swap places',
    group: 'On the stage',
    ready: ({ scene }) => heldLayers(scene).length === 2,
    run: ({ scene }) => {
      const [a, b] = heldLayers(scene);
      if (a && b) run('Swap places', swapPlaces(scene.id, a, b));
    },
  },
];
