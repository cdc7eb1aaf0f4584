import { book } from './book.ts';
import { cup } from './cup.ts';
import { flower } from './flower.ts';
import { globe } from './globe.ts';
import { key } from './key.ts';
import { lantern } from './lantern.ts';
import { letter } from './letter.ts';
import { magnifier } from './magnifier.ts';
import { orange } from './orange.ts';
import { parcel } from './parcel.ts';
import { pencil } from './pencil.ts';
import { phone } from './phone.ts';
import { tablet } from './tablet.ts';
import type { Thing } from './thing.ts';

/** Everything that can be held: one file each, one line here. */
export const THINGS: readonly Thing[] = [book, cup, flower, globe, key, lantern, letter, magnifier, orange, parcel, pencil, phone, tablet];

export const thingOf = (id: string | undefined): Thing | undefined => THINGS.find((thing) => thing.id === id);
