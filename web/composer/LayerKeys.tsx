import type { ReactNode } from 'react';
import { keyPath } from '#core/document/pins';
import type { Layer } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { addKey, copyKeys, deleteKeys, easeKeys, type KeyOwner, type KeyRef, layerKeys, moveKeys, reverseKeys, scaleKeys } from '#core/edit/commands/keys';
import { EASES } from '#core/time/easing';
import { formatMoment } from '#core/time/format';
import { ticksPerFrame } from '#core/time/ticks';
import { newKey } from '../ids.ts';
import { run } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Check, Choice } from '../ui/fields.tsx';
import { Tip } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { Section, SmallButton } from './layerFields.tsx';
import { seek } from './transport.ts';

interface Keyed {
  readonly ref: KeyRef;
  readonly at: number;
}

/** All keys of one property, in order of time. */
export function keysIn(scene: PlacedScene, of: KeyOwner, path: string, lists: Layer['keys'], property: string): Keyed[] {
  const list = lists?.[property as keyof typeof lists] as Record<string, unknown> | undefined;
  return Object.keys(list ?? {})
    .map((key) => ({ ref: { of, property, key }, at: scene.resolved.keys.get(keyPath(path, property, key)) ?? 0 }))
    .sort((a, b) => a.at - b.at);
}

const EASE_NAMES: Readonly<Record<string, string>> = { both: 'Ease both ways', in: 'Ease in', out: 'Ease out', linear: 'Even', hold: 'Hold' };

export function WithKeys({
  field,
  label,
  keys,
  tick,
  value,
  of,
  property,
  scene,
}: {
  field: ReactNode;
  label: string;
  keys: readonly Keyed[];
  tick: number;
  value: number | string;
  of: KeyOwner;
  property: string;
  scene: PlacedScene;
}) {
  const half = ticksPerFrame(scene.fps) / 2;
  const here = keys.find(({ at }) => Math.abs(at - tick) <= half);
  const toggle = (): void => {
    if (here) run(`Take a key of ${label.toLowerCase()}`, deleteKeys(scene.id, [here.ref]));
    else run(`Key of ${label.toLowerCase()}`, addKey(scene.id, of, property, tick, value, newKey));
  };
  const text = here ? `Take this key of ${label.toLowerCase()} away` : `Set a key of ${label.toLowerCase()} at the playhead`;
  return (
    <div className="relative min-w-0">
      {field}
      <Tip text={text}>
        <button
          type="button"
          aria-label={text}
          aria-pressed={!!here}
          data-key-of={property}
          className="absolute top-0 right-0 flex size-4 items-center justify-center rounded-sm hover:bg-well"
          onClick={toggle}
        >
          <svg width={9} height={12} viewBox="0 0 9 12" aria-hidden="true">
            <path
              d="M4.5 0.8a3.2 3.2 0 0 1 3.2 3.2c0 1.6-1.6 2.6-3.2 7-1.6-4.4-3.2-5.4-3.2-7a3.2 3.2 0 0 1 3.2-3.2z"
              fill={here ? '#04585f' : keys.length ? '#d2efee' : 'none'}
              stroke={keys.length ? '#04585f' : '#6f8586'}
              strokeWidth={1}
            />
          </svg>
        </button>
      </Tip>
      {here && <KeyEase of={here.ref} scene={scene} label={label} />}
    </div>
  );
}

function KeyEase({ of: ref, scene, label }: { of: KeyRef; scene: PlacedScene; label: string }) {
  const layer = scene.scene.layers[ref.of.layer ?? ''];
  const lists = ref.of.effect ? layer?.effects?.[ref.of.effect]?.keys : layer?.keys;
  const ease = (lists as Record<string, Record<string, { ease: unknown }>> | undefined)?.[ref.property]?.[ref.key]?.ease;
  return (
    <Choice
      label={`How ${label.toLowerCase()} goes on from this key`}
      size="small"
      className="mt-1 w-full"
      value={typeof ease === 'string' ? ease : 'own'}
      options={[...EASES.map((value) => ({ value, label: EASE_NAMES[value] ?? value })), ...(typeof ease === 'string' ? [] : [{ value: 'own', label: 'A curve of its own' }])]}
      onChange={(value) => value !== 'own' && run('Ease a key', easeKeys(scene.id, [ref], value as (typeof EASES)[number]))}
    />
  );
}

/** Keys of a layer's own properties, all together: what is done to one is done to all. */
export function KeyList({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
  const tick = useView((state) => state.tick);
  const recording = useView((state) => state.recording);
  const keys = Object.keys(layer.keys ?? {})
    .flatMap((property) => keysIn(scene, layerKeys(id), id, layer.keys, property))
    .sort((a, b) => a.at - b.at);
  const refs = keys.map(({ ref }) => ref);
  const [first, last] = [keys[0]?.at ?? 0, keys.at(-1)?.at ?? 0];
  const frame = ticksPerFrame(scene.fps);
  const before = keys.findLast(({ at }) => at < tick - frame / 2);
  const after = keys.find(({ at }) => at > tick + frame / 2);
  const act = (label: string, recipe: Recipe): void => void run(label, recipe);
  return (
    <Section title={keys.length ? `Keys, ${keys.length}` : 'Keys'} closed={!keys.length && !recording}>
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
      {layer.kind !== 'effect' && (
        <Check checked={recording} onChange={(on) => view({ recording: on })} className="text-[12px] text-ink-2">
          Record: the scene plays while you drag it
        </Check>
      )}
    </Section>
  );
}

/** When it is on the stage, how it comes and how it goes. */
