import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import { setWordTimes } from '#core/edit/commands/takes';
import { readTextGrid } from '#core/formats/textgrid/textgrid';
import { wordTimesFrom } from '#core/formats/times/film';
import type { FilmSchedule } from '#core/schedule/schedule';
import { run } from '../state/production.ts';
import { pasteScript } from './writing.ts';

/** Makes lines of a script's text after a line, and says what came in or why nothing did. */
export function bring(scene: string, after: string | undefined, text: string, fallback?: string): void {
  let made: ReturnType<typeof pasteScript>;
  try {
    made = pasteScript(scene, after, text, fallback);
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
    return;
  }
  if (!made) {
    toast.error('No spoken line was found in it. Paste rows such as “MARIT: Good morning.”');
    return;
  }
  const fresh = made.speakers.length ? ` ${made.speakers.join(' and ')} ${made.speakers.length > 1 ? 'are' : 'is'} new in the cast.` : '';
  toast.success(`${made.lines} line${made.lines === 1 ? '' : 's'}${made.scenes > 1 ? ` in ${made.scenes} scenes` : ''} came in.${fresh}`);
}

/** Word times from a TextGrid: the tier of a speaker's name, or the only one, for all lines whose words are in it. */
export function bringTimes(film: FilmSchedule, text: string): void {
  try {
    const { tiers } = readTextGrid(text);
    let count = 0;
    let first: string | undefined;
    for (const scene of film.scenes)
      for (const line of scene.lines) {
        const name = line.line.role ? film.document.production.roles[line.line.role]?.name : undefined;
        const tier = tiers.find((one) => name && one.name.toLowerCase().startsWith(name.toLowerCase()) && !/phone/i.test(one.name)) ?? (tiers.length === 1 ? tiers[0] : undefined);
        if (!tier || !line.line.take) continue;
        const times = wordTimesFrom(line, scene.start, tier.spans);
        const found = Object.keys(times).length;
        if (!found) continue;
        count += found;
        const edit = run('Bring word times in', setWordTimes(scene.id, line.id, line.line.take, times), first ? { follows: first } : {});
        first ??= edit;
      }
    if (count) toast.success(`${count} words took their times from it.`);
    else toast.error('None of its words are said at those times. Its tiers need the speakers’ names, and times from the film’s start.');
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
  }
}
