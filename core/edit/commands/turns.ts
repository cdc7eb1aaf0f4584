import { failure } from '../../document/failure.ts';
import type { MakeId } from '../../document/ids.ts';
import { pinsIn, pinsOf } from '../../document/pins.ts';
import type { Line, Scene, Take } from '../../document/schema.ts';
import { emphasisedWords, withMarks } from '../../formats/script/read.ts';
import { inOrder, orderBetween, ordersBetween } from '../../time/order.ts';
import type { Recipe } from '../change.ts';
import { lineOf, sceneOf } from './lines.ts';

/** Lines of the chain that wait for the one before, but for the first. */
function waiting(scene: Scene): Line[] {
  return inOrder(scene.lines)
    .map(([, line]) => line)
    .filter((line, index) => index > 0 && !line.aside && line.pin.to === 'previous');
}

const counted = (count: number): string | undefined =>
  count ? `${count} gap${count === 1 ? '' : 's'} changed. What hangs from the words came along.` : 'Every gap is like that already.';

function changeGaps(scene: string, change: (offset: number) => number): Recipe {
  return (draft) => {
    let count = 0;
    for (const line of waiting(sceneOf(draft, scene))) {
      const offset = change(line.pin.offset);
      if (offset === line.pin.offset) continue;
      line.pin = { to: 'previous', offset };
      count++;
    }
    return counted(count);
  };
}

/** Sets every gap of a scene to so many ticks; overlaps on purpose stay. */
export const setEveryGap = (scene: string, gap: number): Recipe => changeGaps(scene, (offset) => (offset < 0 ? offset : gap));

/** Shortens the gaps that are longer than `most`; the others stay. */
export const tightenGaps = (scene: string, most: number): Recipe => changeGaps(scene, (offset) => Math.min(offset, most));

/** Lengthens the gaps that are shorter than `least`; overlaps on purpose stay. */
export const breatheGaps = (scene: string, least: number): Recipe => changeGaps(scene, (offset) => (offset < 0 ? offset : Math.max(offset, least)));

/** A beat's length in ticks. */
export const setBeat =
  (scene: string, lineId: string, beat: number): Recipe =>
  (draft) => {
    const line = lineOf(sceneOf(draft, scene), lineId);
    if (line.kind === 'beat') line.beat = Math.max(0, Math.round(beat));
  };

/**
 * Parts a line before one of its words. Words keep their ids and what hangs from them; a recorded take is parted where
 * the word begins. Takes without times for the word cannot be parted and stay with the first half.
 */
export const splitLine =
  (scene: string, lineId: string, wordId: string, newLineId: string, makeId: MakeId): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const line = lineOf(target, lineId);
    const words = inOrder(line.words);
    const at = words.findIndex(([id]) => id === wordId);
    if (at <= 0) throw failure('no-split', 'A line is parted between two words. Choose a word after the first.');
    const all = inOrder(target.lines);
    const index = all.findIndex(([id]) => id === lineId);
    const [head, tail] = [words.slice(0, at), words.slice(at)];
    const takes: Record<string, Take> = {};
    let used: string | null = null;
    for (const [id, take] of Object.entries(line.takes)) {
      const cut = take.times[wordId]?.start;
      if (take.kind === 'draft') {
        delete line.takes[id];
        if (line.take === id) line.take = null;
        continue;
      }
      if (cut === undefined || cut >= take.length) continue;
      const second = makeId('take');
      const times = Object.fromEntries(
        tail.flatMap(([word]) => (take.times[word] ? [[word, { start: Math.max(0, take.times[word].start - cut), end: take.times[word].end - cut }]] : [])),
      );
      takes[second] = { ...take, from: take.from + cut, length: take.length - cut, analysis: null, times };
      if (line.take === id) used = second;
      take.length = cut;
      take.analysis = null;
      for (const [word] of tail) delete take.times[word];
    }
    const written = emphasisedWords(line.text);
    // Marks of emphasis go with their words, where the text still is what the words say.
    const text = (from: number, to: number): string =>
      written.length === words.length
        ? withMarks(written.slice(from, to))
        : words
            .slice(from, to)
            .map(([, word]) => word.text)
            .join(' ');
    const orders = ordersBetween(null, null, tail.length);
    target.lines[newLineId] = {
      ...line,
      order: orderBetween(line.order, all[index + 1]?.[1].order ?? null),
      text: text(at, words.length),
      words: Object.fromEntries(tail.map(([id, word], n) => [id, { ...word, order: orders[n] as string }])),
      pin: { to: 'previous', offset: 0 },
      take: used,
      takes,
    };
    delete target.lines[newLineId].staging;
    delete target.lines[newLineId].direction;
    line.text = text(0, at);
    line.words = Object.fromEntries(head);
  };

/**
 * Joins a line with the one after it. Words keep their ids. Takes that follow each other in one recording become one
 * take; others cannot, and the joined line speaks with a draft until it is recorded.
 */
export const joinLines =
  (scene: string, lineId: string, makeId: MakeId): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const all = inOrder(target.lines);
    const index = all.findIndex(([id]) => id === lineId);
    const [, line] = all[index] ?? [];
    const [nextId, next] = all[index + 1] ?? [];
    if (!line || !next || !nextId) throw failure('no-join', 'There is no line after this one to join it with.');
    if (line.kind === 'beat' || next.kind === 'beat' || line.role !== next.role)
      throw failure('no-join', 'Only two lines of one speaker can be joined. Give both to the same speaker first.');
    const [a, b] = [line.take ? line.takes[line.take] : undefined, next.take ? next.takes[next.take] : undefined];
    const words = [...inOrder(line.words), ...inOrder(next.words)];
    const orders = ordersBetween(null, null, words.length);
    line.words = Object.fromEntries(words.map(([id, word], n) => [id, { ...word, order: orders[n] as string }]));
    line.text = `${line.text} ${next.text}`.trim();
    let message: string | undefined;
    const real = a && a.kind !== 'draft' ? a : undefined;
    if (real && b && b.media === real.media && b.from >= real.from) {
      const shift = b.from - real.from;
      const joined: Take = {
        ...real,
        length: shift + b.length,
        analysis: null,
        times: { ...real.times, ...Object.fromEntries(Object.entries(b.times).map(([id, t]) => [id, { start: t.start + shift, end: t.end + shift }])) },
      };
      const id = makeId('take');
      line.takes = { [id]: joined };
      line.take = id;
    } else {
      if (real || (b && b.kind !== 'draft')) message = 'The two were recorded apart: the joined line speaks with its draft voice until you record it.';
      line.takes = {};
      line.take = null;
    }
    for (const one of pinsOf(target)) for (const pin of pinsIn(one)) if (pin.to === 'line' && pin.line === nextId) pin.line = lineId;
    delete target.lines[nextId];
    return message;
  };
