import type { Outfit } from '../document/schema.ts';

/** Ready clothes for a trade, to be worn as they are or changed. */
export interface Profession extends Omit<Outfit, 'order' | 'name'> {
  readonly id: string;
  readonly name: string;
}

const DARK = { trousers: '#3a3f4a', shoes: '#2f2a28' };

/** Professions: an entry each. */
export const PROFESSIONS: readonly Profession[] = [
  {
    id: 'doctor',
    name: 'Doctor',
    parts: { under: 'shirt', outer: 'lab-coat', bottom: 'suit-trousers', shoes: 'formal-shoes' },
    extras: { stethoscope: true },
    colours: { ...DARK, under: '#cfe0ea', outer: '#f4f3ee' },
  },
  {
    id: 'nurse',
    name: 'Nurse',
    parts: { top: 'scrubs', bottom: 'trousers', shoes: 'trainers' },
    extras: { 'name-badge': true, watch: true },
    colours: { primary: '#3f8f96', trousers: '#3f8f96', shoes: '#f0efe9' },
  },
  {
    id: 'surgeon',
    name: 'Surgeon',
    parts: { headwear: 'surgical-cap', top: 'scrubs', bottom: 'trousers', gloves: 'gloves', shoes: 'slippers' },
    extras: { 'medical-mask': true },
    colours: { primary: '#4f8f6f', trousers: '#4f8f6f', accent2: '#4f8f6f', gloves: '#bfe0e4', shoes: '#e9eef0' },
  },
  {
    id: 'cook',
    name: 'Cook',
    parts: { headwear: 'chef-hat', top: 'uniform-shirt', bottom: 'trousers', shoes: 'shoes' },
    extras: { apron: true },
    colours: { ...DARK, primary: '#f4f1ea', accent: '#f4f1ea', accent2: '#f7f4ee' },
  },
  {
    id: 'baker',
    name: 'Baker',
    parts: { under: 'tshirt', bottom: 'trousers', shoes: 'shoes' },
    extras: { apron: true },
    colours: { under: '#efe6d6', trousers: '#5d6470', shoes: '#6b4630', accent2: '#a8452f' },
  },
  {
    id: 'waiter',
    name: 'Waiter',
    parts: { under: 'shirt', top: 'waistcoat', bottom: 'suit-trousers', shoes: 'formal-shoes' },
    extras: { 'bow-tie': true },
    colours: { ...DARK, under: '#f6f3ec', primary: '#2b303a', accent: '#2b303a' },
  },
  {
    id: 'teacher',
    name: 'Teacher',
    parts: { under: 'shirt', outer: 'cardigan', bottom: 'trousers', shoes: 'shoes' },
    extras: {},
    colours: { under: '#e4ecef', outer: '#8f5f4a', trousers: '#4a5568', shoes: '#5a3b28' },
  },
  {
    id: 'scientist',
    name: 'Scientist',
    parts: { under: 'roll-neck', outer: 'lab-coat', bottom: 'jeans', shoes: 'trainers' },
    extras: { lanyard: true },
    colours: { under: '#3f5f7f', outer: '#f4f3ee', trousers: '#3f5678', shoes: '#f0efe9', accent2: '#c9503f' },
  },
  {
    id: 'builder',
    name: 'Builder',
    parts: { headwear: 'hard-hat', top: 'check-shirt', outer: 'safety-vest', bottom: 'cargo-trousers', shoes: 'work-boots' },
    extras: { 'tool-belt': true },
    colours: { primary: '#5d7a9a', outer: '#f28a2e', trousers: '#6b6152', shoes: '#8a5a34', accent2: '#f2c24b' },
  },
  {
    id: 'electrician',
    name: 'Electrician',
    parts: { headwear: 'peaked-cap', onePiece: 'boiler-suit', shoes: 'work-boots' },
    extras: { 'tool-belt': true },
    colours: { primary: '#2f5f8f', accent: '#f2c24b', accent2: '#2f5f8f', shoes: '#3a2a22' },
  },
  {
    id: 'mechanic',
    name: 'Mechanic',
    parts: { under: 'tshirt', onePiece: 'dungarees', shoes: 'boots', gloves: 'gloves' },
    extras: {},
    colours: { under: '#d9d5cb', trousers: '#4a5a4f', shoes: '#3a2a22', gloves: '#8a8f96' },
  },
  {
    id: 'firefighter',
    name: 'Firefighter',
    parts: { headwear: 'fire-helmet', onePiece: 'boiler-suit', shoes: 'rubber-boots', gloves: 'gloves' },
    extras: {},
    colours: { primary: '#3a3a3f', accent: '#e3b23c', accent2: '#c9403a', shoes: '#2b303a', gloves: '#6b5a45' },
  },
  {
    id: 'police',
    name: 'Police officer',
    parts: { headwear: 'skipper-cap', top: 'uniform-shirt', bottom: 'suit-trousers', shoes: 'boots' },
    extras: { belt: true },
    colours: { primary: '#3f5f8f', accent: '#d9b45a', trousers: '#27354a', shoes: '#22262e' },
  },
  {
    id: 'pilot',
    name: 'Pilot',
    parts: { headwear: 'skipper-cap', under: 'shirt', outer: 'blazer', bottom: 'suit-trousers', shoes: 'formal-shoes' },
    extras: { tie: true },
    colours: { under: '#f6f3ec', outer: '#22304a', primary: '#22304a', accent: '#d9b45a', trousers: '#22304a', shoes: '#22262e' },
  },
  {
    id: 'skipper',
    name: 'Skipper',
    parts: { headwear: 'skipper-cap', top: 'peacoat', bottom: 'trousers', shoes: 'rubber-boots' },
    extras: {},
    colours: { primary: '#27425e', secondary: '#efe6d6', accent: '#d9a93f', trousers: '#2b2f3a', shoes: '#e3b23c' },
  },
  {
    id: 'farmer',
    name: 'Farmer',
    parts: { headwear: 'sun-hat', top: 'check-shirt', onePiece: 'dungarees', shoes: 'rubber-boots' },
    extras: {},
    colours: { primary: '#b5453a', trousers: '#3a5f8f', accent: '#c98a4b', accent2: '#d8b676', shoes: '#3f6f4f' },
  },
  {
    id: 'gardener',
    name: 'Gardener',
    parts: { headwear: 'sun-hat', under: 'long-sleeve', bottom: 'cargo-trousers', shoes: 'rubber-boots', gloves: 'gloves' },
    extras: { apron: true },
    colours: { under: '#efe6d6', accent: '#7a9a6b', trousers: '#6b6152', accent2: '#5d7f4a', shoes: '#3f6f4f', gloves: '#c98a4b' },
  },
  {
    id: 'office',
    name: 'Office worker',
    parts: { under: 'shirt', outer: 'blazer', bottom: 'suit-trousers', shoes: 'formal-shoes' },
    extras: {},
    colours: { ...DARK, under: '#f1ece0', outer: '#4a5568', trousers: '#4a5568' },
  },
  {
    id: 'receptionist',
    name: 'Receptionist',
    parts: { under: 'blouse', bottom: 'straight-skirt', shoes: 'ballet-flats' },
    extras: { headset: true, 'name-badge': true },
    colours: { under: '#f4efe6', accent: '#7b2c45', trousers: '#3a3f4a', shoes: '#3a2a22' },
  },
  { id: 'judge', name: 'Judge', parts: { onePiece: 'long-robe', shoes: 'formal-shoes' }, extras: {}, colours: { primary: '#2b2b33', accent: '#8f2f45', shoes: '#22262e' } },
  {
    id: 'graduate',
    name: 'Graduate',
    parts: { headwear: 'mortarboard', onePiece: 'long-robe', shoes: 'shoes' },
    extras: {},
    colours: { primary: '#27354a', accent: '#d9a93f', accent2: '#27354a', shoes: '#3a2a22' },
  },
  {
    id: 'courier',
    name: 'Courier',
    parts: { headwear: 'cycle-helmet', top: 'team-shirt', bottom: 'shorts', shoes: 'trainers', gloves: 'gloves' },
    extras: { 'shoulder-bag': true },
    colours: { primary: '#2f8f6f', secondary: '#f4efe4', accent2: '#e8604c', trousers: '#2b303a', shoes: '#f0c23c', gloves: '#2b303a' },
  },
  {
    id: 'painter',
    name: 'Painter',
    parts: { under: 'tshirt', onePiece: 'dungarees', shoes: 'canvas-shoes' },
    extras: {},
    colours: { under: '#e8604c', trousers: '#efe9dc', accent: '#3f8f96', shoes: '#5d6f80' },
  },
  {
    id: 'musician',
    name: 'Musician',
    parts: { under: 'tshirt', outer: 'leather-jacket', bottom: 'slim-trousers', shoes: 'boots' },
    extras: {},
    colours: { under: '#d9d5cb', outer: '#2b2b33', trousers: '#2b2b33', shoes: '#22262e' },
  },
  {
    id: 'athlete',
    name: 'Athlete',
    parts: { headwear: 'headband', under: 'vest', bottom: 'shorts', shoes: 'trainers' },
    extras: { medal: true },
    colours: { under: '#c9503f', trousers: '#f4efe4', accent: '#d9b45a', accent2: '#27425e', shoes: '#f0f0ec' },
  },
  {
    id: 'astronaut',
    name: 'Astronaut',
    parts: { onePiece: 'space-suit', gloves: 'gloves', shoes: 'work-boots' },
    extras: { backpack: true },
    colours: { secondary: '#f0efe9', accent: '#e8702e', primary: '#3f8f96', accent2: '#d5d9dd', gloves: '#f0efe9', shoes: '#d5d9dd' },
  },
  {
    id: 'hero',
    name: 'Hero',
    parts: { under: 'long-sleeve', outer: 'cape', bottom: 'leggings', gloves: 'gloves', shoes: 'boots' },
    extras: { 'eye-mask': true, belt: true },
    colours: { under: '#27425e', accent: '#f2c24b', accent2: '#c9403a', outer: '#c9403a', trousers: '#27425e', gloves: '#c9403a', shoes: '#c9403a' },
  },
];
