import type { Node } from '../../draw/picture.ts';
import type { FigureModel } from '../model.ts';
import type { MouthNumbers } from '../mouth.ts';
import type { Skeleton } from '../skeleton.ts';

/** What every part says of itself. */
export interface PartInfo {
  readonly id: string;
  readonly name: string;
  /** Words by which it is found. */
  readonly words?: readonly string[];
  /** Colour slots that it paints with. */
  readonly colours?: readonly string[];
  /** Ids of parts, or slots, that cannot be worn with it. */
  readonly excludes?: readonly string[];
}

/** A piece worn on the head. Draws in head units (origin at the head's middle), already turned by `yaw`. */
export interface HeadPart extends PartInfo {
  readonly slot: 'hair' | 'headwear' | 'glasses';
  /** What headwear does with hair: all of it goes, or it is flattened above the brim (head units, at the middle). */
  readonly hides?: 'hair' | 'crown';
  readonly brim?: number;
  back?(model: FigureModel, yaw: number): Node[];
  front?(model: FigureModel, yaw: number, covered: boolean): Node[];
}

/** Hair on the face: `under` the mouth, `over` it (a moustache). Both follow jaw and lips. */
export interface FacialHair extends PartInfo {
  readonly slot: 'facialHair';
  under?(model: FigureModel, yaw: number, mouth: MouthNumbers, smile: number): Node[];
  over?(model: FigureModel, yaw: number, mouth: MouthNumbers, smile: number): Node[];
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
export interface Garment extends PartInfo {
  readonly slot: 'top';
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
