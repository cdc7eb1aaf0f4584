import type { ReactNode } from 'react';
import { isPin, type Layer, type Mask, type Pin } from '#core/document/schema';
import { pinAt } from '#core/edit/commands/cues';
import { setMask, setPassage, setSpan } from '#core/edit/commands/layers';
import type { StagedLayer } from '#core/schedule/staged';
import { ENTRANCES } from '#core/stage/entrances/index';
import { formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { run, useOpenDocument } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { Check, NamedChoice } from '../ui/fields.tsx';
import { ValueField } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { NumberField, Section, SmallButton } from './layerFields.tsx';

export function Presence({ id, staged, scene }: { id: string; staged: StagedLayer; scene: PlacedScene }) {
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

const MASK_NAMES = { rectangle: 'Rectangle', rounded: 'Rounded', ellipse: 'Ellipse' } as const;

export function MaskPart({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
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
