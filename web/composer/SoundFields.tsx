import { Play, Square, Upload } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { FilmSound } from '#core/document/schema';
import { SOUND_DEFAULTS } from '#core/edit/commands/sounds';
import { gainOf } from '#core/sound/mix';
import { BEDS, OWN_SOUNDS, ownSource } from '#core/sound/own/index';
import { parseTime } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { uploadMedia } from '../api.ts';
import { Check, NamedChoice, NamedSlider } from '../ui/fields.tsx';
import { IconButton, ValueField } from '../ui/parts.tsx';
import { chooseFiles, SOUND_TYPES } from '../voices.ts';
import { audition, stop } from './transport.ts';

type Sounding = Pick<FilmSound, 'source' | 'name' | 'gainDb' | 'pan' | 'fadeIn' | 'fadeOut' | 'into' | 'loop' | 'duck' | 'muted' | 'solo'>;

const seconds = (ticks: number): string => `${(ticks / TICKS_PER_SECOND).toFixed(2)} s`;

/** How a sound is played: which, how loud, from where, its fades, and how far it gives way to voices. */
export function SoundFields({ sound, fps, onChange }: { sound: Sounding; fps: number; onChange: (values: Partial<Sounding>) => void }) {
  const [heard, setHeard] = useState(false);
  const time = (label: string, value: number, set: (ticks: number) => void): React.ReactNode => (
    <ValueField
      label={label}
      value={seconds(value)}
      onCommit={(text) => {
        const ticks = parseTime(text, fps);
        if (ticks === undefined || ticks < 0) return false;
        set(Math.round(ticks));
        return true;
      }}
    />
  );
  return (
    <div className="grid grid-cols-3 gap-2">
      <NamedChoice
        label="Sound"
        className="col-span-2"
        value={sound.source}
        options={[
          ...(sound.source.startsWith('own:') ? [] : [{ value: sound.source, label: sound.name }]),
          { label: 'Music', options: BEDS.map(({ id, name }) => ({ value: ownSource(id), label: name })) },
          { label: 'Sounds', options: OWN_SOUNDS.filter(({ kind }) => kind === 'sound').map(({ id, name }) => ({ value: ownSource(id), label: name })) },
        ]}
        onChange={(source) => {
          const own = OWN_SOUNDS.find(({ id }) => ownSource(id) === source);
          if (own) onChange({ source, name: own.name });
        }}
      />
      <span className="flex items-end gap-1">
        <IconButton
          label={heard ? 'Stop' : 'Hear it alone'}
          className="border border-edge"
          onClick={() => {
            if (heard) return stop();
            setHeard(true);
            audition({ media: sound.source, from: 0, length: toTicks(30), gain: gainOf(sound.gainDb) }, () => setHeard(false));
          }}
        >
          {heard ? <Square size={12} fill="currentColor" /> : <Play size={12} fill="currentColor" />}
        </IconButton>
        <IconButton label="Your own file" className="border border-edge" onClick={() => void chosenSound().then((sound) => sound && onChange(sound))}>
          <Upload size={13} strokeWidth={1.6} />
        </IconButton>
      </span>
      <NamedSlider
        label={`Level ${sound.gainDb > 0 ? '+' : ''}${sound.gainDb} dB`.replace('-', '−')}
        min={-40}
        max={12}
        step={1}
        value={sound.gainDb}
        onTake={(gainDb) => onChange({ gainDb })}
      />
      <NamedSlider
        label={sound.pan === 0 ? 'In the middle' : `${Math.round(Math.abs(sound.pan) * 100)} % ${sound.pan < 0 ? 'left' : 'right'}`}
        min={-1}
        max={1}
        step={0.05}
        value={sound.pan}
        onTake={(pan) => onChange({ pan })}
      />
      <NamedSlider
        label={sound.duck?.amountDb ? `Under voices −${sound.duck.amountDb} dB` : 'Not under voices'}
        min={0}
        max={30}
        step={1}
        value={sound.duck?.amountDb ?? 0}
        onTake={(amountDb) => onChange({ duck: amountDb ? { ...(sound.duck ?? SOUND_DEFAULTS.bed.duck), amountDb } : null })}
      />
      {time('Fade in', sound.fadeIn, (fadeIn) => onChange({ fadeIn }))}
      {time('Fade out', sound.fadeOut, (fadeOut) => onChange({ fadeOut }))}
      {time('Heard from', sound.into ?? 0, (into) => onChange({ into }))}
      {sound.duck ? time('Comes back in', sound.duck.release, (release) => onChange({ duck: { ...(sound.duck as NonNullable<Sounding['duck']>), release } })) : <span />}
      <span className="col-span-3 flex gap-3 text-[12px] text-ink-2">
        {(
          [
            ['loop', 'Again and again'],
            ['muted', 'Mute'],
            ['solo', 'Only this'],
          ] as const
        ).map(([key, label]) => (
          <Check key={key} checked={sound[key]} onChange={(on) => onChange({ [key]: on })}>
            {label}
          </Check>
        ))}
      </span>
    </div>
  );
}

/** A file that the user chooses, brought in as a sound of its own; undefined where none is chosen or it is none, which is said. */
export async function chosenSound(): Promise<{ source: string; name: string } | undefined> {
  const [file] = await chooseFiles(SOUND_TYPES, false);
  if (!file) return undefined;
  const known = toast.loading(`Reading “${file.name}” …`);
  try {
    const media = await uploadMedia('sound', file);
    toast.success(`“${file.name}” is here.`, { id: known });
    return { source: media.hash, name: file.name.replace(/\.[^.]+$/, '').slice(0, 120) || 'Sound' };
  } catch (thrown) {
    toast.error(sentenceOf(thrown), { id: known });
    return undefined;
  }
}
