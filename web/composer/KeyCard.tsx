import { isProperty, propertyInfo } from '#core/document/properties';
import type { Ease, Key } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { copyKeys, deleteKeys, easeKeys, moveKeys, reverseKeys, scaleKeys, setKeyValue, walksFromKeys } from '#core/edit/commands/keys';
import { EASES } from '#core/time/easing';
import { formatMoment, parseTime } from '#core/time/format';
import { ticksPerFrame } from '#core/time/ticks';
import { makeId, newKey } from '../ids.ts';
import { preview, run } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Choice } from '../ui/fields.tsx';
import { NumberCell } from '../ui/NumberCell.tsx';
import { ValueField } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { Hangs } from './LayerPresence.tsx';
import { Saying, SmallButton, UNITS } from './layerFields.tsx';
import type { Keyed } from './layerKeyLists.ts';

export const EASE_NAMES: Readonly<Record<string, string>> = { both: 'Both', in: 'In', out: 'Out', linear: 'Even', hold: 'Hold' };

export const keyOf = (scene: PlacedScene, { ref }: Keyed): Key | undefined => {
  const layer = scene.scene.layers[ref.of.layer ?? ''];
  const lists = (ref.of.effect ? layer?.effects?.[ref.of.effect]?.keys : layer?.keys) as Record<string, Record<string, Key>> | undefined;
  return lists?.[ref.property]?.[ref.key];
};

/** The chosen key, or several: value, moment, what it hangs from, how it goes on. */
export function KeyCard({ keys, scene }: { keys: readonly (Keyed & { readonly layer: string })[]; scene: PlacedScene }) {
  const tick = useView((state) => state.tick);
  const [first] = keys;
  const key = first && keyOf(scene, first);
  if (!first || !key) return null;
  const refs = keys.map(({ ref }) => ref);
  const { property } = first.ref;
  const info = isProperty(property) ? propertyInfo(property) : undefined;
  const name = info?.label ?? property;
  const layer = scene.scene.layers[first.layer];
  const act = (label: string, recipe: Recipe): void => void run(label, recipe);
  const moments = keys.map(({ at }) => at);
  const from = Math.min(...moments);
  const ease = (next: Ease): void => act('Ease keys', easeKeys(scene.id, refs, next));
  const bezier = typeof key.ease === 'object' ? key.ease.bezier : undefined;
  const handle = (n: 0 | 1 | 2 | 3, value: number): Recipe => {
    const next = [...(bezier as readonly number[])] as [number, number, number, number];
    next[n] = value;
    return easeKeys(scene.id, refs, { bezier: next });
  };
  return (
    <section className="border-b border-line bg-bench px-3.5 py-2.5" aria-label="The chosen key" data-key-card>
      <div className="mb-2 flex items-baseline justify-between gap-2">
        <h3 className="m-0 text-[13px] font-[680]">{keys.length > 1 ? `${keys.length} keys` : `Key of ${name.toLowerCase()}`}</h3>
        <span className="text-[12px] text-ink-2">{keys.length > 1 ? `from ${formatMoment(from, 2)}` : <Hangs end={key.at} scene={scene} />}</span>
      </div>
      {keys.length === 1 && (
        <div className="mb-2 grid grid-cols-2 items-start gap-2">
          {info && typeof key.value === 'number' ? (
            <NumberCell
              {...info}
              {...UNITS[info.unit]}
              label="Value"
              value={key.value}
              onTry={(next) => preview(next === undefined ? undefined : setKeyValue(scene.id, first.ref, next))}
              onTake={(next) => act(`Set ${name.toLowerCase()}`, setKeyValue(scene.id, first.ref, next))}
            />
          ) : (
            <span />
          )}
          <ValueField
            label=""
            className="!gap-0"
            value={formatMoment(first.at)}
            step={(direction, large) => act('Move a key', moveKeys(scene.id, refs, direction * (large ? 10 : 1) * ticksPerFrame(scene.fps)))}
            onCommit={(typed) => {
              const value = parseTime(typed, scene.fps);
              if (value === undefined || value < 0) return false;
              act('Move a key', moveKeys(scene.id, refs, value - first.at));
              return true;
            }}
          />
        </div>
      )}
      <div className="mb-2 flex items-center gap-2 text-[12px] text-ink-2">
        Goes on
        <Choice
          label="How it goes on from here"
          size="small"
          className="flex-1"
          value={typeof key.ease === 'string' ? key.ease : 'own'}
          options={[...EASES.map((value) => ({ value, label: EASE_NAMES[value] ?? value })), { value: 'own', label: 'Own curve' }]}
          onChange={(value) => ease(value === 'own' ? { bezier: bezier ?? [0.42, 0, 0.58, 1] } : (value as Ease))}
        />
        <SmallButton onClick={() => view({ curve: { layer: first.layer, property } })}>Curve (C)</SmallButton>
      </div>
      {bezier && (
        <div className="mb-2 grid grid-cols-2 gap-2">
          {(['Reach out', 'Rise out', 'Reach in', 'Rise in'] as const).map((label, n) => {
            const reach = n % 2 === 0;
            const value = (n < 2 ? (bezier[n] as number) : n === 2 ? 1 - bezier[2] : bezier[3]) as number;
            const back = (next: number): number => (n === 2 ? 1 - next : next);
            return (
              <NumberCell
                key={label}
                label={label}
                {...UNITS.share}
                least={reach ? 0 : -4}
                most={reach ? 1 : 5}
                step={0.01}
                value={value}
                onTry={(next) => preview(next === undefined ? undefined : handle(n as 0, back(next)))}
                onTake={(next) => act('Shape the ease', handle(n as 0, back(next)))}
              />
            );
          })}
        </div>
      )}
      {property === 'x' && layer?.kind === 'character' && (
        <p className="m-0 mb-2 flex items-center justify-between gap-2 rounded-[6px] bg-well px-2 py-1 text-[12px] text-ink-2">
          Feet slide while this moves.
          <Saying onClick={() => act('Make it a walk', walksFromKeys(scene.id, first.layer, makeId))}>Make it a walk</Saying>
        </p>
      )}
      <div className="flex flex-wrap gap-1.5">
        <SmallButton onClick={() => act('Copy keys', copyKeys(scene.id, refs, tick, newKey))}>Once more here</SmallButton>
        {keys.length > 1 && <SmallButton onClick={() => act('Reverse keys', reverseKeys(scene.id, refs))}>Reverse</SmallButton>}
        {keys.length > 1 && <SmallButton onClick={() => act('Keys faster', scaleKeys(scene.id, refs, 0.8, from))}>Faster</SmallButton>}
        {keys.length > 1 && <SmallButton onClick={() => act('Keys slower', scaleKeys(scene.id, refs, 1.25, from))}>Slower</SmallButton>}
        <SmallButton
          onClick={() => {
            act('Take keys out', deleteKeys(scene.id, refs));
            view({ keys: [], last: 'layer' });
          }}
        >
          Take out
        </SmallButton>
      </div>
    </section>
  );
}
