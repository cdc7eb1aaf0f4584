import { useMemo } from 'react';
import { type ColourProperty, coloursOf, type Property, type PropertyInfo, propertiesOf, propertyInfo } from '#core/document/properties';
import { BLENDS, type BlendName } from '#core/document/schema';
import { setBlend } from '#core/edit/commands/layers';
import type { StagedLayer } from '#core/schedule/staged';
import { run, useOpenDocument } from '../state/production.ts';
import { NamedChoice } from '../ui/fields.tsx';
import type { PlacedScene } from './film.ts';
import { LayerActions } from './LayerActions.tsx';
import { Effects } from './LayerEffects.tsx';
import { KeyList } from './LayerKeys.tsx';
import { MaskPart, Presence } from './LayerPresence.tsx';
import { OwnFields, PropertyField } from './LayerProperties.tsx';
import { nameOfStaged } from './lanes.ts';
import { Section } from './layerFields.tsx';
import { KindIcon } from './OnStage.tsx';

const GROUP_NAMES: Readonly<Record<PropertyInfo['group'], string>> = {
  place: 'Place',
  look: 'Look',
  edge: 'Crop',
  figure: 'Figure',
  words: 'Words',
  sound: 'Sound',
  camera: 'Camera',
};

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
        <LayerActions id={id} layer={layer} scene={scene} name={name} />
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
