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
