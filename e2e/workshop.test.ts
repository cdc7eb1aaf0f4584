import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Browser, openBrowser } from './browser.ts';
import { openHouse } from './house.ts';

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

const DOCUMENT = 'const d = kipzo.production.getState().document;';
const actors = `Object.values(Object.values(d.production.pictures ?? {})[0]?.actors ?? {})`;

describe('any picture can talk', () => {
  it('a page with two faces becomes two who speak on the stage', async () => {
    await browser.driver.get(house.url);
    await (await browser.button('Start empty')).click();
    await browser.until('the composer is open', `return window.kipzo && kipzo.production.getState().document && document.querySelector('[data-stage-room]')`, 60_000);
    const id = (await browser.driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
    await browser.driver.get(`${house.url}/p/${id}/workshop`);
    await (await browser.find('[data-sample="page"]')).click();
    await browser.until('both are found', `${DOCUMENT} return ${actors}.length === 2 && ${actors}.every((a) => a.face)`, 60_000);

    // One after the other is put in the cast.
    for (const n of [0, 1]) {
      await (await browser.find(`[data-actor]:nth-of-type(${n + 1}) > button`)).click();
      await browser.until('it is ready', `const b = document.querySelector('[data-put]'); return b && !b.disabled`, 60_000);
      await (await browser.find('[data-put]')).click();
      await browser.until('it is in the cast', `${DOCUMENT} return Object.values(d.characters).filter((c) => c.kind === 'picture').length === ${n + 1}`, 60_000);
    }
    expect(await browser.run(`${DOCUMENT} return Object.values(d.characters).map((c) => c.name).sort()`)).toEqual(['Dora', 'Pip']);

    // A mark is moved by keys, and one step takes it back.
    const mouth = (): Promise<unknown> => browser.run(`${DOCUMENT} return ${actors}[1].face.mouth[0][0]`);
    const before = await mouth();
    const mark = await browser.find('[data-mark="mouth 0"]');
    await browser.driver.executeScript('arguments[0].focus()', mark);
    await browser.driver.actions({ async: true }).sendKeys(Key.ARROW_RIGHT).perform();
    await browser.until('the mark moved', `${DOCUMENT} return ${actors}[1].face.mouth[0][0] !== ${before}`, 20_000);
    await browser.driver.actions({ async: true }).keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
    await browser.until('it is back', `${DOCUMENT} return ${actors}[1].face.mouth[0][0] === ${before}`, 20_000);

    // On the stage, with a line to say.
    await browser.driver.get(`${house.url}/p/${id}`);
    await browser.until('the composer is open', `return window.kipzo && kipzo.production.getState().document && document.querySelector('[data-stage-room]')`, 60_000);
    await browser.driver.actions({ async: true }).sendKeys('b').perform();
    await browser.until('the door asks', `return document.activeElement?.getAttribute('aria-label') === 'Find somebody or something'`);
    for (const name of ['Dora', 'Pip']) {
      await browser.driver.actions({ async: true }).keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).sendKeys(name, Key.ENTER).perform();
      await browser.until(
        `${name} is on`,
        `${DOCUMENT} return Object.values(Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].layers).some((l) => l.kind === 'character' && d.characters[l.character].name === '${name}')`,
        30_000,
      );
    }
    await browser.driver.actions({ async: true }).sendKeys(Key.ESCAPE).perform();
    await browser.until('the door is shut', `return !document.querySelector('[data-stage-door]')`);
    await browser.driver.actions({ async: true }).sendKeys('n').perform();
    await browser.until('words are asked for', `return document.activeElement?.getAttribute('aria-label') === 'Words of the line'`);
    await browser.driver.actions({ async: true }).sendKeys('We came out of a sketch book.', Key.ENTER).perform();
    await browser.until(
      'the line speaks',
      `${DOCUMENT} return Object.values(Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).some((l) => l.takes[l.take]?.analysis)`,
      60_000,
    );
    await browser.until('the stage is painted', `return kipzo.view.getState().painted !== undefined`, 30_000);
  }, 240_000);

  it('a file that is no picture is refused in a sentence, and nothing is left of it', async () => {
    const shelf = (): Promise<unknown> => browser.run(`${DOCUMENT} return Object.keys(d.production.pictures ?? {}).length`);
    const id = (await browser.driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
    await browser.driver.get(`${house.url}/p/${id}/workshop`);
    await browser.until('the workshop is open', `return document.querySelector('[data-bring-picture]')`, 60_000);
    const before = await shelf();
    await browser.run(
      `const data = new DataTransfer(); data.items.add(new File(['no picture at all'], 'letter.png', { type: 'image/png' })); const input = document.querySelector('[data-bring-picture]'); input.files = data.files; input.dispatchEvent(new Event('change', { bubbles: true }));`,
    );
    await browser.until('it is said', `return [...document.querySelectorAll('[data-sonner-toast]')].some((one) => /letter\\.png.*not a picture/.test(one.textContent))`, 30_000);
    expect(await shelf()).toBe(before);
    expect(await browser.driver.findElements(By.css('[data-picture]'))).toHaveLength(before as number);
  }, 120_000);
});
