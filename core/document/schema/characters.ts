import * as v from 'valibot';
import { PictureFigureSchema } from './ownPictures.ts';
import { colour, id, name, order, share, signed, text } from './values.ts';

const parts = v.record(text(30), text(40));
const extras = v.optional(v.record(text(40), v.literal(true)));
const colours = v.record(text(30), colour);

/** Clothes, extras and cloth colours that take the place of the everyday ones. */
export const OutfitSchema = v.object({ order, name, parts, extras, colours });
export type Outfit = v.InferOutput<typeof OutfitSchema>;

export const CharacterSchema = v.object({
  id: id('character'),
  order,
  name,
  kind: v.picklist(['person', 'mascot', 'picture']),
  /** Of a picture that acts. */
  picture: v.optional(PictureFigureSchema),
  /** Dials of the figure, each -1..1 around the middle, age in years. */
  figure: v.object({
    age: v.pipe(v.number(), v.minValue(6), v.maxValue(95)),
    build: signed,
    height: signed,
    shoulders: signed,
    hips: signed,
    headWidth: signed,
    headLength: signed,
    jaw: signed,
    chin: signed,
  }),
  /** Part file ids by slot; a slot left out has no part. */
  parts,
  /** Ids of extras that are worn; any number. */
  extras,
  skin: v.object({ position: share, undertone: signed }),
  colours,
  /** Other outfits; without one the parts above are worn as they are. */
  outfits: v.optional(v.record(id('outfit'), OutfitSchema)),
  temper: v.object({ lively: share, tense: share }),
});
export type Character = v.InferOutput<typeof CharacterSchema>;
