import { Key, Origin } from 'selenium-webdriver';
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

describe('the workshop for backdrops', () => {
  it('takes a set apart by pointer and keys, keeps it for all productions, and another one puts it behind its scene; page and film are the same', async () => {
    const { driver } = browser;
    await driver.get(house.url);
    await (await browser.button('Start empty')).click();
    await browser.until('the composer is open', `return window.kipzo && kipzo.production.getState().document && document.querySelector('[data-stage-room]')`, 60_000);
    const id = (await driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
    await driver.get(`${house.url}/p/${id}/workshop`);
    await (await browser.find('nav[aria-label="Workshop"] a[href$="/backdrop"]')).click();
    await (await browser.button('Another one …')).click();
    await (await browser.find('[data-set="harbour-low-tide"]')).click();
    await browser.until('the harbour is behind the scene', `${DOCUMENT} return s.backdrop.set === 'harbour-low-tide'`);
    await browser.until('it is painted', `return kipzoBackdrop.times.length > 0 && document.querySelector('[data-depth-shelf]')`);

    // A boat is dragged, and steps along by keys.
    const bench = await browser.find('[data-backdrop-bench]');
    const rect = await bench.getRect();
    const at = (x: number, y: number) => ({ origin: Origin.VIEWPORT, x: Math.round(rect.x + x * rect.width), y: Math.round(rect.y + y * rect.height), duration: 40 });
    await driver.actions().move(at(0.35, 0.59)).press().move(at(0.4, 0.6)).move(at(0.45, 0.62)).release().perform();
    const moved = '(Object.values(s.backdrop.parts ?? {})[0] ?? {})';
    await browser.until('the boat was dragged', `${DOCUMENT} return ${moved}.dx > 100`);
    const dx = (await browser.run(`${DOCUMENT} return ${moved}.dx`)) as number;
    await keys(Key.ARROW_RIGHT);
    await browser.until('it went on by a key', `${DOCUMENT} return ${moved}.dx > ${dx}`);

    // The plane that it lies on goes farther away; the floor cannot.
    await (await browser.find('[data-plane="sand"]')).sendKeys(Key.ARROW_LEFT);
    await browser.until('the sand is farther', `${DOCUMENT} return s.backdrop.planes.sand.distance > 14`);
    await (await browser.find('[data-plane="floor"]')).sendKeys(Key.ARROW_LEFT);
    // Something of the house is put in by its name, made larger, and goes by Delete.
    const find = await browser.find('input[aria-label="Find something to put in"]');
    await find.sendKeys('clock', Key.ENTER);
    await browser.until('a clock is put in', `${DOCUMENT} return s.backdrop.pieces?.length === 1 && document.querySelector('[data-backdrop-piece] [aria-expanded="true"]')`);
    await find.sendKeys(Key.ENTER);
    await browser.until('two are', `${DOCUMENT} return s.backdrop.pieces?.length === 2`);
    await driver.executeScript('arguments[0].focus()', bench);
    await keys(Key.DELETE);
    await browser.until('one is again', `${DOCUMENT} return s.backdrop.pieces?.length === 1`);
    await (await browser.button('Dusk')).click();
    expect(await browser.run(`${DOCUMENT} return [Object.keys(s.backdrop.planes), s.backdrop.light]`)).toEqual([['sand'], 0.75]);

    await (await browser.button('Keep on the shelf')).click();
    const name = await browser.find('form input');
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Low tide with a clock', Key.ENTER);
    await browser.until('it is on the shelf', `return document.querySelector('[data-kept]')?.textContent.includes('Low tide with a clock')`);
    // Undone here, it stays on the shelf.
    const kept = (await browser.run(`${DOCUMENT} return s.backdrop`)) as object;

    // Another production finds it in its stage door.
    await driver.get(house.url);
    await (await browser.button('Start empty')).click();
    await browser.until('the composer is open', `return window.kipzo && kipzo.production.getState().document && document.querySelector('[data-stage-room]')`, 60_000);
    const other = (await driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
    expect(other).not.toBe(id);
    await bring('Low tide with', `s.backdrop.pieces?.length === 1`);
    expect(await browser.run(`${DOCUMENT} return s.backdrop`)).toEqual(kept);
    const { stage, film } = await stageAndFilm(browser, house, other, 10_000);
    expect(film).toBe(stage);
  }, 240_000);
});
