import { lamp } from './lamp.ts';
import type { Prop } from './prop.ts';
import { radio } from './radio.ts';
import { THING_PROPS } from './things.ts';

/** Every prop: one file each, one line here; what hands hold stands by itself, too. */
export const PROPS: readonly Prop[] = [radio, lamp, ...THING_PROPS];
export const propOf = (id: string): Prop | undefined => PROPS.find((prop) => prop.id === id);
