import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Layer, LayerOf } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { changeLayer } from '#core/edit/commands/layers';
import { propOf } from '#core/stage/props/index';
import { type Slot, tonesOf } from '#core/stage/world/tones';
import { PICTURE_FILES, sendPicture, shelved } from '../pictures/bringIn.ts';
import { stage } from '../stage/client.ts';
import { preview, run } from '../state/production.ts';
import { chooseFiles } from '../voices.ts';
import { ColourField, SmallButton } from './layerFields.tsx';
import { SLOT_NAMES } from './slotNames.ts';

/** Whether a layer is a prop with something to choose about it. */
export const hasPropPart = (layer: Layer): boolean => layer.kind === 'prop' && !!(propOf(layer.prop)?.states || propOf(layer.prop)?.screen || propOf(layer.prop)?.slots?.length);

/** What a prop is or does, its colours, and what its screen or board shows. */
export function PropPart({ id, layer, scene }: { id: string; layer: LayerOf<'prop'>; scene: { readonly id: string } }) {
  const prop = propOf(layer.prop);
  if (!prop || !hasPropPart(layer)) return null;
  const change = (what: string, next: Partial<LayerOf<'prop'>>): string | undefined => run(what, changeLayer(scene.id, id, next as Partial<Layer>));
  const state = layer.state ?? prop.states?.[0]?.[0];
  return (
    <div className="flex flex-col gap-2 pb-1" data-prop-part>
      {prop.states && (
        <fieldset className="m-0 flex flex-wrap gap-1.5 border-0 p-0">
          <legend className="sr-only">{`${prop.name} is`}</legend>
          {prop.states.map(([key, name]) => (
            <button
              key={key}
              type="button"
              aria-pressed={state === key}
              className={`h-7 min-w-16 flex-1 rounded-[7px] border px-2 text-[12.5px] ${state === key ? 'border-ink bg-act-soft font-semibold' : 'border-edge bg-paper hover:bg-bench'}`}
              onClick={() => change(name, { state: key })}
            >
              {name}
            </button>
          ))}
        </fieldset>
      )}
      {prop.slots && prop.slots.length > 0 && <PropColours id={id} layer={layer} scene={scene.id} slots={prop.slots} />}
      {prop.screen && <Shown layer={layer} change={change} />}
    </div>
  );
}

/** The colours of a prop: each may be another one, or as it was drawn again. */
function PropColours({ id, layer, scene, slots }: { id: string; layer: LayerOf<'prop'>; scene: string; slots: readonly Slot[] }) {
  const recipe = (colours: LayerOf<'prop'>['colours']): Recipe =>
    changeLayer(scene, id, { colours: colours && Object.keys(colours).length ? colours : undefined } as Partial<Layer>);
  const tones = tonesOf();
  return (
    <div className="grid grid-cols-2 gap-2">
      {slots.map((slot) => (
        <ColourField
          key={slot}
          label={SLOT_NAMES[slot]}
          value={layer.colours?.[slot] ?? tones[slot].base}
          onTry={(colour) => preview(colour === undefined ? undefined : recipe({ ...layer.colours, [slot]: colour }))}
          onTake={(colour) => void run(`Change ${SLOT_NAMES[slot].toLowerCase()}`, recipe({ ...layer.colours, [slot]: colour }))}
        />
      ))}
      {layer.colours && <SmallButton onClick={() => void run('Colours as drawn', recipe(undefined))}>As drawn</SmallButton>}
    </div>
  );
}

function Shown({ layer, change }: { layer: LayerOf<'prop'>; change: (what: string, next: Partial<LayerOf<'prop'>>) => string | undefined }) {
  const [words, setWords] = useState(layer.writes ?? '');
  const [known, setKnown] = useState(layer.writes);
  if (known !== layer.writes) {
    setKnown(layer.writes);
    setWords(layer.writes ?? '');
  }
  const write = (): void => {
    const text = words.trim();
    if (text !== (layer.writes ?? '')) change('Write on it', { writes: text || undefined } as Partial<LayerOf<'prop'>>);
  };
  const picture = async (): Promise<void> => {
    const [file] = await chooseFiles(PICTURE_FILES, false);
    if (!file) return;
    try {
      const { media, width, height, ...rest } = await sendPicture(file);
      shelved({ media, width, height, ...rest });
      change('Show a picture on it', { shows: { media, width, height } });
      await stage().fetched(media);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  return (
    <>
      <label className="flex flex-col gap-1 text-[12px] text-ink-2">
        Words on it
        <textarea
          rows={2}
          maxLength={200}
          value={words}
          className="resize-none rounded-[6px] border border-edge bg-white px-2 py-1 text-[13px] text-ink"
          onChange={(event) => setWords(event.target.value)}
          onBlur={write}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && !event.shiftKey) {
              event.preventDefault();
              write();
            }
          }}
        />
      </label>
      <div className="flex gap-1.5">
        <SmallButton onClick={() => void picture()}>{layer.shows ? 'Another picture …' : 'A picture on it …'}</SmallButton>
        {layer.shows && <SmallButton onClick={() => change('No picture on it', { shows: undefined } as Partial<LayerOf<'prop'>>)}>Without picture</SmallButton>}
      </div>
    </>
  );
}
