import type { Character } from '../document/schema.ts';

type Design = Omit<Character, 'id' | 'order'>;

const FIGURE = { age: 35, build: 0, height: 0, shoulders: 0, hips: 0, headWidth: 0, headLength: 0, jaw: 0, chin: 0 };

/** Characters to start from: to be used as they are or changed. Names and looks are made up. */
export const DESIGNS = {
  marit: {
    name: 'Marit',
    kind: 'person',
    figure: { ...FIGURE, age: 72, build: 0.92, height: -0.3, shoulders: 0.1, headLength: -0.25, chin: -0.2 },
    parts: { hair: 'tufts', headwear: 'skipper-cap', glasses: 'round-glasses', top: 'peacoat', shoes: 'boots' },
    skin: { position: 0.16, undertone: -0.4 },
    colours: { hair: '#dfe0e2', eyes: '#4f7f8f', primary: '#27425e', secondary: '#efe6d6', accent: '#d9a93f', trousers: '#2b2f3a', shoes: '#463a36', metal: '#7a4b35' },
    temper: { lively: 0.5, tense: 0.2 },
  },
  noor: {
    name: 'Noor',
    kind: 'person',
    figure: { ...FIGURE, age: 34, build: -0.75, height: 0.12 },
    parts: { headwear: 'headscarf', top: 'tunic', lashes: 'long', shoes: 'shoes' },
    skin: { position: 0.5, undertone: 0.1 },
    colours: { hair: '#2f1d1c', eyes: '#4a2d1e', primary: '#2f6b6a', accent: '#e0b354', accent2: '#b5485d', trousers: '#e5dccb', shoes: '#7b2c45' },
    temper: { lively: 0.65, tense: 0.3 },
  },
  theo: {
    name: 'Theo',
    kind: 'person',
    figure: { ...FIGURE, age: 27, build: -0.15, height: 0.35, shoulders: 0.25, jaw: 0.2 },
    parts: { hair: 'curly-crop', top: 'hoodie', shoes: 'shoes' },
    skin: { position: 0.9, undertone: 0 },
    colours: { hair: '#2a2022', eyes: '#4a2d1e', primary: '#e3b23c', trousers: '#3f5678', shoes: '#c9503f' },
    temper: { lively: 0.7, tense: 0.25 },
  },
  juno: {
    name: 'Juno',
    kind: 'person',
    figure: { ...FIGURE, age: 9, build: 0, height: 0.1 },
    parts: { hair: 'bob', top: 'hoodie', shoes: 'shoes' },
    skin: { position: 0.3, undertone: 0.2 },
    colours: { hair: '#2c2530', eyes: '#4a3226', primary: '#e8604c', trousers: '#3f6f9f', shoes: '#2f6b6a' },
    temper: { lively: 0.85, tense: 0.2 },
  },
  tully: {
    name: 'Tully',
    kind: 'mascot',
    figure: { ...FIGURE, age: 10 },
    parts: { body: 'harbour-robot' },
    skin: { position: 0, undertone: 0 },
    colours: { primary: '#d8533e', secondary: '#f2eadb', accent: '#f2c24b', metal: '#5d6f80', shoes: '#2e3946', eyes: '#2c6f8a', hair: '#a83a2b' },
    temper: { lively: 0.9, tense: 0.3 },
  },
} as const satisfies Record<string, Design>;

export type DesignId = keyof typeof DESIGNS;

export const designed = (design: DesignId, id: string, order: string): Character => ({ ...(JSON.parse(JSON.stringify(DESIGNS[design])) as Design), id, order });
