import { EVERYDAY } from './everyday.ts';
import { FURNITURE } from './furniture.ts';
import { KITCHEN } from './kitchen.ts';
import { lamp } from './lamp.ts';
import { MEDIA } from './media.ts';
import { OUTDOORS } from './outdoors.ts';
import type { Prop } from './prop.ts';
import { radio } from './radio.ts';
import { SCHOOL } from './school.ts';
import { SCIENCE } from './science.ts';
import { THING_PROPS } from './things.ts';
import { VEHICLES } from './vehicles.ts';

/** Props by what they belong to, in the order in which one looks through them. */
export const PROP_GROUPS: readonly { readonly name: string; readonly props: readonly Prop[] }[] = [
  { name: 'Furniture', props: FURNITURE },
  { name: 'Screens and sound', props: [...MEDIA, radio] },
  { name: 'School and office', props: SCHOOL },
  { name: 'Science', props: SCIENCE },
  { name: 'Kitchen', props: KITCHEN },
  { name: 'Outdoors', props: [...OUTDOORS, lamp] },
  { name: 'Vehicles', props: VEHICLES },
  { name: 'Everyday', props: EVERYDAY },
  { name: 'In the hand', props: THING_PROPS },
];

/** Every prop; what hands hold stands by itself, too. */
export const PROPS: readonly Prop[] = PROP_GROUPS.flatMap(({ props }) => props);
const byId = new Map(PROPS.map((prop) => [prop.id, prop]));
export const propOf = (id: string): Prop | undefined => byId.get(id);
