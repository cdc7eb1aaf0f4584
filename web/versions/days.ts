import { format, isSameDay, subDays } from 'date-fns';
import type { ListedVersion } from '#core/document/answers';

export interface Day {
  readonly name: string;
  readonly versions: readonly ListedVersion[];
}

/** The clock's time of a version, as it is called where it has no name. */
export const timeOf = (at: string): string => format(new Date(at), 'HH:mm');

/** A day as people say it: today, yesterday, else its date. */
export const dayOf = (at: string, now: Date): string => {
  const day = new Date(at);
  if (isSameDay(day, now)) return 'Today';
  return isSameDay(day, subDays(now, 1)) ? 'Yesterday' : format(day, day.getFullYear() === now.getFullYear() ? 'EEEE, d MMMM' : 'd MMMM yyyy');
};

/** Versions by day, in the order they come in. */
export function byDay(versions: readonly ListedVersion[], now: Date): Day[] {
  const days: { name: string; versions: ListedVersion[] }[] = [];
  for (const version of versions) {
    const name = dayOf(version.at, now);
    const last = days.at(-1);
    if (last?.name === name) last.versions.push(version);
    else days.push({ name, versions: [version] });
  }
  return days;
}
