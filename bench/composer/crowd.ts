import type { Document } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { addEffect, addLayer, groupLayers, type NewLayer } from '#core/edit/commands/layers';
import { inOrder } from '#core/time/order';
import { makeId } from '#server/productions';

const FLAGS = { locked: false, hidden: false } as const;

/** A still layer of every kind in turn that needs no file: shape, words, prop; every tenth pair in a group, every tenth with an effect. */
function stillLayer(n: number): NewLayer {
  const place = { x: ((n * 397) % 1800) - 900, y: ((n * 211) % 900) - 460, ...FLAGS };
  const kinds: readonly NewLayer[] = [
    { kind: 'shape', form: 'star', width: 60, height: 60, filled: true, line: 3, ...place },
    { kind: 'text', text: `Word ${n}`, font: 'title', align: 'middle', size: 30, ...place },
    { kind: 'prop', name: 'Lamp', prop: 'lantern', scaleX: 0.3, scaleY: 0.3, ...place },
    { kind: 'shape', form: 'ellipse', width: 70, height: 40, filled: false, line: 3, angleDeg: 20, ...place },
  ];
  return kinds[n % kinds.length] as NewLayer;
}

/** The document as a production of its own, with still layers of all kinds on its first stage. */
export function crowded(start: Document, count: number): Document {
  const id = makeId('production');
  const title = `${count} layers`;
  let document: Document = { ...start, production: { ...start.production, id, slug: `layers-${count}-${id.slice(-6)}`, title } };
  const run = (recipe: Recipe): void => {
    document = edit(document, 'bench', makeId('change'), recipe).document;
  };
  const scene = inOrder(document.scenes)[0]?.[0] as string;
  const layers: string[] = [];
  for (let n = 0; n < count; n++) {
    const layer = makeId('layer');
    layers.push(layer);
    run(addLayer(scene, layer, stillLayer(n)));
    if (n % 10 === 5) run(addEffect(scene, layer, makeId('effect'), { effect: 'shadow', values: {} }));
    if (n % 10 === 9) run(groupLayers(scene, layers.slice(-2), makeId('layer'), `Group ${n}`));
  }
  return document;
}
