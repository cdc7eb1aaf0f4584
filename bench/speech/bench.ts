import { listen } from '#core/speech/analyse';
import { RATE } from '#core/speech/features';
import { mouthCues } from '#core/speech/mouth';
import { speechResources } from '#server/speech/resources';
import { dialogueFigures, twentyFigures } from './dialogues.ts';
import { emptyTally, figures, tally } from './score.ts';
import { TUNING, VERDICT } from './sentences.ts';
import { dialogueSet, plainSet, type Recording, twentySet, unevenSet, VOICES } from './sets.ts';

/** Speech figures on sets made from the synthesizers present; `tuning` picks the half that may be tuned on. */
export function benchSpeech({ tuning = false }: { tuning?: boolean } = {}) {
  const sentences = tuning ? TUNING : VERDICT;
  const voices = tuning ? VOICES.tuning : VOICES.verdict;
  const sets = { plain: plainSet(sentences, voices), uneven: unevenSet(sentences, voices) };
  const resources = speechResources();
  const out: Record<string, ReturnType<typeof figures>> = {};
  let seconds = 0;
  const before = process.cpuUsage();
  for (const [name, recordings] of Object.entries(sets) as [string, Recording[]][]) {
    const withText = emptyTally();
    const without = emptyTally();
    for (const recording of recordings) {
      const heard = listen(recording.samples, recording.words, resources);
      tally(withText, recording, { mouth: mouthCues(heard.phones), words: heard.words });
      seconds += recording.samples.length / RATE;
      const bare = listen(recording.samples, undefined, resources);
      tally(without, { ...recording, wordTimes: [] }, { mouth: mouthCues(bare.phones), words: [] });
    }
    out[name] = figures(withText);
    out[`${name}, no text`] = figures(without);
  }
  const used = process.cpuUsage(before);
  const dialogues = dialogueFigures(dialogueSet(sentences, ['kal16', 'slt', 'rms', 'awb'], tuning ? 1 : 2));
  const twenty = twentyFigures(twentySet(sentences, tuning ? 1 : 2));
  return {
    half: tuning ? 'tuning' : 'verdict',
    sets: out,
    dialogues,
    twenty,
    seconds: Math.round(seconds),
    timesRealTime: Math.round((seconds / ((used.user + used.system) / 1e6)) * 10) / 10,
  };
}
