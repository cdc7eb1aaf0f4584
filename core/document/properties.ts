/** Kinds of layers: those with something of their own to draw, all that are drawn, all. With them sounding cues and the camera have properties. */
const BOXED = ['character', 'prop', 'picture', 'clip', 'text', 'balloon', 'chart', 'mark', 'shape'] as const;
const DRAWN = [...BOXED, 'group'] as const;
export const LAYER_KINDS = [...DRAWN, 'effect'] as const;
export type LayerKind = (typeof LAYER_KINDS)[number];
export type PropertyKind = LayerKind | 'sound' | 'camera';

/** One number (or colour) of a thing that can stand still or change in time. */
export interface PropertyInfo {
  readonly label: string;
  readonly group: 'place' | 'look' | 'edge' | 'figure' | 'words' | 'sound' | 'camera';
  /** What a value counts: stage units, a factor, degrees, a share of 1, metres, decibels. */
  readonly unit: 'units' | 'times' | 'degrees' | 'share' | 'metres' | 'dB';
  readonly least: number;
  readonly most: number;
  /** The value where a thing says nothing of it. */
  readonly rest: number;
  /** What a key press or a notch of a field adds. */
  readonly step: number;
  readonly kinds: readonly PropertyKind[];
}

const FAR = 100_000;

/**
 * Every property: validation, fields, keys and tracks are made from this table. A new one is one entry here and one
 * place in `core/stage` (or `core/sound`) that reads it.
 */
export const PROPERTIES = {
  x: { label: 'Across', group: 'place', unit: 'units', least: -FAR, most: FAR, rest: 0, step: 1, kinds: [...DRAWN, 'camera'] },
  y: { label: 'Down', group: 'place', unit: 'units', least: -FAR, most: FAR, rest: 0, step: 1, kinds: [...DRAWN, 'camera'] },
  scaleX: { label: 'Width', group: 'place', unit: 'times', least: -20, most: 20, rest: 1, step: 0.05, kinds: DRAWN },
  scaleY: { label: 'Height', group: 'place', unit: 'times', least: -20, most: 20, rest: 1, step: 0.05, kinds: DRAWN },
  angleDeg: { label: 'Angle', group: 'place', unit: 'degrees', least: -3600, most: 3600, rest: 0, step: 1, kinds: DRAWN },
  anchorX: { label: 'Anchor across', group: 'place', unit: 'share', least: -2, most: 3, rest: 0.5, step: 0.05, kinds: BOXED },
  anchorY: { label: 'Anchor down', group: 'place', unit: 'share', least: -2, most: 3, rest: 0.5, step: 0.05, kinds: BOXED },
  depth: { label: 'Depth', group: 'place', unit: 'metres', least: -3, most: 200, rest: 0, step: 0.5, kinds: DRAWN },
  opacity: { label: 'Opacity', group: 'look', unit: 'share', least: 0, most: 1, rest: 1, step: 0.05, kinds: LAYER_KINDS },
  blur: { label: 'Blur', group: 'look', unit: 'units', least: 0, most: 200, rest: 0, step: 1, kinds: DRAWN },
  brightness: { label: 'Light', group: 'look', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05, kinds: DRAWN },
  contrast: { label: 'Contrast', group: 'look', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05, kinds: DRAWN },
  saturation: { label: 'Saturation', group: 'look', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05, kinds: DRAWN },
  temperature: { label: 'Warmth', group: 'look', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05, kinds: DRAWN },
  tintAmount: { label: 'Tint', group: 'look', unit: 'share', least: 0, most: 1, rest: 0, step: 0.05, kinds: DRAWN },
  cropLeft: { label: 'Crop left', group: 'edge', unit: 'share', least: 0, most: 1, rest: 0, step: 0.01, kinds: BOXED },
  cropTop: { label: 'Crop top', group: 'edge', unit: 'share', least: 0, most: 1, rest: 0, step: 0.01, kinds: BOXED },
  cropRight: { label: 'Crop right', group: 'edge', unit: 'share', least: 0, most: 1, rest: 0, step: 0.01, kinds: BOXED },
  cropBottom: { label: 'Crop bottom', group: 'edge', unit: 'share', least: 0, most: 1, rest: 0, step: 0.01, kinds: BOXED },
  turn: { label: 'Turn', group: 'figure', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05, kinds: ['character'] },
  alive: { label: 'Liveliness', group: 'figure', unit: 'times', least: 0, most: 2, rest: 1, step: 0.1, kinds: ['character'] },
  mouthOpen: { label: 'Mouth opening', group: 'figure', unit: 'times', least: 0, most: 2, rest: 1, step: 0.1, kinds: ['character'] },
  faceStrength: { label: 'Strength of faces', group: 'figure', unit: 'times', least: 0, most: 2, rest: 1, step: 0.1, kinds: ['character'] },
  size: { label: 'Size', group: 'words', unit: 'units', least: 4, most: 2000, rest: 96, step: 2, kinds: ['text', 'balloon'] },
  reveal: { label: 'Revealed', group: 'words', unit: 'share', least: 0, most: 1, rest: 1, step: 0.05, kinds: ['text', 'shape'] },
  gainDb: { label: 'Level', group: 'sound', unit: 'dB', least: -60, most: 12, rest: 0, step: 1, kinds: ['sound'] },
  pan: { label: 'Left to right', group: 'sound', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05, kinds: ['sound'] },
  width: { label: 'Width of the shot', group: 'camera', unit: 'units', least: 60, most: 20_000, rest: 1920, step: 10, kinds: ['camera'] },
} as const satisfies Record<string, PropertyInfo>;

export type Property = keyof typeof PROPERTIES;
export const propertyInfo = (property: Property): PropertyInfo => PROPERTIES[property];
/** Names of all properties, in the order of the table. */
export const PROPERTY_IDS = Object.keys(PROPERTIES) as Property[];
export const isProperty = (name: string): name is Property => Object.hasOwn(PROPERTIES, name);

/** Properties that are colours: they run through OKLCH, as three tracks. */
export const COLOUR_PROPERTIES = {
  tint: { label: 'Tint colour', rest: '#ffb000', kinds: DRAWN },
  colour: { label: 'Colour', rest: '#14282d', kinds: ['text'] },
  fill: { label: 'Fill', rest: '#f8cc2f', kinds: ['shape'] },
  lineColour: { label: 'Line colour', rest: '#14282d', kinds: ['shape'] },
} as const satisfies Record<string, { label: string; rest: string; kinds: readonly PropertyKind[] }>;

export type ColourProperty = keyof typeof COLOUR_PROPERTIES;
export const COLOUR_IDS = Object.keys(COLOUR_PROPERTIES) as ColourProperty[];
export const isColourProperty = (name: string): name is ColourProperty => Object.hasOwn(COLOUR_PROPERTIES, name);

export type PropertyOf<K extends PropertyKind> = { [P in Property]: K extends (typeof PROPERTIES)[P]['kinds'][number] ? P : never }[Property];
export type ColourOf<K extends PropertyKind> = { [C in ColourProperty]: K extends (typeof COLOUR_PROPERTIES)[C]['kinds'][number] ? C : never }[ColourProperty];

/** What a kind has, in the order of the table. */
export const propertiesOf = (kind: PropertyKind): Property[] => PROPERTY_IDS.filter((id) => propertyInfo(id).kinds.includes(kind));
export const coloursOf = (kind: PropertyKind): ColourProperty[] => COLOUR_IDS.filter((id) => (COLOUR_PROPERTIES[id].kinds as readonly PropertyKind[]).includes(kind));

/** A figure and a prop stand on their feet: their anchor is at the foot of their box. */
const FOOT: readonly PropertyKind[] = ['character', 'prop'];

/** A property's value where a thing of this kind says nothing of it. */
export const restOf = (kind: PropertyKind, property: Property): number => (property === 'anchorY' && FOOT.includes(kind) ? 1 : propertyInfo(property).rest);

/** Anything that has properties as its own fields. */
export type Propertied = { readonly kind: PropertyKind } & { readonly [P in Property]?: number | undefined };

/** A thing's rest value of a property: its own, or the table's. */
export const restValue = (thing: Propertied, property: Property): number => thing[property] ?? restOf(thing.kind, property);

export const colourOf = (thing: { readonly kind: PropertyKind } & { readonly [C in ColourProperty]?: string | undefined }, property: ColourProperty): string =>
  thing[property] ?? COLOUR_PROPERTIES[property].rest;
