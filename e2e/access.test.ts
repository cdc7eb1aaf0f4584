import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { Key } from 'selenium-webdriver';
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

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What axe-core calls serious or critical on the page as it stands, a line each. */
async function serious(): Promise<string[]> {
  await browser.run(`${axe}; window.axe = axe;`);
  return browser.wait<string[]>(`
    const { violations } = await axe.run(document, { resultTypes: ['violations'] });
    return violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .flatMap(({ id, nodes }) => nodes.map(({ target, html }) => id + ': ' + target.join(' ') + ' ' + html.slice(0, 120)));`);
}
const demo = async (): Promise<string> => {
  const { productions } = (await (await fetch(`${house.url}/api/productions?count=200`)).json()) as { productions: { id: string; title: string }[] };
  return productions.find(({ title }) => title === 'How tides work')?.id as string;
};
const press = async (...keys: string[]): Promise<void> => {
  await browser.driver
    .actions({ async: true })
    .sendKeys(...keys)
    .perform();
};
const open = async (path: string, script: string): Promise<void> => {
  await browser.driver.get(`${house.url}${path}`);
  await browser.until(`${path} is there`, script, 60_000);
};
const painted = 'return window.kipzo && kipzo.view.getState().painted !== undefined';

describe('for whoever does not see the screen, or not well', () => {
  it('no page says anything wrong of itself', async () => {
    const id = await demo();
    const pages: readonly (readonly [string, string])[] = [
      ['/', `return document.querySelector('[aria-label="Open How tides work"]')`],
      [`/p/${id}/cast`, `return document.querySelector('[data-room], canvas')`],
      [`/p/${id}/script`, `return document.querySelector('[data-words]')`],
      [`/p/${id}/export`, `return document.querySelector('[data-export]')`],
      [`/p/${id}/workshop`, `return document.querySelector('[data-put]')`],
    ];
    for (const [path, there] of pages) {
      await open(path, there);
      expect(await serious(), path).toEqual([]);
    }
  }, 120_000);

  it('nor does the composer, whatever is open in it', async () => {
    await open(`/p/${await demo()}`, painted);
    const state = (values: string): Promise<unknown> =>
      browser.run(`const s = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; kipzo.view.setState(${values})`);
    const places: readonly (readonly [string, () => Promise<unknown>, string, () => Promise<unknown>])[] = [
      ['the scene', async () => {}, `return document.querySelector('[data-scene-card]')`, async () => {}],
      ['all commands', () => press('?'), `return document.querySelector('[data-commands]')`, () => press(Key.ESCAPE)],
      ['the stage door', () => press('b'), `return document.querySelectorAll('[data-door-item]').length > 20`, () => press(Key.ESCAPE)],
      ['the cue palette', () => press('h'), `return document.querySelectorAll('[data-option]').length > 60`, () => press(Key.ESCAPE)],
      ['the scenes', () => state('{ strip: true }'), `return document.querySelector('[data-strip]')`, () => state('{ strip: false }')],
      ['ready scenes', () => state('{ ready: true }'), `return document.querySelectorAll('[data-ready]').length > 10`, () => state('{ ready: false }')],
      ['a layer', () => state(`{ layer: Object.keys(s.layers)[0], last: 'layer' }`), `return document.querySelector('[data-inspector] h2')`, async () => {}],
      [
        'a line and a cue',
        () => state(`{ layer: undefined, cue: Object.keys(s.cues)[0], last: 'cue', line: Object.keys(s.lines)[0] }`),
        `return document.querySelector('[aria-label="The chosen cue"]')`,
        async () => {},
      ],
      ['versions', () => state('{ versions: true }'), `return document.querySelector('[data-version]')`, () => state('{ versions: false }')],
    ];
    for (const [name, show, there, leave] of places) {
      await show();
      await browser.until(name, there, 20_000);
      expect(await serious(), name).toEqual([]);
      await leave();
    }
  }, 240_000);
});

describe('from nothing to a first film', () => {
  let clicks = 0;
  const click = async (css: string): Promise<void> => {
    await (await browser.find(css)).click();
    clicks++;
  };
  const type = async (css: string, text: string): Promise<void> => {
    const field = await browser.find(css);
    await field.sendKeys(text);
  };
  /** From an empty script field on Home to a film that can be downloaded; gives how often something was pressed. */
  const made = async (script: string): Promise<number> => {
    clicks = 0;
    await browser.driver.get(house.url);
    // The field is the page's heart: it is where letters go without a click.
    await browser.until('the script has the keys', `return document.activeElement?.getAttribute('aria-label') === 'Paste a script, or type the first line'`);
    await type('[aria-label="Paste a script, or type the first line"]', script);
    await click('[aria-label="New production"] button.bg-act');
    await browser.until('it is open', painted, 60_000);
    await browser.until(
      'every line speaks',
      'return Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).every((l) => l.takes[l.take]?.analysis)',
      90_000,
    );
    return clicks;
  };
  const filmed = async (): Promise<void> => {
    await click('nav[aria-label="Pages"] a[href$="/export"]');
    await browser.pick('Size', '540');
    clicks += 2;
    await click('[data-export]');
    await browser.find('[data-film="done"] [data-download]', 180_000);
  };
  it('takes a presenter at most 12 clicks: written, directed, watched, exported', async () => {
    await made('Welcome to the harbour.\nToday we ask who drinks it empty twice a day.');
    await (await browser.button('Direct it for me')).click();
    clicks++;
    await browser.until(
      'it is directed',
      'return Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].cues).some((c) => c.proposed)',
    );
    const keep = await browser.button('Keep all');
    await keep.click();
    clicks++;
    await (await browser.button('Watch scene')).click();
    clicks++;
    await browser.until('it plays', 'return kipzo.view.getState().playing', 20_000);
    await filmed();
    expect(clicks).toBeLessThanOrEqual(12);
    expect(await browser.run('return document.querySelectorAll(\'[data-film="done"]\').length')).toBeGreaterThan(0);
  }, 300_000);
  it('takes two who talk at most 25, with a gesture and a voice of one’s own choosing', async () => {
    await made('Marit: Good morning, Tully. (waves)\nTully: Somebody has stolen the sea! (shocked)\nMarit: Nobody stole it.');
    expect(await browser.run('return Object.values(kipzo.production.getState().document.characters).length')).toBe(2);
    await (await browser.button('Keep all')).click();
    clicks++;
    await click('[data-line-index="3"] [data-word]');
    await click('[data-option="Shrug"]');
    await press(Key.ESCAPE);
    await click('nav[aria-label="Pages"] a[href$="/script"]');
    await browser.until('the script is there', `return document.querySelectorAll('[data-words]').length === 3`);
    await click('nav[aria-label="Pages"] a:nth-child(3)');
    await browser.until('the stage is there', painted, 60_000);
    await (await browser.button('Watch scene')).click();
    clicks++;
    await browser.until('it plays', 'return kipzo.view.getState().playing', 20_000);
    await filmed();
    expect(clicks).toBeLessThanOrEqual(25);
  }, 300_000);
});
