import type { Document } from '#core/document/schema';
import { addLayer, changeLayer, setPassage, setSpan } from '#core/edit/commands/layers';
import { setLeadAndTail } from '#core/edit/commands/lines';
import { renameScene, setBackdrop } from '#core/edit/commands/stage';
import { fromScript } from '#core/edit/create';
import { readScript } from '#core/formats/script/read';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { Making, type Tools } from './film.ts';

const SCRIPT = `# Why ice floats
MEI: Why does ice float? It is only cold water!
KOFI: Because it needs more room. Nine percent more.
MEI: So it is larger, but no heavier?
KOFI: Just that. And so the fish below stay warm.
`;

/** "Why ice floats": a short film upright for a phone, of two people in a kitchen, with a title, a number and a mark. */
export async function tall(tools: Tools): Promise<Document> {
  const { makeId } = tools;
  const making = new Making(fromScript(readScript(SCRIPT), { title: 'Why ice floats', slug: 'ice', frame: '9:16', fps: 30 }, makeId), tools);
  const { scene } = making;
  making.run('Name the scene', renameScene(scene, 'In the kitchen'));
  making.run('Backdrop', setBackdrop(scene, { kind: 'set', set: 'kitchen', light: 0.5, air: 0.4 }));
  const [mei, kofi] = inOrder((making.document.scenes[scene] as Document['scenes'][string]).layers).map(([id]) => id) as [string, string];
  making.run('Place', (draft) => {
    changeLayer(scene, mei, { x: -270, y: 720, scaleX: 1.75, scaleY: 1.75, turn: 0.3 })(draft);
    changeLayer(scene, kofi, { x: 270, y: 730, scaleX: 1.75, scaleY: 1.75, turn: -0.3 })(draft);
  });
  making.run('Lead and tail', setLeadAndTail(scene, toTicks(0.9), toTicks(1.6)));
  await making.giveVoices('draft');
  const shown = (label: string, layer: object, start: ReturnType<Making['on']>, end: ReturnType<Making['on']>): string => {
    const id = makeId('layer');
    making.run(label, (draft) => {
      addLayer(scene, id, { ...layer, locked: false, hidden: false } as never)(draft);
      setSpan(scene, id, { start, end })(draft);
      setPassage(scene, id, 'exit', { effect: 'fade', ticks: toTicks(0.2) })(draft);
    });
    return id;
  };
  shown(
    'Title',
    { kind: 'text', text: 'Why does\nice float?', font: 'title', align: 'middle', look: 'two-lengths', x: 0, y: -640, size: 96 },
    making.on(1, undefined, -0.1),
    making.on(2, undefined, -0.1),
  );
  shown(
    'How much more',
    { kind: 'text', text: '9 percent\nmore room', font: 'title', align: 'middle', look: 'big-number', tone: 4, x: 0, y: -660, size: 76 },
    making.on(2, 'Nine', -0.1),
    making.on(3, undefined, 1.1),
  );
  shown('Just that', { kind: 'balloon', text: 'Just that.', form: 'speech', of: kofi, x: 90, y: -420, size: 96 }, making.on(4, undefined, -0.1), making.on(4, 'And', 0.2));
  making.hang({ kind: 'gesture', layer: mei, action: 'shrug', hand: 'both', strength: 1 }, making.on(1, 'only'), 1);
  making.hang({ kind: 'face', layer: mei, expression: 'thinking', strength: 0.8 }, making.on(1), 1.6);
  making.hang({ kind: 'gesture', layer: kofi, action: 'explain', hand: 'both', strength: 1 }, making.on(2, 'room'), 1.1);
  making.hang({ kind: 'face', layer: mei, expression: 'surprised', strength: 0.8 }, making.on(2, 'Nine'), 1.2);
  making.hang({ kind: 'gesture', layer: kofi, action: 'nod', hand: 'left', strength: 1 }, making.on(4), 0.8);
  making.hang({ kind: 'face', layer: kofi, expression: 'warm', strength: 0.9 }, making.on(4), 3);
  making.hang({ kind: 'face', layer: mei, expression: 'laughing', strength: 0.7 }, making.on(4, 'fish'), 1.8);
  making.hang({ kind: 'camera', framing: 'wide', subjects: [], x: 0, y: 0, width: 1080, over: 0, push: 0 }, { to: 'scene', edge: 'start', offset: 0 }, 1);
  making.music('bright-morning');
  return making.document;
}
