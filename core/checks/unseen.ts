import type { Check } from './check.ts';

/** A voice without a mouth: its speaker is hidden, or nowhere on the stage and not meant to be heard from off it. */
export const unseen: Check = {
  id: 'unseen',
  find: (scene, document) =>
    scene.lines.flatMap(({ id, index, start, line, layer }) => {
      if (line.kind !== 'line' || line.offStage) return [];
      const at = { scene: scene.id, tick: start, line: id };
      if (layer) return scene.scene.layers[layer]?.hidden ? [{ ...at, text: `Line ${index + 1} is spoken by somebody who is hidden.` }] : [];
      const name = document.production.roles[line.role ?? '']?.name;
      return name ? [{ ...at, text: `${name} speaks line ${index + 1} but is not on stage. Bring ${name} on, or let the line be heard from off stage.` }] : [];
    }),
};
