import type { Voice } from '../document/schema.ts';

/** Version of the draft voices' recipes, a part of every draft: another recipe makes another sound. */
export const DRAFT_ENGINE = 'synth-4';

/** Draft voices that ship: a name and a recipe (voices-and-sound.md: measured to be understood). */
export interface VoicePreset {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly voice: Voice;
}

const base = { stretch: 1, pitch: 1, formant: 1, pause: 0.28, effect: 'none' as const };

export const VOICE_PRESETS: readonly VoicePreset[] = [
  {
    id: 'lantern',
    name: 'Lantern',
    about: 'an elder woman, low and unhurried',
    voice: { ...base, engine: 'flite', voice: 'slt', stretch: 1.18, pitch: 0.8, formant: 0.92, effect: 'warm' },
  },
  {
    id: 'pebble',
    name: 'Pebble',
    about: 'a small robot, gently ringing',
    voice: { ...base, engine: 'flite', voice: 'rms', stretch: 1.12, pitch: 1.12, formant: 1.12, effect: 'ring' },
  },
  { id: 'linden', name: 'Linden', about: 'a woman, bright and clear', voice: { ...base, engine: 'festival', voice: 'cmu_us_slt_arctic_hts' } },
  { id: 'signal', name: 'Signal', about: 'a woman heard over a radio', voice: { ...base, engine: 'festival', voice: 'cmu_us_slt_arctic_hts', effect: 'radio' } },
  { id: 'cobble', name: 'Cobble', about: 'a man, calm', voice: { ...base, engine: 'flite', voice: 'rms' } },
  { id: 'spruce', name: 'Spruce', about: 'a younger man', voice: { ...base, engine: 'flite', voice: 'rms', stretch: 1, pitch: 1.15, formant: 1.15 } },
  { id: 'skerry', name: 'Skerry', about: 'a man with a Scottish accent', voice: { ...base, engine: 'flite', voice: 'awb' } },
  { id: 'willow', name: 'Willow', about: 'a woman, even', voice: { ...base, engine: 'flite', voice: 'slt', pitch: 1.02 } },
];

export const voicePreset = (name: string): VoicePreset | undefined =>
  VOICE_PRESETS.find((preset) => preset.id === name.toLowerCase() || preset.name.toLowerCase() === name.toLowerCase());

/** The language (a BCP 47 tag) that a draft voice speaks. flite and festival ship English only. */
export const languageOf = (voice: Pick<Voice, 'engine' | 'voice'>): string => (voice.engine === 'espeak' ? (voice.voice.split('+')[0] as string) : 'en-us');
