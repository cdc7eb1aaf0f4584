import type { Document } from '#core/document/schema';
import { changeLayer } from '#core/edit/commands/layers';
import { setLeadAndTail } from '#core/edit/commands/lines';
import { renameScene, setBackdrop } from '#core/edit/commands/stage';
import { fromScript } from '#core/edit/create';
import { readScript } from '#core/formats/script/read';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { Making, type Tools } from './film.ts';
import { studyPicture } from './studyPicture.ts';

const SCRIPT = `# Reading a tide table
THEO: Hello! This is how you read a tide table.
THEO: Find today, then look for the largest number. That is high water.
THEO: Add about six hours, and you can walk on the sand.
`;

/** "Reading a tide table": one presenter before an imported picture. */
export async function presenter(tools: Tools): Promise<Document> {
  const { makeId } = tools;
  const making = new Making(fromScript(readScript(SCRIPT), { title: 'Reading a tide table', slug: 'tide-table', frame: '16:9', fps: 30 }, makeId), tools);
  const { scene } = making;
  making.run('Name the scene', renameScene(scene, 'At the board'));
  const picture = await tools.picture(studyPicture(), 'study.png');
  making.run('Backdrop', setBackdrop(scene, { kind: 'picture', media: picture.media, width: picture.width, height: picture.height, fit: 'fill', name: 'study.png' }));
  const [layer] = inOrder((making.document.scenes[scene] as Document['scenes'][string]).layers)[0] as [string, unknown];
  making.run('Place', changeLayer(scene, layer, { x: 60, y: 470 }));
  making.run('Lead and tail', setLeadAndTail(scene, toTicks(0.7), toTicks(1.2)));
  await making.giveVoices('draft');
  making.hang({ kind: 'gesture', layer, action: 'wave', hand: 'right', strength: 1 }, making.on(1, 'Hello'), 0.9);
  making.hang({ kind: 'face', layer, expression: 'warm', strength: 0.9 }, making.on(1), 3);
  making.hang({ kind: 'gesture', layer, action: 'point', hand: 'left', strength: 1 }, making.on(2, 'largest'), 1.2);
  making.hang({ kind: 'look', layer, target: { to: 'place', x: -460, y: -160, name: 'the board' } }, making.on(2, 'largest', -0.1), 1.1);
  making.hang({ kind: 'gesture', layer, action: 'explain', hand: 'both', strength: 1 }, making.on(3, 'walk'), 1.1);
  making.hang({ kind: 'face', layer, expression: 'laughing', strength: 0.5 }, making.on(3, 'walk'), 1.6);
  making.hang({ kind: 'camera', framing: 'wide', subjects: [], x: 0, y: 0, width: 1920, over: 0, push: 0 }, { to: 'scene', edge: 'start', offset: 0 }, 1);
  making.hang({ kind: 'camera', framing: 'medium', subjects: [layer], x: 0, y: 0, width: 1920, over: toTicks(0.8), push: 0 }, making.on(3, undefined, -0.2), 1);
  return making.document;
}
