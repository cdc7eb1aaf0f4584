import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Browser, openBrowser } from './browser.ts';
import { openHouse } from './house.ts';

let house: Awaited<ReturnType<typeof openHouse>>;
let browser: Browser;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kipzo-voice-'));
  // Again and again, in any place of which a recording may begin: whatever is cut off, the line is said once as a whole.
  const microphone = join(folder, 'microphone.wav');
  execFileSync('flite', ['-voice', 'rms', '-t', 'Who drank the harbour?', '-o', join(folder, 'said.wav')]);
  execFileSync('sox', [join(folder, 'said.wav'), '-r', '48000', '-c', '1', microphone, 'pad', '0.1', '0.4']);
  house = await openHouse();
  browser = await openBrowser({ microphone });
}, 240_000);
afterAll(async () => {
  await browser?.close();
  await house?.end();
  if (folder) rmSync(folder, { recursive: true, force: true });
});

interface TakeSeen {
  readonly name: string;
  readonly kind: string;
  readonly length: number;
  readonly media: string;
  readonly analysis: string | null;
  readonly words: number;
}
interface LineSeen {
  readonly id: string;
  readonly text: string;
  readonly who: string;
  readonly direction?: string;
  readonly used: string | undefined;
  readonly takes: readonly TakeSeen[];
}
const lines = () =>
  browser.run(`
    const d = kipzo.production.getState().document;
    return Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1)).flatMap((s) => Object.entries(s.lines).sort((a, b) => (a[1].order < b[1].order ? -1 : 1)).map(([id, l]) => ({
      id, text: l.text, who: d.production.roles[l.role]?.name, direction: l.direction, used: l.takes[l.take]?.kind,
      takes: Object.values(l.takes).map((t) => ({ name: t.name, kind: t.kind, length: t.length, media: t.media, analysis: t.analysis, words: Object.keys(t.times).length })),
    })))`) as Promise<LineSeen[]>;
const saved = () => browser.until('everything is saved', `return document.querySelector('[data-save]')?.dataset.save === 'saved'`);
const type = (...keys: string[]) =>
  browser.driver
    .actions({ async: true })
    .sendKeys(...keys)
    .perform();

describe('script and voices', () => {
  it('a six-line dialogue is written at the keyboard, every line speaks by itself, and it plays', async () => {
    await browser.driver.get(house.url);
    await (await browser.button('Start empty')).click();
    await browser.until('the production is open', 'return window.kipzo && kipzo.production.getState().document', 30_000);
    await (await browser.find('a[href$="/script"]')).click();
    // The first two rows name their speakers: both are new in the cast.
    await (await browser.button('Paste a script')).click();
    await (await browser.find('textarea[aria-label="The script"]')).sendKeys('MARIT: (waves) Good morning, Tully.\nTULLY: Who drank the harbour?');
    await (await browser.button('Bring it in')).click();
    await browser.until('two lines are there', `return document.querySelectorAll('[data-words]').length === 2`);
    // On from the last line: Enter offers whoever answers, Tab changes who speaks.
    await (await browser.find('[data-new-line] textarea')).click();
    await type('No one did. It went out with the tide.', Key.ENTER);
    await type('It goes up, then down?', Key.ENTER);
    await type('Twice a day.', Key.ENTER);
    await type(Key.TAB, 'The Moon does it.', Key.ENTER);
    await browser.until('six lines are there', `return document.querySelectorAll('[data-words]').length === 6`);
    const written = await lines();
    expect(written.map(({ who, text }) => `${who}: ${text}`)).toEqual([
      'Marit: Good morning, Tully.',
      'Tully: Who drank the harbour?',
      'Marit: No one did. It went out with the tide.',
      'Tully: It goes up, then down?',
      'Marit: Twice a day.',
      'Marit: The Moon does it.',
    ]);
    expect(written[0]?.direction).toBe('waves');
    // What stands in brackets is acted at once, and asks to be kept.
    expect(
      await browser.run(
        `return Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].cues).map((c) => [c.action, c.proposed])`,
      ),
    ).toEqual([['wave', true]]);
    await browser.until(
      'every line has its draft voice',
      `return Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).every((l) => l.takes[l.take]?.analysis)`,
      90_000,
    );
    await (await browser.button('Read through')).click();
    await browser.until('it is heard', 'return kipzo.level() > 0.01', 20_000);
    await browser.until('it goes on', 'return kipzo.view.getState().tick > 96000', 20_000);
    await (await browser.button('Stop')).click();
    await saved();
    await browser.driver.navigate().refresh();
    await browser.until('the script is back', `return document.querySelectorAll('[data-words]').length === 6`, 30_000);
  }, 200_000);

  it('a line is recorded with the microphone, its words are found, and a retake keeps the first', async () => {
    const second = (await lines())[1] as LineSeen;
    const cues = await browser.run(`return JSON.stringify(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].cues)`);
    await (await browser.find(`[data-line="${second.id}"]`)).click();
    for (const take of [1, 2]) {
      await (await browser.button(`Record take ${take} (R)`)).click();
      await browser.until('the microphone is open', `return document.querySelector('[data-recorder]')?.dataset.recorder === 'ready'`, 20_000);
      await browser.until('it hears something', `return parseFloat(document.querySelector('[data-level]').style.width) > 30`, 10_000);
      if (take === 1) await (await browser.find('[data-recorder] [role="checkbox"]')).click();
      await (await browser.button('Record (R)')).click();
      await browser.until('it records', `return document.querySelector('[data-recorder]')?.dataset.recorder === 'recording'`, 20_000);
      await new Promise((next) => setTimeout(next, take === 1 ? 4200 : 3400));
      await (await browser.button('Stop and keep (R)')).click();
      await browser.until('the take is there', `return !document.querySelector('[data-recorder]') && document.querySelector('[data-take="Take ${take}"]')`, 20_000);
    }
    await browser.until(
      'both were listened to',
      `return Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines['${second.id}'] && Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines['${second.id}'].takes).filter((t) => t.kind === 'recorded' && t.analysis).length === 2`,
      60_000,
    );
    const now = (await lines())[1] as LineSeen;
    const real = now.takes.filter(({ kind }) => kind === 'recorded');
    expect(now.used).toBe('recorded');
    expect(real.map(({ name }) => name).sort()).toEqual(['Take 1', 'Take 2']);
    // The fake microphone goes round: a recording that begins within its first word has lost that one.
    for (const take of real) expect(take.words).toBeGreaterThan(2);
    expect(now.takes.some(({ kind }) => kind === 'draft')).toBe(true);
    expect(await browser.run(`return JSON.stringify(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].cues)`)).toBe(cues);
    await saved();
    await (await browser.button('Undo: Record a take (Ctrl+Z)')).click();
    await browser.until('one take is left', `return document.querySelectorAll('[data-take^="Take"]').length === 1`);
  }, 200_000);

  it('one recording of both speakers is parted, one speaker mended by keys, and it plays', async () => {
    const before = await lines();
    const said: [string, string][] = [
      ['slt', 'Good morning, Tully.'],
      ['rms', 'Who drank the harbour?'],
      ['slt', 'No one did. It went out with the tide.'],
      ['rms', 'It goes up, then down?'],
      ['slt', 'Twice a day.'],
      ['slt', 'The Moon does it.'],
    ];
    const pieces = said.map(([voice, text], n) => {
      const file = join(folder, `p${n}.wav`);
      execFileSync('flite', ['-voice', voice, '-t', text, '-o', join(folder, `r${n}.wav`)]);
      execFileSync('sox', [join(folder, `r${n}.wav`), '-r', '48000', '-c', '1', file, 'pad', '0.2', '0.5']);
      return file;
    });
    const whole = join(folder, 'everybody.wav');
    execFileSync('sox', [...pieces, whole]);
    await browser.choose(async () => (await browser.button('Bring in one recording of everybody')).click(), whole);
    await browser.until('it is parted', `return document.querySelector('[data-review]')?.dataset.review === 'ready'`, 60_000);
    const rows = () =>
      browser.run(
        `return [...document.querySelectorAll('[data-piece]')].map((row) => { const [who, line] = row.querySelectorAll('[data-choice]'); return [who.textContent.slice(2), line.dataset.choice]; })`,
      ) as Promise<[string, string][]>;
    const found = await rows();
    expect(found.map(([who]) => who)).toEqual(before.map(({ who }) => who));
    expect(found.map(([, line]) => line)).toEqual(before.map(({ id }) => id));
    // A wrong speaker is mended by one key, and taken back by another.
    await type(Key.ARROW_DOWN, '1');
    expect((await rows())[1]?.[0]).toBe('Marit');
    await browser.driver.actions({ async: true }).keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
    expect((await rows())[1]?.[0]).toBe('Tully');
    // Parted and joined again, dropped and kept: nothing is lost.
    await type('s');
    expect((await rows()).length).toBe(7);
    await type('j', 'x', 'x');
    expect((await rows()).length).toBe(6);
    await type(Key.ENTER);
    await browser.until('the lines took their voices', `return !document.querySelector('[data-review]')`, 30_000);
    await browser.until(
      'all were listened to',
      `return Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).every((l) => l.takes[l.take]?.kind === 'imported' && l.takes[l.take].analysis)`,
      90_000,
    );
    const after = await lines();
    expect(after.map(({ id }) => id)).toEqual(before.map(({ id }) => id));
    for (const line of after) expect(line.takes.find(({ kind }) => kind === 'imported')?.words).toBe(line.text.split(' ').length);
    await (await browser.button('Read through')).click();
    await browser.until('it is heard', 'return kipzo.level() > 0.01', 20_000);
    await (await browser.button('Stop')).click();
    await saved();
  }, 200_000);

  it('a take of another length replaces one in the demo, and no cue loses its word', async () => {
    const longer = join(folder, 'longer.wav');
    execFileSync('flite', ['-voice', 'awb', '--setf', 'duration_stretch=1.5', '-t', 'There is no plug. The Moon pulls the water, from very far away.', '-o', longer]);
    await browser.driver.get(house.url);
    await (await browser.find('[aria-label="Open How tides work"]')).click();
    await browser.until('the demo is open', 'return window.kipzo && kipzo.production.getState().document?.production.title === "How tides work"', 60_000);
    await (await browser.find('a[href$="/script"]')).click();
    await (await browser.find('[aria-label="Words of line 6"]')).click();
    // Every cue with the word that it hangs from, and how far that word is into its line's take.
    const hung = (): Promise<{ cue: string; word: string; offset: number; timed: boolean }[]> =>
      browser.run(`
        const s = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0];
        const lineOf = (w) => Object.values(s.lines).find((l) => l.words[w]);
        return Object.entries(s.cues).filter(([, c]) => c.start.to === 'word').map(([cue, c]) => {
          const l = lineOf(c.start.word);
          return { cue, word: c.start.word, offset: c.start.offset, timed: !!l && !!l.takes[l.take].times[c.start.word] };
        })`) as Promise<{ cue: string; word: string; offset: number; timed: boolean }[]>;
    const before = await hung();
    expect(before.length).toBeGreaterThan(10);
    const was = (await lines())[5] as LineSeen;
    await browser.choose(async () => (await browser.button('bring a voice file in')).click(), longer);
    await browser.until(
      'the new take is used and listened to',
      `const l = Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).find((x) => x.text.startsWith('There is no plug')); const t = l.takes[l.take]; return t.media !== ${JSON.stringify(was.takes[0]?.media)} && t.analysis && Object.keys(t.times).length === Object.keys(l.words).length`,
      60_000,
    );
    const now = (await lines())[5] as LineSeen;
    expect(Math.abs((now.takes.at(-1)?.length ?? 0) - (was.takes.at(-1)?.length ?? 0))).toBeGreaterThan(24_000);
    expect(await hung()).toEqual(before);
    expect(before.every(({ timed }) => timed)).toBe(true);
    await type(Key.ESCAPE);
    await saved();
  }, 120_000);

  it('a word that is not said in a take is told, taken out of the line by a click, and back by undo', async () => {
    const shorter = join(folder, 'shorter.wav');
    execFileSync('flite', ['-voice', 'slt', '-t', 'There is no plug. The Moon pulls the water, from far away.', '-o', shorter]);
    await (await browser.find('[aria-label="Words of line 6"]')).click();
    await browser.choose(async () => (await browser.button('bring a voice file in')).click(), shorter);
    await (await browser.button('Take it out of the line')).click();
    const text = async (): Promise<string | undefined> => (await lines())[5]?.text;
    expect(await text()).toBe('There is no plug. The Moon pulls the water, from far away.');
    const timed = `const l = Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).find((x) => x.text.startsWith('There is no plug')); const t = l.takes[l.take]; return t.analysis && Object.keys(t.times).length === Object.keys(l.words).length`;
    await browser.until('all words of the line have their times', timed, 60_000);
    await saved();
    await type(Key.ESCAPE);
    await (await browser.button('Undo: Take out what is not said (Ctrl+Z)')).click();
    await browser.until(
      'the word is back',
      `return Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).some((l) => l.text.includes('from very far away'))`,
    );
  }, 120_000);
});
