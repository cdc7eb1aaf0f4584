import { ChevronLeft, ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { COLOUR_PROPERTIES, type ColourProperty, isColourProperty, type Property, propertyInfo } from '#core/document/properties';
import type { Layer } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { addKey, deleteKeys, type KeyOwner, layerKeys } from '#core/edit/commands/keys';
import { type PropertyValues, setProperty } from '#core/edit/commands/layers';
import { moveLayers } from '#core/edit/commands/placing';
import { colourAt, type StagedLayer, valueAt } from '#core/schedule/staged';
import { ticksPerFrame } from '#core/time/ticks';
import { sample } from '#core/time/track';
import { newKey } from '../ids.ts';
import { preview, run, useOpenDocument } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { NumberCell } from '../ui/NumberCell.tsx';
import { toneOf } from '../ui/speakers.ts';
import { layerColour, type PlacedScene } from './film.ts';
import { ColourField, UNITS } from './layerFields.tsx';
import { type Keyed, keysIn } from './layerKeyLists.ts';
import { seek } from './transport.ts';

/** A pin that stands: whether a property has a key at the playhead, elsewhere, or none; its neighbours beside it. */
export function KeyMark({
  keys,
  label,
  stroke,
  property,
  onToggle,
  scene,
}: {
  keys: readonly Keyed[];
  label: string;
  stroke: string;
  property: string;
  onToggle: () => void;
  scene: PlacedScene;
}) {
  const tick = useView((state) => state.tick);
  const recording = useView((state) => state.recording);
  const half = ticksPerFrame(scene.fps) / 2;
  const here = keys.some(({ at }) => Math.abs(at - tick) <= half);
  const before = keys.findLast(({ at }) => at < tick - half);
  const after = keys.find(({ at }) => at > tick + half);
  const name = label.toLowerCase();
  const text = here ? `Take this key of ${name} away` : `Set a key of ${name} at the playhead`;
  const ink = recording && here ? '#b02b27' : keys.length ? stroke : '#6f8586';
  return (
    <span className="flex w-9 shrink-0 items-center justify-center">
      <Step way="before" name={name} to={before?.at} shown={keys.length > 0} />
      <button
        type="button"
        aria-label={text}
        aria-pressed={here}
        title={text}
        data-key-of={property}
        className="flex h-6 w-[14px] shrink-0 items-center justify-center rounded-sm hover:bg-well"
        onClick={onToggle}
      >
        <svg width={14} height={18} viewBox="0 0 14 18" aria-hidden="true">
          <path d="M7 10v7" stroke={ink} strokeWidth={1.6} strokeLinecap="round" />
          <circle cx={7} cy={6} r={4} fill={here ? ink : '#ffffff'} stroke={ink} strokeWidth={1.6} />
          {(here || keys.length > 0) && <circle cx={7} cy={6} r={1.6} fill={here ? '#ffffff' : ink} />}
        </svg>
      </button>
      <Step way="after" name={name} to={after?.at} shown={keys.length > 0} />
    </span>
  );
}

const Step = ({ way, name, to, shown }: { way: 'before' | 'after'; name: string; to: number | undefined; shown: boolean }) =>
  shown ? (
    <button
      type="button"
      tabIndex={-1}
      aria-label={way === 'before' ? `Key of ${name} before` : `Next key of ${name}`}
      disabled={to === undefined}
      className="flex h-6 w-[11px] items-center justify-center text-ink hover:bg-well disabled:opacity-25"
      onClick={() => to !== undefined && seek(to)}
    >
      {way === 'before' ? <ChevronLeft size={11} strokeWidth={2.2} /> : <ChevronRight size={11} strokeWidth={2.2} />}
    </button>
  ) : (
    <span className="w-[11px]" />
  );

/** A key mark with what it belongs to; a colour's field is as wide as a number's. */
export const Cell = ({ mark, children }: { mark: ReactNode; children: ReactNode }) => (
  <div className="flex min-h-[30px] min-w-0 items-start gap-0.5">
    {mark}
    {children}
  </div>
);

/** Keys that a number field answers besides its own: a key here, the neighbouring key, its curve. */
export function keyKeys(keys: readonly Keyed[], tick: number, toggle: () => void, curve: (() => void) | undefined): (key: string) => boolean {
  return (key) => {
    if (key === '.') toggle();
    else if (key === 'Alt+ArrowLeft' || key === 'Alt+ArrowRight') {
      const to = key === 'Alt+ArrowLeft' ? keys.findLast(({ at }) => at < tick - 1) : keys.find(({ at }) => at > tick + 1);
      if (to) seek(to.at);
    } else if (key.toLowerCase() === 'c' && curve) curve();
    else return false;
    return true;
  };
}

/** A switch of keys at the playhead, for one or several properties that go together. */
export function toggleKeys(
  scene: PlacedScene,
  of: KeyOwner,
  lists: readonly { property: string; keys: readonly Keyed[]; value: number | string }[],
  tick: number,
  label: string,
): void {
  const half = ticksPerFrame(scene.fps) / 2;
  const here = lists.flatMap(({ keys }) => keys.filter(({ at }) => Math.abs(at - tick) <= half));
  const name = label.toLowerCase();
  if (here.length)
    run(
      `Take a key of ${name}`,
      deleteKeys(
        scene.id,
        here.map(({ ref }) => ref),
      ),
    );
  else
    run(`Key of ${name}`, (draft) => {
      for (const { property, value } of lists) addKey(scene.id, of, property, tick, value, newKey)(draft);
    });
}

interface Props {
  readonly id: string;
  readonly staged: StagedLayer;
  readonly scene: PlacedScene;
}

/** A property of a layer: its key mark and its value at the playhead. */
export function PropertyCell({ id, staged, scene, property }: Props & { property: Property | ColourProperty }) {
  const document = useOpenDocument();
  const tick = useView((state) => state.tick);
  const recording = useView((state) => state.recording);
  const keys = keysIn(scene, layerKeys(id), id, staged.layer.keys, property);
  const stroke = toneOf(layerColour(document, scene.id, id)).fine;
  const { locked } = staged.layer;
  const isColour = isColourProperty(property);
  const label = isColour ? COLOUR_PROPERTIES[property].label : propertyInfo(property).label;
  const value = isColour ? colourAt(staged, property, tick) : valueAt(staged, property, tick);
  const own = !isColour && staged.tracks[property] ? sample(staged.tracks[property], tick) : value;
  const recipe = (next: number | string): Recipe => {
    // A place is where it is seen to be, moves and all.
    if ((property === 'x' || property === 'y') && staged.layer.kind !== 'effect')
      return moveLayers(
        scene.id,
        [{ id, dx: property === 'x' ? Number(next) - Number(value) : 0, dy: property === 'y' ? Number(next) - Number(value) : 0, at: { x: Number(own), y: Number(own) } }],
        tick,
        newKey,
        recording,
      );
    return setProperty(scene.id, id, { [property]: next } as PropertyValues, tick, newKey, recording);
  };
  const take = (next: number | string): void => void run(`Set ${label.toLowerCase()}`, recipe(next));
  const toggle = (): void => toggleKeys(scene, layerKeys(id), [{ property, keys, value: own }], tick, label);
  const mark = <KeyMark keys={keys} label={label} stroke={stroke} property={property} onToggle={toggle} scene={scene} />;
  if (isColour)
    return (
      <Cell mark={mark}>
        <ColourField inline label={label} value={String(value)} onTry={(next) => preview(next === undefined ? undefined : recipe(next))} onTake={take} />
      </Cell>
    );
  const info = propertyInfo(property);
  return (
    <Cell mark={mark}>
      <NumberCell
        {...info}
        {...UNITS[info.unit]}
        value={Number(value)}
        disabled={locked}
        onTry={(next) => preview(next === undefined ? undefined : recipe(next))}
        onTake={take}
        onOwnKey={keyKeys(keys, tick, toggle, keys.length ? () => view({ curve: { layer: id, property } }) : undefined)}
      />
    </Cell>
  );
}

/** Width and height as one: how large a layer is. */
export function SizeCell({ id, staged, scene }: Props) {
  const document = useOpenDocument();
  const tick = useView((state) => state.tick);
  const recording = useView((state) => state.recording);
  const { layer } = staged;
  const lists = (['scaleX', 'scaleY'] as const).map((property) => ({
    property,
    keys: keysIn(scene, layerKeys(id), id, layer.keys as Layer['keys'], property),
    value: valueAt(staged, property, tick),
  }));
  const keys = lists.flatMap((list) => list.keys).sort((a, b) => a.at - b.at);
  const [x, y] = lists.map(({ value }) => value) as [number, number];
  const value = Math.abs(y);
  const recipe = (next: number): Recipe => {
    const factor = value > 0 ? next / value : 1;
    return setProperty(scene.id, id, { scaleX: round(x * factor), scaleY: round((y || 1) * factor) }, tick, newKey, recording);
  };
  const toggle = (): void => toggleKeys(scene, layerKeys(id), lists, tick, 'Size');
  return (
    <Cell mark={<KeyMark keys={keys} label="Size" stroke={toneOf(layerColour(document, scene.id, id)).fine} property="size" onToggle={toggle} scene={scene} />}>
      <NumberCell
        label="Size"
        {...UNITS.share}
        value={value}
        least={0.05}
        most={8}
        step={0.01}
        disabled={layer.locked}
        onTry={(next) => preview(next === undefined ? undefined : recipe(next))}
        onTake={(next) => void run('Set size', recipe(next))}
        onOwnKey={keyKeys(keys, tick, toggle, keys.length ? () => view({ curve: { layer: id, property: 'scaleY' } }) : undefined)}
      />
    </Cell>
  );
}

const round = (value: number): number => Math.round(value * 1000) / 1000;
