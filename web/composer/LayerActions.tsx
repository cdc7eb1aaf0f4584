import { ArrowDown, ArrowUp, FlipHorizontal2, Trash2, Ungroup } from 'lucide-react';
import type { Layer } from '#core/document/schema';
import { childrenOf } from '#core/document/tree';
import { flipLayers, groupLayers, holdLayer, orderLayer, removeLayers, reparent, ungroup } from '#core/edit/commands/layers';
import { makeId } from '../ids.ts';
import { run, useOpenDocument } from '../state/production.ts';
import { choose } from '../state/view.ts';
import { Choice } from '../ui/fields.tsx';
import { IconButton } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { nameOfLayer } from './lanes.ts';

/** What is done to a layer as a whole: order, mirror, groups, hands. */
export function LayerActions({ id, layer, scene, name }: { id: string; layer: Layer; scene: PlacedScene; name: string }) {
  const document = useOpenDocument();
  const siblings = childrenOf(scene.scene, layer.parent).map(([other]) => other);
  const place = siblings.indexOf(id);
  const figures = siblings.filter((other) => other !== id && scene.scene.layers[other]?.kind === 'character');
  const others = siblings.filter((other) => other !== id);
  const held = layer.parent !== undefined;
  return (
    <>
      <IconButton
        label="One step to the front"
        className="!size-6"
        disabled={place === siblings.length - 1}
        onClick={() => run('Bring forward', orderLayer(scene.id, id, siblings[place + 1] ?? null))}
      >
        <ArrowUp size={13} strokeWidth={1.7} />
      </IconButton>
      <IconButton
        label="One step to the back"
        className="!size-6"
        disabled={place <= 0}
        onClick={() => run('Send backward', orderLayer(scene.id, id, siblings[place - 2] ?? null))}
      >
        <ArrowDown size={13} strokeWidth={1.7} />
      </IconButton>
      {layer.kind !== 'effect' && (
        <IconButton label={`Mirror ${name}`} className="!size-6" onClick={() => run(`Mirror ${name}`, flipLayers(scene.id, [id]))}>
          <FlipHorizontal2 size={13} strokeWidth={1.7} />
        </IconButton>
      )}
      {layer.kind === 'group' && (
        <IconButton
          label="Take the group apart"
          className="!size-6"
          onClick={() => {
            choose(undefined);
            run('Take the group apart', ungroup(scene.id, id));
          }}
        >
          <Ungroup size={13} strokeWidth={1.7} />
        </IconButton>
      )}
      {(others.length > 0 || held) && layer.kind !== 'effect' && (
        <Choice
          label="Belongs to"
          size="small"
          className="w-[92px]"
          value=""
          placeholder="Belongs to"
          options={[
            { value: '', label: held ? `In ${nameOfLayer(document, scene, layer.parent as string)}` : 'By itself' },
            ...(held ? [{ value: 'out', label: 'Take it out' }] : []),
            { label: 'Group with', options: others.map((other) => ({ value: `group ${other}`, label: nameOfLayer(document, scene, other) })) },
            ...(layer.kind === 'prop' || layer.kind === 'picture' || layer.kind === 'text' || layer.kind === 'shape'
              ? [
                  {
                    label: 'In the hand of',
                    options: figures.flatMap((other) =>
                      (['left', 'right'] as const).map((hand) => ({ value: `${hand} ${other}`, label: `${nameOfLayer(document, scene, other)}, ${hand}` })),
                    ),
                  },
                ]
              : []),
          ].filter((option) => !('options' in option) || (option.options ?? []).length > 0)}
          onChange={(value) => {
            const [how, other = ''] = value.split(' ');
            if (how === 'out') run('Take it out', reparent(scene.id, id, scene.scene.layers[layer.parent ?? '']?.parent));
            else if (how === 'group') {
              const group = makeId('layer');
              const into = scene.scene.layers[other]?.kind === 'group';
              run('Group', into ? reparent(scene.id, id, other) : groupLayers(scene.id, [id, other], group, 'Group'));
              choose({ kind: 'layer', id: into ? other : group });
            } else if (how) run('Take it into the hand', holdLayer(scene.id, id, other, how as 'left' | 'right'));
          }}
        />
      )}
      <IconButton
        label="Take off stage (Delete)"
        className="!size-6"
        onClick={() => {
          choose(undefined);
          run('Take off stage', removeLayers(scene.id, [id]));
        }}
      >
        <Trash2 size={13} strokeWidth={1.6} />
      </IconButton>
    </>
  );
}
