import type { Cue, CueOf, Document, End, Pin } from '../../document/schema.ts';
import { dice, hashText } from '../../draw/hash.ts';
import { suggestActing } from '../../figure/suggest.ts';
import { playerOf } from '../../schedule/casting.ts';
import { feelingOf } from '../../schedule/feeling.ts';
import { GESTURE_WORDS, meaningAt, meansWord, plainWord } from '../../schedule/lexicon.ts';
import type { ScheduledLine } from '../../schedule/lines.ts';
import type { SceneSchedule } from '../../schedule/schedule.ts';
import { PLAIN_GESTURES } from '../../schedule/spontaneous.ts';
import { frameSize } from '../../stage/frame.ts';
import { propOf } from '../../stage/props/index.ts';
import { hasShoulder } from '../../stage/shoulder.ts';
import { TICKS_PER_SECOND, toTicks } from '../../time/ticks.ts';

/** A cue that is proposed, with why. Its order is found when it is hung. */
export type Proposal = Cue extends infer C ? (C extends Cue ? Omit<C, 'order'> & { readonly note: string } : never) : never;

export interface DirectOptions {
  /** Another seed gives another cut of the same scene. */
  readonly seed: number;
  /** Only these lines; all of them if left out. */
  readonly lines?: ReadonlySet<string>;
}

/** Gestures of one speaker are at least so far apart (seconds); a lively one makes more (motion.md, Gestures: 6 to 12 a minute). */
const GESTURE_GAP = { lively: 3.2, calm: 6.5 } as const;
/** A shot is held at least so long. */
const SHOT_LEAST = toTicks(1.5);
/** A line this long gets a framing of its own. */
const LONG_LINE = toTicks(3);
/** A line of this length may be cut away from, to whoever listens: at a share of it, for so long, as often as chance has it. */
const REACTION = { from: toTicks(5.2), at: 0.52, held: toTicks(1.7), chance: 0.7 } as const;
/** In a close shot the ground goes a little out of focus. */
const CLOSE_BLUR = 0.35;
/** A cut comes so long before the first sound of a speaker (motion.md, Cuts). */
const CUT_BEFORE = toTicks(0.1);
/** A listener nods at ends of phrases of lines that are longer than this. */
const NODS_FROM = toTicks(4);

interface Span {
  readonly start: number;
  readonly end: number;
}

const word = (id: string, offset = 0): Pin => ({ to: 'word', word: id, edge: 'start', offset });
const untilWord = (id: string): End => ({ to: 'word', word: id, edge: 'end', offset: 0 });

/**
 * A first cut of a scene by simple rules: faces from brackets, feelings and punctuation; gestures on stressed words by
 * what they mean; looks at what is named; nods of who listens; framings by who speaks, how long, question and answer.
 * Nothing is proposed where somebody set a cue of that kind by hand.
 */
export function proposeCut(document: Document, scene: SceneSchedule, { seed, lines }: DirectOptions): Proposal[] {
  const chosen = scene.lines.filter((line) => line.line.kind === 'line' && (!lines || lines.has(line.id)));
  const byHand = handMade(scene);
  const free = (kind: Cue['kind'], layer: string | undefined, span: Span): boolean =>
    !byHand.some((one) => one.kind === kind && one.layer === layer && one.start < span.end + toTicks(0.2) && one.end > span.start - toTicks(0.2));
  const out: Proposal[] = [];
  const put = (proposal: Proposal, span: Span): void => {
    if (free(proposal.kind, 'layer' in proposal ? proposal.layer : undefined, span)) out.push(proposal);
  };
  const lastGesture = new Map<string, { at: number; action: string; hand: 'left' | 'right' }>();
  for (const line of chosen) {
    const { layer } = line;
    if (layer === undefined || !line.words.length) continue;
    for (const { proposal, span } of bracketCues(line, layer)) put(proposal, span);
    const face = feelingOf(line.words, line.line.text);
    if (face && !out.some((one) => one.kind === 'face' && one.layer === layer && startsIn(one, line)))
      put(
        {
          kind: 'face',
          layer,
          expression: face.expression,
          strength: face.strength,
          start: word(line.words[0]?.id as string),
          end: untilWord(line.words.at(-1)?.id as string),
          note: face.note,
        },
        line,
      );
    gestures(document, scene, line, layer, seed, lastGesture, (proposal, span) => put(proposal, span));
    const looked = lookOf(scene, line, layer);
    if (looked) put(looked.proposal, looked.span);
    for (const { proposal, span } of nods(scene, line, layer, seed)) put(proposal, span);
  }
  const frame = frameSize(document.production.frame);
  for (const shot of framings(scene, chosen, seed, frame.width)) if (free('camera', undefined, shot.span)) out.push(shot.proposal);
  return out;
}

/** Cues that somebody set, with their times: what is proposed gives way to them. */
function handMade(scene: SceneSchedule): (Span & { kind: Cue['kind']; layer: string | undefined })[] {
  return Object.entries(scene.scene.cues).flatMap(([id, cue]) => {
    const times = scene.resolved.cues.get(id);
    if (cue.proposed || !times) return [];
    // A shot holds until the next one.
    const end = cue.kind === 'camera' ? (scene.shots.find((shot) => shot.id === id)?.end ?? times.end) : times.end;
    return [{ kind: cue.kind, layer: 'layer' in cue ? cue.layer : undefined, start: times.start, end }];
  });
}

const startsIn = (proposal: Proposal, line: ScheduledLine): boolean =>
  proposal.start.to === 'word' && line.words.some(({ id }) => id === (proposal.start as { word: string }).word);

/** What brackets in the script ask for, hung from the line's first word. */
export function bracketCues(line: Pick<ScheduledLine, 'words' | 'line' | 'start' | 'end'>, layer: string): { proposal: Proposal; span: Span }[] {
  const [first, last] = [line.words[0], line.words.at(-1)];
  if (!first || !last) return [];
  const texts = [line.line.direction, line.line.staging].filter((text) => text !== undefined);
  return texts.flatMap((text) =>
    suggestActing(text).map(({ kind, id, because }): { proposal: Proposal; span: Span } => {
      const note = `the script says “${because}”`;
      return kind === 'face'
        ? { proposal: { kind: 'face', layer, expression: id, strength: 0.8, start: word(first.id), end: untilWord(last.id), note }, span: line }
        : {
            proposal: { kind: 'gesture', layer, action: id, hand: 'right', strength: 1, start: word(first.id), end: { ticks: toTicks(1.2) }, note },
            span: { start: line.start, end: line.start + toTicks(1.2) },
          };
    }),
  );
}

/** Gestures of a line: on words that mean one, else a beat on the most stressed word, never too close, never the same twice. */
function gestures(
  document: Document,
  scene: SceneSchedule,
  line: ScheduledLine,
  layer: string,
  seed: number,
  last: Map<string, { at: number; action: string; hand: 'left' | 'right' }>,
  put: (proposal: Proposal, span: Span) => void,
): void {
  const lively = playerOf(document, scene.scene, line.line.role)?.temper.lively ?? 0.5;
  const gap = toTicks(GESTURE_GAP.calm + (GESTURE_GAP.lively - GESTURE_GAP.calm) * lively);
  const luck = dice(hashText(`${line.id} direct ${seed}`));
  const stressOf = (index: number): number => line.analysis.stress[index] ?? 0.3;
  // The likelier words first: what means something, then what is stressed; a little luck makes another seed another cut.
  const plain = line.words.map(({ text }) => plainWord(text));
  const ranked = line.words
    .map((one, index) => {
      const meaning = meaningAt(GESTURE_WORDS, plain, index);
      return { one, meaning, score: stressOf(index) + (meaning ? (meaning.often ? 0.2 : 0.45) : 0) + luck.next() * 0.7 };
    })
    .sort((a, b) => b.score - a.score);
  const taken: number[] = [];
  const most = Math.max(1, Math.floor((line.end - line.start) / gap));
  for (const { one, meaning, score } of ranked) {
    if (taken.length >= most || score < 0.62) break;
    const before = last.get(layer);
    if (taken.some((at) => Math.abs(at - one.start) < gap) || (before && one.start - before.at < gap)) continue;
    const action = meaning?.action ?? (PLAIN_GESTURES[Math.floor(luck.next() * PLAIN_GESTURES.length)] as string);
    if (before?.action === action) continue;
    const hand = before ? (before.hand === 'right' ? 'left' : 'right') : luck.next() < 0.5 ? 'right' : 'left';
    const seconds = meaning ? 1.1 : 0.8;
    const note = meaning ? `${meaning.note}: “${one.text.replace(/[.,?!;:]+$/, '')}”` : `stress on “${one.text.replace(/[.,?!;:]+$/, '')}”`;
    put(
      {
        kind: 'gesture',
        layer,
        action,
        hand,
        strength: Math.round((0.75 + lively * 0.35) * 20) / 20,
        start: word(one.id),
        end: { ticks: toTicks(seconds) },
        note,
      },
      { start: one.start, end: one.start + toTicks(seconds) },
    );
    taken.push(one.start);
  }
  const latest = Math.max(...taken, Number.NEGATIVE_INFINITY);
  const newest = Number.isFinite(latest) ? line.words.find(({ start }) => start === latest) : undefined;
  if (newest) {
    const meaning = meaningAt(GESTURE_WORDS, plain, line.words.indexOf(newest));
    last.set(layer, { at: latest, action: meaning?.action ?? 'beat', hand: last.get(layer)?.hand === 'right' ? 'left' : 'right' });
  }
}

/** A look at somebody or something on the stage that the line names. */
function lookOf(scene: SceneSchedule, line: ScheduledLine, layer: string): { proposal: Proposal; span: Span } | undefined {
  for (const one of line.words) {
    const said = plainWord(one.text);
    if (said.length < 3) continue;
    for (const [id, staged] of scene.layers) {
      if (id === layer || staged.layer.hidden) continue;
      const prop = staged.layer.kind === 'prop' ? propOf(staged.layer.prop) : undefined;
      const names = [...(staged.layer.name ? [staged.layer.name] : []), ...(prop ? [prop.name, ...prop.words] : [])];
      if (!names.flatMap((name) => name.split(' ')).some((name) => name.length > 2 && meansWord(said, plainWord(name)))) continue;
      return {
        proposal: {
          kind: 'look',
          layer,
          target: { to: 'layer', layer: id },
          start: word(one.id, -toTicks(0.15)),
          end: { ticks: toTicks(1.4) },
          note: `“${one.text.replace(/[.,?!;:]+$/, '')}” is on the stage`,
        },
        span: { start: one.start, end: one.start + toTicks(1.4) },
      };
    }
  }
  return undefined;
}

/** Whoever stands beside a long line nods at the end of one of its phrases. */
function nods(scene: SceneSchedule, line: ScheduledLine, layer: string, seed: number): { proposal: Proposal; span: Span }[] {
  if (line.end - line.start < NODS_FROM) return [];
  const luck = dice(hashText(`${line.id} nods ${seed}`));
  const ends = line.words.filter(({ text, end }) => /[,;:.!]["”’)]*$/.test(text) && end < line.end - toTicks(0.6));
  const listeners = [...scene.layers].filter(([id, staged]) => id !== layer && staged.acting && !staged.layer.hidden);
  return listeners.slice(0, 2).flatMap(([id]) => {
    const at = ends[Math.floor(luck.next() * ends.length)];
    if (!at || luck.next() < 0.25) return [];
    return [
      {
        proposal: {
          kind: 'gesture' as const,
          layer: id,
          action: 'nod',
          hand: 'right' as const,
          strength: 0.7,
          start: { to: 'word' as const, word: at.id, edge: 'end' as const, offset: 0 },
          end: { ticks: toTicks(0.9) },
          note: 'listens, at the end of a phrase',
        },
        span: { start: at.end, end: at.end + toTicks(0.9) },
      },
    ];
  });
}

/**
 * Framings: the scene opens wide (a presenter alone from the waist); who speaks long is seen nearer, a question is seen on
 * who asks it and the answer on who gives it; after three near shots all are seen again.
 */
function framings(scene: SceneSchedule, lines: readonly ScheduledLine[], seed: number, width: number): { proposal: Proposal; span: Span }[] {
  const people = [...scene.layers].filter(([, staged]) => staged.acting && !staged.layer.hidden).map(([id]) => id);
  const out: { proposal: Proposal; span: Span }[] = [];
  if (!people.length || !lines.length) return out;
  const luck = dice(hashText(`${scene.id} shots ${seed}`));
  let near = 0;
  let last: { framing: string; subject: string | undefined; at: number } | undefined;
  const cut = (framing: CueOf<'camera'>['framing'], subjects: readonly string[], line: ScheduledLine, at: number, note: string, push = 0): void => {
    const subject = framing === 'two-shot' || framing === 'wide' ? undefined : subjects[0];
    if (last && (at - last.at < SHOT_LEAST || (last.framing === framing && last.subject === subject))) return;
    last = { framing, subject, at };
    near = subject === undefined ? 0 : near + 1;
    const base = {
      kind: 'camera' as const,
      x: 0,
      y: 0,
      width,
      over: 0,
      push,
      framing,
      subjects: [...subjects],
      ...(framing === 'close' ? { focus: { on: null, blur: CLOSE_BLUR } } : {}),
    };
    const start: Pin = at <= 0 ? { to: 'scene', edge: 'start', offset: 0 } : { to: 'line', line: line.id, edge: 'start', offset: at - line.start };
    out.push({ proposal: { ...base, start, end: { ticks: TICKS_PER_SECOND }, note }, span: { start: at, end: line.end } });
  };
  lines.forEach((line, index) => {
    const { layer } = line;
    const at = Math.max(0, line.start - CUT_BEFORE);
    const length = line.end - line.start;
    const whole = lines.length === scene.lines.filter((one) => one.line.kind === 'line').length;
    if (index === 0 && whole) {
      if (people.length === 1) cut('medium', people, line, 0, 'a presenter, from the waist', 0.06);
      else cut(people.length === 2 ? 'two-shot' : 'wide', people.length === 2 ? people : [], line, 0, 'where we are, and who is there');
      return;
    }
    if (layer === undefined) return cut('wide', [], line, at, 'the voice is not on the stage');
    if (people.length === 1)
      return length > LONG_LINE * 2 && last?.framing !== 'close'
        ? cut('close', [layer], line, at, 'a long thought, nearer')
        : cut('medium', [layer], line, at, 'a presenter, from the waist');
    // Two who face each other are seen over each other's shoulders, now and then.
    const pair = people.length === 2 && people.every((id) => hasShoulder(scene.layers.get(id)?.acting?.character));
    const other = pair ? people.find((id) => id !== layer) : undefined;
    const question = /\?["”’)]*$/.test(line.line.text.trim());
    const answer = index > 0 && /\?["”’)]*$/.test(lines[index - 1]?.line.text.trim() ?? '');
    const loud = /!["”’)]*$/.test(line.line.text.trim());
    if (near >= 3) cut(people.length === 2 ? 'two-shot' : 'wide', people.length === 2 ? people : [], line, at, 'all of them again, after three near shots');
    else if (question) {
      const by = luck.next();
      if (by < 0.4) cut('close', [layer], line, at, 'who asks');
      else if (other && by < 0.75) cut('shoulder', [layer, other], line, at, 'who asks, over the other’s shoulder');
      else cut('medium', [layer], line, at, 'who asks');
    } else if (answer && other && luck.next() < 0.5) cut('shoulder', [layer, other], line, at, 'who answers, over the other’s shoulder');
    else if (answer) cut('medium', [layer], line, at, 'who answers');
    else if (loud && length < LONG_LINE) cut('close', [layer], line, at, 'an exclamation');
    else if (length >= LONG_LINE) cut('medium', [layer], line, at, 'who speaks, for a while', luck.next() < 0.35 ? 0.06 : 0);
    // How it is heard: a look at who listens, in the second half of a long line, and back.
    const listener = people.find((id) => id !== layer);
    if (listener && length >= REACTION.from && luck.next() < REACTION.chance) {
      const away = line.start + Math.round(length * REACTION.at);
      const shots = near;
      cut('close', [listener], line, away, 'how it is heard');
      cut('medium', [layer], line, away + REACTION.held, 'back to who speaks');
      near = shots;
    }
  });
  return out;
}
