import { TICKS_PER_SECOND } from './ticks.ts';

const MINUS = '\u2212';

/** `0:22.43`: minutes, seconds, hundredths, as the transport and fields show a moment (ticks). */
export function formatMoment(ticks: number, digits = 2): string {
  const unit = 10 ** digits;
  const total = Math.round((Math.abs(ticks) / TICKS_PER_SECOND) * unit);
  const minutes = Math.floor(total / (60 * unit));
  const seconds = ((total - minutes * 60 * unit) / unit).toFixed(digits).padStart(digits ? digits + 3 : 2, '0');
  return `${ticks < 0 && total > 0 ? MINUS : ''}${minutes}:${seconds}`;
}

/** `5.3 s`: a length (ticks). */
export const formatLength = (ticks: number): string => `${signed((ticks / TICKS_PER_SECOND).toFixed(1))} s`;

/** `+0.10 s`: an offset (ticks), always with its sign. */
export const formatOffset = (ticks: number): string => `${ticks < 0 ? MINUS : '+'}${(Math.abs(ticks) / TICKS_PER_SECOND).toFixed(2)} s`;

/** `1 min 04 s`, for lists. */
export function formatDuration(ticks: number): string {
  const seconds = Math.round(ticks / TICKS_PER_SECOND);
  return seconds < 60 ? `${seconds} s` : `${Math.floor(seconds / 60)} min ${String(seconds % 60).padStart(2, '0')} s`;
}

const signed = (text: string): string => text.replace('-', MINUS);

/**
 * Reads what a person types into a time field: `1.5`, `1:02`, `+.2`, `-0.3 s`, `12f` (frames).
 * Returns ticks, or undefined where the text is no time.
 */
export function parseTime(text: string, fps: number): number | undefined {
  const clean = text
    .trim()
    .replace(MINUS, '-')
    .replace(',', '.')
    .toLowerCase()
    .replace(/\s*s(ec)?$/, '');
  const match = /^([+-]?)(?:(\d+):)?(\d*\.?\d*)(f?)$/.exec(clean);
  if (!match || !/\d/.test(clean)) return undefined;
  const value = Number(match[3] === '' || match[3] === '.' ? 0 : match[3]);
  const seconds = match[4] ? value / fps : Number(match[2] ?? 0) * 60 + value;
  return Math.round((match[1] === '-' ? -1 : 1) * seconds * TICKS_PER_SECOND) || 0;
}
