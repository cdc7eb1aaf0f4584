import { execFileSync } from 'node:child_process';
import { speechEdges } from '#core/speech/edges';
import { RATE } from '#core/speech/features';
import { readWav, resample } from '#core/speech/wav';
import { analyseSamples } from '#server/takes';

/** Sentences of other languages, two for each half of nobody's tuning: they only tell that these languages work. */
const TEXTS: Readonly<Record<string, readonly string[]>> = {
  de: ['Der Mond zieht das Wasser an', 'Warum verlässt uns das Meer zweimal am Tag', 'Sieben kleine Boote liegen auf dem nassen Sand'],
  es: ['La luna tira con más fuerza', 'Siete barcos pequeños descansan sobre la arena', 'El faro barre la bahía oscura'],
  fr: ['Sept petits bateaux dorment sur le sable mouillé', 'La lune tire plus fort', 'Nous mesurons la profondeur avec une corde'],
  it: ['La luna tira più forte dal lato vicino', 'Sette piccole barche riposano sulla sabbia', 'Il faro illumina la baia scura'],
  pl: ['Siedem małych łodzi leży na mokrym piasku', 'Latarnia oświetla ciemną zatokę', 'Księżyc przyciąga wodę'],
};

/**
 * Words that espeak-ng says one by one, joined without a pause: it tells no times of a sentence here, so this is how a
 * truth is had. Stiff speech, and no proof for people who speak.
 */
function joined(words: readonly string[], language: string): { samples: Float32Array; starts: number[] } {
  const pieces = words.map((word) => {
    const sound = readWav(execFileSync('espeak-ng', ['-v', language, '-s', '150', '--stdout', '--', word], { maxBuffer: 1 << 26 }));
    const samples = resample(sound.channels[0] as Float32Array, sound.rate, RATE);
    const edges = speechEdges(samples, RATE);
    // Its pads of .12 and .25 s taken off again.
    return edges ? samples.subarray(Math.min(samples.length, edges.from + Math.min(edges.from, 0.12 * RATE)), Math.max(0, edges.to - 0.22 * RATE)) : samples;
  });
  const lead = Math.round(0.3 * RATE);
  const out = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 2 * lead));
  const starts: number[] = [];
  let at = lead;
  for (const piece of pieces) {
    starts.push(at / RATE);
    out.set(piece, at);
    at += piece.length;
  }
  return { samples: out, starts };
}

/** `languages`: word starts against the joins, median in ms and share within 80 ms, and words that were not heard. */
export async function languageFigures(): Promise<Record<string, { medianMs: number; within80: number; unheard: number }>> {
  const out: Record<string, { medianMs: number; within80: number; unheard: number }> = {};
  for (const [language, texts] of Object.entries(TEXTS)) {
    const errors: number[] = [];
    let unheard = 0;
    for (const text of texts) {
      const words = text.split(' ');
      const { samples, starts } = joined(words, language);
      const { words: heard } = await analyseSamples(samples, words, { language });
      starts.forEach((start, n) => {
        const word = heard[n];
        if (!word || word.end <= word.start) unheard++;
        errors.push(Math.abs((word?.start ?? 0) / 48_000 - start));
      });
    }
    errors.sort((a, b) => a - b);
    out[language] = {
      medianMs: Math.round((errors[errors.length >> 1] as number) * 1000),
      within80: Math.round((1000 * errors.filter((error) => error <= 0.08).length) / errors.length) / 10,
      unheard,
    };
  }
  return out;
}
