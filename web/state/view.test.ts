import { beforeEach, describe, expect, it } from 'vitest';
import { choose, chooseCue, chooseLayer, chosenCues, chosenLayers, useView, view } from './view.ts';

const now = () => useView.getState();
beforeEach(() => view(useView.getInitialState(), true));

describe('what is chosen', () => {
  it('is one kind at a time: a line, a layer, or nothing', () => {
    view({ shape: { layer: 'l', shape: 'rest', start: 0, end: 1 } as never });
    choose({ kind: 'layer', id: 'l1' });
    expect(now()).toMatchObject({ layer: 'l1', line: undefined, cue: undefined, shape: undefined, last: 'layer' });
    choose({ kind: 'line', id: 'n1' });
    expect(now()).toMatchObject({ line: 'n1', layer: undefined, cue: undefined, last: 'line' });
    choose(undefined);
    expect(now()).toMatchObject({ line: undefined, layer: undefined, cue: undefined, last: undefined });
  });
  it('as a cue keeps the line whose card it stands in', () => {
    choose({ kind: 'line', id: 'n1' });
    choose({ kind: 'cue', id: 'c1' });
    expect(now()).toMatchObject({ line: 'n1', cue: 'c1', last: 'cue', together: [], layers: [] });
  });
});

describe('layers chosen together', () => {
  it('come one by one, the newest first in hand, and go again the same way', () => {
    expect(chosenLayers(now())).toEqual([]);
    chooseLayer('a', true);
    expect([now().layer, chosenLayers(now())]).toEqual(['a', ['a']]);
    chooseLayer('b', true);
    chooseLayer('c', true);
    expect([now().layer, now().last, chosenLayers(now())]).toEqual(['c', 'layer', ['a', 'b', 'c']]);
    chooseLayer('c', true);
    expect([now().layer, chosenLayers(now())]).toEqual(['b', ['a', 'b']]);
    chooseLayer('a', true);
    expect([now().layer, chosenLayers(now())]).toEqual(['b', ['b']]);
    // The last one stays chosen.
    chooseLayer('b', true);
    expect(chosenLayers(now())).toEqual(['b']);
  });
  it('are one again when one is chosen by itself, and say nothing of another', () => {
    chooseLayer('a', false);
    chooseLayer('b', true);
    chooseLayer('a', false);
    expect(chosenLayers(now())).toEqual(['a']);
    view({ layer: 'z', layers: ['a', 'b'] });
    expect(chosenLayers(now())).toEqual(['z']);
  });
});

describe('cues chosen together', () => {
  const lane = ['a', 'b', 'c', 'd'];
  it('reach along their lane from the one that was chosen first, either way', () => {
    chooseCue('b', lane, 'alone');
    chooseCue('d', lane, 'extended');
    expect([now().cue, chosenCues(now())]).toEqual(['b', ['b', 'c', 'd']]);
    chooseCue('a', lane, 'extended');
    expect([now().cue, now().last, chosenCues(now())]).toEqual(['b', 'cue', ['a', 'b']]);
  });
  it('stay in their lane: another one begins anew', () => {
    chooseCue('x', ['x', 'y'], 'alone');
    chooseCue('c', lane, 'extended');
    expect([now().cue, chosenCues(now())]).toEqual(['c', ['c']]);
    view(useView.getInitialState(), true);
    chooseCue('c', lane, 'extended');
    expect(chosenCues(now())).toEqual(['c']);
  });
  it('are added and taken away one by one, from any lane', () => {
    expect(chosenCues(now())).toEqual([]);
    chooseCue('a', lane, 'added');
    chooseCue('y', ['x', 'y'], 'added');
    expect([now().cue, now().last, chosenCues(now())]).toEqual(['y', 'cue', ['a', 'y']]);
    chooseCue('y', ['x', 'y'], 'added');
    expect([now().cue, now().last, chosenCues(now())]).toEqual(['a', 'cue', ['a']]);
    chooseCue('a', lane, 'added');
    expect([now().cue, now().last, chosenCues(now())]).toEqual([undefined, undefined, []]);
    view({ cue: 'z', together: ['a', 'b'] });
    expect(chosenCues(now())).toEqual(['z']);
  });
});
