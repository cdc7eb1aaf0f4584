import { By, Key, type WebElement } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Browser, openBrowser } from './browser.ts';
import { openHouse } from './house.ts';

let house: Awaited<ReturnType<typeof openHouse>>;
let browser: Browser;
let id: string;
beforeAll(async () => {
  house = await openHouse();
  browser = await openBrowser();
  await browser.driver.get(house.url);
  const area = await browser.find('textarea[aria-label^="Paste a script"]');
  await area.sendKeys('MARIT: Good morning, Tully.\nTULLY: Who drank the harbour?\nMARIT: It went out with the tide.', Key.chord(Key.CONTROL, Key.ENTER));
  await browser.until('the production is open', 'return window.kipzo && kipzo.production.getState().document', 60_000);
  id = (await browser.run('return kipzo.production.getState().document.production.id')) as string;
}, 240_000);
afterAll(async () => {
  await browser?.close();
  await house?.end();
});

const saved = () => browser.until('everything is saved', `return document.querySelector('[data-save]')?.dataset.save === 'saved'`, 40_000);
const texts = (): Promise<string[]> =>
  browser.run(
    `const d = kipzo.production.getState().document; return Object.values(Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).sort((a, b) => (a.order < b.order ? -1 : 1)).map((l) => l.text)`,
  ) as Promise<string[]>;
const stored = async (): Promise<string[]> => {
  const { document } = (await (await fetch(`${house.url}/api/productions/${id}`)).json()) as {
    document: { scenes: Record<string, { lines: Record<string, { order: string; text: string }> }> };
  };
  return Object.values(Object.values(document.scenes)[0]?.lines ?? {})
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .map(({ text }) => text);
};
const field = async (n: number): Promise<WebElement> => {
  await browser.until('the rows are there', `return document.querySelectorAll('[data-words]').length > ${n}`);
  return (await browser.all('[data-words]'))[n] as WebElement;
};
const script = async (): Promise<void> => {
  await browser.driver.get(`${house.url}/p/${id}/script`);
  await browser.find('[data-words]');
};
const offline = (away: boolean) =>
  browser.driver
    .sendDevToolsCommand('Network.enable', {})
    .then(() => browser.driver.sendDevToolsCommand('Network.emulateNetworkConditions', { offline: away, latency: 0, downloadThroughput: -1, uploadThroughput: -1 }));

describe('two tabs of one browser', () => {
  let first: string;
  let second: string;
  it('see each other, and what one writes shows in the other', async () => {
    await script();
    first = await browser.driver.getWindowHandle();
    await browser.driver.switchTo().newWindow('tab');
    second = await browser.driver.getWindowHandle();
    await script();
    await (await field(0)).sendKeys(' How are you?');
    await saved();
    await browser.driver.switchTo().window(first);
    await browser.until('the words have come', `return document.querySelector('[data-words]').value === 'Good morning, Tully. How are you?'`);
    await browser.until('the other window is seen', `return document.querySelector('[data-windows]')`);
  });
  it('that write the same line lose neither text, and keep both when asked', async () => {
    await browser.driver.switchTo().window(second);
    await offline(true);
    await (await field(1)).sendKeys(Key.chord(Key.CONTROL, 'a'), 'Somebody left the tap open.');
    await browser.until('it waits', `return document.querySelector('[data-save]').dataset.save === 'unsaved'`);
    await browser.driver.switchTo().window(first);
    await (await field(1)).sendKeys(Key.chord(Key.CONTROL, 'a'), 'Who drank it all?');
    await saved();
    await browser.driver.switchTo().window(second);
    await offline(false);
    await browser.until('both versions are shown', `return document.querySelector('[data-conflict]')`, 40_000);
    const shown = await (await browser.find('[data-conflict]')).getText();
    expect(shown).toContain('Somebody left the tap open.');
    expect(shown).toContain('Who drank it all?');
    expect(await stored()).toContain('Who drank it all?');
    await browser.driver.navigate().refresh();
    await browser.find('[data-conflict]');
    await (await browser.button('Keep both')).click();
    await browser.until('it is decided', `return !document.querySelector('[data-conflict]')`);
    await saved();
    expect((await stored()).slice(1, 3)).toEqual(['Who drank it all?', 'Somebody left the tap open.']);
    await browser.driver.switchTo().window(first);
    await browser.until('it is decided in the other one too', `return !document.querySelector('[data-conflict]') && document.querySelectorAll('[data-words]').length === 4`);
  });
  it('closed while the server was away send what both had, once it is back', async () => {
    const dead = house.server();
    dead.removeAllListeners('exit');
    const gone = new Promise((resolve) => dead.on('exit', resolve));
    dead.kill('SIGKILL');
    await gone;
    for (const [window, n, text] of [
      [first, 0, 'From the first tab.'],
      [second, 3, 'From the second tab.'],
    ] as const) {
      await browser.driver.switchTo().window(window);
      await (await field(n)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
      await browser.until('it waits', `return document.querySelector('[data-save]').dataset.save === 'unsaved'`);
    }
    await browser.driver.close();
    await browser.driver.switchTo().window(first);
    await browser.driver.get('about:blank');
    await house.restart();
    await script();
    await browser.until(
      'both are here',
      `return ['From the first tab.', 'From the second tab.'].every((text) => [...document.querySelectorAll('[data-words]')].some((a) => a.value === text))`,
      40_000,
    );
    await saved();
    expect(await stored()).toEqual(await texts());
    expect((await stored())[0]).toBe('From the first tab.');
    expect((await stored())[3]).toBe('From the second tab.');
  }, 120_000);
});

describe('words that are being typed', () => {
  it.each([
    ['in a line', '[data-words]', 'Nobody pulls the plu'],
    ['in the row of the next line', '[data-new-line] textarea', 'A line that is just begu'],
    ['in the name of the scene', 'input[aria-label="Name of the scene"]', 'A quay in the mornin'],
  ])('%s are there after a reload without warning', async (_, css, text) => {
    await script();
    if (css.startsWith('input')) await browser.driver.findElement(By.css('[aria-label^="Name of the scene"]')).click();
    const area = await browser.find(css);
    await area.click();
    if (!css.includes('new-line')) await area.sendKeys(Key.chord(Key.CONTROL, 'a'));
    await browser.driver.actions({ async: true }).sendKeys(text).perform();
    // What stood on the screen this long is in the browser's store, whatever happens to the page.
    await browser.driver.sleep(350);
    await browser.driver.navigate().refresh();
    await browser.find('[data-words]');
    await browser.until('the words are back', `const d = kipzo.production.getState().document; return JSON.stringify(d).includes(${JSON.stringify(text)})`);
    await saved();
  });
  it('are one step of Undo, however many pauses were made', async () => {
    await script();
    const before = await texts();
    const area = await field(0);
    await area.sendKeys(Key.chord(Key.CONTROL, 'a'), 'First');
    await saved();
    await area.sendKeys(' and then');
    await saved();
    await area.sendKeys(' more.');
    await saved();
    expect((await texts())[0]).toBe('First and then more.');
    await browser.run('document.activeElement.blur()');
    await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
    await browser.until('it is as before', `return document.querySelector('[data-words]').value === ${JSON.stringify(before[0])}`);
  });
});

describe('keys in the composer', () => {
  const state = (script_: string) =>
    browser.run(
      `const v = kipzo.view.getState(); const d = kipzo.production.getState().document; const s = Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; ${script_}`,
    );
  const press = (...keys: string[]) =>
    browser.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  const undoKey = () => browser.driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
  it('Delete takes away what was chosen last, and never the line that was chosen before', async () => {
    await browser.driver.get(`${house.url}/p/${id}`);
    await browser.until('the stage is drawn', 'return window.kipzo && kipzo.stage?.times.length > 0', 60_000);
    const line = await browser.find('[data-line-index="1"]');
    await browser.driver.actions().move({ origin: line, x: 0, y: -14 }).click().perform();
    expect(await state('return v.line !== undefined && v.last')).toBe('line');
    const lines = (await texts()).length;
    const figures = (await state('return Object.keys(s.layers).length')) as number;
    await (await browser.find('[data-grab]')).click();
    expect(await state('return [v.last, v.line ?? null]')).toEqual(['layer', null]);
    await press(Key.DELETE);
    expect((await texts()).length).toBe(lines);
    expect(await state('return Object.keys(s.layers).length')).toBe(figures - 1);
    await press(Key.DELETE);
    expect((await texts()).length).toBe(lines);
    expect(await state('return Object.keys(s.layers).length')).toBe(figures - 1);
    await undoKey();
    expect(await state('return Object.keys(s.layers).length')).toBe(figures);
  });
  it('a click on the empty stage lets everything go', async () => {
    await (await browser.find('[data-grab]')).click();
    const stage = await browser.find('[aria-label="Things on the stage"]');
    await browser.driver.actions().move({ origin: stage, x: 0, y: -130 }).click().perform();
    expect(await state('return [v.layer ?? null, v.line ?? null, v.cue ?? null, v.last ?? null]')).toEqual([null, null, null, null]);
  });
  it('Enter chooses the line that has the focus, Space presses a button that has it, and Undo works from a slider', async () => {
    await browser.run(`document.querySelector('[data-line-index="2"]').focus()`);
    await press(Key.ENTER);
    expect(await state(`return document.querySelector('[data-line-index="2"]').getAttribute('aria-current')`)).toBe('true');
    await browser.run(`document.querySelector('button[data-scenes]').focus()`);
    await press(' ');
    await browser.find('button[aria-label="New scene after this one"]');
    await browser.run(`document.querySelector('button[aria-label="New scene after this one"]').focus()`);
    await press(' ');
    expect(await state('return Object.keys(d.scenes).length')).toBe(2);
    expect(await state('return v.playing')).toBe(false);
    await (await browser.find('[role="slider"][aria-label="Zoom of ribbon and lanes"]')).click();
    await undoKey();
    await browser.until('the scene is gone again', 'return Object.keys(kipzo.production.getState().document.scenes).length === 1');
  });
  it('looking at a mouth shape of the voice changes nothing; another shape does', async () => {
    await browser.driver.get(`${house.url}/p/${id}`);
    await browser.find('[data-shape]', 60_000);
    const before = await state('return JSON.stringify(s.cues)');
    await browser.run(`document.querySelector('[data-shape]').dispatchEvent(new MouseEvent('click', { bubbles: true }))`);
    const card = await browser.find('[aria-label="The chosen mouth shape"]');
    expect(await state('return JSON.stringify(s.cues)')).toBe(before);
    await (await card.findElement(By.css('button[aria-pressed="false"]'))).click();
    expect(await state('return Object.values(s.cues).filter((c) => c.kind === "mouth").length')).toBe(1);
    await undoKey();
  });
  it('a scene that is not there says so instead of showing another one', async () => {
    await browser.driver.get(`${house.url}/p/${id}/scenes/sc_zzzzzzzzzzzz`);
    await browser.until('it is said', `return document.body.textContent.includes('This scene is not in the production any more')`);
  });
});
