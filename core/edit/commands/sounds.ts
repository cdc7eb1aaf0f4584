import { failure } from '../../document/failure.ts';
import type { FilmSound } from '../../document/schema.ts';
import { orderAtEnd } from '../../time/order.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';

/** How a sound is played when it comes in: music lies well under the voices, a sound is heard as it is. */
export const SOUND_DEFAULTS = {
  bed: { gainDb: -6, pan: 0, fadeIn: toTicks(1), fadeOut: toTicks(2), loop: true, duck: { amountDb: 12, attack: toTicks(0.25), release: toTicks(0.7) }, muted: false, solo: false },
  sound: { gainDb: -4, pan: 0, fadeIn: 0, fadeOut: 0, loop: false, duck: null, muted: false, solo: false },
} as const;

/** Lays music or a sound under the whole film. */
export const addFilmSound =
  (id: string, sound: Omit<FilmSound, 'order'>): Recipe =>
  (draft) => {
    draft.production.sounds ??= {};
    draft.production.sounds[id] = { ...sound, order: orderAtEnd(draft.production.sounds) };
  };

export const changeFilmSound =
  (id: string, values: Partial<Omit<FilmSound, 'order'>>): Recipe =>
  (draft) => {
    const sound = draft.production.sounds?.[id];
    if (!sound) throw failure('no-sound', 'That sound is gone. Bring it in again.');
    Object.assign(sound, values);
    if (sound.end !== null && sound.end <= sound.start) throw failure('no-length', 'A sound ends after it begins. Choose a later end.');
  };

export const deleteFilmSound =
  (id: string): Recipe =>
  (draft) => {
    delete draft.production.sounds?.[id];
  };
