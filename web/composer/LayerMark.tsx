import { useState } from 'react';
import type { Layer, LayerOf } from '#core/document/schema';
import { toneOf } from '#core/document/tones';
import { changeLayer } from '#core/edit/commands/layers';
import { markKind } from '#core/stage/marks/forms';
import { run, useOpenDocument } from '../state/production.ts';
import { NamedChoice } from '../ui/fields.tsx';
import type { PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';

const NOTHING = 'nothing';
const WHOLE = 'whole';
const TONES = [1, 2, 3, 4, 5, 6, 7, 8] as const;
/** Places in a thing that a mark can aim at. */
const AIMS: readonly (readonly [value: string, label: string, x: number, y: number])[] = [
  ['top', 'Its top', 0, -0.42],
  ['face', 'Its upper third', 0, -0.25],
  ['middle', 'Its middle', 0.001, 0],
  ['left', 'Its left', -0.42, 0],
  ['right', 'Its right', 0.42, 0],
  ['foot', 'Its foot', 0, 0.42],
];

/** What a mark names, where it aims, the word on which it comes, its colour. */
export function MarkPart({ id, layer, scene }: { id: string; layer: LayerOf<'mark'>; scene: PlacedScene }) {
  const document = useOpenDocument();
  const change = (what: string, next: Record<string, unknown>): void => void run(what, changeLayer(scene.id, id, next as Partial<Layer>));
  const kind = markKind(layer.form);
  const others = Object.entries(scene.scene.layers).filter(([other, one]) => other !== id && one.kind !== 'mark' && one.kind !== 'effect');
  const aim = AIMS.find(([, , x, y]) => x === (layer.aimX ?? 0) && y === (layer.aimY ?? 0))?.[0] ?? WHOLE;
  const tone = scene.layers.get(id)?.words?.tone;
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 pb-2" data-mark-part>
      <Words label={kind.written ? 'What it says' : 'Comes on the word'} value={layer.text} onTake={(text) => change('Words of the mark', { text })} />
      <NamedChoice
        label="What it points at"
        value={layer.to ?? NOTHING}
        options={[{ value: NOTHING, label: 'A place in the scene' }, ...others.map(([other, one]) => ({ value: other, label: nameOfStaged(document, one) }))]}
        onChange={(value) => change('Change what it points at', { to: value === NOTHING ? undefined : value, x: 0, y: 0 })}
      />
      {layer.to !== undefined && !kind.about && (
        <NamedChoice
          label="Where on it"
          value={aim}
          options={[{ value: WHOLE, label: 'All of it' }, ...AIMS.map(([value, label]) => ({ value, label }))]}
          onChange={(value) => {
            const [, , aimX, aimY] = AIMS.find(([name]) => name === value) ?? [];
            change('Change where it aims', { aimX, aimY });
          }}
        />
      )}
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
    </div>
  );
}

function Words({ label, value, onTake }: { label: string; value: string; onTake: (value: string) => void }) {
  const [text, setText] = useState(value);
  const [known, setKnown] = useState(value);
  if (known !== value) {
    setKnown(value);
    setText(value);
  }
  return (
    <label className="col-span-2 flex flex-col gap-1 text-[12px] text-ink-2">
      {label}
      <input
        maxLength={120}
        value={text}
        className="h-8 rounded-[6px] border border-edge bg-white px-2 text-[13px] text-ink"
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== value && onTake(text)}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
    </label>
  );
}
