import type { Document } from '#core/document/schema';
import { addEffect, addLayer, changeLayer, holdLayer, removeLayers, setPassage, setSpan } from '#core/edit/commands/layers';
import { setGap, setLeadAndTail } from '#core/edit/commands/lines';
import { setTransition } from '#core/edit/commands/scenes';
import { insertScript } from '#core/edit/commands/script';
import { setBackdrop } from '#core/edit/commands/stage';
import { addSceneAfter } from '#core/edit/create';
import { readScript } from '#core/formats/script/read';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import type { Making, Tools } from './film.ts';

const GALLERY = `TULLY: Why are we up here, Marit?
MARIT: To see it happen. Look, the water is climbing already.
NOOR: Noor here. Low water was at noon, high water comes at six.
TULLY: Low, high, low, high. Like breathing!
`;
const BENCH = `MARIT: The orange is the Earth, and the lamp is the Moon.
TULLY: And my thumb is the harbour!
MARIT: Now turn it once. How often does your thumb pass a bulge?
TULLY: One. Two! Twice!
MARIT: And that is why the sea comes back twice a day.
TULLY: Can I eat the Earth now?
`;

interface People {
  readonly marit: string;
  readonly tully: string;
}
type At = ReturnType<Making['on']>;

/** A scene after the last one, with its people and their lines; gives their layers. */
async function nextScene(making: Making, { makeId }: Tools, title: string, script: string, backdrop: Document['scenes'][string]['backdrop']): Promise<People> {
  const last = making.scene;
  const id = makeId('scene');
  making.run(`Scene: ${title}`, addSceneAfter(last, id, title, makeId));
  making.scene = id;
  const role = Object.fromEntries(inOrder(making.document.production.roles).map(([one, { name }]) => [name, one])) as Record<string, string>;
  making.run('Write the script', insertScript(id, readScript(script), role, makeId));
  making.run('Backdrop', setBackdrop(id, backdrop));
  const layerOf = (name: string): string | undefined => {
    const who = Object.values(making.document.characters).find((one) => one.name === name)?.id;
    return inOrder((making.document.scenes[id] as Document['scenes'][string]).layers).find(([, layer]) => layer.kind === 'character' && layer.character === who)?.[0];
  };
  const others = ['Moon', 'Noor'].map(layerOf).filter((one) => one !== undefined);
  if (others.length) making.run('Who is not there', removeLayers(id, others));
  await making.giveVoices('imported');
  return { marit: layerOf('Marit') as string, tully: layerOf('Tully') as string };
}

function helpers(making: Making, { makeId }: Tools) {
  const shown = (label: string, layer: object, start: At, end: At): string => {
    const id = makeId('layer');
    making.run(label, (draft) => {
      addLayer(making.scene, id, { ...layer, locked: false, hidden: false } as never)(draft);
      setSpan(making.scene, id, { start, end })(draft);
      setPassage(making.scene, id, 'exit', { effect: 'fade', ticks: toTicks(0.25) })(draft);
    });
    return id;
  };
  return {
    shown,
    gesture: (who: string, action: string, hand: 'left' | 'right' | 'both', at: At, seconds: number): void =>
      void making.hang({ kind: 'gesture', layer: who, action, hand, strength: 1 }, at, seconds),
    face: (who: string, expression: string, at: At, seconds: number, strength = 0.85): void => void making.hang({ kind: 'face', layer: who, expression, strength }, at, seconds),
    shot: (framing: 'wide' | 'two-shot' | 'medium' | 'close', subjects: string[], at: At, over = 0, push = 0): void =>
      void making.hang({ kind: 'camera', framing, subjects, x: 0, y: 0, width: 1920, over: toTicks(over), push }, at, 1),
  };
}
const START = { to: 'scene', edge: 'start', offset: 0 } as const;
const END = { to: 'scene', edge: 'end', offset: 0 } as const;

/** Second scene: on the lighthouse at dusk, the water comes back, and the day's tide is drawn. */
export async function gallery(making: Making, tools: Tools): Promise<void> {
  const { marit, tully } = await nextScene(making, tools, 'Up on the lighthouse', GALLERY, { kind: 'set', set: 'lighthouse', light: 0.75, air: 0.5 });
  const { scene } = making;
  making.run('Over it', setTransition(scene, { effect: 'dissolve', ticks: toTicks(0.7) }));
  making.run('Lead and tail', setLeadAndTail(scene, toTicks(0.7), toTicks(1.3)));
  making.run('Place', (draft) => {
    changeLayer(scene, marit, { x: -330, y: 430, scaleX: 1.3, scaleY: 1.3, turn: 0.2 })(draft);
    changeLayer(scene, tully, { x: 130, y: 440, scaleX: 1.2, scaleY: 1.2, turn: -0.2 })(draft);
  });
  const radio = tools.makeId('layer');
  making.run(
    'Bring the radio',
    addLayer(scene, radio, { kind: 'prop', name: 'Radio', prop: 'radio', x: -90, y: 424, scaleX: 0.8, scaleY: 0.8, locked: false, hidden: false } as never),
  );
  const lines = making.lines().map(([id]) => id);
  making.run('Off stage', (draft) => {
    const line = draft.scenes[scene]?.lines[lines[2] as string];
    if (line) line.offStage = true;
  });
  for (const [n, gap] of [
    [2, 0.4],
    [3, 0.5],
    [4, 0.35],
  ] as const)
    making.run('Turn gap', setGap(scene, lines[n - 1] as string, toTicks(gap)));
  const { shown, gesture, face, shot } = helpers(making, tools);
  shown(
    'Where we are',
    { kind: 'text', text: 'Six hours later', font: 'title', align: 'middle', look: 'cut-strip', x: -420, y: -360, size: 80 },
    { ...START, offset: toTicks(0.5) },
    making.on(2),
  );
  shown('A call by radio', { kind: 'balloon', text: 'Noor here.', form: 'afar', of: radio, x: -60, y: -300 }, making.on(3, undefined, -0.08), making.on(3, 'Low'));
  shown(
    'The day’s tide',
    { kind: 'chart', form: 'line', title: 'Depth at the wall, in metres', table: 'noon, 0.4\nsix, 4.1', width: 860, height: 520, x: 480, y: -226, tone: 6 },
    making.on(3, 'Low', -0.1),
    making.on(4, 'breathing', -0.1),
  );
  face(tully, 'thinking', making.on(1), 1.4);
  gesture(marit, 'point', 'right', making.on(2, 'Look'), 1.4);
  face(marit, 'warm', making.on(2), 3);
  gesture(tully, 'think', 'right', making.on(3, 'Low'), 1.6);
  gesture(tully, 'explain', 'both', making.on(4), 1.6);
  face(tully, 'laughing', making.on(4, 'breathing'), 1.6, 0.8);
  gesture(marit, 'nod', 'left', making.on(4, 'breathing'), 0.8);
  shot('wide', [], START);
  shot('two-shot', [marit, tully], making.on(2, undefined, -0.1));
  shot('wide', [], making.on(3, undefined, -0.15));
  shot('medium', [tully], making.on(4, 'breathing', -0.15), 0, 0.05);
}

/** Third scene: at the workbench at night, an orange by a lamp shows why it is twice. */
export async function bench(making: Making, tools: Tools): Promise<void> {
  const { marit, tully } = await nextScene(making, tools, 'The lamp and the orange', BENCH, {
    kind: 'set',
    set: 'workshop',
    light: 1,
    air: 0.3,
    parts: { orange: { hidden: true } },
  });
  const { scene } = making;
  making.run('Over it', setTransition(scene, { effect: 'iris', ticks: toTicks(0.8) }));
  making.run('Lead and tail', setLeadAndTail(scene, toTicks(0.7), toTicks(4.9)));
  making.run('Place', (draft) => {
    changeLayer(scene, marit, { x: -250, y: 430, scaleX: 1.3, scaleY: 1.3, turn: 0.25 })(draft);
    changeLayer(scene, tully, { x: 240, y: 440, scaleX: 1.2, scaleY: 1.2, turn: -0.25 })(draft);
  });
  const orange = tools.makeId('layer');
  making.run('An orange', (draft) => {
    addLayer(scene, orange, { kind: 'prop', name: 'Orange', prop: 'orange', x: 0, y: 0, locked: false, hidden: false } as never)(draft);
    holdLayer(scene, orange, tully, 'right')(draft);
  });
  making.run('A glow', addEffect(scene, orange, tools.makeId('effect'), { effect: 'glow', values: { size: 26, strength: 0.6 } }));
  const lines = making.lines().map(([id]) => id);
  for (const [n, gap] of [
    [2, 0.35],
    [3, 0.5],
    [4, 0.7],
    [5, 0.5],
    [6, 0.4],
  ] as const)
    making.run('Turn gap', setGap(scene, lines[n - 1] as string, toTicks(gap)));
  const { shown, gesture, face, shot } = helpers(making, tools);
  shown(
    'What stands for what',
    {
      kind: 'text',
      text: 'In this room\nThe orange is the Earth\nThe lamp is the Moon\nMy thumb is the harbour',
      font: 'title',
      align: 'middle',
      look: 'growing-list',
      x: 500,
      y: -250,
      size: 74,
      tone: 4,
    },
    making.on(1, 'orange', -0.1),
    making.on(4, undefined, -0.1),
  );
  shown('Say it large', { kind: 'balloon', text: 'Two!', form: 'shout', of: tully, x: 560, y: -300 }, making.on(4, 'Two', -0.05), making.on(5));
  gesture(marit, 'hand-over', 'right', making.on(1, 'orange'), 1.2);
  face(marit, 'warm', making.on(1), 4);
  face(tully, 'laughing', making.on(2), 1.6, 0.8);
  gesture(marit, 'explain', 'left', making.on(3, 'turn'), 1.3);
  face(tully, 'thinking', making.on(3, 'How'), 2.2);
  face(tully, 'surprised', making.on(4, 'Two'), 1.2);
  gesture(marit, 'nod', 'right', making.on(5, 'why'), 0.8);
  face(marit, 'warm', making.on(5), 3);
  face(tully, 'laughing', making.on(6), 2.4, 0.9);
  face(marit, 'laughing', making.on(6, 'Earth'), 2, 0.7);
  shot('wide', [], START);
  shot('two-shot', [marit, tully], making.on(2, undefined, -0.1));
  shot('close', [tully], making.on(4, undefined, -0.1), 0, 0.06);
  shot('medium', [marit], making.on(5, undefined, -0.1));
  shot('two-shot', [marit, tully], making.on(6, undefined, -0.1), 0.6);
  shown(
    'Who made it',
    {
      kind: 'text',
      text: 'How tides work\nMarit, keeps the lighthouse\nTully, salvage robot\nNoor, teaches physics\nThe Moon, as itself',
      font: 'title',
      align: 'middle',
      look: 'last-card',
      x: 0,
      y: 0,
    },
    { ...END, offset: -toTicks(4.75) },
    END,
  );
}
