import type { Layer } from '#core/document/schema';
import { alignLayers, distributeLayers, type Edge, flipLayers, groupLayers, outermost, removeLayers } from '#core/edit/commands/layers';
import { frameSize } from '#core/stage/frame';
import { makeId } from '../ids.ts';
import { useBoxes } from '../stage/boxes.ts';
import { run, useOpenDocument } from '../state/production.ts';
import { choose } from '../state/view.ts';
import type { PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { SmallButton } from './layerFields.tsx';

const EDGES: readonly (readonly [Edge, string])[] = [
  ['left', 'Left'],
  ['centre', 'Centre'],
  ['right', 'Right'],
  ['top', 'Top'],
  ['middle', 'Middle'],
  ['bottom', 'Bottom'],
];

/** Several layers that are chosen together: what is done to all of them. */
export function ManyCard({ ids, scene }: { ids: readonly string[]; scene: PlacedScene }) {
  const document = useOpenDocument();
  const boxes = useBoxes(scene.id);
  const chosen = outermost(scene.scene, ids);
  const placed = boxes.filter(({ id }) => chosen.includes(id));
  const frame = frameSize(document.production.frame);
  const oneParent = new Set(chosen.map((id) => scene.scene.layers[id]?.parent)).size === 1;
  return (
    <div className="px-4 py-3" data-many={chosen.length}>
      <h2 className="m-0 mb-1 text-[13px] font-[680]">{chosen.length} things</h2>
      <p className="m-0 mb-3 text-[12px] text-ink-2">
        {chosen
          .flatMap((id) => scene.scene.layers[id] ?? [])
          .map((layer: Layer) => nameOfStaged(document, layer))
          .join(', ')}
      </p>
      <h3 className="m-0 mb-1.5 text-[12px] font-semibold text-ink-2">Line up</h3>
      <div className="mb-3 flex flex-wrap gap-1.5">
        {EDGES.map(([edge, label]) => (
          <SmallButton key={edge} onClick={() => run(`Line up: ${label.toLowerCase()}`, alignLayers(scene.id, placed, edge, frame))}>
            {label}
          </SmallButton>
        ))}
      </div>
      <h3 className="m-0 mb-1.5 text-[12px] font-semibold text-ink-2">Even gaps</h3>
      <div className="mb-3 flex gap-1.5">
        <SmallButton disabled={placed.length < 3} onClick={() => run('Even gaps', distributeLayers(scene.id, placed, 'x'))}>
          Across
        </SmallButton>
        <SmallButton disabled={placed.length < 3} onClick={() => run('Even gaps', distributeLayers(scene.id, placed, 'y'))}>
          Down
        </SmallButton>
      </div>
      <h3 className="m-0 mb-1.5 text-[12px] font-semibold text-ink-2">Together</h3>
      <div className="flex flex-wrap gap-1.5">
        <SmallButton
          disabled={!oneParent}
          onClick={() => {
            const group = makeId('layer');
            if (run('Group', groupLayers(scene.id, chosen, group, 'Group'))) choose({ kind: 'layer', id: group });
          }}
        >
          Group
        </SmallButton>
        <SmallButton onClick={() => run('Mirror', flipLayers(scene.id, chosen))}>Mirror each</SmallButton>
        <SmallButton
          onClick={() => {
            choose(undefined);
            run('Take off stage', removeLayers(scene.id, chosen));
          }}
        >
          Take off stage
        </SmallButton>
      </div>
    </div>
  );
}
