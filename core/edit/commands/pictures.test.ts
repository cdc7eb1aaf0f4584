import { describe, expect, it } from 'vitest';
import type { Document, PictureActor, PictureFace, PictureFigure } from '../../document/schema.ts';
import { sampleDocument, seededIds } from '../../testing/samples.ts';
import { applyPatches, edit, type Recipe } from '../change.ts';
import { addActor, addPicture, castActor, faceRegion, removeActor, removePicture, replacePicture, setActor, setPicture, talkAsBackdrop } from './pictures.ts';

const { document } = sampleDocument();
const makeId = seededIds(9);
const [PICTURE, ACTOR, CHARACTER] = [makeId('picture'), makeId('actor'), makeId('character')];
const picture = { name: 'Page', media: 'a'.repeat(64), width: 1400, height: 900 };
const face: PictureFace = {
  left: { x: 0.4, y: 0.4, halfWidth: 0.02, halfHeight: 0.02 },
  right: { x: 0.5, y: 0.4, halfWidth: 0.02, halfHeight: 0.02 },
  mouth: [
    [0.42, 0.5],
    [0.45, 0.51],
    [0.48, 0.5],
  ],
  chin: [0.45, 0.6],
  tiltDeg: 0,
  facing: 0,
};
const actor: Omit<PictureActor, 'order'> = { name: 'Pip', lifted: true, strokes: [], mends: [], face, character: null };
const figure: PictureFigure = {
  media: 'b'.repeat(64),
  source: 'a'.repeat(64),
  width: 400,
  height: 600,
  tall: 300,
  face,
  mouth: { style: 'ink', width: 0.9, open: 1, line: 1, lip: '#a04040', dark: '#501020' },
  lids: { skin: '#e0b090', shade: '#c89878', line: '#302020' },
  moves: 1,
};
const made = (...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => edit(now, 'x', 'cg_000000000001', recipe).document, document);
const shelf = (of: Document) => of.production.pictures?.[PICTURE];
const marked = [addPicture(PICTURE, picture), addActor(PICTURE, ACTOR, actor)];

describe('the shelf of pictures', () => {
  it('takes pictures in, knows where they are from, and lets them go', () => {
    const added = made(addPicture(PICTURE, picture), setPicture(PICTURE, { name: 'Sketch', author: 'Ada', source: 'Book 3' }));
    expect(shelf(added)).toMatchObject({ name: 'Sketch', author: 'Ada', source: 'Book 3', width: 1400, actors: {} });
    const emptied = made(addPicture(PICTURE, picture), setPicture(PICTURE, { author: 'Ada' }), setPicture(PICTURE, { author: '' }));
    expect(shelf(emptied)).not.toHaveProperty('author');
    expect(made(addPicture(PICTURE, picture), removePicture(PICTURE)).production.pictures).toEqual({});
    expect(() => made(removePicture(PICTURE))).toThrow(/gone/);
  });
  it('keeps strokes and marks when another file takes a picture’s place, and says when its shape is another', () => {
    const say = (width: number, height: number) => edit(made(...marked), 'x', 'cg_000000000001', replacePicture(PICTURE, { media: 'c'.repeat(64), width, height }));
    expect(say(2800, 1800).message).toBeUndefined();
    expect(say(900, 1400).message).toMatch(/another shape/);
    expect(shelf(say(900, 1400).document)?.actors[ACTOR]?.face).toEqual(face);
    expect(shelf(say(900, 1400).document)?.media).toBe('c'.repeat(64));
  });
});

describe('somebody of a picture', () => {
  it('is changed, and gives up what is taken out', () => {
    const lasso: [number, number][] = [
      [0, 0],
      [1, 0],
      [1, 1],
    ];
    const drawn = made(...marked, setActor(PICTURE, ACTOR, { lasso, strokes: [{ keep: true, thick: 0.01, points: [[0.5, 0.5]] }] }));
    expect(shelf(drawn)?.actors[ACTOR]).toMatchObject({ lasso, strokes: [{ keep: true }] });
    expect(shelf(made(...marked, setActor(PICTURE, ACTOR, { lasso }), setActor(PICTURE, ACTOR, { lasso: undefined })))?.actors[ACTOR]).not.toHaveProperty('lasso');
    expect(shelf(made(...marked, removeActor(PICTURE, ACTOR)))?.actors).toEqual({});
    expect(() => made(addPicture(PICTURE, picture), setActor(PICTURE, ACTOR, { name: 'X' }))).toThrow(/gone/);
  });
  it('joins the cast once, under a free name, and is changed there ever after', () => {
    const cast = made(...marked, castActor(PICTURE, ACTOR, CHARACTER, figure));
    expect(cast.characters[CHARACTER]).toMatchObject({ kind: 'picture', name: 'Pip', picture: figure });
    expect(shelf(cast)?.actors[ACTOR]?.character).toBe(CHARACTER);
    const changed = edit(cast, 'x', 'cg_000000000002', castActor(PICTURE, ACTOR, makeId('character'), { ...figure, moves: 0.3 })).document;
    expect(Object.keys(changed.characters)).toHaveLength(Object.keys(cast.characters).length);
    expect(changed.characters[CHARACTER]?.picture?.moves).toBe(0.3);
    const named = made(addPicture(PICTURE, picture), addActor(PICTURE, ACTOR, { ...actor, name: 'Marit' }), castActor(PICTURE, ACTOR, CHARACTER, figure));
    expect(named.characters[CHARACTER]?.name).not.toBe('Marit');
    // Whoever was taken out of the cast is put there anew.
    const { [CHARACTER]: _, ...without } = cast.characters;
    const again = makeId('character');
    expect(edit({ ...cast, characters: without }, 'x', 'cg_000000000003', castActor(PICTURE, ACTOR, again, figure)).document.characters[again]?.kind).toBe('picture');
  });
  it('is taken back step by step', () => {
    let now = document;
    const changes = [...marked, setActor(PICTURE, ACTOR, { moves: 0.5 }), castActor(PICTURE, ACTOR, CHARACTER, figure)].map((recipe, n) => {
      const done = edit(now, 'x', `cg_00000000000${n}`, recipe);
      now = done.document;
      return done.change;
    });
    for (const change of changes.reverse()) now = applyPatches(now, change?.parts ?? [], 'inverse');
    expect(now).toEqual(document);
  });
});

describe('a photo that talks as the backdrop', () => {
  const whole = { ...figure, still: true as const, width: 1400, height: 900, tall: 450 };
  const second: PictureFace = { ...face, left: { ...face.left, x: 0.7 }, right: { ...face.right, x: 0.8 }, chin: [0.75, 0.6] };
  const [OTHER, TWIN] = [makeId('actor'), makeId('character')];
  const ready = [
    ...marked,
    castActor(PICTURE, ACTOR, CHARACTER, whole),
    addActor(PICTURE, OTHER, { ...actor, name: 'Dora' }),
    castActor(PICTURE, OTHER, TWIN, { ...whole, face: second }),
  ];
  const scene = Object.keys(document.scenes)[0] as string;
  const placed = (of: Document) =>
    Object.values(of.scenes[scene]?.layers ?? {}).flatMap((layer) => (layer.kind === 'character' && [CHARACTER, TWIN].includes(layer.character) ? [layer] : []));

  it('puts everybody of it exactly over themselves, seen about their faces alone', () => {
    const talking = made(...ready, talkAsBackdrop(PICTURE, scene, makeId));
    expect(talking.scenes[scene]?.backdrop).toMatchObject({ kind: 'picture', media: picture.media, fit: 'fill' });
    const layers = placed(talking);
    expect(layers.map(({ name }) => name)).toEqual(['Pip', 'Dora']);
    // The photo fills 1920 across, 1234 down: its lower edge lies at 617, and 450 units of the figure are as tall as it.
    const tall = (900 * 1920) / 1400;
    for (const { x, y, scaleX, scaleY } of layers) {
      expect([x, y]).toEqual([0, tall / 2]);
      expect(scaleX).toBeCloseTo(tall / 450, 6);
      expect(scaleY).toBe(scaleX);
    }
    const [one, other] = layers.map(({ mask }) => mask as ReturnType<typeof faceRegion>);
    expect((one?.x ?? 0) + (one?.width ?? 0) / 2).toBeLessThan((other?.x ?? 0) - (other?.width ?? 0) / 2);
  });

  it('again has each of them once; without anybody left whole it says what to do', () => {
    const twice = made(...ready, talkAsBackdrop(PICTURE, scene, makeId), talkAsBackdrop(PICTURE, scene, makeId));
    expect(placed(twice)).toHaveLength(2);
    expect(() => made(...marked, castActor(PICTURE, ACTOR, CHARACTER, figure), talkAsBackdrop(PICTURE, scene, makeId))).toThrow(
      'Choose “Leave it whole”, then put it in the cast.',
    );
  });

  it('a face’s region holds its eyes, its mouth and its chin', () => {
    const { x, y, width, height } = faceRegion(face);
    const within = ([px, py]: readonly [number, number]): boolean => ((px - x) / (width / 2)) ** 2 + ((py - y) / (height / 2)) ** 2 < 1;
    for (const spot of [[face.left.x - 0.01, face.left.y], [face.right.x + 0.01, face.right.y], ...face.mouth, [face.chin[0], face.chin[1] - 0.01]] as const)
      expect(within(spot as [number, number]), String(spot)).toBe(true);
  });
});

it('who joins the cast to speak has a role with a voice and a colour that nobody else has', () => {
  const [ROLE, SECOND] = [makeId('role'), makeId('role')];
  const OTHER = makeId('actor');
  const cast = made(
    ...marked,
    castActor(PICTURE, ACTOR, CHARACTER, figure, ROLE),
    addActor(PICTURE, OTHER, { ...actor, name: 'Marit' }),
    castActor(PICTURE, OTHER, makeId('character'), figure, SECOND),
  );
  const { roles } = cast.production;
  expect(roles[ROLE]).toMatchObject({ name: 'Pip', character: CHARACTER });
  // Somebody of that name speaks already.
  expect(roles[SECOND]?.name).toBe('Marit 2');
  const voices = Object.values(roles).map(({ voice }) => JSON.stringify(voice));
  expect(new Set(voices).size).toBe(voices.length);
  expect(new Set(Object.values(roles).map(({ colour }) => colour)).size).toBe(voices.length);
  // Changed later, nobody speaks twice.
  const again = edit(cast, 'x', 'cg_000000000001', castActor(PICTURE, ACTOR, CHARACTER, { ...figure, tall: 200 }, makeId('role'))).document;
  expect(Object.keys(again.production.roles)).toHaveLength(Object.keys(roles).length);
});
