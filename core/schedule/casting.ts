import { restValue } from '../document/properties.ts';
import type { Character, CharacterLayer, Document, Line, Scene } from '../document/schema.ts';
import { inOrder } from '../time/order.ts';

/** The character that plays a role in a scene. */
export const playerOf = (document: Document, scene: Scene, role: string | null): Character | undefined => {
  if (!role) return undefined;
  const id = scene.recast[role] ?? document.production.roles[role]?.character;
  return id ? document.characters[id] : undefined;
};

/** The layer on which a line's speaker stands, or undefined for a voice from off stage. */
export function speakerLayer(document: Document, scene: Scene, line: Line): string | undefined {
  if (line.offStage) return undefined;
  const player = playerOf(document, scene, line.role);
  if (!player) return undefined;
  return characterLayers(scene).find(([, layer]) => layer.character === player.id)?.[0];
}

export const characterLayers = (scene: Scene): [string, CharacterLayer][] =>
  inOrder(scene.layers).filter((entry): entry is [string, CharacterLayer] => entry[1].kind === 'character');

/** Things out of which voices come. */
const VOICED: ReadonlySet<string> = new Set(['radio', 'loudspeaker', 'megaphone', 'screen', 'wall-screen', 'laptop', 'television', 'phone', 'telephone', 'tablet', 'computer']);

/** The thing on the stage that a voice from off stage is taken to come from. */
export const voiceThing = (scene: Scene): string | undefined => inOrder(scene.layers).find(([, layer]) => layer.kind === 'prop' && !layer.hidden && VOICED.has(layer.prop))?.[0];

/** Things of a scene by the words that name them, and the side on which each stands of a figure. */
export function thingsNamed(scene: Scene, id: string): { words: readonly string[]; hand: 'left' | 'right' }[] {
  const from = scene.layers[id];
  if (!from) return [];
  return Object.values(scene.layers).flatMap((layer) => {
    if (layer.kind !== 'prop' || layer.hidden || layer.parent) return [];
    const words = [layer.prop.replace(/-/g, ' '), layer.name ?? ''].flatMap((name) => name.toLowerCase().split(' ')).filter((word) => word.length > 2);
    return [{ words, hand: restValue(layer, 'x') >= restValue(from, 'x') ? ('right' as const) : ('left' as const) }];
  });
}
