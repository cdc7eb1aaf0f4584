import type { Document } from '#core/document/schema';
import { addLayer, changeLayer, type NewLayer, orderLayer, setPassage, setSpan } from '#core/edit/commands/layers';
import { pinLine, setAside, setGap, setLeadAndTail } from '#core/edit/commands/lines';
import { insertScript } from '#core/edit/commands/script';
import { renameScene } from '#core/edit/commands/stage';
import { addSpeaker, fromScript, standingLayer } from '#core/edit/create';
import { designed } from '#core/figure/cast';
import { readScript } from '#core/formats/script/read';
import { voicePreset } from '#core/speech/voices';
import { inOrder, orderAtEnd } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { bench, gallery } from './evening.ts';
import { Making, type Tools } from './film.ts';
import { pictured } from './pictured.ts';

const SCRIPT = `# How tides work
TULLY: Marit! Somebody has stolen the sea!
MARIT: Good morning, Tully. It is low tide.
TULLY: But all the boats are lying on their tummies.
MARIT: They are only resting. In six hours they will float again.
TULLY: So who pulls the plug out?
MARIT: There is no plug. The Moon pulls the water, from very far away.
NOOR: Harbour wall, this is Noor. She is right, you know.
TULLY: The radio agrees with you!
MARIT: Noor teaches physics.
NOOR: The Moon tugs the near sea most, so the water stretches into two bulges.
TULLY: Two bulges. So the sea comes back twice a day!
MARIT: Now find me an orange, and I will show you why.
TULLY: I love science.
`;

/** "How tides work": the empty harbour, two on the wall, a third over the radio; then the lighthouse at dusk, and a workbench at night. */
export async function tides(tools: Tools): Promise<Document> {
  const { makeId } = tools;
  const script = readScript(SCRIPT);
  const onStage = { ...script, speakers: ['Tully', 'Marit'] };
  // The voice on the radio has a role and a character, and no place on the wall.
  let start = fromScript({ ...onStage, scenes: [], lines: [] }, { title: 'How tides work', slug: 'demo', frame: '16:9', fps: 24 }, makeId, {
    kind: 'set',
    set: 'harbour-low-tide',
    light: 0.5,
    air: 0.4,
  });
  const making = new Making(start, tools);
  const { scene } = making;
  making.run('Name the scene', renameScene(scene, 'Empty harbour'));
  making.run(
    'Cast the radio',
    addSpeaker({
      role: makeId('role'),
      character: designed('noor', makeId('character'), orderAtEnd(start.characters)),
      colour: 3,
      name: 'Noor',
      voice: (voicePreset('signal') as NonNullable<ReturnType<typeof voicePreset>>).voice,
    }),
  );
  start = making.document;
  const role = Object.fromEntries(inOrder(start.production.roles).map(([id, r]) => [r.name, id])) as Record<string, string>;
  const colours: Record<string, number> = { Marit: 1, Tully: 2, Noor: 3 };
  making.run('Speaker colours', (draft) => {
    for (const r of Object.values(draft.production.roles)) r.colour = colours[r.name] ?? r.colour;
  });
  making.run('Write the script', insertScript(scene, script, role, makeId));

  const layer = (name: string): string => {
    const character = Object.values(making.document.characters).find((c) => c.name === name)?.id;
    return (
      inOrder((making.document.scenes[scene] as Document['scenes'][string]).layers).find(([, l]) => l.kind === 'character' && l.character === character) as [string, unknown]
    )[0];
  };
  const tully = layer('Tully');
  const marit = layer('Marit');
  making.run('Place Marit', changeLayer(scene, marit, { x: -330, y: 452, scaleX: 1.42, scaleY: 1.42, turn: 0.2 }));
  making.run('Place Tully', changeLayer(scene, tully, { x: 820, y: 462, scaleX: 1.3, scaleY: 1.3, turn: -0.2 }));
  const radio = makeId('layer');
  making.run(
    'Bring on the radio',
    addLayer(scene, radio, { kind: 'prop', name: 'Radio', prop: 'radio', x: -70, y: 420, scaleX: 1.02, scaleY: 1.02, locked: false, hidden: false } as never),
  );
  making.run('Lead and tail', setLeadAndTail(scene, toTicks(0.6), toTicks(1.2)));

  await making.giveVoices('imported');
  const lines = making.lines().map(([id]) => id);
  for (const n of [7, 10]) making.run('Off stage', setAside(scene, lines[n - 1] as string, { offStage: true }));
  // Gaps that people leave: an answer comes quickly, a discovery takes a moment, and Tully cannot wait.
  for (const [n, gap] of [
    [2, 0.45],
    [3, 0.35],
    [4, 0.4],
    [5, 0.5],
    [6, 0.45],
    [7, 0.6],
    [8, -0.25],
    [9, 0.35],
    [10, 0.4],
    [11, 0.5],
    [12, 0.3],
    [13, 0.2],
  ] as const)
    making.run('Turn gap', setGap(scene, lines[n - 1] as string, toTicks(gap)));

  // Tully rolls in, and the first line waits for it.
  const enter = making.hang({ kind: 'move', layer: tully, x: 270, y: 462, walk: true, ease: 'both' }, { to: 'scene', edge: 'start', offset: toTicks(0.1) }, 1.8);
  making.run('Wait for the walk', pinLine(scene, lines[0] as string, { to: 'cue', cue: enter, edge: 'end', offset: toTicks(-0.25) }));

  const gesture = (who: string, action: string, hand: 'left' | 'right' | 'both', at: ReturnType<Making['on']>, seconds: number, strength = 1): void => {
    making.hang({ kind: 'gesture', layer: who, action, hand, strength }, at, seconds);
  };
  const face = (who: string, expression: string, at: ReturnType<Making['on']>, seconds: number, strength = 0.9): void => {
    making.hang({ kind: 'face', layer: who, expression, strength }, at, seconds);
  };
  gesture(tully, 'shrug', 'both', making.on(1, 'stolen'), 0.9);
  face(tully, 'surprised', making.on(1), 1.9, 1);
  gesture(marit, 'wave', 'left', making.on(2, 'morning'), 0.75);
  face(marit, 'warm', making.on(2), 2.4);
  face(tully, 'worried', making.on(3, 'boats'), 2.4);
  gesture(tully, 'point', 'right', making.on(3, 'boats'), 1.1);
  gesture(marit, 'explain', 'right', making.on(4, 'resting'), 1.3);
  gesture(marit, 'nod', 'right', making.on(4, 'float'), 0.7);
  face(tully, 'thinking', making.on(5), 1.8);
  gesture(tully, 'shrug', 'both', making.on(5, 'pulls'), 0.8);
  gesture(marit, 'point', 'right', making.on(6, 'Moon'), 1.7, 1.1);
  making.hang({ kind: 'look', layer: marit, target: { to: 'place', x: 640, y: -330, name: 'the sky' } }, making.on(6, 'Moon', -0.1), 1.5);
  making.hang({ kind: 'look', layer: tully, target: { to: 'place', x: 700, y: -300, name: 'the sky' } }, making.on(6, 'pulls', 0.2), 1.6);
  face(marit, 'warm', making.on(6), 3.2, 0.7);
  gesture(marit, 'nod', 'left', making.on(7, 'right'), 0.8);
  face(tully, 'surprised', making.on(7, 'Noor'), 1.7, 0.8);
  gesture(tully, 'wave', 'left', making.on(8, 'radio'), 0.9);
  face(tully, 'laughing', making.on(8), 1.7, 0.75);
  gesture(marit, 'explain', 'left', making.on(9, 'physics'), 1.1);
  gesture(tully, 'think', 'right', making.on(10, 'near'), 2.6);
  face(tully, 'thinking', making.on(10, 'near'), 2.8, 0.8);
  gesture(marit, 'nod', 'right', making.on(10, 'bulges'), 0.8);
  gesture(tully, 'explain', 'both', making.on(11, 'Two'), 1.3);
  face(tully, 'determined', making.on(11), 1.6, 0.6);
  face(tully, 'laughing', making.on(11, 'comes'), 2.2, 0.7);
  gesture(marit, 'explain', 'right', making.on(12, 'orange'), 1.4);
  face(marit, 'laughing', making.on(12), 1.1, 0.6);
  face(marit, 'warm', making.on(12, 'orange'), 4.5);
  gesture(tully, 'wave', 'both', making.on(13, 'love'), 1.3);
  face(tully, 'laughing', making.on(13), 3, 0.9);

  // The Moon, when it is named: a picture of our own that looks down on them.
  const moon = makeId('layer');
  const moonCharacter = await pictured(making, tools, 'moon', 'Moon');
  making.run('Bring on the Moon', (draft) => {
    addLayer(scene, moon, { ...standingLayer(moonCharacter, { x: 560, y: -236, turn: 0 }, 1.12), name: 'Moon' } as NewLayer)(draft);
    orderLayer(scene, moon, null)(draft);
    setSpan(scene, moon, { start: making.on(6, 'Moon', -0.25), end: { to: 'scene', edge: 'end', offset: 0 } })(draft);
    setPassage(scene, moon, 'enter', { effect: 'fade', ticks: toTicks(0.7) })(draft);
  });
  making.hang({ kind: 'look', layer: moon, target: { to: 'layer', layer: tully } }, making.on(6, 'Moon', 0.5), 2.6);
  making.hang({ kind: 'face', layer: moon, expression: 'warm', strength: 1 }, making.on(6, 'water'), 2.4);
  making.hang({ kind: 'face', layer: moon, expression: 'laughing', strength: 0.7 }, making.on(13, 'love'), 2.2);

  // What is to be kept in mind stands on the picture as it is said.
  const words = (
    what: string,
    text: string,
    look: string,
    place: { x: number; y: number },
    start: ReturnType<Making['on']>,
    end: ReturnType<Making['on']>,
    more: object = {},
  ): void => {
    const id = makeId('layer');
    making.run(what, (draft) => {
      addLayer(scene, id, { kind: 'text', text, font: 'title', align: 'middle', look, ...place, ...more, locked: false, hidden: false } as never)(draft);
      setSpan(scene, id, { start, end })(draft);
      setPassage(scene, id, 'exit', { effect: 'fade', ticks: toTicks(0.2) })(draft);
    });
  };
  words('Title', 'How tides work\nEmpty harbour', 'hung-board', { x: -340, y: -330 }, { to: 'scene', edge: 'start', offset: toTicks(0.3) }, making.on(2, undefined, -0.12));
  words('Say it large', '6 hours\nuntil they float again', 'big-number', { x: 610, y: -210 }, making.on(4, 'six', -0.05), making.on(6, undefined, -0.12), { size: 84, tone: 1 });
  const call = makeId('layer');
  making.run('A call by radio', (draft) => {
    addLayer(scene, call, { kind: 'balloon', text: 'Harbour wall, this is Noor.', form: 'afar', of: radio, x: -60, y: -330, locked: false, hidden: false } as never)(draft);
    setSpan(scene, call, { start: making.on(7, undefined, -0.08), end: making.on(7, 'right', 0.4) })(draft);
  });

  const shot = (framing: 'wide' | 'two-shot' | 'medium' | 'close', subjects: string[], at: ReturnType<Making['on']>, over = 0, push = 0): void => {
    making.hang({ kind: 'camera', framing, subjects, x: 0, y: 0, width: 1920, over: toTicks(over), push }, at, 1);
  };
  shot('wide', [], { to: 'scene', edge: 'start', offset: 0 });
  shot('medium', [marit], making.on(2, undefined, -0.1));
  shot('two-shot', [marit, tully], making.on(3, undefined, -0.1));
  shot('medium', [marit], making.on(4, undefined, -0.1));
  shot('close', [tully], making.on(5, undefined, -0.12));
  shot('wide', [], making.on(6, undefined, -0.1));
  shot('two-shot', [marit, tully], making.on(7, undefined, -0.3), 0.9);
  shot('medium', [marit], making.on(9, undefined, -0.12));
  shot('two-shot', [marit, tully], making.on(10, undefined, -0.1));
  shot('medium', [tully], making.on(11, undefined, -0.12), 0, 0.06);
  shot('two-shot', [marit, tully], making.on(12, undefined, -0.1));
  shot('wide', [], making.on(13, 'love'), 1.2);
  making.music('harbour');
  await gallery(making, tools);
  await bench(making, tools);
  return making.document;
}
