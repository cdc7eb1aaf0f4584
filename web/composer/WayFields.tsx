import type { Cue, CueOf } from '#core/document/schema';
import { changeCue, stretchCue } from '#core/edit/commands/cues';
import { type Gait, lengthOfWay } from '#core/edit/commands/ways';
import { valueAt } from '#core/schedule/staged';
import { frameSize } from '#core/stage/frame';
import { formatLength } from '#core/time/format';
import { run, useOpenDocument } from '../state/production.ts';
import { NamedChoice } from '../ui/fields.tsx';
import { ValueField } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { SmallButton } from './layerFields.tsx';

/** A way shorter than this leads nowhere, stage units. */
const SPOT = 4;

const FEET = [
  ['speed', 'On foot, by speed'],
  ['walk', 'Walk'],
  ['run', 'Run'],
  ['jump', 'Jump'],
  ['slide', 'Slide'],
] as const;
const NO_FEET = [
  ['slide', 'Slide'],
  ['roll', 'Roll'],
  ['jump', 'Jump'],
] as const;

/** Where somebody goes, how, and how long it takes; a way that leads nowhere is offered one. */
export function WayFields({ id, cue, scene }: { id: string; cue: CueOf<'move'>; scene: PlacedScene }) {
  const document = useOpenDocument();
  const staged = scene.layers.get(cue.layer);
  const times = scene.resolved.cues.get(id);
  if (!staged || !times) return null;
  const { layer } = staged;
  const walks = layer.kind === 'character';
  const [x0, y0] = [valueAt(staged, 'x', Math.max(0, times.start - 1)), valueAt(staged, 'y', Math.max(0, times.start - 1))];
  const change = (label: string, values: Partial<CueOf<'move'>>): void => void run(label, changeCue(scene.id, id, values as Partial<Cue>));
  const shown = cue.gait ?? (cue.walk ? 'speed' : 'slide');
  const gait: Gait = cue.gait ?? (cue.walk ? 'walk' : 'slide');
  const character = walks ? document.characters[layer.character] : undefined;
  const natural = lengthOfWay(Math.hypot(cue.x - x0, cue.y - y0), gait, layer, character);
  const length = times.end - times.start;
  const spot = Math.hypot(cue.x - x0, cue.y - y0) < SPOT;
  const { width } = frameSize(document.production.frame);
  const coordinate = (label: string, property: 'x' | 'y') => (
    <ValueField
      label={label}
      value={String(cue[property])}
      hint="Write a number of stage units."
      step={(direction, large) => change('Change a way', { [property]: cue[property] + direction * (large ? 50 : 5) })}
      onCommit={(text) => {
        const value = Number(text.replace('−', '-'));
        if (!Number.isFinite(value)) return false;
        change('Change a way', { [property]: Math.round(value) });
        return true;
      }}
    />
  );
  const offer = (label: string, x: number): void =>
    void run(label, (draft) => {
      changeCue(scene.id, id, { x: Math.round(x) } as Partial<Cue>)(draft);
      stretchCue(scene.id, id, { ticks: lengthOfWay(x - x0, gait, layer, character) })(draft);
    });
  return (
    <>
      {coordinate('To (across)', 'x')}
      {coordinate('To (down)', 'y')}
      <NamedChoice
        label="Way"
        value={shown}
        options={(walks ? FEET : NO_FEET).map(([value, label]) => ({ value, label }))}
        onChange={(way) => change('Another way to go', { walk: walks && way !== 'slide', gait: way === 'speed' || way === 'slide' ? undefined : (way as 'walk') })}
      />
      {spot ? (
        <div className="col-span-full rounded-[6px] bg-warn-soft px-2 py-1.5 text-[12px] text-warn" data-on-the-spot>
          <p className="m-0 mb-1">{cue.gait === 'jump' ? 'A jump on the spot. It could lead somewhere:' : 'On the spot: this way leads nowhere yet. Give it one:'}</p>
          <span className="flex flex-wrap gap-1">
            <SmallButton onClick={() => offer('Give a way: to the left', -width * 0.32)}>To the left side</SmallButton>
            <SmallButton onClick={() => offer('Give a way: to the middle', 0)}>To the middle</SmallButton>
            <SmallButton onClick={() => offer('Give a way: to the right', width * 0.32)}>To the right side</SmallButton>
          </span>
        </div>
      ) : (
        Math.abs(natural - length) > natural * 0.06 && (
          <span className="col-span-full">
            <SmallButton onClick={() => run('As long as the way takes', stretchCue(scene.id, id, { ticks: natural }))}>
              As long as it takes by itself, {formatLength(natural)}
            </SmallButton>
          </span>
        )
      )}
    </>
  );
}
