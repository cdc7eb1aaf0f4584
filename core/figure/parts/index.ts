import { BOTTOMS } from './bottoms/bottoms.ts';
import { apron } from './extras/apron.ts';
import { armProsthesis } from './extras/armProsthesis.ts';
import { backpack } from './extras/backpack.ts';
import { beautySpot } from './extras/beautySpot.ts';
import { belt } from './extras/belt.ts';
import { bowTie } from './extras/bowTie.ts';
import { bracelets } from './extras/bracelets.ts';
import { cane } from './extras/cane.ts';
import { clipboard } from './extras/clipboard.ts';
import { clownNose } from './extras/clownNose.ts';
import { cup } from './extras/cup.ts';
import { earrings } from './extras/earrings.ts';
import { eyeMask } from './extras/eyeMask.ts';
import { eyePatch } from './extras/eyePatch.ts';
import { freckles } from './extras/freckles.ts';
import { hairFlower } from './extras/hairFlower.ts';
import { headset } from './extras/headset.ts';
import { hearingAid } from './extras/hearingAid.ts';
import { lanyard } from './extras/lanyard.ts';
import { legProsthesis } from './extras/legProsthesis.ts';
import { medal } from './extras/medal.ts';
import { medicalMask } from './extras/medicalMask.ts';
import { nameBadge } from './extras/nameBadge.ts';
import { necklace } from './extras/necklace.ts';
import { scarf } from './extras/scarf.ts';
import { shoulderBag } from './extras/shoulderBag.ts';
import { star } from './extras/star.ts';
import { stethoscope } from './extras/stethoscope.ts';
import { stool } from './extras/stool.ts';
import { tie } from './extras/tie.ts';
import { toolBelt } from './extras/toolBelt.ts';
import { umbrella } from './extras/umbrella.ts';
import { watch } from './extras/watch.ts';
import { wheelchair } from './extras/wheelchair.ts';
import { wings } from './extras/wings.ts';
import { curledMoustache } from './facialHair/curledMoustache.ts';
import { fullBeard } from './facialHair/fullBeard.ts';
import { goatee } from './facialHair/goatee.ts';
import { longBeard } from './facialHair/longBeard.ts';
import { moustache } from './facialHair/moustache.ts';
import { shortBeard } from './facialHair/shortBeard.ts';
import { sideburns } from './facialHair/sideburns.ts';
import { stubble } from './facialHair/stubble.ts';
import { FEATURE_SLOTS, FEATURES, type FeatureSlot } from './features/index.ts';
import { goggles } from './glasses/goggles.ts';
import { readingGlasses } from './glasses/readingGlasses.ts';
import { roundGlasses } from './glasses/roundGlasses.ts';
import { squareGlasses } from './glasses/squareGlasses.ts';
import { sunglasses } from './glasses/sunglasses.ts';
import { wingGlasses } from './glasses/wingGlasses.ts';
import { afro } from './hair/afro.ts';
import { bob } from './hair/bob.ts';
import { bowl } from './hair/bowl.ts';
import { cornrows } from './hair/cornrows.ts';
import { crew } from './hair/crew.ts';
import { curlyCrop } from './hair/curlyCrop.ts';
import { curlyLong } from './hair/curlyLong.ts';
import { elderTufts } from './hair/elderTufts.ts';
import { fade } from './hair/fade.ts';
import { locs } from './hair/locs.ts';
import { longStraight } from './hair/longStraight.ts';
import { longWavy } from './hair/longWavy.ts';
import { lowBun } from './hair/lowBun.ts';
import { mohawk } from './hair/mohawk.ts';
import { pigtails } from './hair/pigtails.ts';
import { pixie } from './hair/pixie.ts';
import { ponytail } from './hair/ponytail.ts';
import { quiff } from './hair/quiff.ts';
import { receding } from './hair/receding.ts';
import { shaved } from './hair/shaved.ts';
import { shortLocs } from './hair/shortLocs.ts';
import { sidePart } from './hair/sidePart.ts';
import { topBun } from './hair/topBun.ts';
import { tousled } from './hair/tousled.ts';
import { twoBraids } from './hair/twoBraids.ts';
import { wavyLob } from './hair/wavyLob.ts';
import { bowler } from './headwear/bowler.ts';
import { chefHat } from './headwear/chefHat.ts';
import { crown } from './headwear/crown.ts';
import { cycleHelmet } from './headwear/cycleHelmet.ts';
import { fireHelmet } from './headwear/fireHelmet.ts';
import { hardHat } from './headwear/hardHat.ts';
import { headband } from './headwear/headband.ts';
import { headscarf } from './headwear/headscarf.ts';
import { knittedHat } from './headwear/knittedHat.ts';
import { mortarboard } from './headwear/mortarboard.ts';
import { peakedCap } from './headwear/peakedCap.ts';
import { skipperCap } from './headwear/skipperCap.ts';
import { sunHat } from './headwear/sunHat.ts';
import { surgicalCap } from './headwear/surgicalCap.ts';
import { turban } from './headwear/turban.ts';
import { boilerSuit } from './onePieces/boilerSuit.ts';
import { dress } from './onePieces/dress.ts';
import { dungarees } from './onePieces/dungarees.ts';
import { gown } from './onePieces/gown.ts';
import { jumpsuit } from './onePieces/jumpsuit.ts';
import { longRobe } from './onePieces/longRobe.ts';
import { spaceSuit } from './onePieces/spaceSuit.ts';
import { sunDress } from './onePieces/sunDress.ts';
import type { Bottom, Extra, FacialHair, Garment, HeadPart, PartInfo, ShoeStyle } from './part.ts';
import { SHOES } from './shoes/shoes.ts';
import { bathrobe } from './tops/bathrobe.ts';
import { blazer } from './tops/blazer.ts';
import { blouse } from './tops/blouse.ts';
import { cape } from './tops/cape.ts';
import { cardigan } from './tops/cardigan.ts';
import { checkShirt } from './tops/checkShirt.ts';
import { denimJacket } from './tops/denimJacket.ts';
import { hoodie } from './tops/hoodie.ts';
import { jumper } from './tops/jumper.ts';
import { kurta } from './tops/kurta.ts';
import { labCoat } from './tops/labCoat.ts';
import { leatherJacket } from './tops/leatherJacket.ts';
import { longSleeve } from './tops/longSleeve.ts';
import { paddedJacket } from './tops/paddedJacket.ts';
import { patternJumper } from './tops/patternJumper.ts';
import { peacoat } from './tops/peacoat.ts';
import { polo } from './tops/polo.ts';
import { raincoat } from './tops/raincoat.ts';
import { rollNeck } from './tops/rollNeck.ts';
import { safetyVest } from './tops/safetyVest.ts';
import { scrubs } from './tops/scrubs.ts';
import { shirt } from './tops/shirt.ts';
import { slipover } from './tops/slipover.ts';
import { teamShirt } from './tops/teamShirt.ts';
import { tshirt } from './tops/tshirt.ts';
import { tunic } from './tops/tunic.ts';
import { uniformShirt } from './tops/uniformShirt.ts';
import { vest } from './tops/vest.ts';
import { waistcoat } from './tops/waistcoat.ts';

/** Every part that can be worn: one file each, one line here. */
export const HEAD_PARTS: readonly HeadPart[] = [
  crew,
  sidePart,
  quiff,
  tousled,
  bowl,
  pixie,
  bob,
  wavyLob,
  longStraight,
  longWavy,
  curlyLong,
  curlyCrop,
  afro,
  fade,
  shortLocs,
  locs,
  cornrows,
  twoBraids,
  topBun,
  lowBun,
  ponytail,
  pigtails,
  mohawk,
  receding,
  elderTufts,
  shaved,
  skipperCap,
  peakedCap,
  knittedHat,
  headscarf,
  turban,
  hardHat,
  fireHelmet,
  cycleHelmet,
  sunHat,
  bowler,
  chefHat,
  surgicalCap,
  mortarboard,
  headband,
  crown,
  roundGlasses,
  squareGlasses,
  wingGlasses,
  readingGlasses,
  sunglasses,
  goggles,
];
export const FACIAL_HAIR: readonly FacialHair[] = [stubble, moustache, curledMoustache, goatee, shortBeard, fullBeard, longBeard, sideburns];
export const GARMENTS: readonly Garment[] = [
  tshirt,
  vest,
  longSleeve,
  rollNeck,
  shirt,
  blouse,
  hoodie,
  jumper,
  patternJumper,
  slipover,
  polo,
  checkShirt,
  teamShirt,
  uniformShirt,
  waistcoat,
  tunic,
  kurta,
  scrubs,
  cardigan,
  blazer,
  labCoat,
  denimJacket,
  leatherJacket,
  raincoat,
  paddedJacket,
  peacoat,
  safetyVest,
  bathrobe,
  cape,
  dress,
  sunDress,
  gown,
  longRobe,
  dungarees,
  boilerSuit,
  jumpsuit,
  spaceSuit,
];

export const EXTRAS: readonly Extra[] = [
  freckles,
  beautySpot,
  earrings,
  hearingAid,
  headset,
  medicalMask,
  eyeMask,
  eyePatch,
  clownNose,
  hairFlower,
  scarf,
  tie,
  bowTie,
  necklace,
  lanyard,
  medal,
  stethoscope,
  nameBadge,
  star,
  apron,
  belt,
  toolBelt,
  shoulderBag,
  backpack,
  wings,
  watch,
  bracelets,
  cup,
  clipboard,
  cane,
  umbrella,
  armProsthesis,
  legProsthesis,
  stool,
  wheelchair,
];

export const headPart = (slot: HeadPart['slot'], id: string | undefined): HeadPart | undefined => HEAD_PARTS.find((part) => part.slot === slot && part.id === id);
export const facialHair = (id: string | undefined): FacialHair | undefined => FACIAL_HAIR.find((part) => part.id === id);
export const garment = (slot: Garment['slot'], id: string | undefined): Garment | undefined => GARMENTS.find((part) => part.slot === slot && part.id === id);
/** Trousers where nothing is chosen. */
export const bottom = (id: string | undefined): Bottom => BOTTOMS.find((part) => part.id === id) ?? (BOTTOMS[0] as Bottom);
export const shoes = (id: string | undefined): ShoeStyle => SHOES.find((part) => part.id === id) ?? (SHOES[0] as ShoeStyle);

/** What is worn besides the clothes, in the order in which it is drawn. */
export const extrasOf = (ids: Readonly<Record<string, unknown>> | undefined): readonly Extra[] => (ids ? EXTRAS.filter(({ id }) => id in ids) : []);

/** Slots in the order of the body, top to bottom. */
export const SLOTS = [
  'head',
  'hair',
  'headwear',
  'brows',
  'eyes',
  'lashes',
  'glasses',
  'nose',
  'ears',
  'mouth',
  'facialHair',
  'under',
  'top',
  'outer',
  'onePiece',
  'bottom',
  'gloves',
  'shoes',
] as const;
export type Slot = (typeof SLOTS)[number];

/** What can be chosen for a slot; a slot that may stay empty says so with `none`. */
export function optionsOf(slot: string): readonly PartInfo[] {
  if (slot in FEATURES) return FEATURES[slot as FeatureSlot];
  if (slot === 'facialHair') return FACIAL_HAIR;
  if (slot === 'extras') return EXTRAS;
  if (slot === 'bottom') return BOTTOMS;
  if (slot === 'shoes') return SHOES;
  if (slot === 'gloves') return [{ id: 'gloves', name: 'Gloves', colours: ['gloves'] }];
  const clothes = GARMENTS.filter((part) => part.slot === slot);
  if (clothes.length) return clothes;
  return HEAD_PARTS.filter((part) => part.slot === slot);
}

/** A part by slot and id. */
export const partIn = (slot: Slot | 'extras' | FeatureSlot, id: string | undefined): PartInfo | undefined =>
  id === undefined ? undefined : optionsOf(slot).find((part) => part.id === id);

/** Slots that always have something in them. */
export const NEVER_EMPTY: ReadonlySet<string> = new Set([...FEATURE_SLOTS, 'shoes', 'bottom']);

export const clothing = {
  /** A one-piece takes the place of a top, and of a bottom where it covers the legs or hangs over them; dungarees leave the top alone. */
  sameCloth(slotA: string, a: PartInfo, slotB: string, b: PartInfo): boolean {
    const [whole, other, slot] = slotA === 'onePiece' ? [a, b, slotB] : slotB === 'onePiece' ? [b, a, slotA] : [];
    if (!whole || !other) return false;
    const cloth = whole as Garment;
    if (slot === 'top') return cloth.from === undefined;
    return slot === 'bottom';
  },
};
