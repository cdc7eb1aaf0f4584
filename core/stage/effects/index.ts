import { bubbles, confetti, dust, haze, leaves, snow } from './air.ts';
import type { EffectKind } from './effect.ts';
import { glow } from './glow.ts';
import { lamplight } from './lamplight.ts';
import { beam, dusk, flicker, spotlight } from './light.ts';
import { dream, memory, night, oldFilm, shake, signal, speedLines, underwater } from './moods.ts';
import { rain } from './rain.ts';
import { shadow } from './shadow.ts';
import { soften } from './soften.ts';
import { tone } from './tone.ts';
import { vignette } from './vignette.ts';

/** Every effect by what it tells: things and light in the air, moods, emphasis. */
export const EFFECTS: readonly EffectKind[] = [
  shadow,
  glow,
  tone,
  soften,
  rain,
  snow,
  haze,
  dust,
  confetti,
  leaves,
  bubbles,
  lamplight,
  dusk,
  beam,
  flicker,
  spotlight,
  memory,
  dream,
  signal,
  oldFilm,
  night,
  underwater,
  shake,
  speedLines,
  vignette,
];

const byId = new Map(EFFECTS.map((effect) => [effect.id, effect]));
export const effectOf = (id: string): EffectKind | undefined => byId.get(id);
