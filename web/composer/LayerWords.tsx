import type { Layer, LayerOf } from '#core/document/schema';
import { toneOf } from '#core/document/tones';
import { changeLayer } from '#core/edit/commands/layers';
import { LOOKS_OF_WORDS } from '#core/stage/words/looks';
import { run, useOpenDocument } from '../state/production.ts';
import { NamedChoice } from '../ui/fields.tsx';
import type { PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';

const NOBODY = 'nobody';
const PLAIN = 'plain';
const TONES = [1, 2, 3, 4, 5, 6, 7, 8] as const;

/** The look of words, whose they are, and in which speaker's colour. */
export function WordsPart({ id, layer, scene }: { id: string; layer: LayerOf<'text'> | LayerOf<'balloon'>; scene: PlacedScene }) {
  const document = useOpenDocument();
  const change = (what: string, next: Record<string, unknown>): void => void run(what, changeLayer(scene.id, id, next as Partial<Layer>));
  const others = Object.entries(scene.scene.layers).filter(([other, { kind }]) => other !== id && (kind === 'character' || kind === 'prop'));
  const tone = scene.layers.get(id)?.words?.tone;
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 pb-2" data-words-part>
      {layer.kind === 'text' && (
        <NamedChoice
          label="Look"
          value={layer.look ?? PLAIN}
          options={[{ value: PLAIN, label: 'Plain letters' }, ...LOOKS_OF_WORDS.map((look) => ({ value: look.id, label: look.name }))]}
          onChange={(value) => change('Change the look', { look: value === PLAIN ? undefined : value })}
        />
      )}
      {(layer.kind === 'balloon' || layer.look) && (
        <NamedChoice
          label={layer.kind === 'balloon' ? 'Who says it' : 'Whose words'}
          value={layer.of ?? NOBODY}
          options={[{ value: NOBODY, label: 'Nobody' }, ...others.map(([other, one]) => ({ value: other, label: nameOfStaged(document, one) }))]}
          onChange={(value) => change('Change whose words', { of: value === NOBODY ? undefined : value })}
        />
      )}
      {layer.kind === 'text' && layer.look && (
        <fieldset className="col-span-2 m-0 flex gap-1 border-0 p-0">
          <legend className="pb-1 text-[12px] text-ink-2">Colour</legend>
          {TONES.map((one) => (
            <button
              key={one}
              type="button"
              aria-label={`Colour ${one}`}
              aria-pressed={tone === one}
              className={`h-6 flex-1 rounded-[5px] border-2 ${tone === one ? 'border-ink' : 'border-transparent'}`}
              style={{ background: toneOf(one).strong }}
              onClick={() => change('Change the colour', { tone: layer.tone === one ? undefined : one })}
            />
          ))}
        </fieldset>
      )}
    </div>
  );
}
