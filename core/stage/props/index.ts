import { lamp } from './lamp.ts';
import type { Prop } from './prop.ts';
import { radio } from './radio.ts';

/** Every prop: one file each, one line here. */
export const PROPS: readonly Prop[] = [radio, lamp];
export const propOf = (id: string): Prop | undefined => PROPS.find((prop) => prop.id === id);
