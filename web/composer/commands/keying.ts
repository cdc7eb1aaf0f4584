import { easeKeys, reverseKeys } from '#core/edit/commands/keys';
import type { EASES } from '#core/time/easing';
import { run } from '../../state/production.ts';
import { useView, view } from '../../state/view.ts';
import type { Command, Place } from './command.ts';
import { heldKeys } from './held.ts';

const keys = ({ scene }: Place): boolean => heldKeys(scene).length > 0;

const ease = (name: (typeof EASES)[number], digit: string, what: string): Command => ({
  id: `ease-${name}`,
  name: `The chosen keys go on ${what}`,
  group: 'Keys and curves',
  also: 'ease',
  keys: [digit],
  ready: keys,
  run: ({ scene }) => {
    const chosen = heldKeys(scene);
    if (chosen.length)
      run(
        'Ease keys',
        easeKeys(
          scene.id,
          chosen.map(({ ref }) => ref),
          name,
        ),
      );
  },
});

export const KEYING: readonly Command[] = [
  { id: 'record', name: 'Record keys, or stop', group: 'Keys and curves', keys: ['Shift+R'], run: () => view({ recording: !useView.getState().recording }) },
  {
    id: 'curve',
    name: 'Curve of the chosen key, or close it',
    group: 'Keys and curves',
    keys: ['C'],
    ready: (place) => keys(place) || useView.getState().curve !== undefined,
    run: ({ scene }) => {
      const [first] = heldKeys(scene);
      view({ curve: useView.getState().curve ? undefined : first && { layer: first.layer, property: first.ref.property } });
    },
  },
  ease('both', '1', 'slowly in and out'),
  ease('in', '2', 'slowly first'),
  ease('out', '3', 'slowly last'),
  ease('linear', '4', 'evenly'),
  ease('hold', '5', 'not at all: they hold'),
  {
    id: 'reverse-keys',
    name: 'Turn the chosen keys round in time',
    group: 'Keys and curves',
    also: 'reverse backwards',
    ready: ({ scene }) => heldKeys(scene).length > 1,
    run: ({ scene }) =>
      void run(
        'Turn keys round',
        reverseKeys(
          scene.id,
          heldKeys(scene).map(({ ref }) => ref),
        ),
      ),
  },
];
