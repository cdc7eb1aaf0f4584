import { Play, Square } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Role, Voice } from '#core/document/schema';
import { setMouth, setVoice } from '#core/edit/commands/stage';
import { VOICE_PRESETS } from '#core/speech/voices';
import { sendJson } from '../api.ts';
import { audition, stop } from '../composer/transport.ts';
import { run } from '../state/production.ts';
import { Choice, Slider } from '../ui/fields.tsx';
import { IconButton } from '../ui/parts.tsx';

const LANGUAGES: readonly (readonly [string, string])[] = [
  ['en-us+f5', 'English, woman'],
  ['en-us+klatt4', 'English, man'],
  ['de', 'German'],
  ['fr', 'French'],
  ['es', 'Spanish'],
  ['it', 'Italian'],
  ['pt', 'Portuguese'],
  ['nl', 'Dutch'],
  ['sv', 'Swedish'],
  ['nb', 'Norwegian'],
  ['da', 'Danish'],
  ['fi', 'Finnish'],
  ['pl', 'Polish'],
  ['cs', 'Czech'],
  ['el', 'Greek'],
  ['tr', 'Turkish'],
  ['ru', 'Russian'],
  ['uk', 'Ukrainian'],
  ['hi', 'Hindi'],
];

/** The draft voice of a speaker: which, how fast, how high, how long it pauses. All its draft lines follow. */
export function ShapeDraft({ role, name, voice, lines, text, mouth }: { role: string; name: string; voice: Voice; lines: number; text: string; mouth: Role['mouth'] }) {
  const [heard, setHeard] = useState(false);
  const key = (one: Voice): string => `${one.engine} ${one.voice} ${one.effect}`;
  const preset = VOICE_PRESETS.find((one) => JSON.stringify(one.voice) === JSON.stringify(voice)) ?? VOICE_PRESETS.find((one) => key(one.voice) === key(voice));
  const change = (values: Partial<Voice>): void => void run('Shape the draft voice', setVoice(role, { ...voice, ...values }));
  const pitched = voice.engine === 'espeak' || (voice.engine === 'flite' && voice.voice !== 'rms');
  return (
    <section aria-label="Shape the draft" className="border-t border-line px-4 py-3">
      <div className="mb-1.5 flex items-baseline justify-between">
        <h3 className="m-0 text-[13px] font-[680]">Draft voice of {name}</h3>
        <span className="text-[12px] text-ink-2">
          {lines} line{lines === 1 ? '' : 's'} in this scene
        </span>
      </div>
      <div className="mb-2 flex items-center gap-2 text-[12px] text-ink-2">
        <span className="w-14">Voice</span>
        <Choice
          label="Voice"
          className="flex-1"
          value={voice.engine === 'espeak' ? `espeak ${voice.voice}` : (preset?.id ?? '')}
          placeholder="shaped"
          options={[
            { label: 'English', options: VOICE_PRESETS.map(({ id, name: called, about }) => ({ value: id, label: `${called}, ${about}` })) },
            { label: 'Other languages, plain', options: LANGUAGES.map(([id, called]) => ({ value: `espeak ${id}`, label: called })) },
          ]}
          onChange={(value) => {
            const other = VOICE_PRESETS.find(({ id }) => id === value);
            if (other) run('Choose a draft voice', setVoice(role, other.voice));
            else run('Choose a draft voice', setVoice(role, { engine: 'espeak', voice: value.slice(7), stretch: 1, pitch: 1, formant: 1, pause: 0.28, effect: 'none' }));
          }}
        />
        <VoiceTaster voice={voice} text={text} heard={heard} onHeard={setHeard} />
      </div>
      <VoiceDial
        label="Speed"
        value={1 / voice.stretch}
        min={0.6}
        max={1.6}
        told={(v) => `${Math.round(v * 100)} %`}
        onTake={(v) => change({ stretch: Math.round((1 / v) * 100) / 100 })}
      />
      {pitched && <VoiceDial label="Pitch" value={voice.pitch} min={0.6} max={1.6} told={(v) => `${Math.round(v * 100)} %`} onTake={(v) => change({ pitch: v })} />}
      <VoiceDial
        label="Size"
        value={1 / voice.formant}
        min={0.75}
        max={1.3}
        told={(v) => (Math.abs(v - 1) < 0.02 ? 'as it is' : v > 1 ? 'larger' : 'smaller')}
        onTake={(v) => change({ formant: Math.round((1 / v) * 100) / 100 })}
      />
      <VoiceDial label="Pauses" value={voice.pause} min={0} max={1.5} told={(v) => `${v.toFixed(2)} s`} onTake={(v) => change({ pause: v })} />
      <p className="m-0 pt-1 text-[12px] text-ink-2">Words *between stars* are said with emphasis: Ctrl+I puts them.</p>
      <h3 className="mt-2.5 mb-1 text-[13px] font-[680]">Mouth of {name}</h3>
      <VoiceDial
        label="Shapes"
        value={mouth?.sharp ?? 0}
        min={-1}
        max={1}
        told={(v) => (Math.abs(v) < 0.05 ? 'as made' : v < 0 ? 'softer' : 'sharper')}
        onTake={(sharp) => run('Soften or sharpen the mouth', setMouth(role, { sharp, open: mouth?.open ?? 1 }))}
      />
      <VoiceDial
        label="Opens"
        value={mouth?.open ?? 1}
        min={0.4}
        max={1.6}
        told={(v) => (Math.abs(v - 1) < 0.02 ? 'as made' : `${Math.round(v * 100)} %`)}
        onTake={(open) => run('Change how far the mouth opens', setMouth(role, { sharp: mouth?.sharp ?? 0, open }))}
      />
    </section>
  );
}

/** Hears the line in the voice as it is shaped, before anything else changes. */
function VoiceTaster({ voice, text, heard, onHeard }: { voice: Voice; text: string; heard: boolean; onHeard: (heard: boolean) => void }) {
  return (
    <IconButton
      label={heard ? 'Stop' : 'Hear this voice'}
      className="border border-edge"
      onClick={() => {
        if (heard) return stop();
        onHeard(true);
        sendJson<{ media: string; from: number; length: number }>('POST', '/takes/draft', { text: text || 'This is how I speak.', voice })
          .then(({ media, from, length }) => audition({ media, from, length }, () => onHeard(false)))
          .catch((thrown) => {
            onHeard(false);
            toast.error(sentenceOf(thrown));
          });
      }}
    >
      {heard ? <Square size={12} fill="currentColor" /> : <Play size={12} fill="currentColor" />}
    </IconButton>
  );
}

function VoiceDial({
  label,
  value,
  min,
  max,
  told,
  onTake,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  told: (value: number) => string;
  onTake: (value: number) => void;
}) {
  const [draft, setDraft] = useState<number>();
  const shown = draft ?? value;
  return (
    <div className="mb-1 flex items-center gap-2 text-[12px] text-ink-2">
      <span className="w-14">{label}</span>
      <Slider
        label={label}
        text={told(shown)}
        min={min}
        max={max}
        step={0.01}
        value={value}
        className="min-w-0 flex-1"
        onTry={setDraft}
        onTake={(next) => {
          setDraft(undefined);
          onTake(Math.round(next * 100) / 100);
        }}
      />
      <span className="w-14 text-right font-[650] text-ink">{told(shown)}</span>
    </div>
  );
}
