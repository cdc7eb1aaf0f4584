import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Browser, openBrowser } from './browser.ts';
import { openHouse } from './house.ts';
import { stageAndFilm } from './stageAndFilm.ts';

let house: Awaited<ReturnType<typeof openHouse>>;
let browser: Browser;
beforeAll(async () => {
  house = await openHouse();
  browser = await openBrowser();
}, 240_000);
afterAll(async () => {
  await browser?.close();
  await house?.end();
});

const DOCUMENT =
  'const d = kipzo.production.getState().document; const s = Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; const layers = Object.values(s.layers);';
const keys = (...typed: readonly string[]): Promise<void> =>
  browser.driver
    .actions({ async: true })
    .sendKeys(...typed)
    .perform();
let presses = 0;

/** Brings something on by its name: the door, letters, Enter, Esc. */
async function bring(name: string, there: string): Promise<void> {
  await keys('b');
  await browser.until('the door asks', `return document.activeElement?.getAttribute('aria-label') === 'Find somebody or something'`);
  await keys(name);
  await browser.until(`${name} is found`, `return [...document.querySelectorAll('[data-door-item]')].length > 0`);
  await keys(Key.ENTER);
  await browser.until(`${name} is on`, `${DOCUMENT} return ${there}`, 30_000);
  await keys(Key.ESCAPE);
  await browser.until('the door is shut', `return !document.querySelector('[data-stage-door]')`);
  presses += 3;
}
async function say(words: string, count: number): Promise<void> {
  await keys('n');
  await browser.until('words are asked for', `return document.activeElement?.getAttribute('aria-label') === 'Words of the line'`);
  await keys(words, Key.ENTER);
  await browser.until('the line speaks', `${DOCUMENT} return Object.values(s.lines).filter((l) => l.takes[l.take]?.analysis).length === ${count}`, 60_000);
}

describe('a world and words', () => {
  it('from an empty stage: somebody in a street at night, in the rain, with a title, a list, a balloon and a chart; page and film are the same', async () => {
    await browser.driver.get(house.url);
    await (await browser.button('Start empty')).click();
    await browser.until('the composer is open', `return window.kipzo && kipzo.production.getState().document && document.querySelector('[data-stage-room]')`, 60_000);
    await browser.until('the stage is painted', `return kipzo.view.getState().painted !== undefined`, 60_000);
    const id = (await browser.driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
    await bring('Street', `s.backdrop.kind === 'set' && s.backdrop.set === 'street'`);
    await bring('Noor', `layers.some((l) => l.kind === 'character')`);
    await say('The Moon pulls the water, and the Sun helps.', 1);
    await bring('Cut strip', `layers.some((l) => l.look === 'cut-strip')`);
    await bring('Growing list', `layers.some((l) => l.look === 'growing-list')`);
    await bring('Speech balloon', `layers.some((l) => l.kind === 'balloon' && l.of && l.text.startsWith('The Moon'))`);
    await bring('Ring of shares', `layers.some((l) => l.kind === 'chart')`);
    await bring('Rain', `layers.some((l) => l.kind === 'effect' && l.effect === 'rain')`);
    await bring('Thread arrow', `layers.some((l) => l.kind === 'mark' && s.layers[l.to]?.kind === 'character')`);
    // Nothing chosen shows the scene, with its hour.
    await browser.run(`kipzo.view.setState({ layer: undefined, layers: [], line: undefined, cue: undefined })`);
    await browser.until('the scene’s card is there', `return document.querySelector('[data-backdrop-dials]')`);
    await (await browser.button('Night')).click();
    await browser.until('it is night', `${DOCUMENT} return s.backdrop.light === 1`);
    await browser.until('all is saved', `return [...document.querySelectorAll('header *')].some((e) => /^Saved/.test(e.textContent))`, 20_000);
    // One click, and three keys and a name for each thing.
    expect(presses).toBe(24);
    for (const tick of [30_000, 70_000, 110_000]) {
      const { stage, film } = await stageAndFilm(browser, house, id, tick);
      expect(film, `at ${tick}`).toBe(stage);
    }
    // The balloon is clear of the face, and the list’s points wait for their words.
    const beats = (await browser.run(`${DOCUMENT} return layers.map((l) => l.kind)`)) as string[];
    expect(beats).toEqual(expect.arrayContaining(['character', 'text', 'balloon', 'chart', 'effect', 'mark']));
  }, 300_000);
});
