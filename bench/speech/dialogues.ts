import { Listening } from '#core/speech/analyse';
import { partRecording } from '#core/speech/parting';
import { speechResources } from '#server/speech/resources';
import type { Dialogue } from './sets.ts';

const percent = (part: number, whole: number): number => Math.round((1000 * part) / Math.max(1, whole)) / 10;

/** Greatest share of voiced time that goes to the right speaker, clusters matched to people one to one as well as may be. */
function purityOf(dialogue: Dialogue, found: readonly { start: number; end: number; speaker: number }[]): { right: number; whole: number } {
  const table = new Map<string, number>();
  let whole = 0;
  for (const truth of dialogue.utterances)
    for (const one of found) {
      const shared = Math.min(truth.end, one.end) - Math.max(truth.start, one.start);
      if (shared <= 0) continue;
      whole += shared;
      const key = `${one.speaker} ${truth.speaker}`;
      table.set(key, (table.get(key) ?? 0) + shared);
    }
  let right = 0;
  for (const cluster of new Set(found.map(({ speaker }) => speaker))) {
    const own = [...table].filter(([key]) => key.startsWith(`${cluster} `)).map(([, value]) => value);
    right += Math.max(0, ...own);
  }
  return { right, whole };
}

/** Edges of utterances, speakers and words of dialogues, with and without their text. */
export function dialogueFigures(dialogues: readonly Dialogue[]) {
  const group = (keep: (dialogue: Dialogue) => boolean) => {
    const sums = { edges: 0, near: 0, right: 0, whole: 0, toldRight: 0, toldWhole: 0, counts: 0, files: 0, words: 0, words40: 0, textEdges: 0, textNear: 0 };
    const missed: string[] = [];
    for (const dialogue of dialogues.filter(keep)) {
      const listening = new Listening(dialogue.samples, speechResources());
      // By voice alone, as a recording without a script is parted.
      const found = partRecording(listening, []);
      sums.files++;
      const speakers = new Set(found.map(({ speaker }) => speaker)).size;
      if (speakers === dialogue.speakers) sums.counts++;
      else missed.push(`${dialogue.name}: ${speakers}`);
      const pure = purityOf(dialogue, found);
      sums.right += pure.right;
      sums.whole += pure.whole;
      const toldPure = purityOf(dialogue, partRecording(listening, [], dialogue.speakers));
      sums.toldRight += toldPure.right;
      sums.toldWhole += toldPure.whole;
      const withText = listening.hear(dialogue.words);
      dialogue.wordTimes.forEach((truth, n) => {
        for (const edge of ['start', 'end'] as const) {
          sums.words++;
          if (Math.abs((withText.words[n]?.[edge] ?? -9) - truth[edge]) <= 0.04) sums.words40++;
        }
      });
      for (const truth of dialogue.utterances)
        for (const edge of ['start', 'end'] as const) {
          sums.edges++;
          sums.textEdges++;
          if (found.some((one) => Math.abs(one[edge] - truth[edge]) <= 0.1)) sums.near++;
          if (withText.utterances.some((one) => Math.abs(one[edge] - truth[edge]) <= 0.1)) sums.textNear++;
        }
    }
    return {
      files: sums.files,
      words40: percent(sums.words40, sums.words),
      edges100WithText: percent(sums.textNear, sums.textEdges),
      edges100: percent(sums.near, sums.edges),
      purity: percent(sums.right, sums.whole),
      countRight: `${sums.counts} of ${sums.files}`,
      purityTold: percent(sums.toldRight, sums.toldWhole),
      ...(missed.length ? { missed } : {}),
    };
  };
  return {
    clean: group(({ noise, overlap, music }) => noise === undefined && !overlap && !music),
    noise20: group(({ noise, overlap }) => noise === 20 && !overlap),
    noise12: group(({ noise, overlap }) => noise === 12 && !overlap),
    music: group(({ music }) => music),
    overlaps: group(({ overlap }) => overlap),
  };
}

/** A recording of 20 lines by two people in noise, parted as a user's is: along the script, and by voice alone. */
export function twentyFigures(dialogues: readonly Dialogue[]) {
  return dialogues.map((dialogue) => {
    const listening = new Listening(dialogue.samples, speechResources());
    const script = dialogue.lines.map((words, n) => ({ id: String(n), role: String(dialogue.utterances[n]?.speaker), words }));
    const along = partRecording(listening, [script]);
    const alone = partRecording(listening, [], undefined, 2);
    const near = (parts: readonly { start: number; end: number }[]): number => {
      const edges = dialogue.utterances.flatMap((truth) => (['start', 'end'] as const).map((edge) => parts.some((part) => Math.abs(part[edge] - truth[edge]) <= 0.1)));
      return percent(edges.filter(Boolean).length, edges.length);
    };
    // A line is found where its part lies over it by more than four fifths.
    const found = dialogue.utterances.filter((truth, n) => {
      const part = along.find(({ line }) => line === String(n));
      const shared = part ? Math.min(part.end, truth.end) - Math.max(part.start, truth.start) : 0;
      return shared > 0.8 * (truth.end - truth.start);
    }).length;
    const pure = purityOf(dialogue, alone);
    return {
      voices: dialogue.name,
      withScript: { lines: `${found} of ${dialogue.utterances.length}`, edges100: near(along) },
      byVoice: { parts: alone.length, edges100: near(alone), purity: percent(pure.right, pure.whole), speakers: new Set(alone.map(({ speaker }) => speaker)).size },
    };
  });
}
