import { describe, expect, it } from 'vitest';
import type { Document } from '../../document/schema.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { edit, type Recipe } from '../change.ts';
import { changeBackdropPart, setBackdrop } from './stage.ts';

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
    expect(() => run(plain, changeBackdropPart(made.scene, 'globe', { hidden: true }))).toThrow('not in the backdrop any more');
  });
});
