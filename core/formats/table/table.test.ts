import { describe, expect, it } from 'vitest';
import { readScript } from '../script/read.ts';

const LINES = [
  { speaker: 'Marit', text: 'Good morning, Tully.', directions: ['waves'] },
  { speaker: 'Tully', text: 'Who drank it?', directions: [] },
];

describe('a dialogue as a table', () => {
  it.each([
    ['with tabs', 'Speaker\tText\tNote\nMARIT\tGood morning, Tully.\twaves\nTULLY\tWho drank it?\t'],
    ['with tabs and no heading', 'MARIT\tGood morning, Tully.\twaves\nTULLY\tWho drank it?\t\n'],
    ['with bars', '| Character | Line | Action |\n|---|---|---|\n| Marit | Good morning, Tully. | waves |\n| Tully | Who drank it? | |'],
    ['with commas and quotes', 'name,dialogue,direction\nMarit,"Good morning, Tully.",waves\nTully,Who drank it?,'],
    ['with semicolons', 'Who;Text;How\nMarit;Good morning, Tully.;waves\nTully;Who drank it?;'],
    ['with its columns in another order', 'Text\tNotes\tSpeaker\nGood morning, Tully.\twaves\tMarit\nWho drank it?\t\tTully'],
  ])('%s is read', (_, source) => expect(readScript(source).lines).toEqual(LINES));
  it('has scenes where a column names them, and goes on with a speaker who is left out', () => {
    const { scenes } = readScript('Scene\tSpeaker\tText\nWall\tMarit\tOne.\nWall\t\tTwo.\nLamp\tTully\tThree.');
    expect(scenes.map(({ title, lines }) => [title, lines.map(({ speaker, text }) => `${speaker} ${text}`)])).toEqual([
      ['Wall', ['Marit One.', 'Marit Two.']],
      ['Lamp', ['Tully Three.']],
    ]);
  });
  it('is not seen in talk that has commas', () => expect(readScript('MARIT: One, two, three.\nTULLY: Four, five.').lines.length).toBe(2));
});
