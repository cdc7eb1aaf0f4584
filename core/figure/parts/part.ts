import type { Node } from '../../draw/picture.ts';
import type { FigureModel } from '../model.ts';
import type { Skeleton } from '../skeleton.ts';

/** A piece worn on the head. Draws in head units (origin at the head's middle), already turned by `yaw`. */
export interface HeadPart {
  readonly id: string;
  readonly slot: 'hair' | 'headwear' | 'glasses';
  readonly name: string;
  /** Hair of a head that wears this keeps only its sides. */
  readonly coversHair?: boolean;
  back?(model: FigureModel, yaw: number): Node[];
  front?(model: FigureModel, yaw: number, covered: boolean): Node[];
}

export interface TorsoFrame {
  readonly model: FigureModel;
  readonly sk: Skeleton;
  /** Half width of the finished garment at a height below the neck. */
  halfAt(y: number): number;
  /** A point of the garment (x across, y below the neck) in figure units, turned and leaned with the trunk. */
  place(x: number, y: number): { x: number; y: number };
}

/** What covers trunk and arms. */
export interface Garment {
  readonly id: string;
  readonly slot: 'top';
  readonly name: string;
  /** Colour slot of cloth and of its cuffs. */
  readonly cloth: string;
  readonly cuff?: string;
  /** Added to the arm's radius at shoulder, elbow and wrist. */
  readonly sleeve: readonly [number, number, number];
  readonly grow: number;
  /** Details that reach over the garment's edge and must be kept inside it (costs a clip group). */
  readonly clips?: boolean;
  /** Where the hem lies below the neck, and how far it stands out from the hip. */
  hem(model: FigureModel): { y: number; out: number };
  details?(frame: TorsoFrame): Node[];
  /** Over trunk and neck, under the head. */
  collar?(frame: TorsoFrame): Node[];
}
