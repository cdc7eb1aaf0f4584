import { describe, expect, it } from 'vitest';
import { designed } from '../../figure/cast.ts';
import { heightOf, proportionsOf } from '../../figure/proportions.ts';
import { REST_POSES } from '../../figure/rests.ts';
import { toSeconds, toTicks } from '../../time/ticks.ts';
import { type Key, sample, type Track } from '../../time/track.ts';
import { gazeKeys } from './gaze.ts';
import { idleKeys } from './idle.ts';
import { jumpKeys, riseOf, thrown } from './jump.ts';
import { reactingKeys } from './reacting.ts';
import { rollKeys } from './roll.ts';
import { speakingKeys } from './speaking.ts';
import { standingTracks } from './standing.ts';
import { gaitOf, naturalLength, walkKeys } from './walk.ts';

/** Motion that was looked at and found good. It changes only when somebody means it to: look at it on the stage, then store it anew (vitest -u). */
const seconds = (at: number): string => toSeconds(at).toFixed(3);
const number = (value: number): string => String(Math.round(value * 1000) / 1000 + 0);
const line = (keys: readonly Key[]): string => keys.map(({ at, value, ease }) => `${seconds(at)} ${number(value)}${ease ? ` ${ease}` : ''}`).join(', ');
/** Keys of channels as a text, a channel a row. */
const shown = (channels: object): string[] =>
  Object.entries(channels)
    .map(([name, keys]): string =>
      Array.isArray(keys) && typeof keys[0] === 'object'
        ? `${name}: ${line(keys)}`
        : Array.isArray(keys)
          ? `${name}: ${keys.map(number).join(', ')}`
          : `${name}: ${shown(keys).join(' | ')}`,
    )
    .sort();

const theo = proportionsOf(designed('theo', 'ch_1', 'a0').figure as never);
const marit = proportionsOf(designed('marit', 'ch_1', 'a0').figure as never);
const child = proportionsOf({ ...(designed('theo', 'ch_1', 'a0').figure as never as Record<string, number>), age: 5 } as never);

describe('motion that was found good stays as it is', () => {
  const way = { start: toTicks(1), end: toTicks(4), fromX: -300, toX: 260, scale: 1.2, p: theo, height: heightOf(theo), ease: 'both' as const };
  it.each([
    ['a walk to the right', way],
    ['a walk to the left, at an even pace', { ...way, fromX: 200, toX: -120, p: marit, height: heightOf(marit), ease: 'hold' as const }],
    ['a single step', { ...way, end: toTicks(1.6), toX: -270 }],
    ['a run', { ...way, end: toTicks(2.4), gait: 'run' as const }],
    ['a run to the left of short legs', { ...way, end: toTicks(2.2), fromX: 300, toX: -200, p: child, height: heightOf(child), gait: 'run' as const }],
  ])('%s', (_, input) => expect(shown(walkKeys(input))).toMatchSnapshot());
  it('who walks and who runs, and how long each likes to take', () => {
    const people = { theo, marit, child };
    const list = Object.entries(people).map(([name, p]) => {
      const runs = Array.from({ length: 200 }, (_, n) => n * 10).find((distance) => gaitOf(distance, toTicks(1), p) === 'run');
      return `${name}: runs from ${runs} units a second; walks 600 in ${seconds(naturalLength(600, 'walk', p))}, runs it in ${seconds(naturalLength(600, 'run', p))}, walks 60 in ${seconds(naturalLength(60, 'walk', p))}`;
    });
    expect([...list, gaitOf(100, 0, theo)]).toMatchSnapshot();
  });
  it.each([
    ['a jump', { start: toTicks(1), end: toTicks(2.2), fromX: 0, toX: 300, fromY: 400, toY: 440, scale: 1.1, p: theo }],
    ['a hop to the left', { start: 0, end: toTicks(0.5), fromX: 50, toX: 0, fromY: 400, toY: 400, scale: 0.8, p: marit }],
  ])('%s', (_, input) => expect(shown(jumpKeys(input))).toMatchSnapshot());
  it('a thing that is thrown', () => expect([line(thrown(0, toTicks(1), 100, 40, 90)), number(riseOf(toTicks(0.5), 1)), number(riseOf(toTicks(0.1), 2))]).toMatchSnapshot());
  it.each([
    ['a wheelchair’s way', { start: toTicks(1), end: toTicks(5), fromX: 0, toX: 700 }],
    ['one push to the left', { start: 0, end: toTicks(0.8), fromX: 100, toX: 20 }],
  ])('%s', (_, input) => expect(shown(rollKeys(input))).toMatchSnapshot());

  const span = { id: 'ln_1', layer: 'la_1', length: toTicks(14), lively: 0.6, tense: 0.2, talking: false, height: 400 };
  it.each([
    ['who waits', span],
    ['who talks', { ...span, id: 'ln_2', talking: true, lively: 0.9 }],
    ['who is tense', { ...span, id: 'ln_3', tense: 0.9, lively: 0.1, sway: 0.4 }],
    ['a moment', { ...span, id: 'ln_4', length: toTicks(0.8) }],
  ])('%s', (_, input) => expect(shown(idleKeys(input))).toMatchSnapshot());

  const words = (...list: readonly (readonly [string, number])[]) =>
    list.map(([text, stress], n) => ({ text, start: toTicks(0.2 + n * 0.42), end: toTicks(0.55 + n * 0.42), stress }));
  const said = { id: 'ln_1', layer: 'la_1', length: toTicks(5.2), lively: 0.7, tense: 0.2, analysis: {} as never, hand: 'R' as const };
  const stresses = [0.2, 0.9, 0.3, 0.46, 0.5, 0.1, 0.2, 0.3, 0.95, 0.6, 0.41];
  it.each([
    ['who speaks', { ...said, words: words(...stresses.map((stress, n) => [`w${n}.`, stress] as const)) }],
    [
      'who asks, with the other hand',
      { ...said, id: 'ln_2', hand: 'L' as const, lively: 0.1, tense: 1, words: words(...stresses.map((stress, n) => [n === 10 ? 'so?' : 'w', stress] as const)) },
    ],
    ['who speaks evenly', { ...said, id: 'ln_3', lively: 1, tense: 0, words: words(...stresses.map(() => ['w', 0.2] as const)) }],
  ])('%s', (_, input) => expect(shown(speakingKeys(input))).toMatchSnapshot());

  const heard = { id: 'ln_1', layer: 'la_1', length: toTicks(7), lively: 0.8, pauses: [0.4, 2, 2.6, 5, 6.8].map(toTicks), towards: 1 as -1 | 0 | 1 };
  it.each(['glad', 'bad', 'funny', 'question', 'plain'] as const)('who hears something %s', (mood) => {
    expect([0, 1, 2].flatMap((n) => shown(reactingKeys({ ...heard, id: `ln_${n}`, mood, towards: ([1, 0, -1] as const)[n] ?? 0 })))).toMatchSnapshot();
    expect(shown(reactingKeys({ ...heard, length: toTicks(1.2), mood, lively: 0.2 }))).toMatchSnapshot();
  });

  it('where eyes, head and trunk go', () => {
    const look = (at: number, yaw: number, pitch = 0, more: object = {}) => ({ at: toTicks(at), yaw, pitch, headDelay: 0.04, headSeconds: 0.35, ...more });
    const there = [look(0, 0.1), look(1, 0.5, 0.2), look(2, -0.3, -0.6), look(2.1, 0.05), look(3, 0.8, 0, { trunk: 0.5 }), look(5, -0.9, 1, { headSeconds: 0.5 }), look(6, 0.12)];
    for (const facing of [0, 0.3, -0.55]) expect(shown(gazeKeys(there, facing))).toMatchSnapshot();
  });

  it('how somebody stands', () => {
    const sampled = (tracks: Partial<Record<string, Track>>): string[] =>
      Object.entries(tracks)
        .map(
          ([name, one]) =>
            `${name}: ${(one as Track).at.map((at, n) => `${seconds(at)} ${number((one as Track).values[n] as number)} → ${number(sample(one as Track, at + 2400))}`).join(', ')}`,
        )
        .sort();
    const rests = REST_POSES.slice(0, 5).map((pose, n) => ({ pose, leg: n % 2 ? ('L' as const) : ('R' as const) }));
    const spans = [0, 1, 2, 3, 4, 5].map((n) => ({ id: `ln_${n}`, start: toTicks(n * 6), end: toTicks(n * 6 + 6), talking: n % 2 === 0, line: n !== 3 }));
    expect(sampled(standingTracks({ layer: 'la_1', rests, spans, facing: 1, lively: 0.7, tense: 0.2 }))).toMatchSnapshot();
    expect(
      sampled(
        standingTracks({
          layer: 'la_2',
          rests: rests.slice(0, 2),
          spans: [{ id: 'ln_9', start: toTicks(1), end: toTicks(40), talking: true, line: false }],
          facing: -1,
          lively: 0.1,
          tense: 1,
        }),
      ),
    ).toMatchSnapshot();
    expect(standingTracks({ layer: 'la_1', rests: [], spans, facing: 1, lively: 0.7, tense: 0.2 })).toEqual({});
  });
});
