import type { Colour } from '../draw/picture.ts';
import type { StagedEffect } from '../schedule/staged.ts';
import { sampleColour } from '../schedule/tracks.ts';
import { clamp } from '../time/easing.ts';
import { sample } from '../time/track.ts';

/** One value of an effect or an entrance, as it is edited and where it stands when nothing is said. */
export type ValueField =
  | {
      readonly name: string;
      readonly label: string;
      readonly control: 'number';
      readonly unit: 'units' | 'times' | 'degrees' | 'share';
      readonly least: number;
      readonly most: number;
      readonly rest: number;
      readonly step: number;
    }
  | { readonly name: string; readonly label: string; readonly control: 'colour'; readonly rest: Colour };

/** Values as what draws reads them: in their ranges, whatever is stored. */
export interface Values {
  number(name: string): number;
  colour(name: string): Colour;
}

type Stored = Pick<StagedEffect, 'values'> & Partial<Pick<StagedEffect, 'tracks' | 'colours'>>;

/** Reads values at a tick by their fields; keys go before rest values. */
export const valuesAt = (fields: readonly ValueField[], { values, tracks, colours }: Stored, tick: number): Values => ({
  number(name) {
    const field = fields.find((one) => one.name === name);
    if (field?.control !== 'number') return 0;
    const track = tracks?.[name];
    const own = track ? sample(track, tick) : values[name];
    return clamp(typeof own === 'number' ? own : field.rest, field.least, field.most);
  },
  colour(name) {
    const field = fields.find((one) => one.name === name);
    if (field?.control !== 'colour') return '#000000';
    const track = colours?.[name];
    const own = track ? sampleColour(track, tick) : values[name];
    return typeof own === 'string' ? own : field.rest;
  },
});
