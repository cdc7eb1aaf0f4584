import { restValue } from '../document/properties.ts';
import type { CueOf, Scene } from '../document/schema.ts';
import { feelingOf } from './feeling.ts';
import type { ScheduledLine } from './lines.ts';
import type { ReactingInput } from './motion/reacting.ts';
import type { Resolved } from './resolve.ts';

/** The face that somebody chose for who says a line, while it is said. */
const shownWith = (scene: Scene, resolved: Resolved, line: ScheduledLine): string | undefined =>
  Object.entries(scene.cues).flatMap(([id, cue]) => {
    const times = cue.kind === 'face' && cue.layer === line.layer ? resolved.cues.get(id) : undefined;
    return times && times.start < line.end && times.end > line.start ? [(cue as CueOf<'face'>).expression] : [];
  })[0];

/** What a line does to whoever hears it: by the face that it is said with, else by its words. A laugh is caught. */
export function moodOf(scene: Scene, resolved: Resolved, line: ScheduledLine): ReactingInput['mood'] {
  const felt = shownWith(scene, resolved, line) ?? feelingOf(line.words, line.line.text)?.expression;
  if (felt === undefined) return 'plain';
  if (felt === 'curious') return 'question';
  if (felt === 'laughing') return 'funny';
  if (['joyful', 'excited', 'proud', 'relieved', 'warm'].includes(felt)) return 'glad';
  return ['thinking', 'sceptical', 'bored', 'tired', 'determined', 'calm', 'sly', 'shy', 'puzzled', 'surprised'].includes(felt) ? 'plain' : 'bad';
}

/** On which side of a figure another layer is. */
export function sideOf(scene: Scene, id: string, other: string | undefined): -1 | 0 | 1 {
  const [own, speaker] = [scene.layers[id], other === undefined ? undefined : scene.layers[other]];
  if (!own || !speaker) return 0;
  const away = (restValue(speaker, 'x') - restValue(own, 'x')) * (restValue(own, 'scaleX') < 0 ? -1 : 1);
  return Math.abs(away) < 20 ? 0 : (Math.sign(away) as -1 | 1);
}

/** Where a line pauses, in ticks from its start: at its marks and at its end. */
export const pausesOf = ({ words, start }: Pick<ScheduledLine, 'words' | 'start'>): number[] =>
  words.filter(({ text }, index) => /[.?!,;:]$/.test(text) || index === words.length - 1).map(({ end }) => end - start);
