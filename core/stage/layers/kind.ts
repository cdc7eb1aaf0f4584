import type { LayerKindOf, LayerOf } from '../../document/schema.ts';
import type { Point } from '../../draw/matrix.ts';
import type { Node } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';
import type { StagedLayer } from '../../schedule/staged.ts';
import type { PlaneKind } from '../styles/style.ts';

/** A box in a layer's own units, y down. */
export interface OwnBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** What kinds may look at while they are drawn. */
export interface Surroundings {
  /** How much of it is written or drawn on its way in or out, on top of its own; 1 if left out. */
  readonly reveal?: number;
  /** The mouth of whom it is of, in its own units. */
  readonly towards?: Point;
  /** The head about that mouth, in its own units. */
  readonly head?: OwnBox;
  /** Of a mark: the box of what it names, in its own units. */
  readonly around?: OwnBox;
  readonly fonts: Fonts;
}

/** How the interface edits a field of a kind's own: data only, so that a kind is listed without the interface being touched. */
export type OwnField =
  | { readonly field: string; readonly label: string; readonly control: 'text' }
  | { readonly field: string; readonly label: string; readonly control: 'choice'; readonly options: readonly (readonly [value: string, label: string])[] }
  | { readonly field: string; readonly label: string; readonly control: 'switch' }
  | { readonly field: string; readonly label: string; readonly control: 'number'; readonly least: number; readonly most: number; readonly step: number };

/** How a kind is listed in the interface. */
export interface Entry {
  readonly label: string;
  /** SVG path data on a 24 x 24 grid, drawn as a line. */
  readonly icon: string;
  readonly fields: readonly OwnField[];
}

/** A kind of layer that is drawn: one file, one line in index.ts. */
export interface DrawnKind<K extends LayerKindOf = LayerKindOf> {
  readonly kind: K;
  readonly entry: Entry;
  /** What a drawing style takes it for; left out, no style changes it. */
  readonly plane?: PlaneKind;
  /** Whether it changes by itself along the scene, without keys. */
  moves?(layer: LayerOf<K>): boolean;
  /** Its nodes at a tick in its own units, the same list while nothing changes. */
  nodes(staged: StagedLayer & { readonly layer: LayerOf<K> }, tick: number, around: Surroundings): readonly Node[];
  /** Its box: anchors, crops, masks and the interface's handles are measured on it. */
  box(staged: StagedLayer & { readonly layer: LayerOf<K> }, tick: number, around: Surroundings): OwnBox;
}

/** A box of sides `width` and `height` about the origin. */
export const middleBox = (width: number, height: number): OwnBox => ({ left: -width / 2, top: -height / 2, right: width / 2, bottom: height / 2 });
