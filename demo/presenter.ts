import type { Document } from '#core/document/schema';
import { addLayer, changeLayer, setPassage, setSpan } from '#core/edit/commands/layers';
import { setLeadAndTail } from '#core/edit/commands/lines';
import { renameScene, setBackdrop } from '#core/edit/commands/stage';
import { fromScript } from '#core/edit/create';
import { readScript } from '#core/formats/script/read';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { Making, type Tools } from './film.ts';
import { studyPicture } from './studyPicture.ts';

const SCRIPT = `# Reading a tide table
THEO: Hello! This is how you read a tide table. It takes three steps.
THEO: First, find today. Every day has a row of its own.
THEO: Then look for the largest number. That is high water, and the time stands beside it.
THEO: Last, add about six hours. That is low water.
THEO: Now you know when you can walk on the sand. And when to come back!
`;

/** "Reading a tide table": half a minute of one presenter before an imported picture, with a list that builds as it is said. */
export async function presenter(tools: Tools): Promise<Document> {
  const { makeId } = tools;
  const making = new Making(fromScript(readScript(SCRIPT), { title: 'Reading a tide table', slug: 'tide-table', frame: '16:9', fps: 30 }, makeId), tools);
  const { scene } = making;
  making.run('Name the scene', renameScene(scene, 'At the board'));
  const picture = await tools.picture(studyPicture(), 'study.png');
  making.run('Backdrop', setBackdrop(scene, { kind: 'picture', media: picture.media, width: picture.width, height: picture.height, fit: 'fill', name: 'study.png' }));
  const [layer] = inOrder((making.document.scenes[scene] as Document['scenes'][string]).layers)[0] as [string, unknown];
  making.run('Place', changeLayer(scene, layer, { x: 60, y: 470 }));
  making.run('Lead and tail', setLeadAndTail(scene, toTicks(0.7), toTicks(2)));
  await making.giveVoices('draft');
  const list = makeId('layer');
  making.run('The three steps', (draft) => {
    addLayer(scene, list, {
      kind: 'text',
      text: 'Three steps\nFind today\nThe largest number\nAdd six hours',
      font: 'title',
      align: 'middle',
      look: 'growing-list',
      tone: 4,
      x: 590,
      y: -190,
      size: 84,
      locked: false,
      hidden: false,
    } as never)(draft);
    setSpan(scene, list, { start: making.on(1, 'three', -0.1), end: making.on(5, 'come', -0.2) })(draft);
    setPassage(scene, list, 'exit', { effect: 'fade', ticks: toTicks(0.2) })(draft);
  });
  const name = makeId('layer');
  making.run('Who speaks', (draft) => {
    addLayer(scene, name, {
      kind: 'text',
      text: 'Theo\nharbour office',
      font: 'title',
      align: 'middle',
      look: 'name-ribbon',
      of: layer,
      x: -560,
      y: 330,
      locked: false,
      hidden: false,
    } as never)(draft);
    setSpan(scene, name, { start: making.on(1, 'This'), end: { ticks: toTicks(3.2) } })(draft);
    setPassage(scene, name, 'exit', { effect: 'fade', ticks: toTicks(0.2) })(draft);
  });
  making.hang({ kind: 'gesture', layer, action: 'wave', hand: 'right', strength: 1 }, making.on(1, 'Hello'), 0.9);
  making.hang({ kind: 'face', layer, expression: 'warm', strength: 0.9 }, making.on(1), 3);
  making.hang({ kind: 'look', layer, target: { to: 'layer', layer: list } }, making.on(2, 'find', -0.1), 1.1);
  making.hang({ kind: 'gesture', layer, action: 'point', hand: 'left', strength: 1 }, making.on(3, 'largest'), 1.2);
  making.hang({ kind: 'look', layer, target: { to: 'layer', layer: list } }, making.on(3, 'largest', -0.1), 1.1);
  making.hang({ kind: 'gesture', layer, action: 'explain', hand: 'both', strength: 1 }, making.on(4, 'six'), 1.1);
  making.hang({ kind: 'gesture', layer, action: 'nod', hand: 'left', strength: 1 }, making.on(4, 'low'), 0.8);
  making.hang({ kind: 'gesture', layer, action: 'explain', hand: 'both', strength: 1 }, making.on(5, 'walk'), 1.1);
  making.hang({ kind: 'face', layer, expression: 'laughing', strength: 0.5 }, making.on(5, 'And'), 2.2);
  making.hang({ kind: 'camera', framing: 'wide', subjects: [], x: 0, y: 0, width: 1920, over: 0, push: 0 }, { to: 'scene', edge: 'start', offset: 0 }, 1);
  making.hang({ kind: 'camera', framing: 'medium', subjects: [layer], x: 0, y: 0, width: 1920, over: toTicks(0.8), push: 0 }, making.on(5, 'And', -0.3), 1);
  making.music('light-steps');
  return making.document;
}
