import { CLIP_ENDS, type ClipEnd, type LayerOf } from '#core/document/schema';
import { type ClipValues, clipLasts, setClip } from '#core/edit/commands/clips';
import { clipLength } from '#core/stage/layers/clip';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { run, useStanding } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { NamedChoice } from '../ui/fields.tsx';
import { ValueField } from '../ui/parts.tsx';
import { voiceFromClip } from '../voices.ts';
import type { PlacedScene } from './film.ts';
import { NumberField, SmallButton } from './layerFields.tsx';

const ENDS: Readonly<Record<ClipEnd, string>> = { hold: 'Its last frame stays', again: 'It begins again', back: 'It runs back and forth', gone: 'It is gone' };

const seconds = (ticks: number): string => `${(ticks / TICKS_PER_SECOND).toFixed(2)} s`;
const readSeconds = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(/s\s*$/, '').replace(',', '.')));

/** How a clip runs: which part of it, how fast, how long it is on the stage. */
export function ClipPart({ id, layer, scene }: { id: string; layer: LayerOf<'clip'>; scene: PlacedScene }) {
  const whole = Math.round((layer.frames / layer.rate) * TICKS_PER_SECOND);
  const line = useView((state) => state.line);
  const near = scene.lines.find((one) => one.id === line) ?? scene.lines.find(({ end }) => end > useView.getState().tick);
  const { pictures = {} } = useStanding().production;
  const sound = Object.values(pictures).find(({ clip }) => clip?.media === layer.media)?.clip?.sound;
  const set = (label: string, values: Parameters<typeof setClip>[2]): void => void run(label, setClip(scene.id, id, values));
  const moment = (label: string, key: 'into' | 'until', now: number, rest: number) => (
    <ValueField
      label={label}
      value={seconds(now)}
      hint={`Write seconds from 0 to ${(whole / TICKS_PER_SECOND).toFixed(2)}.`}
      onCommit={(text) => {
        const at = toTicks(readSeconds(text));
        if (!(at >= 0 && at <= whole + 1)) return false;
        set(label, { [key]: Math.abs(at - rest) < 10 ? undefined : Math.min(at, whole) } as ClipValues);
        return true;
      }}
      step={(direction, large) => {
        const frame = TICKS_PER_SECOND / layer.rate;
        const at = Math.max(0, Math.min(whole, Math.round(now + direction * frame * (large ? 10 : 1))));
        set(label, { [key]: at === rest ? undefined : at } as ClipValues);
      }}
    />
  );
  return (
    <>
      <div className="grid grid-cols-3 gap-x-2">
        {moment('From', 'into', layer.into ?? 0, 0)}
        {moment('To', 'until', layer.until ?? whole, whole)}
        <NumberField
          label="Speed"
          unit="times"
          value={layer.speed ?? 1}
          least={0.1}
          most={8}
          step={0.1}
          onTake={(speed) => set('Speed of the clip', { speed: speed === 1 ? undefined : speed })}
        />
      </div>
      <p className="m-0 my-2 text-[12px] text-ink-2">
        {seconds(clipLength(layer))} once through, {layer.frames} frames at {Number(layer.rate.toFixed(2))} a second.
      </p>
      <div className="mb-2">
        <NamedChoice
          label="When it is over"
          value={layer.after}
          options={CLIP_ENDS.map((end) => ({ value: end, label: ENDS[end] }))}
          onChange={(after) => set('What the clip does at its end', { after: after as LayerOf<'clip'>['after'] })}
        />
      </div>
      <div className="flex flex-wrap gap-1.5">
        <SmallButton onClick={() => run('As long as itself', clipLasts(scene.id, id, 'itself'))}>As long as itself</SmallButton>
        {near && <SmallButton onClick={() => run('As long as a line', clipLasts(scene.id, id, { line: near.id }))}>As long as line {near.index + 1}</SmallButton>}
        {near && sound && <SmallButton onClick={() => void voiceFromClip(scene.id, near.id, sound, layer.name ?? 'The clip')}>Its sound speaks line {near.index + 1}</SmallButton>}
        <SmallButton onClick={() => run('The whole scene', clipLasts(scene.id, id, 'scene'))}>The whole scene</SmallButton>
      </div>
    </>
  );
}
