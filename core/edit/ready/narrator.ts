import type { ReadyScene } from './ready.ts';

export const narrator: ReadyScene = {
  id: 'narrator',
  name: 'Narrator over pictures',
  says: 'A voice tells the story; pictures come as they are named.',
  backdrop: { kind: 'colour', colour: '#1a2f34' },
  places: [{ x: 0.9 }],
  pieces: [
    { form: 'rounded', x: -0.22, y: -0.04, width: 0.4, height: 0.5, fill: '#dfe9e7', line: 12, lineColour: '#f8fcfb', behind: true, comes: { line: 0, word: 2, by: 'fade' } },
    { form: 'rounded', x: 0.22, y: -0.04, width: 0.4, height: 0.5, fill: '#f3e3d2', line: 12, lineColour: '#f8fcfb', behind: true, comes: { line: 1, word: 1, by: 'fade' } },
    { text: 'Your first picture', font: 'label', size: 40, x: -0.22, y: -0.04, behind: true, comes: { line: 0, word: 2, by: 'fade' } },
    { text: 'Your second picture', font: 'label', size: 40, x: 0.22, y: -0.04, behind: true, comes: { line: 1, word: 1, by: 'fade' } },
  ],
  lines: [
    { who: 0, text: 'Long ago there was only water here.', offStage: true },
    { who: 0, text: 'Then people came, and built a harbour.', offStage: true },
  ],
};
