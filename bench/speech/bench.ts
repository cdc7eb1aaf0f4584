import { listen } from '#core/speech/analyse';
import { mouthCues } from '#core/speech/mouth';
import { speechResources } from '#server/speech/resources';
import { dialogueFigures, twentyFigures } from './dialogues.ts';
import { languageFigures } from './languages.ts';
import { costFigures, memoryFigures, wrongLineFigures, wrongScriptFigures } from './more.ts';
import { emptyTally, figures, tally } from './score.ts';
import { TUNING, VERDICT } from './sentences.ts';
import { type Dialogue, dialogueSet, plainSet, type Recording, twentySet, unevenSet, VOICES } from './sets.ts';

/** Speech figures on sets made from the synthesizers present; `tuning` picks the half that may be tuned on. */
export async function benchSpeech({ tuning = false }: { tuning?: boolean } = {}) {
  const sentences = tuning ? TUNING : VERDICT;
  const voices = tuning ? VOICES.tuning : VOICES.verdict;
  const sets = { plain: plainSet(sentences, voices), uneven: unevenSet(sentences, voices) };
  const resources = speechResources();
  const out: Record<string, ReturnType<typeof figures>> = {};
  for (const [name, recordings] of Object.entries(sets) as [string, Recording[]][]) {
    const withText = emptyTally();
    const without = emptyTally();
    for (const recording of recordings) {
      const heard = listen(recording.samples, recording.words, resources);
      tally(withText, recording, { mouth: mouthCues(heard.phones), words: heard.words });
      const bare = listen(recording.samples, undefined, resources);
      tally(without, { ...recording, wordTimes: [] }, { mouth: mouthCues(bare.phones), words: [] });
    }
    out[name] = figures(withText);
    out[`${name}, no text`] = figures(without);
  }
  const talks = dialogueSet(sentences, ['kal16', 'slt', 'rms', 'awb'], tuning ? 1 : 2);
  const dialogues = dialogueFigures(talks);
  const twenty = twentyFigures(twentySet(sentences, tuning ? 1 : 2));
  return {
    half: tuning ? 'tuning' : 'verdict',
    sets: out,
    dialogues,
    twenty,
    wrongScript: { ...wrongScriptFigures(sets.plain.filter((_, n) => n % 4 === 0)), ...wrongLineFigures(talks.filter(({ overlap }) => !overlap)) },
    languages: await languageFigures(),
    memory: await memoryFigures(),
    timesRealTime: costFigures(talks.find(({ noise, overlap, speakers }) => noise === undefined && !overlap && speakers > 1) as Dialogue),
  };
}
