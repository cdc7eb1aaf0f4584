import { bob } from './bob.ts';
import { curlyCrop } from './curlyCrop.ts';
import { elderTufts } from './elderTufts.ts';
import { headscarf } from './headscarf.ts';
import { hoodie } from './hoodie.ts';
import type { Garment, HeadPart } from './part.ts';
import { peacoat } from './peacoat.ts';
import { roundGlasses } from './roundGlasses.ts';
import { skipperCap } from './skipperCap.ts';
import { tunic } from './tunic.ts';

/** Every part that can be worn: one file each, one line here. */
export const HEAD_PARTS: readonly HeadPart[] = [elderTufts, curlyCrop, bob, skipperCap, headscarf, roundGlasses];
export const GARMENTS: readonly Garment[] = [peacoat, tunic, hoodie];

export const headPart = (id: string | undefined): HeadPart | undefined => HEAD_PARTS.find((part) => part.id === id);
export const garment = (id: string | undefined): Garment => GARMENTS.find((part) => part.id === id) ?? hoodie;
