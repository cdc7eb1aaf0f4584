import type { FilmFormat } from './format.ts';
import { mp4 } from './mp4.ts';

/** Every export format: one file each, one line here. */
export const FORMATS: readonly FilmFormat[] = [mp4];

export const formatOf = (id: string): FilmFormat => FORMATS.find((format) => format.id === id) ?? mp4;
