import type { Character } from '#core/document/schema';
import { bodyOf, mascotOf, mascotOptions } from '#core/figure/mascots/index';
import { MASCOT_MAKES, type MascotSlot, makeOf } from '#core/figure/mascots/makes';
import { featuresOf } from '#core/figure/parts/features/index';
import { EXTRAS, NEVER_EMPTY, optionsOf, partIn, type Slot } from '#core/figure/parts/index';
import type { PartInfo } from '#core/figure/parts/part';
import { over, posed } from '#core/figure/pose';
import { heightOf, proportionsOf } from '#core/figure/proportions';
import { ownStance } from '#core/figure/rests';
import { skeletonOf } from '#core/figure/skeleton';
import type { OptionPicture } from '../workers/cast.worker.ts';

export type RoomSlot = Slot | 'extras' | MascotSlot;

/** What a slot is called, what its pictures show, and the colours that it paints with where its part names none. */
export const SLOT_INFO: Readonly<Record<RoomSlot, { readonly label: string; readonly view: OptionPicture['view']; readonly colours: readonly string[] }>> = {
  head: { label: 'Head', view: 'head', colours: [] },
  hair: { label: 'Hair', view: 'head', colours: ['hair'] },
  headwear: { label: 'Headwear', view: 'head', colours: ['accent2'] },
  brows: { label: 'Brows', view: 'head', colours: ['hair'] },
  eyes: { label: 'Eyes', view: 'head', colours: ['eyes'] },
  lashes: { label: 'Lashes', view: 'head', colours: [] },
  glasses: { label: 'Glasses', view: 'head', colours: ['metal'] },
  nose: { label: 'Nose', view: 'head', colours: [] },
  ears: { label: 'Ears', view: 'head', colours: [] },
  mouth: { label: 'Mouth', view: 'head', colours: ['lips'] },
  facialHair: { label: 'Beard', view: 'head', colours: ['hair'] },
  under: { label: 'Under', view: 'trunk', colours: ['under'] },
  top: { label: 'Top', view: 'trunk', colours: ['primary'] },
  outer: { label: 'Coat', view: 'trunk', colours: ['outer'] },
  onePiece: { label: 'One-piece', view: 'body', colours: ['primary'] },
  bottom: { label: 'Legs', view: 'legs', colours: ['trousers'] },
  gloves: { label: 'Gloves', view: 'trunk', colours: ['gloves'] },
  shoes: { label: 'Shoes', view: 'legs', colours: ['shoes'] },
  extras: { label: 'Extras', view: 'body', colours: [] },
  body: { label: 'Body', view: 'body', colours: [] },
  cheeks: { label: 'Cheeks', view: 'head', colours: [] },
  arms: { label: 'Arms', view: 'body', colours: [] },
  hands: { label: 'Hands', view: 'body', colours: [] },
  legs: { label: 'Legs', view: 'body', colours: [] },
};

/** Names of the same colour slots on a mascot. */
const MASCOT_COLOUR_NAMES: Readonly<Record<string, string>> = { primary: 'Body', secondary: 'Second', accent: 'Trim', metal: 'Limbs', shoes: 'Feet', eyes: 'Iris' };

export const colourName = ({ kind }: Character, slot: string): string => (kind === 'mascot' ? MASCOT_COLOUR_NAMES[slot] : COLOUR_NAMES[slot]) ?? slot;

const COLOUR_NAMES: Readonly<Record<string, string>> = {
  hair: 'Hair',
  eyes: 'Iris',
  lips: 'Lips',
  primary: 'Cloth',
  secondary: 'Second',
  accent: 'Trim',
  accent2: 'Accent',
  trousers: 'Legs',
  shoes: 'Shoes',
  metal: 'Frame',
  under: 'Under',
  outer: 'Coat',
  gloves: 'Gloves',
};

/** What the picture of an option shows: of an extra, the place where it is worn. */
export function viewOf(slot: RoomSlot, id: string): OptionPicture['view'] {
  if (slot !== 'extras') return SLOT_INFO[slot].view;
  const extra = EXTRAS.find((one) => one.id === id);
  return extra?.head || extra?.face ? 'head' : extra?.neck || extra?.torso ? 'trunk' : 'body';
}

/** Sides of the room on which a slot's card stands. */
export const LEFT: readonly RoomSlot[] = ['hair', 'brows', 'eyes', 'lashes', 'nose', 'mouth', 'under', 'top', 'bottom', 'shoes'];
export const RIGHT: readonly RoomSlot[] = ['headwear', 'glasses', 'ears', 'head', 'facialHair', 'outer', 'onePiece', 'gloves', 'extras'];

/** The same for a mascot. */
export const MASCOT_LEFT: readonly RoomSlot[] = ['body', 'brows', 'eyes', 'cheeks'];
export const MASCOT_RIGHT: readonly RoomSlot[] = ['arms', 'hands', 'legs'];

/** The choices of a slot for this character. */
export const choicesOf = (character: Character, slot: RoomSlot): readonly PartInfo[] =>
  character.kind === 'mascot' ? mascotOptions(slot as MascotSlot) : optionsOf(slot as Slot | 'extras');

/** What a mascot has in a slot, chosen or by its make. */
export const chosenOf = (character: Character, slot: RoomSlot): string | undefined =>
  slot === 'body' ? mascotOf(character).id : slot in MASCOT_MAKES ? makeOf(character)[slot as keyof typeof MASCOT_MAKES].id : undefined;

/** What is in a slot, in words. */
export function nameIn(character: Character, slot: RoomSlot): string {
  if (character.kind === 'mascot') {
    const choices = choicesOf(character, slot);
    return choices.find(({ id }) => id === chosenOf(character, slot))?.name ?? '';
  }
  if (!isPersonSlot(slot)) return '';
  if (slot === 'extras') {
    const names = EXTRAS.filter(({ id }) => character.extras && id in character.extras).map(({ name }) => name);
    return names.length ? names.join(', ') : 'None';
  }
  const whole = slot === 'bottom' && !character.parts.bottom ? partIn('onePiece', character.parts.onePiece) : undefined;
  if (whole) return whole.name;
  const features = featuresOf(character) as unknown as Record<string, { name: string } | undefined>;
  return features[slot]?.name ?? partIn(slot, character.parts[slot])?.name ?? (slot === 'shoes' || slot === 'bottom' ? (optionsOf(slot)[0]?.name ?? '') : 'None');
}

const MASCOT_ONLY: ReadonlySet<string> = new Set(['body', 'cheeks', 'arms', 'hands', 'legs']);
const isPersonSlot = (slot: RoomSlot): slot is Slot | 'extras' => !MASCOT_ONLY.has(slot);

export const mayBeEmpty = (slot: RoomSlot): boolean => slot !== 'extras' && isPersonSlot(slot) && !NEVER_EMPTY.has(slot);

/** Colour slots of what is in a slot. */
export function coloursIn(character: Character, slot: RoomSlot): readonly string[] {
  if (character.kind === 'mascot') return ['primary', 'secondary', 'accent', 'metal', 'shoes', 'eyes'];
  if (slot === 'extras') return [...new Set(EXTRAS.filter(({ id }) => character.extras && id in character.extras).flatMap(({ colours }) => colours ?? []))];
  if (!isPersonSlot(slot)) return [];
  const part = partIn(slot, character.parts[slot]);
  if (!part && mayBeEmpty(slot) && slot !== 'bottom' && slot !== 'hair') return [];
  return part?.colours ?? SLOT_INFO[slot].colours;
}

/** Where the room puts a figure: its scale, and the floor's height. */
export function placeIn(character: Character, width: number, height: number): { scale: number; floor: number } {
  const tall = character.picture
    ? character.picture.tall + 60
    : character.kind === 'mascot'
      ? Math.max(300, heightOf(bodyOf(character)) + 60)
      : heightOf(proportionsOf(character.figure)) + 34;
  return { scale: Math.min((height - 92) / tall, (width * 0.52) / 230, 1.6), floor: height - 46 };
}

/** The point on the figure, in its own units, that a slot's card is threaded to. */
export function pinOf(character: Character, slot: RoomSlot, turn: number): { x: number; y: number } {
  if (character.kind === 'mascot') return mascotPin(character, slot, turn);
  const p = proportionsOf(character.figure);
  // It stands there as it stands by itself.
  const { head, neck, hip, arms, legs } = skeletonOf(p, posed(over(ownStance(character), { bodyTurn: turn * 0.45, headTurn: turn * 0.55 })));
  const s = Math.sin(((turn * 75) / 180) * Math.PI) * 22;
  const at = (x: number, y: number): { x: number; y: number } => ({ x, y });
  switch (slot) {
    case 'hair':
      return at(head.x - 30, head.y - 44);
    case 'headwear':
      return at(head.x + 24, head.y - 54);
    case 'brows':
      return at(head.x - 22 + s, head.y - 14);
    case 'eyes':
      return at(head.x - 20 + s, head.y + 3);
    case 'lashes':
      return at(head.x - 30 + s, head.y - 1);
    case 'glasses':
      return at(head.x + 26 + s * 0.8, head.y + 8);
    case 'nose':
      return at(head.x + s * 1.2 - 2, head.y + 19);
    case 'ears':
      return at(head.x + 41, head.y + 8);
    case 'mouth':
      return at(head.x - 8 + s, head.y + 32);
    case 'head':
      return at(head.x + 33 + s * 0.3, head.y + 27);
    case 'facialHair':
      return at(head.x + 14 + s * 0.7, head.y + 44);
    case 'under':
      return at(neck.x - 10, neck.y + 15);
    case 'top':
      return at(neck.x - p.chest * 0.5, neck.y + p.torso * 0.5);
    case 'outer':
      return at(neck.x + p.chest * 0.7, neck.y + p.torso * 0.36);
    case 'onePiece':
      return at(neck.x + p.waist * 0.4, neck.y + p.torso * 0.78);
    case 'gloves':
      return at(arms.R.wrist.x, arms.R.wrist.y + 12);
    case 'bottom':
      return at(legs.L.knee.x, (hip.y + legs.L.knee.y) / 2 + 22);
    case 'shoes':
      return at(legs.L.ankle.x - 8, -10);
    default:
      return at(hip.x + p.hip * 0.5, hip.y + 44);
  }
}

function mascotPin(character: Character, slot: RoomSlot, turn: number): { x: number; y: number } {
  const p = bodyOf(character);
  const { head, hip, arms, legs } = skeletonOf(p, posed({ bodyTurn: turn * 0.45, headTurn: turn * 0.55 }));
  const s = Math.sin(((turn * 75) / 180) * Math.PI) * 22;
  switch (slot) {
    case 'brows':
      return { x: head.x - 22 + s, y: head.y - 20 };
    case 'eyes':
      return { x: head.x - 20 + s, y: head.y };
    case 'cheeks':
      return { x: head.x - 34 + s, y: head.y + 20 };
    case 'arms':
      return arms.R.elbow;
    case 'hands':
      return { x: arms.R.wrist.x + 4, y: arms.R.wrist.y + 12 };
    case 'legs':
      return { x: legs.R.ankle.x, y: -14 };
    default:
      return { x: hip.x - p.hip * 0.7, y: hip.y - p.torso * 0.3 };
  }
}
