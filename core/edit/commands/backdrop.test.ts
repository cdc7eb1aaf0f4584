import { describe, expect, it } from 'vitest';
import { type BackdropPiece, type Document, MOST_PIECES } from '../../document/schema.ts';
import { setOf } from '../../stage/sets/index.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { edit, type Recipe } from '../change.ts';
import { addBackdropPiece, changeBackdropPart, changeBackdropPiece, changeBackdropPlane, orderBackdropPiece, removeBackdropPiece } from './backdrop.ts';
import { setBackdrop } from './stage.ts';

const made = sampleDocument();
const run = (document: Document, ...recipes: readonly Recipe[]): Document => recipes.reduce((now, recipe) => edit(now, 'x', made.makeId('change'), recipe).document, document);
const backdropOf = (document: Document) => document.scenes[made.scene]?.backdrop;
const study = run(made.document, setBackdrop(made.scene, { kind: 'set', set: 'study', light: 0.5 }));

describe('a part of a backdrop', () => {
  it('is changed bit by bit, and is as it was drawn once nothing of it is changed', () => {
    const moved = run(study, changeBackdropPart(made.scene, 'globe', { dx: 40 }), changeBackdropPart(made.scene, 'globe', { swap: 'trophy' }));
    expect(backdropOf(moved)).toMatchObject({ parts: { globe: { dx: 40, swap: 'trophy' } } });
    const hidden = run(moved, changeBackdropPart(made.scene, 'chest', { hidden: true }));
    expect(Object.keys((backdropOf(hidden) as { parts: object }).parts)).toEqual(['globe', 'chest']);
    const back = run(hidden, changeBackdropPart(made.scene, 'globe', { dx: undefined, swap: undefined }), changeBackdropPart(made.scene, 'chest', { hidden: undefined }));
    expect(backdropOf(back)).toEqual({ kind: 'set', set: 'study', light: 0.5 });
  });
  it('that is not in the backdrop cannot be changed, nor one of a picture or a colour', () => {
    expect(() => run(study, changeBackdropPart(made.scene, 'palm', { hidden: true }))).toThrow('not in the backdrop any more');
    const plain = run(study, setBackdrop(made.scene, { kind: 'colour', colour: '#123456', to: '#654321', angleDeg: 45 }));
    expect(backdropOf(plain)).toMatchObject({ to: '#654321' });
    expect(() => run(plain, changeBackdropPart(made.scene, 'globe', { hidden: true }))).toThrow('no drawn backdrop any more');
  });
});

const planes = setOf('study')?.planes ?? [];
const upright = planes.find(({ floorTop, parts }) => floorTop === undefined && parts.length > 0)?.id as string;
const floor = planes.find(({ floorTop }) => floorTop !== undefined)?.id;

describe('a plane of a backdrop', () => {
  it('is brought to another distance, hidden, and is as it was drawn once nothing of it is changed', () => {
    const near = run(study, changeBackdropPlane(made.scene, upright, { distance: 7.5 }), changeBackdropPlane(made.scene, upright, { hidden: true }));
    expect(backdropOf(near)).toMatchObject({ planes: { [upright]: { distance: 7.5, hidden: true } } });
    const back = run(near, changeBackdropPlane(made.scene, upright, { distance: undefined, hidden: undefined }));
    expect(backdropOf(back)).toEqual({ kind: 'set', set: 'study', light: 0.5 });
  });
  it('that is not there cannot be changed, and a floor stays where people stand', () => {
    expect(() => run(study, changeBackdropPlane(made.scene, 'reef', { distance: 3 }))).toThrow('not in the backdrop any more');
    expect(floor).toBeDefined();
    expect(() => run(study, changeBackdropPlane(made.scene, floor as string, { distance: 3 }))).toThrow('A floor begins where people stand');
    expect(backdropOf(run(study, changeBackdropPlane(made.scene, floor as string, { hidden: true })))).toMatchObject({ planes: { [floor as string]: { hidden: true } } });
  });
});

describe('a thing of one’s own in a backdrop', () => {
  const piece = (name: string, plane = upright): BackdropPiece => ({ id: made.makeId('piece'), name, plane, x: 0, y: 300, size: 1, what: { kind: 'prop', prop: 'clock' } });
  const names = (document: Document): string[] => ((backdropOf(document) as { pieces?: BackdropPiece[] }).pieces ?? []).map(({ name }) => name);
  const [a, b, c] = [piece('a'), piece('b', floor), piece('c')];
  const three = run(study, addBackdropPiece(made.scene, a), addBackdropPiece(made.scene, b), addBackdropPiece(made.scene, c));

  it('comes before the others, is changed, and goes', () => {
    expect(names(three)).toEqual(['a', 'b', 'c']);
    const turned = run(three, changeBackdropPiece(made.scene, c.id, { turnDeg: 12, flipped: true, size: 2 }), changeBackdropPiece(made.scene, c.id, { flipped: undefined }));
    expect((backdropOf(turned) as { pieces: BackdropPiece[] }).pieces[2]).toEqual({ ...c, turnDeg: 12, size: 2 });
    const none = run(turned, removeBackdropPiece(made.scene, b.id), removeBackdropPiece(made.scene, a.id), removeBackdropPiece(made.scene, c.id));
    expect(backdropOf(none)).toEqual({ kind: 'set', set: 'study', light: 0.5 });
    expect(() => run(none, changeBackdropPiece(made.scene, c.id, { size: 3 }))).toThrow('not in the backdrop any more');
  });
  it('goes before or behind the next of its own plane, and stays where there is none', () => {
    expect(names(run(three, orderBackdropPiece(made.scene, a.id, 1)))).toEqual(['b', 'c', 'a']);
    expect(names(run(three, orderBackdropPiece(made.scene, c.id, -1)))).toEqual(['c', 'a', 'b']);
    expect(names(run(three, orderBackdropPiece(made.scene, b.id, 1)))).toEqual(['a', 'b', 'c']);
  });
  it('needs a plane to stand on, and room', () => {
    expect(() => run(study, addBackdropPiece(made.scene, piece('d', 'reef')))).toThrow('not in the backdrop any more');
    const full = run(study, ...Array.from({ length: MOST_PIECES }, (_, n) => addBackdropPiece(made.scene, piece(`${n}`))));
    expect(() => run(full, addBackdropPiece(made.scene, piece('one more')))).toThrow(`holds ${MOST_PIECES} things`);
  });
});
