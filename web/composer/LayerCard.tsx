import { ArrowDown, ArrowUp, FlipHorizontal2, Plus, Trash2, Ungroup } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { keyPath } from '#core/document/pins';
import { COLOUR_PROPERTIES, type ColourProperty, coloursOf, isColourProperty, type Property, type PropertyInfo, propertiesOf, propertyInfo } from '#core/document/properties';
import { BLENDS, type BlendName, isPin, type Layer, type Mask, type Pin } from '#core/document/schema';
import { childrenOf } from '#core/document/tree';
import type { Recipe } from '#core/edit/change';
import { pinAt } from '#core/edit/commands/cues';
import { addKey, copyKeys, deleteKeys, easeKeys, type KeyOwner, type KeyRef, layerKeys, moveKeys, reverseKeys, scaleKeys } from '#core/edit/commands/keys';
import {
  addEffect,
  changeLayer,
  flipLayers,
  groupLayers,
  holdLayer,
  orderEffect,
  orderLayer,
  type PropertyValues,
  removeEffect,
  removeLayers,
  reparent,
  setBlend,
  setEffectValues,
  setMask,
  setPassage,
  setProperty,
  setSpan,
  ungroup,
} from '#core/edit/commands/layers';
import { colourAt, type StagedEffect, type StagedLayer, valueAt } from '#core/schedule/staged';
import { EFFECTS, effectOf } from '#core/stage/effects/index';
import { ENTRANCES } from '#core/stage/entrances/index';
import { LAYER_ENTRIES } from '#core/stage/layers/index';
import type { OwnField } from '#core/stage/layers/kind';
import { type ValueField as EffectField, valuesAt } from '#core/stage/values';
import { EASES } from '#core/time/easing';
import { formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND, ticksPerFrame, toTicks } from '#core/time/ticks';
import { makeId, newKey } from '../ids.ts';
import { run, useOpenDocument } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { useTyped } from '../typing/useTyped.ts';
import { Check, Choice, NamedChoice } from '../ui/fields.tsx';
import { IconButton, Tip, ValueField } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { nameOfLayer, nameOfStaged } from './lanes.ts';
import { KindIcon } from './OnStage.tsx';
import { seek } from './transport.ts';

const GROUP_NAMES: Readonly<Record<PropertyInfo['group'], string>> = {
  place: 'Place',
  look: 'Look',
  edge: 'Crop',
  figure: 'Figure',
  words: 'Words',
  sound: 'Sound',
  camera: 'Camera',
};

const UNITS: Readonly<Record<PropertyInfo['unit'], { readonly shown: (value: number) => string; readonly read: (text: string) => number }>> = {
  units: plain(1, 0),
  times: plain(1, 2),
  degrees: plain(1, 1),
  share: plain(100, 0, ' %'),
  metres: plain(1, 1),
  dB: plain(1, 1),
};

/** Numbers as they are written in a field: so many times as large, so many digits, with their mark. */
function plain(by: number, digits: number, mark = '') {
  return {
    shown: (value: number): string => `${Number((value * by).toFixed(digits))}${mark}`,
    read: (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(/[%°×\s]/g, '').replace(',', '.')) / by),
  };
}

interface Keyed {
  readonly ref: KeyRef;
  readonly at: number;
}

/** All keys of one property, in order of time. */
function keysIn(scene: PlacedScene, of: KeyOwner, path: string, lists: Layer['keys'], property: string): Keyed[] {
  const list = lists?.[property as keyof typeof lists] as Record<string, unknown> | undefined;
  return Object.keys(list ?? {})
    .map((key) => ({ ref: { of, property, key }, at: scene.resolved.keys.get(keyPath(path, property, key)) ?? 0 }))
    .sort((a, b) => a.at - b.at);
}

/** The chosen layer: its own fields, all of its properties with their keys, when it is there, what is done to it. */
export function LayerCard({ id, staged, scene }: { id: string; staged: StagedLayer; scene: PlacedScene }) {
  const document = useOpenDocument();
  const { layer } = staged;
  const name = nameOfStaged(document, layer);
  const groups = useMemo(() => {
    const found = new Map<PropertyInfo['group'], (Property | ColourProperty)[]>();
    for (const property of propertiesOf(layer.kind)) {
      const { group } = propertyInfo(property);
      found.set(group, [...(found.get(group) ?? []), property]);
    }
    for (const property of coloursOf(layer.kind)) {
      const group = property === 'tint' ? 'look' : 'words';
      found.set(group, [...(found.get(group) ?? []), property]);
    }
    return [...found];
  }, [layer.kind]);
  return (
    <div data-layer-card={id}>
      <header className="flex items-center gap-2 px-4 pt-3 pb-2">
        <KindIcon kind={layer.kind} size={16} />
        <h2 className="m-0 min-w-0 flex-1 truncate text-[13px] font-[680]">{name}</h2>
        <Actions id={id} layer={layer} scene={scene} name={name} />
      </header>
      <OwnFields id={id} layer={layer} scene={scene} />
      {groups.map(([group, properties]) => (
        <Section key={group} title={group === 'words' && layer.kind === 'shape' ? 'Drawing' : GROUP_NAMES[group]} closed={group === 'edge'}>
          <div className="grid grid-cols-2 gap-x-3 gap-y-2">
            {properties.map((property) => (
              <PropertyField key={property} id={id} staged={staged} property={property} scene={scene} />
            ))}
          </div>
          {group === 'look' && layer.kind !== 'effect' && (
            <div className="mt-2">
              <NamedChoice
                label="Laid over what is below"
                value={layer.blend ?? 'normal'}
                options={BLENDS.map((blend) => ({ value: blend, label: blend[0]?.toUpperCase() + blend.slice(1) }))}
                onChange={(blend) => run('Change how it is laid over', setBlend(scene.id, id, blend as BlendName))}
              />
            </div>
          )}
        </Section>
      ))}
      <KeyList id={id} layer={layer} scene={scene} />
      <Presence id={id} staged={staged} scene={scene} />
      {layer.kind !== 'effect' && <MaskPart id={id} layer={layer} scene={scene} />}
      <Effects id={id} staged={staged} scene={scene} />
    </div>
  );
}

function Section({ title, closed = false, children }: { title: string; closed?: boolean; children: ReactNode }) {
  return (
    <details open={!closed} className="group border-t border-line px-4 py-2.5">
      <summary className="flex cursor-pointer list-none items-center gap-1.5 text-[13px] font-[680] [&::-webkit-details-marker]:hidden">
        <span className="inline-block text-[10px] text-ink-3 transition-transform group-open:rotate-90">▶</span>
        {title}
      </summary>
      <div className="pt-2">{children}</div>
    </details>
  );
}

function Actions({ id, layer, scene, name }: { id: string; layer: Layer; scene: PlacedScene; name: string }) {
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

/** Fields that a kind has by itself, as its own file says. */
function OwnFields({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
  const { fields } = LAYER_ENTRIES[layer.kind];
  if (!fields.length) return null;
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 px-4 pb-3">
      {fields.map((field) => (
        <Own key={field.field} id={id} layer={layer} field={field} scene={scene} />
      ))}
    </div>
  );
}

function Own({ id, layer, field, scene }: { id: string; layer: Layer; field: OwnField; scene: PlacedScene }) {
  const value = (layer as unknown as Record<string, unknown>)[field.field];
  const set = (next: unknown): void => void run(`Change ${field.label.toLowerCase()}`, changeLayer(scene.id, id, { [field.field]: next } as Partial<Layer>));
  if (field.control === 'text') return <LayerWords id={id} text={String(value ?? '')} scene={scene} label={field.label} />;
  if (field.control === 'choice')
    return <NamedChoice label={field.label} value={String(value)} options={field.options.map(([key, label]) => ({ value: key, label }))} onChange={set} />;
  if (field.control === 'switch')
    return (
      <Check checked={value === true} onChange={set} className="self-end pb-1.5 text-[12px] text-ink-2">
        {field.label}
      </Check>
    );
  return <NumberField label={field.label} unit="units" value={Number(value)} least={field.least} most={field.most} step={field.step} onTake={set} />;
}

function LayerWords({ id, text, scene, label }: { id: string; text: string; scene: PlacedScene; label: string }) {
  const words = useTyped({ kind: 'layerWords', scene: scene.id, layer: id }, text);
  return (
    <label className="col-span-2 flex flex-col gap-1 text-[12px] text-ink-2">
      {label}
      <textarea
        value={words.text}
        maxLength={2000}
        rows={2}
        className="rounded-[6px] border border-edge bg-white px-2 py-1 text-[15px] text-ink"
        onChange={(event) => words.type(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') words.restore();
        }}
        onBlur={() => words.leave()}
      />
    </label>
  );
}

function NumberField({
  label,
  unit,
  value,
  least,
  most,
  step,
  onTake,
}: {
  label: string;
  unit: PropertyInfo['unit'];
  value: number;
  least: number;
  most: number;
  step: number;
  onTake: (value: number) => void;
}) {
  const { shown, read } = UNITS[unit];
  const take = (next: number): void => onTake(Math.min(most, Math.max(least, Math.round(next * 1e4) / 1e4)));
  return (
    <ValueField
      label={label}
      value={shown(value)}
      hint={`Write a number from ${shown(least)} to ${shown(most)}.`}
      onCommit={(text) => {
        const next = read(text);
        if (!Number.isFinite(next) || next < least || next > most) return false;
        take(next);
        return true;
      }}
      step={(direction, large) => take(value + direction * step * (large ? 10 : 1))}
    />
  );
}

const ColourField = ({ label, value, onTake }: { label: string; value: string; onTake: (value: string) => void }) => (
  <label className="flex min-w-0 flex-col gap-1 text-[12px] text-ink-2">
    {label}
    <span className="relative block h-[28px] rounded-[6px] border border-edge" style={{ background: value }}>
      <input
        type="color"
        aria-label={label}
        value={value}
        className="absolute inset-0 size-full cursor-pointer opacity-0"
        onChange={(event) => onTake(event.currentTarget.value)}
      />
    </span>
  </label>
);

/** One property: its value at the playhead, and the mark that sets or takes a key there. */
function PropertyField({ id, staged, property, scene }: { id: string; staged: StagedLayer; property: Property | ColourProperty; scene: PlacedScene }) {
  const tick = useView((state) => state.tick);
  const keys = keysIn(scene, layerKeys(id), id, staged.layer.keys, property);
  const isColour = isColourProperty(property);
  const label = isColour ? COLOUR_PROPERTIES[property].label : propertyInfo(property).label;
  const value = isColour ? colourAt(staged, property, tick) : valueAt(staged, property, tick);
  const set = (next: number | string): void => void run(`Set ${label.toLowerCase()}`, setProperty(scene.id, id, { [property]: next } as PropertyValues, tick, newKey));
  const field = isColour ? (
    <ColourField label={label} value={String(value)} onTake={set} />
  ) : (
    <NumberField {...propertyInfo(property)} label={label} value={Number(value)} onTake={set} />
  );
  return <WithKeys field={field} label={label} keys={keys} tick={tick} value={value} of={layerKeys(id)} property={property} scene={scene} />;
}

const EASE_NAMES: Readonly<Record<string, string>> = { both: 'Ease both ways', in: 'Ease in', out: 'Ease out', linear: 'Even', hold: 'Hold' };

function WithKeys({
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
function KeyList({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
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
function Presence({ id, staged, scene }: { id: string; staged: StagedLayer; scene: PlacedScene }) {
  const document = useOpenDocument();
  const tick = useView((state) => state.tick);
  const { layer, start, end } = staged;
  const fps = document.production.fps;
  const at = (): Pin => pinAt(scene.scene, Math.round(tick), fps);
  const whole = { start: { to: 'scene', edge: 'start', offset: 0 }, end: { to: 'scene', edge: 'end', offset: 0 } } as const;
  const from = (label: string, part: 'start' | 'end'): void => void run(label, setSpan(scene.id, id, { ...(layer.span ?? whole), [part]: at() }));
  const passage = (way: 'enter' | 'exit', label: string): ReactNode => {
    const now = layer[way];
    return (
      <>
        <NamedChoice
          label={label}
          value={now?.effect ?? ''}
          options={[{ value: '', label: 'At once' }, ...ENTRANCES.map((one) => ({ value: one.id, label: one.label }))]}
          onChange={(effect) => run(label, setPassage(scene.id, id, way, effect ? { ...now, effect, ticks: now?.ticks ?? toTicks(0.5) } : undefined))}
        />
        {now ? (
          <ValueField
            label="Takes"
            value={`${(now.ticks / TICKS_PER_SECOND).toFixed(2)} s`}
            hint="Write seconds, such as 0.5."
            onCommit={(text) => {
              const seconds = Number(text.replace(/s\s*$/, '').replace(',', '.'));
              if (!(seconds >= 0 && seconds <= 60) || text.trim() === '') return false;
              run(label, setPassage(scene.id, id, way, { ...now, ticks: toTicks(seconds) }));
              return true;
            }}
          />
        ) : (
          <span />
        )}
      </>
    );
  };
  return (
    <Section title="On stage">
      <p className="m-0 mb-2 text-[12px] text-ink-2">
        {layer.span ? `From ${formatMoment(start, 1)} to ${formatMoment(end, 1)}${hangs(layer.span) ? ', moves with the words' : ''}.` : 'The whole scene.'}
      </p>
      <div className="mb-2 flex gap-1.5">
        <SmallButton onClick={() => from('Comes here', 'start')}>Comes here</SmallButton>
        <SmallButton onClick={() => from('Goes here', 'end')}>Goes here</SmallButton>
        {layer.span && <SmallButton onClick={() => run('The whole scene', setSpan(scene.id, id, undefined))}>Whole scene</SmallButton>}
      </div>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        {passage('enter', 'Comes by')}
        {passage('exit', 'Goes by')}
      </div>
    </Section>
  );
}

const hangs = ({ start, end }: NonNullable<Layer['span']>): boolean => [start, end].some((pin) => isPin(pin) && pin.to !== 'scene' && pin.to !== 'film');

export const SmallButton = ({ onClick, disabled = false, children }: { onClick: () => void; disabled?: boolean; children: ReactNode }) => (
  <button
    type="button"
    disabled={disabled}
    className="h-6 rounded-[6px] border border-edge bg-paper px-2 text-[12px] hover:bg-bench disabled:border-line disabled:text-ink-3"
    onClick={onClick}
  >
    {children}
  </button>
);

const MASK_NAMES = { rectangle: 'Rectangle', rounded: 'Rounded', ellipse: 'Ellipse' } as const;

function MaskPart({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
  const document = useOpenDocument();
  const { mask } = layer;
  const others = Object.entries(scene.scene.layers).filter(([other, one]) => other !== id && one.kind !== 'effect' && !one.mask);
  const set = (next: Mask | undefined): void => void run('Mask', setMask(scene.id, id, next));
  const soft = { invert: mask?.invert ?? false, feather: mask?.feather ?? 0 };
  const value = !mask ? '' : 'layer' in mask ? mask.layer : mask.shape;
  return (
    <Section title="Mask" closed={!mask}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <NamedChoice
          label="Seen through"
          value={value}
          options={[
            { value: '', label: 'Nothing' },
            { label: 'A form', options: Object.entries(MASK_NAMES).map(([key, label]) => ({ value: key, label })) },
            ...(others.length ? [{ label: 'Where it is', options: others.map(([other, one]) => ({ value: other, label: nameOfStaged(document, one) })) }] : []),
          ]}
          onChange={(next) => {
            if (!next) set(undefined);
            else if (next in MASK_NAMES) set({ shape: next as keyof typeof MASK_NAMES, x: 0.5, y: 0.5, width: 1, height: 1, ...soft });
            else set({ layer: next, ...soft });
          }}
        />
        {mask ? <NumberField label="Soft edge" unit="units" value={mask.feather} least={0} most={200} step={1} onTake={(feather) => set({ ...mask, feather })} /> : <span />}
        {mask && !('layer' in mask) && (
          <>
            <NumberField label="Across" unit="share" value={mask.width} least={0} most={20} step={0.05} onTake={(width) => set({ ...mask, width })} />
            <NumberField label="Down" unit="share" value={mask.height} least={0} most={20} step={0.05} onTake={(height) => set({ ...mask, height })} />
            <NumberField label="Middle across" unit="share" value={mask.x} least={-5} most={5} step={0.05} onTake={(x) => set({ ...mask, x })} />
            <NumberField label="Middle down" unit="share" value={mask.y} least={-5} most={5} step={0.05} onTake={(y) => set({ ...mask, y })} />
          </>
        )}
        {mask && (
          <Check checked={mask.invert} onChange={(invert) => set({ ...mask, invert })} className="col-span-2 text-[12px] text-ink-2">
            The other way round
          </Check>
        )}
      </div>
    </Section>
  );
}

/** Effects that are on a layer, or the values of one that is a layer of its own. */
function Effects({ id, staged, scene }: { id: string; staged: StagedLayer; scene: PlacedScene }) {
  const { layer } = staged;
  if (layer.kind === 'effect') {
    const own = staged.effects[0];
    return own ? (
      <Section title={effectOf(layer.effect)?.label ?? 'Effect'}>
        <EffectFields id={id} effectId={null} staged={own} scene={scene} />
      </Section>
    ) : null;
  }
  const on = staged.effects;
  return (
    <Section title="Effects" closed={on.length === 0}>
      {on.map((effect, index) => (
        <div key={effect.id} className="mb-3">
          <div className="mb-1.5 flex items-center justify-between">
            <span className="text-[12.5px] font-[650]">{effectOf(effect.effect)?.label ?? effect.effect}</span>
            {index > 0 && (
              <IconButton label="Before the one above" className="!size-5" onClick={() => run('Order effects', orderEffect(scene.id, id, effect.id, on[index - 2]?.id ?? null))}>
                <ArrowUp size={12} strokeWidth={1.7} />
              </IconButton>
            )}
            <IconButton
              label={`Take ${(effectOf(effect.effect)?.label ?? 'it').toLowerCase()} off`}
              className="!size-5"
              onClick={() => run('Take an effect off', removeEffect(scene.id, id, effect.id))}
            >
              <Trash2 size={12} strokeWidth={1.6} />
            </IconButton>
          </div>
          <EffectFields id={id} effectId={effect.id} staged={effect} scene={scene} />
        </div>
      ))}
      <div className="flex flex-wrap gap-1.5">
        {EFFECTS.filter(({ on: where }) => where !== 'below').map((effect) => (
          <SmallButton key={effect.id} onClick={() => run(`Put on ${effect.label.toLowerCase()}`, addEffect(scene.id, id, makeId('effect'), { effect: effect.id, values: {} }))}>
            <span className="inline-flex items-center gap-1">
              <Plus size={11} strokeWidth={2} />
              {effect.label}
            </span>
          </SmallButton>
        ))}
      </div>
    </Section>
  );
}

function EffectFields({ id, effectId, staged, scene }: { id: string; effectId: string | null; staged: StagedEffect; scene: PlacedScene }) {
  const tick = useView((state) => state.tick);
  const fields: readonly EffectField[] = effectOf(staged.effect)?.fields ?? [];
  const layer = scene.scene.layers[id];
  const lists = effectId === null ? layer?.keys : layer?.effects?.[effectId]?.keys;
  const of = layerKeys(id, effectId ?? undefined);
  const path = effectId === null ? id : `${id}/${effectId}`;
  const values = valuesAt(fields, staged, tick);
  const set = (name: string, value: number | string): void => void run('Change an effect', setEffectValues(scene.id, id, effectId, { [name]: value }, tick, newKey));
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {fields.map((field) => {
        const value = field.control === 'colour' ? values.colour(field.name) : values.number(field.name);
        const control =
          field.control === 'colour' ? (
            <ColourField label={field.label} value={String(value)} onTake={(next) => set(field.name, next)} />
          ) : (
            <NumberField
              label={field.label}
              unit={field.unit}
              value={Number(value)}
              least={field.least}
              most={field.most}
              step={field.step}
              onTake={(next) => set(field.name, next)}
            />
          );
        return (
          <WithKeys
            key={field.name}
            field={control}
            label={field.label}
            keys={keysIn(scene, of, path, lists as Layer['keys'], field.name)}
            tick={tick}
            value={value}
            of={of}
            property={field.name}
            scene={scene}
          />
        );
      })}
    </div>
  );
}
