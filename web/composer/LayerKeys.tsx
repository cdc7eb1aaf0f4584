import type { Layer } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { copyKeys, deleteKeys, layerKeys, moveKeys, reverseKeys, scaleKeys } from '#core/edit/commands/keys';
import { formatMoment } from '#core/time/format';
import { ticksPerFrame } from '#core/time/ticks';
import { newKey } from '../ids.ts';
import { run } from '../state/production.ts';
import { useView } from '../state/view.ts';
import type { PlacedScene } from './film.ts';
import { Section, SmallButton } from './layerFields.tsx';
import { keysIn } from './layerKeyLists.ts';
import { seek } from './transport.ts';

/** Keys of a layer's own properties, all together: what is done to one is done to all. */
export function KeyList({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
  const tick = useView((state) => state.tick);
  const keys = Object.keys(layer.keys ?? {})
    .flatMap((property) => keysIn(scene, layerKeys(id), id, layer.keys, property))
    .sort((a, b) => a.at - b.at);
  const refs = keys.map(({ ref }) => ref);
  const [first, last] = [keys[0]?.at ?? 0, keys.at(-1)?.at ?? 0];
  const frame = ticksPerFrame(scene.fps);
  const before = keys.findLast(({ at }) => at < tick - frame / 2);
  const after = keys.find(({ at }) => at > tick + frame / 2);
  const act = (label: string, recipe: Recipe): void => void run(label, recipe);
  if (!keys.length) return null;
  return (
    <Section title={keys.length ? `Keys, ${keys.length}` : 'Keys'} of={layer.kind} closed={!keys.length}>
      {keys.length > 0 && (
        <>
          <p className="m-0 mb-2 text-[12px] text-ink-2">{`From ${formatMoment(first, 1)} to ${formatMoment(last, 1)}.`}</p>
          <div className="mb-2 flex flex-wrap gap-1.5">
            <SmallButton disabled={!before} onClick={() => before && seek(before.at)}>
              Key before
            </SmallButton>
            <SmallButton disabled={!after} onClick={() => after && seek(after.at)}>
              Next key
            </SmallButton>
            <SmallButton onClick={() => act('Keys earlier', moveKeys(scene.id, refs, -frame))}>Earlier</SmallButton>
            <SmallButton onClick={() => act('Keys later', moveKeys(scene.id, refs, frame))}>Later</SmallButton>
            <SmallButton disabled={keys.length < 2} onClick={() => act('Keys backwards', reverseKeys(scene.id, refs))}>
              Backwards
            </SmallButton>
            <SmallButton disabled={keys.length < 2} onClick={() => act('Keys faster', scaleKeys(scene.id, refs, 0.8, first))}>
              Faster
            </SmallButton>
            <SmallButton disabled={keys.length < 2} onClick={() => act('Keys slower', scaleKeys(scene.id, refs, 1.25, first))}>
              Slower
            </SmallButton>
            <SmallButton onClick={() => act('Copy keys', copyKeys(scene.id, refs, tick, newKey))}>Once more here</SmallButton>
            <SmallButton onClick={() => act('Take keys away', deleteKeys(scene.id, refs))}>Take away</SmallButton>
          </div>
        </>
      )}
    </Section>
  );
}
