import type { Node } from '../../draw/picture.ts';
import type { FigureModel } from '../model.ts';
import type { MouthNumbers } from '../mouth.ts';
import type { Side } from '../pose.ts';
import type { Arm, Leg, Skeleton } from '../skeleton.ts';
import type { Sketch } from '../sketch.ts';

/** What every part says of itself. */
export interface PartInfo {
  /** Colours that it comes in, by cloth: a white coat is put on white. */
  readonly comesIn?: Readonly<Record<string, string>>;
  readonly id: string;
  readonly name: string;
  /** Words by which it is found. */
  readonly words?: readonly string[];
  /** Colour slots that it paints with. */
  readonly colours?: readonly string[];
  /** Ids of parts, or slots, that cannot be worn with it. */
  readonly excludes?: readonly string[];
}

/** Hair from the side, of a head that looks to the picture's right: forwards positive, half width 41.5, crown at -50, chin at 50, ear at -7, 6. */
export interface SideHair {
  /** From the hairline at the brow over the crown to the nape. */
  readonly outer?: readonly number[];
  /** From the nape round or over the ear and the temple back to the brow. */
  readonly line?: readonly number[];
  /** Half width of the curls along its edge. */
  readonly curls?: number;
  /** Straight locks end in points. */
  readonly pointed?: true;
  /** Shaved or thin where this lies: a shade over the skin. */
  readonly shade?: { readonly outer: readonly number[]; readonly line: readonly number[] };
  /** A crest so wide to either side, seen from behind. */
  readonly crest?: number;
  /** What falls behind the shoulders. */
  readonly behind?: readonly number[];
  /** Knots: middle and half width. */
  readonly knots?: readonly (readonly [number, number, number])[];
  /** Tails, plaits and locs along points, from their root's half width to their tip's; behind the head or before it, tied with a band. */
  readonly ropes?: readonly {
    readonly points: readonly number[];
    readonly root: number;
    readonly tip: number;
    readonly before?: true;
    readonly plaited?: number;
    readonly band?: true;
  }[];
}

/** A piece worn on the head. Draws in head units (origin at the head's middle), already turned by `yaw`. */
export interface HeadPart extends PartInfo {
  readonly slot: 'hair' | 'headwear' | 'glasses';
  /** What headwear does with hair: all of it goes, or it is flattened above the brim (head units, at the middle). */
  readonly hides?: 'hair' | 'crown';
  readonly brim?: number;
  /** From behind: its cloth, the right half of its outline from top to bottom, and folds; as from the front where left out. */
  readonly behind?: { readonly cloth: string; readonly dome: readonly number[]; readonly folds?: readonly (readonly number[])[] };
  /** Headwear that is drawn from the side in its own way. */
  readonly aside?: true;
  /** Hair as it is seen from the side. */
  readonly side?: SideHair;
  back?(model: FigureModel, yaw: number, covered: boolean): Node[];
  front?(model: FigureModel, yaw: number, covered: boolean): Node[];
  /** What lies on the shoulders, over the clothes. */
  collar?(frame: TorsoFrame): Node[];
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

/** What covers trunk and arms; a skirt is one that begins at the waist. */
export interface Garment extends PartInfo {
  readonly slot: 'under' | 'top' | 'outer' | 'onePiece' | 'bottom';
  /** Colour slot of cloth, of its cuffs, and of its sleeves where they differ. */
  readonly cloth: string;
  readonly cuff?: string;
  readonly sleeves?: string;
  /** Added to the arm's radius at shoulder, elbow and wrist. */
  readonly sleeve: readonly [number, number, number];
  /** Where the sleeve ends: 0 none, .5 the elbow, 1 the wrist. */
  readonly sleeveLength?: number;
  readonly grow: number;
  /** How closely it follows the waist, 0 (straight) .. 1. */
  readonly fits?: number;
  /** Where it begins, in shares of the trunk below the neck, and how wide it is there; from the neck if left out. */
  readonly from?: number;
  readonly width?: number;
  /** Worn open: half widths of the opening at neck and hem. */
  readonly open?: readonly [number, number];
  /** Details that reach over the garment's edge and must be kept inside it (costs a clip group). */
  readonly clips?: boolean;
  /** What it puts on the legs. */
  readonly legs?: LegCover;
  /** Where the hem lies below the neck, and how far it stands out from the hip. */
  hem(model: FigureModel): { y: number; out: number };
  details?(frame: TorsoFrame): Node[];
  /** Over trunk and neck, under the head. */
  collar?(frame: TorsoFrame): Node[];
  /** What hangs at the nape, seen from behind; a band where there is a collar and this is left out. */
  nape?(frame: TorsoFrame): Node[];
}

export interface LegFrame {
  readonly model: FigureModel;
  readonly s: Sketch;
  readonly leg: Leg;
  readonly side: Side;
}

/** Cloth along a leg. */
export interface LegCover {
  readonly cloth: string;
  /** Where it ends: .5 the knee, 1 the ankle. */
  readonly length: number;
  /** Added to the leg's radius at hip, knee and end. */
  readonly grow: readonly [number, number, number];
  details?(frame: LegFrame): Node[];
}

/** What is worn from the waist down: legs, a skirt, or both. */
export interface Bottom extends PartInfo {
  readonly slot: 'bottom';
  readonly legs?: LegCover;
  readonly skirt?: Garment;
}

export interface ShoeStyle extends PartInfo {
  /** Height of its upper edge about the ankle (negative is up), and how flat and wide that edge is. */
  readonly top: number;
  readonly flat: number;
  readonly wide: number;
  readonly toe: number;
  readonly sole: 'dark' | 'light' | 'none';
  readonly thick: number;
  readonly laces?: boolean;
  readonly straps?: boolean;
  readonly cuff?: boolean;
  readonly cap?: 'light' | 'dark';
  /** The foot itself is seen. */
  readonly skin?: boolean;
}

export interface HandFrame {
  readonly model: FigureModel;
  readonly s: Sketch;
  readonly arm: Arm;
  readonly side: Side;
  /** What a sleeve adds at the wrist; 0 where skin shows. */
  readonly cover: number;
}

export interface SeatFrame {
  readonly model: FigureModel;
  readonly sk: Skeleton;
  /** Units that its wheels have rolled. */
  readonly rolled?: number;
}

export interface Seat {
  /** Nobody gets up from it. */
  readonly stays?: true;
  back?(frame: SeatFrame): Node[];
  front?(frame: SeatFrame): Node[];
}

/** Something worn besides the clothes, any number at a time. Each hook draws in its own place. */
export interface Extra extends PartInfo {
  /** On the skin of the face, and over everything on the head (`drop` is the chin's). */
  face?(model: FigureModel, yaw: number): Node[];
  head?(model: FigureModel, yaw: number, drop: number): Node[];
  /** On the outermost cloth, and behind the trunk. */
  torso?(frame: TorsoFrame): Node[];
  /** Round the neck, over collars. */
  neck?(frame: TorsoFrame): Node[];
  behind?(frame: TorsoFrame): Node[];
  /** At a wrist and in a hand: they draw on the arm's own sketch. */
  wrist?(frame: HandFrame): undefined;
  hand?(frame: HandFrame): undefined;
  /** Something to sit on: whoever wears it sits. Drawn behind the figure and before it. */
  readonly seat?: Seat;
  /** A limb that is artificial. */
  readonly limb?: 'armR' | 'legL';
}
