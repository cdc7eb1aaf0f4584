/** The schemas of everything that is stored, by what they are of (Valibot), and the types inferred from them. */
import type { Character } from './schema/characters.ts';
import type { Production } from './schema/production.ts';
import type { Scene } from './schema/scenes.ts';

export * from './schema/backdrops.ts';
export * from './schema/characters.ts';
export * from './schema/cues.ts';
export * from './schema/keys.ts';
export * from './schema/layers.ts';
export * from './schema/lines.ts';
export * from './schema/ownPictures.ts';
export * from './schema/pins.ts';
export * from './schema/production.ts';
export * from './schema/scenes.ts';

/** A whole production as it is edited: parts by id. */
export interface Document {
  production: Production;
  characters: Record<string, Character>;
  scenes: Record<string, Scene>;
}
