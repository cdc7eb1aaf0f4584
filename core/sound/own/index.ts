import { gainTo } from '../loudness.ts';
import { brightMorning, harbour, lightSteps, nightLamp } from './beds.ts';
import { EFFECTS } from './effects.ts';
import { RATE, type Stereo } from './synth.ts';

/** A sound that ships with Kipzo: made by code, the same every time. */
export interface OwnSound {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  readonly kind: 'bed' | 'sound';
  readonly seconds: number;
  make(): Stereo;
}

const bed = (id: string, name: string, words: readonly string[], seconds: number, make: () => Stereo): OwnSound => ({ id, name, words, kind: 'bed', seconds, make });

/** Music to lie under a scene: loops without a seam. */
export const BEDS: readonly OwnSound[] = [
  bed('harbour', 'Harbour', ['calm', 'sea', 'guitar', 'slow'], (60 / 72) * 32, harbour),
  bed('light-steps', 'Light steps', ['explain', 'bright', 'marimba', 'walk'], (60 / 108) * 32, lightSteps),
  bed('night-lamp', 'Night lamp', ['dusk', 'think', 'slow', 'quiet'], (60 / 56) * 28, nightLamp),
  bed('bright-morning', 'Bright morning', ['start', 'happy', 'end', 'strum'], (60 / 100) * 32, brightMorning),
];

export const OWN_SOUNDS: readonly OwnSound[] = [...BEDS, ...EFFECTS.map((effect): OwnSound => ({ ...effect, kind: 'sound' }))];

/** How a document names one of our own sounds; anything else is the hash of a stored one. */
export const ownSource = (id: string): string => `own:${id}`;
export const ownSound = (source: string): OwnSound | undefined => (source.startsWith('own:') ? OWN_SOUNDS.find(({ id }) => id === source.slice(4)) : undefined);

/** LUFS of every bed before its level (voices-and-sound.md: normalise, then duck under speech). */
const BED_LOUDNESS = -18;

const cache = new Map<string, readonly [Float32Array, Float32Array]>();
/** The samples of one of our own sounds, two channels at 48 kHz; made once. */
export function ownSamples(source: string): readonly [Float32Array, Float32Array] | undefined {
  const own = ownSound(source);
  if (!own) return undefined;
  let made = cache.get(source);
  if (!made) {
    const { left, right } = own.make();
    // Beds are of one loudness, so that one level suits them all.
    const gain = own.kind === 'bed' ? 10 ** (gainTo([left, right], BED_LOUDNESS) / 20) : 1;
    if (gain !== 1) for (const channel of [left, right]) for (let n = 0; n < channel.length; n++) channel[n] = (channel[n] as number) * gain;
    cache.set(source, (made = [left, right]));
  }
  return made;
}

export const OWN_RATE = RATE;
