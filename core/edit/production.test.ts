import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { designed } from '../figure/cast.ts';
import { schedule } from '../schedule/schedule.ts';
import { refusalOf } from '../testing/refused.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toSeconds, toTicks } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { addCaptionTrack, captionsByLine, colourCaptions, deleteCaptionTrack, setCaptionText, showCaptions } from './commands/captions.ts';
import { addFilmSound, changeFilmSound, deleteFilmSound, SOUND_DEFAULTS } from './commands/sounds.ts';
import { addCharacter, deleteScene, emptyScene, renameCharacter, renameScene, setBackdrop, setCaptions, setMouth, setVoice } from './commands/stage.ts';

const { document, scene } = sampleDocument();
const run = (recipe: Recipe, on = document): Document => edit(on, 'x', 'cg_000000000001', recipe).document;
const all = (...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => run(recipe, now), document);
const refused = (recipe: Recipe, on = document): [string, string] => refusalOf(() => run(recipe, on));
const [A, B] = ['ct_00000000000a', 'ct_00000000000b'];
const lines = inOrder(document.scenes[scene]?.lines ?? {}).map(([id]) => id);
const track = { name: 'Deutsch', language: 'de', lines: {} };

describe('a track of captions', () => {
  it('is seen from when it comes, until another is chosen or it goes', () => {
    const two = all(addCaptionTrack(A, track), addCaptionTrack(B, { ...track, name: 'Polski', language: 'pl' }));
    expect(inOrder(two.production.captionTracks ?? {}).map(([, { name }]) => name)).toEqual(['Deutsch', 'Polski']);
    expect(two.production.shownCaptions).toBe(B);
    expect(run(showCaptions(A), two).production.shownCaptions).toBe(A);
    expect('shownCaptions' in run(showCaptions(null), two).production).toBe(false);
    const other = run(deleteCaptionTrack(A), two);
    expect(other.production.shownCaptions).toBe(B);
    expect(Object.keys(other.production.captionTracks ?? {})).toEqual([B]);
    expect('shownCaptions' in run(deleteCaptionTrack(B), two).production).toBe(false);
    expect(run(deleteCaptionTrack(A))).toEqual(document);
    const gone = ['no-captions', 'Those captions are gone. Choose others.'];
    expect(refused(showCaptions(A))).toEqual(gone);
    expect(refused(setCaptionText(A, lines[0] as string, 'x'))).toEqual(gone);
  });
  it('has a text for a line, or none', () => {
    const [line] = lines as [string];
    const said = all(addCaptionTrack(A, track), setCaptionText(A, line, '  Guten Morgen. '));
    expect(said.production.captionTracks?.[A]?.lines).toEqual({ [line]: 'Guten Morgen.' });
    expect(run(setCaptionText(A, line, '  '), said).production.captionTracks?.[A]?.lines).toEqual({});
  });
  it('is coloured by who speaks, or not', () => {
    const on = all(colourCaptions(true));
    expect(on.production.captionColours).toBe(true);
    expect('captionColours' in run(colourCaptions(false), on).production).toBe(false);
  });
});

describe('captions with times', () => {
  const film = schedule(document, () => undefined);
  const [first, second] = (film.scenes[0]?.lines ?? []).map(({ start, end }) => ({ start: toSeconds(start), end: toSeconds(end) })) as [
    { start: number; end: number },
    { start: number; end: number },
  ];
  it('go to the line that they lie over most', () => {
    expect(
      captionsByLine(film, [
        { ...first, text: 'One' },
        { start: first.end - 0.05, end: second.end, text: 'Two' },
      ]),
    ).toEqual({ [lines[0] as string]: 'One', [lines[1] as string]: 'Two' });
  });
  it('go to the nearest line where they lie over none, and are joined where two go to one', () => {
    expect(captionsByLine(film, [{ start: 0, end: 0.01, text: 'Before' }])).toEqual({ [lines[0] as string]: 'Before' });
    expect(captionsByLine(film, [{ start: 900, end: 901, text: 'After' }])).toEqual({ [lines.at(-1) as string]: 'After' });
    const middle = (first.start + first.end) / 2;
    expect(
      captionsByLine(film, [
        { start: first.start, end: middle, text: 'Good\n morning, ' },
        { start: middle, end: first.end, text: 'Tully.' },
      ]),
    ).toEqual({ [lines[0] as string]: 'Good morning, Tully.' });
  });
  it('of a film without lines are nobody’s', () => {
    expect(
      captionsByLine(
        schedule(
          all((draft) => void Object.assign(draft.scenes[scene] as object, { lines: {} })),
          () => undefined,
        ),
        [{ ...first, text: 'x' }],
      ),
    ).toEqual({});
  });
});

describe('a sound of the film', () => {
  const S = 'so_00000000000a';
  const bed = { source: 'own:bed', name: 'Bed', start: 0, end: null, ...SOUND_DEFAULTS.bed };
  it('is laid last, changed and taken away', () => {
    const two = all(addFilmSound(S, bed), addFilmSound('so_00000000000b', { ...bed, ...SOUND_DEFAULTS.sound, name: 'Bell' }));
    expect(inOrder(two.production.sounds ?? {}).map(([, { name, loop }]) => [name, loop])).toEqual([
      ['Bed', true],
      ['Bell', false],
    ]);
    const quiet = run(changeFilmSound(S, { gainDb: -20, end: toTicks(4) }), two);
    expect(quiet.production.sounds?.[S]).toMatchObject({ gainDb: -20, end: toTicks(4), name: 'Bed' });
    expect(Object.keys(run(deleteFilmSound(S), two).production.sounds ?? {})).toEqual(['so_00000000000b']);
    expect(run(deleteFilmSound(S))).toEqual(document);
  });
  it('ends after it begins, and is there to be changed', () => {
    const one = all(addFilmSound(S, { ...bed, start: toTicks(2) }));
    for (const end of [toTicks(1), toTicks(2)]) expect(refused(changeFilmSound(S, { end }), one)).toEqual(['no-length', 'A sound ends after it begins. Choose a later end.']);
    expect(run(changeFilmSound(S, { end: toTicks(2) + 1 }), one).production.sounds?.[S]?.end).toBe(toTicks(2) + 1);
    expect(refused(changeFilmSound(S, { gainDb: 0 }))).toEqual(['no-sound', 'That sound is gone. Bring it in again.']);
  });
  it('lies under the voices as music does, or is heard as it is', () => {
    expect(SOUND_DEFAULTS.bed).toMatchObject({ loop: true, fadeIn: toTicks(1), fadeOut: toTicks(2), duck: { amountDb: 12 } });
    expect(SOUND_DEFAULTS.sound).toMatchObject({ loop: false, duck: null, muted: false, solo: false });
  });
});

describe('a role', () => {
  const [[role, before]] = inOrder(document.production.roles) as [[string, Document['production']['roles'][string]]];
  it('has a voice, and a mouth that is as made where it says nothing', () => {
    const voice = { ...before.voice, speed: 1.2 };
    expect(all(setVoice(role, voice as typeof before.voice)).production.roles[role]?.voice).toEqual(voice);
    expect(all(setVoice('ro_000000000000', before.voice))).toEqual(document);
    const sharp = all(setMouth(role, { sharp: 0.5, open: 1 }));
    expect(sharp.production.roles[role]?.mouth).toEqual({ sharp: 0.5, open: 1 });
    expect(run(setMouth(role, { sharp: 0, open: 0.8 }), sharp).production.roles[role]?.mouth).toEqual({ sharp: 0, open: 0.8 });
    expect('mouth' in (run(setMouth(role, { sharp: 0, open: 1 }), sharp).production.roles[role] ?? {})).toBe(false);
    expect(all(setMouth('ro_000000000000', { sharp: 1, open: 1 }))).toEqual(document);
  });
  it('takes its player’s new name where it had the old one', () => {
    const player = before.character as string;
    const named = all(renameCharacter(player, 'Ida'));
    expect([named.characters[player]?.name, named.production.roles[role]?.name]).toEqual(['Ida', 'Ida']);
    const own = run(
      renameCharacter(player, 'Ida'),
      all((draft) => void Object.assign(draft.production.roles[role] as object, { name: 'The pilot' })),
    );
    expect([own.characters[player]?.name, own.production.roles[role]?.name]).toEqual(['Ida', 'The pilot']);
    const others = inOrder(named.production.roles).slice(1);
    expect(others).toEqual(inOrder(document.production.roles).slice(1));
    expect(refused(renameCharacter('ch_000000000000', 'Ida'))).toEqual(['no-character', 'That character is gone. Choose another one.']);
  });
});

describe('a scene', () => {
  it('is named, captioned and set', () => {
    const colour = { kind: 'colour' as const, colour: '#102030' };
    const now = all(renameScene(scene, 'Quay'), setCaptions(scene, false), setBackdrop(scene, colour), addCharacter(designed('noor', 'ch_000000000009', 'z0')));
    expect(now.scenes[scene]).toMatchObject({ title: 'Quay', captions: false, backdrop: colour });
    expect(now.characters.ch_000000000009?.name).toBe('Noor');
  });
  it('is empty at first, with a breath before and after, and the last one stays', () => {
    const empty = emptyScene('sc_000000000009', 'z0', 'New', { kind: 'set', set: 'study', light: 0.5 });
    expect(empty).toEqual({
      id: 'sc_000000000009',
      order: 'z0',
      title: 'New',
      backdrop: { kind: 'set', set: 'study', light: 0.5 },
      lead: toTicks(1),
      tail: toTicks(1),
      captions: true,
      layers: {},
      lines: {},
      cues: {},
      recast: {},
    });
    const two = all((draft) => void (draft.scenes[empty.id] = empty));
    expect(Object.keys(run(deleteScene(scene), two).scenes)).toEqual([empty.id]);
    expect(refused(deleteScene(scene))).toEqual(['last-scene', 'A production keeps at least one scene. Add another before you delete this one.']);
  });
});
