import { Eye, EyeOff, Image as ImageIcon, Lock, LockOpen } from 'lucide-react';
import type { Layer } from '#core/document/schema';
import { inTreeOrder } from '#core/document/tree';
import { changeLayer, removeLayers } from '#core/edit/commands/layers';
import { setBackdrop } from '#core/edit/commands/stage';
import { LAYER_ENTRIES } from '#core/stage/layers/index';
import { SETS } from '#core/stage/sets/index';
import { run, useOpenDocument } from '../state/production.ts';
import { choose, chooseLayer, chosenLayers, useView } from '../state/view.ts';
import { BringOn } from './BringOn.tsx';
import type { PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { PersonCard } from './PersonCard.tsx';

/** Who and what stands on stage, front first; bringing on more. */
export function OnStage({ scene }: { scene: PlacedScene }) {
  const document = useOpenDocument();
  const selected = useView((state) => state.layer);
  const { backdrop } = scene.scene;
  const backdropName = backdrop.kind === 'set' ? (SETS.find(({ id }) => id === backdrop.set)?.name ?? 'Backdrop') : backdrop.kind === 'picture' ? backdrop.name : 'Plain colour';
  return (
    <aside className="scrolls flex h-full flex-col gap-1.5 overflow-y-auto bg-bench px-2 py-2.5" aria-label="On stage">
      <div className="flex items-baseline justify-between px-1">
        <h2 className="m-0 text-[13px] font-[680]">On stage</h2>
        <span className="text-[11.5px] text-ink-3">front first</span>
      </div>
      {frontFirst(scene.scene).map(([id, layer, depth]) => {
        const character = layer.kind === 'character' ? document.characters[layer.character] : undefined;
        if (layer.kind === 'character' && character)
          return (
            <div key={id} style={{ marginLeft: depth * 10 }}>
              <PersonCard id={id} layer={layer} character={character} scene={scene} />
            </div>
          );
        return <LayerRow key={id} id={id} layer={layer} depth={depth} name={nameOfStaged(document, layer)} scene={scene.id} />;
      })}
      <button
        type="button"
        className={`flex h-7 items-center gap-2 rounded-[7px] px-2 text-left text-[13px] ${selected === 'backdrop' ? 'bg-act-soft' : 'hover:bg-well'}`}
        onClick={() => choose({ kind: 'layer', id: 'backdrop' })}
      >
        <ImageIcon size={15} strokeWidth={1.6} className="shrink-0 text-ink-2" />
        <span className="truncate">{backdropName}</span>
      </button>
      {selected === 'backdrop' && backdrop.kind === 'picture' && (
        <div className="flex gap-1 px-1">
          {(['fill', 'fit'] as const).map((fit) => (
            <button
              key={fit}
              type="button"
              aria-pressed={backdrop.fit === fit}
              className={`h-6 flex-1 rounded-[6px] border text-[12px] ${backdrop.fit === fit ? 'border-ink bg-act-soft font-semibold' : 'border-line bg-paper'}`}
              onClick={() => run('Fit the backdrop', setBackdrop(scene.id, { ...backdrop, fit }))}
            >
              {fit === 'fill' ? 'Fill' : 'Fit'}
            </button>
          ))}
        </div>
      )}
      <BringOn scene={scene} />
    </aside>
  );
}

/** Layers from front to back, what is in a group after it. */
function frontFirst(scene: Parameters<typeof inTreeOrder>[0]): [string, Layer, number][] {
  const groups: [string, Layer, number][][] = [];
  const roots: [string, Layer, number][][] = [];
  for (const entry of inTreeOrder(scene)) {
    if (entry[2] === 0) roots.push([entry]);
    else roots.at(-1)?.push(entry);
  }
  groups.push(...roots.reverse());
  return groups.flat();
}

/** The mark of a kind, from its own file. */
export const KindIcon = ({ kind, size = 15 }: { kind: Layer['kind']; size?: number }) => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 24 24"
    fill="none"
    stroke="currentColor"
    strokeWidth={1.7}
    strokeLinecap="round"
    strokeLinejoin="round"
    className="shrink-0 text-ink-2"
    aria-hidden="true"
  >
    <path d={LAYER_ENTRIES[kind].icon} />
  </svg>
);

function LayerRow({ id, layer, depth, name, scene }: { id: string; layer: Layer; depth: number; name: string; scene: string }) {
  const selected = useView((state) => chosenLayers(state).includes(id));
  const flag = (label: string, values: Partial<Layer>): void => void run(label, changeLayer(scene, id, values));
  return (
    <div
      data-layer={id}
      className={`group flex h-7 shrink-0 items-center rounded-[7px] ${selected ? 'bg-act-soft' : 'hover:bg-well'} ${layer.hidden ? 'opacity-60' : ''}`}
      style={{ marginLeft: depth * 10 }}
    >
      <button
        type="button"
        aria-pressed={selected}
        className="flex h-full min-w-0 flex-1 items-center gap-2 rounded-[7px] px-2 text-left text-[13px]"
        onClick={(event) => chooseLayer(id, event.shiftKey || event.ctrlKey || event.metaKey)}
        onKeyDown={(event) => {
          if (event.key !== 'Delete') return;
          event.stopPropagation();
          run('Take off stage', removeLayers(scene, [id]));
        }}
      >
        <KindIcon kind={layer.kind} />
        <span className="truncate">{name}</span>
      </button>
      <Flag label={layer.hidden ? `Show ${name}` : `Hide ${name}`} on={layer.hidden} onClick={() => flag(layer.hidden ? 'Show' : 'Hide', { hidden: !layer.hidden })}>
        {layer.hidden ? <EyeOff size={13} strokeWidth={1.6} /> : <Eye size={13} strokeWidth={1.6} />}
      </Flag>
      <Flag label={layer.locked ? `Unlock ${name}` : `Lock ${name}`} on={layer.locked} onClick={() => flag(layer.locked ? 'Unlock' : 'Lock', { locked: !layer.locked })}>
        {layer.locked ? <Lock size={12} strokeWidth={1.8} /> : <LockOpen size={12} strokeWidth={1.6} />}
      </Flag>
    </div>
  );
}

/** A flag that is seen while it is on, and under the pointer. */
const Flag = ({ label, on, onClick, children }: { label: string; on: boolean; onClick: () => void; children: React.ReactNode }) => (
  <button
    type="button"
    aria-label={label}
    aria-pressed={on}
    title={label}
    className={`flex size-5 shrink-0 items-center justify-center rounded text-ink-2 hover:text-ink ${on ? '' : 'opacity-0 group-focus-within:opacity-100 group-hover:opacity-100'}`}
    onClick={onClick}
  >
    {children}
  </button>
);
