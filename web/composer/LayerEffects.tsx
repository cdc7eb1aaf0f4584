import { ArrowUp, Plus, Trash2 } from 'lucide-react';
import type { Layer } from '#core/document/schema';
import { layerKeys } from '#core/edit/commands/keys';
import { addEffect, orderEffect, removeEffect, setEffectValues } from '#core/edit/commands/layers';
import type { StagedEffect, StagedLayer } from '#core/schedule/staged';
import { EFFECTS, effectOf } from '#core/stage/effects/index';
import { type ValueField as EffectField, valuesAt } from '#core/stage/values';
import { makeId, newKey } from '../ids.ts';
import { preview, run } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { NumberCell } from '../ui/NumberCell.tsx';
import { IconButton } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { ColourField, Section, SmallButton, UNITS } from './layerFields.tsx';
import { keysIn } from './layerKeyLists.ts';
import { Cell, KeyMark, toggleKeys } from './PropertyCell.tsx';

export function Effects({ id, staged, scene }: { id: string; staged: StagedLayer; scene: PlacedScene }) {
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
  const recipe = (name: string, value: number | string) => setEffectValues(scene.id, id, effectId, { [name]: value }, tick, newKey);
  const set = (name: string, value: number | string): void => void run('Change an effect', recipe(name, value));
  return (
    <div className="grid grid-cols-2 gap-x-2 gap-y-1">
      {fields.map((field) => {
        const value = field.control === 'colour' ? values.colour(field.name) : values.number(field.name);
        const keys = keysIn(scene, of, path, lists as Layer['keys'], field.name);
        const mark = (
          <KeyMark
            keys={keys}
            label={field.label}
            stroke="#3d5559"
            property={field.name}
            onToggle={() => toggleKeys(scene, of, [{ property: field.name, keys, value }], tick, field.label)}
            scene={scene}
          />
        );
        return (
          <Cell key={field.name} mark={mark}>
            {field.control === 'colour' ? (
              <ColourField
                inline
                label={field.label}
                value={String(value)}
                onTry={(next) => preview(next === undefined ? undefined : recipe(field.name, next))}
                onTake={(next) => set(field.name, next)}
              />
            ) : (
              <NumberCell
                label={field.label}
                {...UNITS[field.unit]}
                value={Number(value)}
                least={field.least}
                most={field.most}
                step={field.step}
                onTry={(next) => preview(next === undefined ? undefined : recipe(field.name, next))}
                onTake={(next) => set(field.name, next)}
              />
            )}
          </Cell>
        );
      })}
    </div>
  );
}
