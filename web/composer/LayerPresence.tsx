import type { ReactNode } from 'react';
import { type End, isPin, type Layer, type Mask, type Pin } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { pinAt } from '#core/edit/commands/cues';
import { setMask, setPassage, setSpan } from '#core/edit/commands/layers';
import type { StagedLayer } from '#core/schedule/staged';
import { ENTRANCES } from '#core/stage/entrances/index';
import { formatMoment, formatOffset } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { preview, run, useOpenDocument } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Check, NamedChoice } from '../ui/fields.tsx';
import { ValueField } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { useDrag } from '../ui/useDrag.ts';
import { layerColour, type PlacedScene } from './film.ts';
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
    <Section title="On stage" of={layer.kind} actions={<span className="text-[12px] text-ink-2">{layer.span ? `${formatMoment(start, 1)} to ${formatMoment(end, 1)}` : ''}</span>}>
      <SpanDrawing id={id} staged={staged} scene={scene} />
      <p className="m-0 mt-1 mb-2 text-[12px] text-ink-2">
        {layer.span ? (
          <>
            From <Hangs end={layer.span.start} scene={scene} /> to <Hangs end={layer.span.end} scene={scene} />
            {hangs(layer.span) ? ', moves with the words' : ''}.
          </>
        ) : (
          'The whole scene.'
        )}
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

/** What a moment hangs from, in words: those that are spoken in their own letters. */
export function Hangs({ end, scene }: { end: End; scene: PlacedScene }) {
  if (!isPin(end)) return <>{(end.ticks / TICKS_PER_SECOND).toFixed(1)} s later</>;
  const offset = end.offset ? ` ${formatOffset(end.offset)}` : '';
  if (end.to === 'word') {
    const word = scene.lines.flatMap((line) => line.words).find(({ id }) => id === end.word);
    return (
      <>
        <i className="font-serif">{word?.text.replace(/[.,?!;:]+$/, '') ?? 'a word'}</i>
        {offset}
      </>
    );
  }
  if (end.to === 'scene') return <>{end.edge === 'end' ? 'the scene’s end' : end.offset ? formatMoment(end.offset, 1) : 'the scene’s start'}</>;
  if (end.to === 'line') return <>{`line ${(scene.lines.find(({ id }) => id === end.line)?.index ?? 0) + 1}${offset}`}</>;
  return <>{end.to === 'cue' ? `a cue${offset}` : `the film’s ${'edge' in end ? end.edge : 'start'}`}</>;
}

/** Pixels. */
const DRAWN = { width: 292, height: 24, slope: 18, least: 6 } as const;

/** The time that a layer is on the stage as a bar: its sides slope where it comes and goes by an effect, and are dragged. */
function SpanDrawing({ id, staged, scene }: { id: string; staged: StagedLayer; scene: PlacedScene }) {
  const document = useOpenDocument();
  const { layer, start, end } = staged;
  const tone = toneOf(layerColour(document, scene.id, id));
  const length = Math.max(1, end - start);
  const perTick = DRAWN.width / length;
  const enter = layer.enter ? Math.max(DRAWN.least, Math.min(DRAWN.width / 2, layer.enter.ticks * perTick)) : 0;
  const exit = layer.exit ? Math.max(DRAWN.least, Math.min(DRAWN.width / 2, layer.exit.ticks * perTick)) : 0;
  const { width, height } = DRAWN;
  const passage = (way: 'enter' | 'exit', base: number, dx: number): Recipe | undefined => {
    const now = layer[way];
    const ticks = Math.max(0, Math.min(length, Math.round(base + ((way === 'enter' ? dx : -dx) / width) * length)));
    return now && setPassage(scene.id, id, way, { ...now, ticks });
  };
  const slope = (way: 'enter' | 'exit') => ({
    start: () => layer[way]?.ticks,
    move: (base: number, { dx }: { dx: number }) => preview(passage(way, base, dx)),
    end: (base: number, { dx }: { dx: number }) => {
      const recipe = passage(way, base, dx);
      if (recipe) run(way === 'enter' ? 'How long it comes' : 'How long it goes', recipe);
    },
    cancel: () => preview(undefined),
  });
  const entering = useDrag<number>(slope('enter'));
  const leaving = useDrag<number>(slope('exit'));
  const say = (ticks: number): string => `${(ticks / TICKS_PER_SECOND).toFixed(1)} s`;
  const name = (effect: string): string => (ENTRANCES.find((one) => one.id === effect)?.label ?? effect).toLowerCase();
  return (
    <svg width={width} height={height} className="block max-w-full" role="img" aria-label="When it is on the stage">
      <path d={`M0 ${height}L${enter} 1H${width - exit}L${width} ${height}Z`} fill={tone.tint} stroke={tone.mid} strokeWidth={1} />
      {enter > 0 && <path d={`M0 ${height}L${enter} 1V${height}Z`} fill={tone.mid} />}
      {exit > 0 && <path d={`M${width} ${height}L${width - exit} 1V${height}Z`} fill={tone.mid} />}
      <text x={enter + 8} y={16} fontSize={12} fontWeight={600} fill="#0f2b30">
        {layer.enter ? `${name(layer.enter.effect)} ${say(layer.enter.ticks)}` : 'is there'}
      </text>
      <text x={width - exit - 8} y={16} fontSize={12} fontWeight={600} fill="#0f2b30" textAnchor="end">
        {layer.exit ? `${name(layer.exit.effect)} ${say(layer.exit.ticks)}` : 'stays'}
      </text>
      {layer.enter && <circle cx={enter} cy={4} r={9} fill="transparent" className="cursor-ew-resize touch-none" data-slope="enter" {...entering} />}
      {layer.exit && <circle cx={width - exit} cy={4} r={9} fill="transparent" className="cursor-ew-resize touch-none" data-slope="exit" {...leaving} />}
    </svg>
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
  const cutting = useView((state) => state.cutting?.layer === id && state.cutting.what === 'mask');
  const value = !mask ? '' : 'layer' in mask ? mask.layer : mask.shape;
  return (
    <Section title="Mask" of={layer.kind} closed={!mask}>
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
        {mask && !('layer' in mask) && (
          <span className="col-span-2">
            <SmallButton onClick={() => view({ cutting: cutting ? undefined : { layer: id, what: 'mask' } })}>{cutting ? 'Done' : 'Draw it on the stage'}</SmallButton>
          </span>
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
