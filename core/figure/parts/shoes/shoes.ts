import type { ShoeStyle } from '../part.ts';

const LOW: ShoeStyle = { id: 'shoes', name: 'Shoes', colours: ['shoes'], top: -5, flat: 0, wide: 0, toe: 0, sole: 'dark', thick: 5.5 };

/** Shoes: a line each. */
export const SHOES: readonly ShoeStyle[] = [
  LOW,
  { ...LOW, id: 'trainers', name: 'Trainers', words: ['sneakers', 'sport', 'running'], toe: 2, sole: 'light', thick: 6.5, laces: true, cap: 'light' },
  { ...LOW, id: 'canvas-shoes', name: 'Canvas shoes', words: ['sneakers', 'high'], top: -17, flat: 0.6, sole: 'light', thick: 5, laces: true, cap: 'light' },
  { ...LOW, id: 'formal-shoes', name: 'Formal shoes', words: ['office', 'leather', 'suit'], toe: 4, thick: 4, cap: 'dark' },
  { ...LOW, id: 'boots', name: 'Boots', words: ['ankle', 'winter'], top: -31 },
  { ...LOW, id: 'work-boots', name: 'Work boots', words: ['builder', 'hiking', 'laces'], top: -27, wide: 1.5, thick: 7, laces: true, cap: 'dark', cuff: true },
  { ...LOW, id: 'rubber-boots', name: 'Rubber boots', words: ['wellingtons', 'rain', 'garden'], top: -52, flat: 1, wide: 4.5, thick: 5, cuff: true },
  { ...LOW, id: 'ballet-flats', name: 'Flat shoes', words: ['ballerina', 'light'], top: 3, flat: 1, thick: 3 },
  { ...LOW, id: 'sandals', name: 'Sandals', words: ['summer', 'beach'], top: -5, skin: true, straps: true, sole: 'dark', thick: 4 },
  { ...LOW, id: 'slippers', name: 'Slippers', words: ['home', 'soft'], top: 0, wide: 1.5, toe: 1, sole: 'light', thick: 4, cuff: true },
  { ...LOW, id: 'barefoot', name: 'Barefoot', words: ['none', 'bare'], colours: [], skin: true, sole: 'none' },
];
