import type { Layer } from '#core/document/schema';
import { changeLayer } from '#core/edit/commands/layers';
import { LAYER_ENTRIES } from '#core/stage/layers/index';
import type { OwnField } from '#core/stage/layers/kind';
import { run } from '../state/production.ts';
import { TypedArea } from '../typing/TypedArea.tsx';
import { Check, NamedChoice } from '../ui/fields.tsx';
import type { PlacedScene } from './film.ts';
import { NumberField } from './layerFields.tsx';

/** Fields that a kind has by itself, as its own file says. */
export function OwnFields({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
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
  if (field.control === 'text')
    return <TypedArea target={{ kind: 'layerWords', scene: scene.id, layer: id }} value={String(value ?? '')} label={field.label} most={2000} className="col-span-2" />;
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
