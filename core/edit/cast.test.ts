import { describe, expect, it } from 'vitest';
import type { Character, CharacterLayer, Document } from '../document/schema.ts';
import { designed } from '../figure/cast.ts';
import { mascotOptions } from '../figure/mascots/index.ts';
import { refusalOf } from '../testing/refused.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import {
  addOutfit,
  addReadyOutfit,
  deleteCharacter,
  deleteOutfit,
  duplicateCharacter,
  freeName,
  recastRole,
  renameOutfit,
  setColours,
  setExtra,
  setFigure,
  setLook,
  setMake,
  setPart,
  setSkin,
  setTemper,
  usesOf,
  wearOutfit,
} from './commands/cast.ts';
import { addSceneAfter } from './create.ts';

const { document, scene, makeId } = sampleDocument();
const named = (name: string): Character => Object.values(document.characters).find((one) => one.name === name) as Character;
const [marit, tully] = [named('Marit'), named('Tully')];
const OUT = 'ou_00000000000a';
const run = (recipe: Recipe, on = document) => edit(on, 'x', 'cg_000000000001', recipe);
const all = (...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => run(recipe, now).document, document);
const of = (now: Document, id = marit.id): Character => now.characters[id] as Character;
const refused = (recipe: Recipe, on = document): [string, string] => refusalOf(() => run(recipe, on));
const layerOf = (now: Document, character: string, at = scene): [string, CharacterLayer] =>
  Object.entries(now.scenes[at]?.layers ?? {}).find(([, layer]) => layer.kind === 'character' && layer.character === character) as [string, CharacterLayer];

describe('what a character wears', () => {
  it('is put on and taken off, a slot at a time', () => {
    const on = all(setPart(marit.id, 'headwear', 'hard-hat'));
    expect(of(on).parts).toEqual({ ...marit.parts, headwear: 'hard-hat' });
    const off = run(setPart(marit.id, 'headwear', null), on);
    expect(off.message).toBeUndefined();
    expect('headwear' in of(off.document).parts).toBe(false);
  });
  it('keeps what goes with it', () => {
    const { message, document: next } = run(setPart(marit.id, 'hair', 'bob'), all(setPart(marit.id, 'headwear', 'sun-hat')));
    expect(message).toBeUndefined();
    expect(of(next).parts).toMatchObject({ hair: 'bob', headwear: 'sun-hat' });
  });
  it('is refused where nothing can be taken off for it', () => {
    const child = all(setFigure(marit.id, { age: 8 }));
    const [code, sentence] = refused(setPart(marit.id, 'facialHair', 'full-beard'), child);
    expect(code).toBe('does-not-fit');
    expect(sentence).toMatch(/older than 15/);
  });
  it('of somebody who is gone cannot be changed', () => {
    for (const recipe of [setPart('ch_000000000000', 'hair', 'bob'), setSkin('ch_000000000000', {}), duplicateCharacter('ch_000000000000', 'ch_1')])
      expect(refused(recipe)).toEqual(['no-character', 'That character is gone. Choose another one.']);
  });
  it('has extras, which go when something else excludes them', () => {
    const tied = all(setExtra(marit.id, 'tie', true), setExtra(marit.id, 'watch', true));
    expect(of(tied).extras).toEqual({ ...marit.extras, tie: true, watch: true });
    const bow = run(setExtra(marit.id, 'bow-tie', true), tied);
    expect(bow.message).toMatch(/^Bow tie does not go with tie\. Tie came off\.$/i);
    const none = run(setExtra(marit.id, 'watch', false), bow.document);
    expect(none.message).toBeUndefined();
    expect(Object.keys(of(none.document).extras ?? {})).toEqual(['bow-tie']);
    // What is not worn is taken off without harm.
    expect(of(run(setExtra(marit.id, 'watch', false)).document)).toEqual(marit);
  });
  it('comes with colours of its own', () => {
    expect(of(all(setPart(marit.id, 'outer', 'lab-coat'))).colours.outer).toBe('#f3f2ec');
    expect(of(all(setColours(marit.id, { primary: '#112233', trousers: '#445566' }))).colours).toEqual({ ...marit.colours, primary: '#112233', trousers: '#445566' });
  });
});

describe('an outfit', () => {
  it('begins as what is worn, and has its own clothes and cloth colours from then on', () => {
    const worn = all(setExtra(marit.id, 'watch', true), addOutfit(marit.id, OUT, 'Sunday'));
    const made = of(worn).outfits?.[OUT];
    expect(made?.name).toBe('Sunday');
    expect(made?.extras).toEqual({ ...marit.extras, watch: true });
    expect(Object.keys(made?.parts ?? {})).not.toContain('hair');
    expect(made?.parts.top ?? made?.parts.onePiece).toBe(marit.parts.top ?? marit.parts.onePiece);
    expect(Object.keys(made?.colours ?? {})).not.toContain('hair');
    expect(made?.colours.primary).toBe(marit.colours.primary);
    const changed = run(setPart(marit.id, 'headwear', 'sun-hat', OUT), worn).document;
    expect(of(changed).outfits?.[OUT]?.parts.headwear).toBe('sun-hat');
    expect(of(changed).parts).toEqual(of(worn).parts);
    const coloured = run(setColours(marit.id, { primary: '#010203', hair: '#040506' }, OUT), changed).document;
    expect(of(coloured).outfits?.[OUT]?.colours.primary).toBe('#010203');
    // Hair is the character's own in every outfit.
    expect(of(coloured).colours).toEqual({ ...marit.colours, hair: '#040506' });
    const extra = run(setExtra(marit.id, 'watch', false, OUT), coloured).document;
    expect(of(extra).outfits?.[OUT]?.extras?.watch).toBeUndefined();
    expect(of(extra).extras?.watch).toBe(true);
  });
  it('can begin as another outfit, and lies after it', () => {
    const now = all(
      addReadyOutfit(marit.id, OUT, { name: 'Site', parts: { top: 'jumper', headwear: 'hard-hat' }, colours: { primary: '#aa0000' } }),
      addOutfit(marit.id, 'ou_00000000000b', 'Site 2', OUT),
    );
    const outfits = inOrder(of(now).outfits ?? {}).slice(-2);
    expect(outfits.map(([, { name }]) => name)).toEqual(['Site', 'Site 2']);
    expect(outfits[1]?.[1].parts).toEqual(outfits[0]?.[1].parts);
    expect(outfits[1]?.[1].colours).toMatchObject({ primary: '#aa0000' });
    // One without extras says nothing of them.
    expect('extras' in (outfits[0]?.[1] ?? {})).toBe(false);
  });
  it('comes ready, with its extras', () => {
    const ready = { name: 'Site', parts: { top: 'jumper' }, extras: { watch: true as const }, colours: {} };
    const now = all(addReadyOutfit(marit.id, OUT, ready), addReadyOutfit(marit.id, 'ou_00000000000b', { ...ready, name: 'Bare', extras: {} }));
    expect(of(now).outfits?.[OUT]?.extras).toEqual({ watch: true });
    expect('extras' in (of(now).outfits?.ou_00000000000b ?? {})).toBe(false);
    expect(of(now).outfits?.[OUT]?.order).not.toBe(of(now).outfits?.ou_00000000000b?.order);
  });
  it('is looked through too when what is worn with all of them changes, and everyday clothes with it', () => {
    const site = { name: 'Building site', parts: { top: 'jumper', headwear: 'hard-hat' }, colours: {} };
    const now = all(setPart(marit.id, 'headwear', null), addReadyOutfit(marit.id, OUT, site));
    const bun = run(setPart(marit.id, 'hair', 'top-bun'), now);
    expect(bun.message).toBe('Building site: High bun does not go with hard hat. Hard hat came off.');
    expect(of(bun.document).outfits?.[OUT]?.parts).toEqual({ top: 'jumper' });
    const everyday = all(setPart(marit.id, 'headwear', 'hard-hat'), addReadyOutfit(marit.id, OUT, { ...site, parts: { top: 'jumper' } }));
    const from = run(setPart(marit.id, 'hair', 'top-bun', OUT), everyday);
    expect(from.message).toBe('Everyday: High bun does not go with hard hat. Hard hat came off.');
    expect(of(from.document).parts).toMatchObject({ hair: 'top-bun' });
    expect(of(from.document).parts.headwear).toBeUndefined();
    const both = all(setPart(marit.id, 'headwear', 'hard-hat'), addReadyOutfit(marit.id, OUT, site));
    expect(run(setPart(marit.id, 'hair', 'top-bun'), both).message).toBe(
      'High bun does not go with hard hat. Hard hat came off. Building site: High bun does not go with hard hat. Hard hat came off.',
    );
  });
  it('is renamed; one that is gone is nobody’s', () => {
    const now = all(addOutfit(marit.id, OUT, 'Sunday'), renameOutfit(marit.id, OUT, 'Monday'), renameOutfit(marit.id, 'ou_000000000000', 'None'));
    expect(of(now).outfits?.[OUT]?.name).toBe('Monday');
    expect(refused(setPart(marit.id, 'headwear', 'sun-hat', 'ou_000000000000'))).toEqual(['no-outfit', 'That outfit is gone. Choose another one.']);
    expect(of(all(setPart(marit.id, 'hair', 'bob', 'ou_000000000000'))).parts.hair).toBe('bob');
  });
  it('is worn on a stage, until it is taken off or deleted', () => {
    const [layer] = layerOf(document, marit.id);
    const worn = all(addOutfit(marit.id, OUT, 'Sunday'), wearOutfit(scene, layer, OUT));
    expect(layerOf(worn, marit.id)[1].outfit).toBe(OUT);
    expect('outfit' in layerOf(run(wearOutfit(scene, layer, null), worn).document, marit.id)[1]).toBe(false);
    const gone = run(deleteOutfit(marit.id, OUT), worn);
    expect(gone.message).toBe('Marit wears everyday clothes again in 1 place.');
    expect('outfit' in layerOf(gone.document, marit.id)[1]).toBe(false);
    expect(of(gone.document).outfits?.[OUT]).toBeUndefined();
    const twice = run(addSceneAfter(scene, 'sc_000000000009', 'Later', makeId), worn).document;
    expect(run(deleteOutfit(marit.id, OUT), twice).message).toBe('Marit wears everyday clothes again in 2 places.');
    expect(run(deleteOutfit(marit.id, OUT), all(addOutfit(marit.id, OUT, 'Sunday'))).message).toBeUndefined();
    const gone2 = ['no-layer', 'That character is gone from the stage. Bring it on stage again.'];
    expect(refused(wearOutfit(scene, 'la_000000000000', OUT))).toEqual(gone2);
    expect(refused(wearOutfit('sc_000000000000', layer, OUT))).toEqual(gone2);
  });
});

describe('what a character is', () => {
  it('changes a field at a time', () => {
    const now = all(
      setSkin(marit.id, { tone: '#8a5a3c' } as Partial<Character['skin']>),
      setFigure(marit.id, { age: 70 }),
      setTemper(marit.id, { energy: 0.9 } as Partial<Character['temper']>),
    );
    expect(of(now).skin).toEqual({ ...marit.skin, tone: '#8a5a3c' });
    expect(of(now).figure).toEqual({ ...marit.figure, age: 70 });
    expect(of(now).temper).toEqual({ ...marit.temper, energy: 0.9 });
  });
  it('of a mascot is made of its own makes, and of those alone', () => {
    const options = mascotOptions('eyes').map(({ id }) => id);
    const other = options.find((id) => id !== tully.parts.eyes) as string;
    expect(of(all(setMake(tully.id, 'eyes', other)), tully.id).parts).toEqual({ ...tully.parts, eyes: other });
    expect(refused(setMake(tully.id, 'eyes', 'bob'))).toEqual(['no-part', 'There is no such part. Choose one from the list.']);
    expect(refused(setMake(marit.id, 'eyes', other))).toEqual(['no-mascot', 'Marit is a person. Choose a part of a person instead.']);
  });
  it('can be that of another one, all at once', () => {
    const noor = { ...designed('noor', 'ch_000000000009', 'a0'), extras: { watch: true as const } };
    const now = all(setLook(marit.id, noor));
    expect(of(now)).toEqual({ ...marit, figure: noor.figure, parts: noor.parts, skin: noor.skin, colours: noor.colours, extras: { watch: true } });
    for (const extras of [{}, undefined]) expect('extras' in of(run(setLook(marit.id, { ...noor, extras }), now).document)).toBe(false);
  });
});

describe('a character', () => {
  it('copied has a name that nobody has, and lies last', () => {
    const two = all(duplicateCharacter(marit.id, 'ch_00000000000a'), duplicateCharacter(marit.id, 'ch_00000000000b'), duplicateCharacter('ch_00000000000b', 'ch_00000000000c'));
    expect(inOrder(two.characters).map(([, { name }]) => name)).toEqual([...inOrder(document.characters).map(([, { name }]) => name), 'Marit 2', 'Marit 3', 'Marit 4']);
    expect(of(two, 'ch_00000000000a')).toEqual({ ...marit, id: 'ch_00000000000a', name: 'Marit 2', order: of(two, 'ch_00000000000a').order });
    expect(freeName({ characters: {} }, 'Ida')).toBe('Ida');
    expect(freeName({ characters: {} }, 'Ida 7')).toBe('Ida 7');
  });
  it('is deleted when nobody sees or hears it', () => {
    const two = all(duplicateCharacter(marit.id, 'ch_00000000000a'));
    expect(of(run(deleteCharacter('ch_00000000000a'), two).document, 'ch_00000000000a')).toBeUndefined();
    const lines = Object.values(document.scenes[scene]?.lines ?? {}).filter(({ role }) => role && document.production.roles[role]?.character === marit.id).length;
    expect(usesOf(document, marit.id)).toEqual({ scenes: [document.scenes[scene]?.title], lines });
    expect(refused(deleteCharacter(marit.id))).toEqual(['in-use', `Marit speaks ${lines} lines. Let somebody else play the part first.`]);
    const silent = run((draft) => {
      for (const line of Object.values(draft.scenes[scene]?.lines ?? {})) line.role = null;
    }).document;
    expect(refused(deleteCharacter(marit.id), silent)).toEqual(['in-use', `Marit stands in “${document.scenes[scene]?.title}”. Let somebody else play the part first.`]);
    const once = run((draft) => {
      const [first] = Object.values(draft.scenes[scene]?.lines ?? {});
      if (first) first.role = inOrder(draft.production.roles).find(([, { character }]) => character === marit.id)?.[0] ?? null;
    }, silent).document;
    expect(refused(deleteCharacter(marit.id), once)[1]).toMatch(/^Marit speaks 1 line\. /);
    const unseen = run((draft) => {
      const [layer] = layerOf(draft as Document, marit.id);
      delete draft.scenes[scene]?.layers[layer];
    }, silent).document;
    const gone = run(deleteCharacter(marit.id), unseen).document;
    expect(of(gone)).toBeUndefined();
    expect(Object.values(gone.production.roles).map(({ character }) => character)).toEqual(expect.arrayContaining([null, tully.id]));
  });
});

describe('a role', () => {
  const role = inOrder(document.production.roles).find(([, { character }]) => character === marit.id)?.[0] as string;
  const noor = designed('noor', 'ch_000000000009', 'z0');
  const cast = run((draft) => {
    draft.characters[noor.id] = noor;
  }).document;
  const two = run(addSceneAfter(scene, 'sc_000000000009', 'Later', makeId), cast).document;
  it('played by another one has that one stand where the first stood, in every scene', () => {
    const before = layerOf(two, marit.id)[1];
    const now = run(recastRole(role, noor.id), two);
    expect(now.message).toBe('Noor stands in 2 places now. All cues stayed.');
    expect(now.document.production.roles[role]?.character).toBe(noor.id);
    expect(layerOf(now.document, noor.id)[1]).toEqual({ ...before, character: noor.id });
    expect(layerOf(now.document, marit.id)).toBeUndefined();
    expect(now.document.scenes[scene]?.cues).toEqual(two.scenes[scene]?.cues);
    expect(run(recastRole(role, noor.id), now.document).message).toBeUndefined();
  });
  it('in one scene leaves the others alone, and goes back with the rest', () => {
    const now = run(recastRole(role, noor.id, scene), two);
    expect(now.message).toBe('Noor stands in 1 place now. All cues stayed.');
    expect(now.document.scenes[scene]?.recast).toEqual({ [role]: noor.id });
    expect(now.document.production.roles[role]?.character).toBe(marit.id);
    expect(layerOf(now.document, marit.id, 'sc_000000000009')).toBeTruthy();
    const back = run(recastRole(role, marit.id), now.document).document;
    expect(back.scenes[scene]?.recast).toEqual({});
    expect(layerOf(back, marit.id)).toBeTruthy();
    expect(back.production.roles[role]?.character).toBe(marit.id);
  });
  it('takes no clothes along, and puts nobody on a stage twice', () => {
    const [layer] = layerOf(two, marit.id);
    const dressed = run(wearOutfit(scene, layer, OUT), run(addOutfit(marit.id, OUT, 'Sunday'), two).document).document;
    expect('outfit' in layerOf(run(recastRole(role, noor.id), dressed).document, noor.id)[1]).toBe(false);
    const both = run(recastRole(role, tully.id), two);
    expect(both.message).toBeUndefined();
    expect(both.document.production.roles[role]?.character).toBe(tully.id);
    expect(layerOf(both.document, marit.id)).toBeTruthy();
  });
  it('that is gone, or by somebody who is, is refused', () => {
    expect(refused(recastRole('ro_000000000000', noor.id), two)).toEqual(['no-role', 'That role is gone from the script.']);
    expect(refused(recastRole(role, 'ch_000000000000'), two)[0]).toBe('no-character');
  });
});
