import type { EffectKind } from './effect.ts';
import { glow } from './glow.ts';
import { lamplight } from './lamplight.ts';
import { rain } from './rain.ts';
import { shadow } from './shadow.ts';
import { soften } from './soften.ts';
import { tone } from './tone.ts';
import { vignette } from './vignette.ts';

/** Every effect: one file each, one line here. */
export const EFFECTS: readonly EffectKind[] = [shadow, glow, tone, soften, vignette, lamplight, rain];

export const effectOf = (id: string): EffectKind | undefined => EFFECTS.find((effect) => effect.id === id);
