import { By, Key, type WebElement } from 'selenium-webdriver';
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

const press = (...keys: string[]): Promise<void> =>
  browser.driver
    .actions({ async: true })
    .sendKeys(...keys)
    .perform();
const withCtrl = (key: string): Promise<void> => browser.driver.actions({ async: true }).keyDown(Key.CONTROL).sendKeys(key).keyUp(Key.CONTROL).perform();
const PARTS =
  'const v = kipzo.view.getState(); const d = kipzo.production.getState().document; const s = d.scenes[v.scene] ?? Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0];';
const scene = (script: string): Promise<unknown> => browser.run(PARTS + script);
const sceneUntil = (what: string, script: string): Promise<void> => browser.until(what, PARTS + script, 30_000);
const saved = (): Promise<void> => browser.until('everything is saved', `return document.querySelector('[data-save]')?.dataset.save === 'saved'`);
const startEmpty = async (): Promise<void> => {
  await browser.driver.get(house.url);
  await (await browser.button('Start empty')).click();
  await browser.until('the composer is open', `return window.kipzo && kipzo.production.getState().document && document.querySelector('[data-stage-room]')`, 60_000);
};
/** Presses on a thing, moves in steps, lets go. */
async function drag(element: WebElement, dx: number, dy: number): Promise<void> {
  const actions = browser.driver.actions({ async: true }).move({ origin: element }).press();
  for (let step = 1; step <= 4; step++) actions.move({ origin: element, x: Math.round((dx * step) / 4), y: Math.round((dy * step) / 4), duration: 40 });
  await actions.release().perform();
}
const PEOPLE = 'return Object.values(s.layers).filter((l) => l.kind === "character").length';
const TEXTS = 'return Object.values(s.lines).sort((a, b) => (a.order < b.order ? -1 : 1)).map((l) => l.text)';

describe('a scene for two, from nothing', () => {
  it('by pointer: two people are brought, one is moved, both are given words, one a gesture, and it plays', async () => {
    await startEmpty();
    await (await browser.button('Bring on stage B')).click();
    const persons = await (await browser.find('[data-stage-door]')).findElements(By.css('[data-door-item][data-person]'));
    await persons[0]?.click();
    await sceneUntil('one is there', `${PEOPLE} === 1`);
    await persons[1]?.click();
    await sceneUntil('two are there', `${PEOPLE} === 2`);
    await (await browser.button('Close (Esc)')).click();

    const before = (await scene('return Object.values(s.layers).map((l) => l.x)')) as number[];
    await browser.until('both can be taken', `return document.querySelectorAll('[data-grab]').length === 2`);
    const grips = await browser.all('[data-grab]');
    await drag(grips[0] as WebElement, -70, 0);
    await sceneUntil('one stands elsewhere', `return Object.values(s.layers).some((l, n) => Math.abs(l.x - ${JSON.stringify(before)}[n]) > 60)`);

    for (const words of ['Is the sea gone?', 'It comes back at noon.']) {
      await (await browser.find('[data-add-line]')).click();
      const field = await browser.find('textarea[aria-label="Words of the line"]');
      await field.click();
      await field.sendKeys(words, Key.ENTER);
    }
    expect(await scene(TEXTS)).toEqual(['Is the sea gone?', 'It comes back at noon.']);
    expect(await scene('return new Set(Object.values(s.lines).map((l) => l.role)).size')).toBe(2);

    await (await browser.find('[data-line-index="1"] [data-word]')).click();
    await (await browser.find('[data-option="Wave"]')).click();
    await sceneUntil('a wave hangs from the word', 'return Object.values(s.cues).some((c) => c.kind === "gesture" && c.action === "wave" && c.start.to === "word")');
    await press(Key.ESCAPE);
    await sceneUntil('both lines speak', 'return Object.values(s.lines).every((l) => l.takes[l.take]?.analysis)');
    await (await browser.button('Play the scene (Space)')).click();
    await browser.until('it is heard', 'return kipzo.view.getState().playing && kipzo.level() > 0.005', 20_000);
    await press(' ');
    await saved();
  }, 200_000);

  it('by keys alone: from the door to a gesture, and all of it back', async () => {
    await startEmpty();
    await press('b');
    await browser.until('the door asks', `return document.activeElement?.getAttribute('aria-label') === 'Find somebody or something'`);
    await press('Marit', Key.ENTER);
    await sceneUntil('one is there', `${PEOPLE} === 1`);
    await withCtrl('a');
    await press('Tully', Key.ENTER);
    await sceneUntil('two are there', `${PEOPLE} === 2`);
    await press(Key.ESCAPE);
    await browser.until('the door is shut', `return !document.querySelector('[data-stage-door]')`);
    for (const words of ['Is the sea gone?', 'It comes back at noon.']) {
      await press('n');
      await browser.until('words are asked for', `return document.activeElement?.getAttribute('aria-label') === 'Words of the line'`);
      await press(words, Key.ENTER);
      await browser.until('the field is left', `return document.activeElement?.getAttribute('aria-label') !== 'Words of the line'`);
    }
    expect(await scene(TEXTS)).toEqual(['Is the sea gone?', 'It comes back at noon.']);
    const guides = (): Promise<void> => browser.driver.actions({ async: true }).keyDown(Key.SHIFT).sendKeys('F').keyUp(Key.SHIFT).perform();
    await guides();
    await browser.until('the safe area is drawn', `return document.querySelectorAll('[data-guides]').length === 1`, 10_000);
    await guides();
    await browser.until('it is gone', `return document.querySelectorAll('[data-guides]').length === 0`, 10_000);
    // Before the first word nobody speaks: the first line is meant.
    await press(Key.ESCAPE, Key.HOME, 'h');
    await browser.until('the palette asks', `return document.activeElement?.getAttribute('aria-label') === 'Find'`);
    await press(Key.ESCAPE);
    await browser.until('the palette is shut', 'return kipzo.view.getState().hanging === undefined');
    await press('l', 'h');
    await browser.until('the palette asks', `return document.activeElement?.getAttribute('aria-label') === 'Find'`);
    await press('wave', Key.ENTER);
    await sceneUntil('a wave hangs there', 'return Object.values(s.cues).some((c) => c.kind === "gesture" && c.action === "wave")');
    await press(Key.ESCAPE);
    await browser.until('the palette is shut', 'return kipzo.view.getState().hanging === undefined');
    // A way to stand, a back and a shoulder are found like everything else.
    for (const [words, found] of [
      ['behind the back', 'c.kind === "gesture" && c.action.startsWith("stand-")'],
      ['turn away', 'c.kind === "gesture" && c.action === "turn-away"'],
      ['over marit', 'c.kind === "camera" && c.framing === "shoulder" && c.subjects.length === 2'],
    ] as const) {
      await press('h');
      await browser.until('the palette asks', `return document.activeElement?.getAttribute('aria-label') === 'Find'`);
      await press(words, Key.ENTER);
      await sceneUntil(`${words} hangs there`, `return Object.values(s.cues).some((c) => ${found})`);
      await press(Key.ESCAPE);
      await browser.until('the palette is shut', 'return kipzo.view.getState().hanging === undefined');
    }
    await press(' ');
    await browser.until('it plays', 'return kipzo.view.getState().playing');
    await press('k');
    await browser.until('it stops', 'return !kipzo.view.getState().playing');
    for (let n = 0; n < 30 && ((await scene('return Object.keys(s.lines).length + Object.keys(s.layers).length')) as number) > 0; n++) await withCtrl('z');
    expect(await scene('return [Object.keys(s.lines).length, Object.keys(s.layers).length, Object.keys(s.cues).length]')).toEqual([0, 0, 0]);
  }, 200_000);
});

describe('direct it for me', () => {
  it('proposes a cut of the scene; one proposal is kept, one goes, one is changed, and one step takes back', async () => {
    await startEmpty();
    const id = (await browser.driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
    await browser.driver.get(`${house.url}/p/${id}/script`);
    await (await browser.button('Paste a script')).click();
    await (await browser.find('textarea[aria-label="The script"]')).sendKeys(
      'MARIT: Good morning, Tully! Welcome to the harbour.\nTULLY: Who stole the whole sea?\nMARIT: Nobody stole it. It is very far away, and it comes back twice a day.',
    );
    await (await browser.button('Bring it in')).click();
    await browser.until('three lines are there', `return document.querySelectorAll('[data-words]').length === 3`);
    await browser.driver.get(`${house.url}/p/${id}`);
    await browser.until('the stage is drawn', 'return window.kipzo && kipzo.stage?.times.length > 0', 60_000);
    await sceneUntil('every line speaks', 'return Object.values(s.lines).every((l) => l.takes[l.take]?.analysis)');
    const direct = await browser.driver.findElements(By.xpath('//button[contains(normalize-space(), "Direct")]'));
    await direct[0]?.click();
    await sceneUntil('proposals hang', 'return Object.values(s.cues).filter((c) => c.proposed).length > 3');
    const proposed = 'return Object.values(s.cues).filter((c) => c.proposed).length';
    const many = (await scene(proposed)) as number;
    expect(await scene('return Object.values(s.cues).every((c) => c.note)')).toBe(true);

    expect(await (await browser.find('[data-proposals]')).getText()).toContain(`${many} cues proposed`);
    await (await browser.button('One by one')).click();
    await press('y');
    await sceneUntil('one is kept', `${proposed} === ${many - 1}`);
    const cues = (await scene('return Object.keys(s.cues).length')) as number;
    await (await browser.button('One by one')).click();
    await press(Key.DELETE);
    await sceneUntil('one is gone', `return Object.keys(s.cues).length === ${cues - 1}`);
    // What is changed by hand is one's own from then on.
    await (await browser.button('One by one')).click();
    await press(Key.ARROW_RIGHT);
    await sceneUntil('one more is decided', `${proposed} === ${many - 3}`);
    await (await browser.button('Keep all')).click();
    await sceneUntil('none is open', `${proposed} === 0`);
    await saved();
    for (let n = 0; n < 12 && ((await scene('return Object.keys(s.cues).length')) as number) > 0; n++) await withCtrl('z');
    expect(await scene('return Object.keys(s.cues).length')).toBe(0);
    expect(await scene('return Object.keys(s.lines).length')).toBe(3);
  }, 200_000);
});

describe('keys and a curve', () => {
  it('on a title: two keys of its height, the way between bent by hand, and it goes that way', async () => {
    await startEmpty();
    await press('b');
    await browser.until('the door asks', `return document.activeElement?.getAttribute('aria-label') === 'Find somebody or something'`);
    await press('High and low water', Key.ENTER);
    await sceneUntil('the words are there', 'return Object.values(s.layers).some((l) => l.kind === "text")');
    await press(Key.ESCAPE);
    await press('n');
    await browser.until('words are asked for', `return document.activeElement?.getAttribute('aria-label') === 'Words of the line'`);
    await press('It rises and it falls, twice a day, every day of the year.', Key.ENTER);
    await (await browser.find('[data-layer][aria-label^="High and low"] [data-tree-grip]')).click();
    await press(Key.HOME);
    const mark = await browser.find('[data-inspector] [data-key-of="y"]');
    await mark.click();
    await sceneUntil('one key is there', 'return Object.keys(Object.values(s.layers).find((l) => l.kind === "text").keys?.y ?? {}).length === 1');
    await browser.run('kipzo.view.setState({ tick: 96000 })');
    const field = await browser.find('[data-inspector] input[aria-label="Down"]');
    await field.click();
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '250', Key.ENTER);
    await sceneUntil('two keys are there', 'return Object.keys(Object.values(s.layers).find((l) => l.kind === "text").keys?.y ?? {}).length === 2');
    const eases = 'return Object.values(Object.values(s.layers).find((l) => l.kind === "text").keys.y).map((k) => k.ease?.bezier)';
    expect(await scene(eases)).toEqual([null, null]);
    await (await browser.find('[data-key]')).click();
    await press('c');
    await drag(await browser.find('[data-curve-handle="0"]'), 24, -18);
    await sceneUntil('the way is bent', `${eases.replace('return ', 'return (')}).some((bezier) => bezier)`);
    await saved();
    await withCtrl('z');
    await sceneUntil('it is as before', `${eases.replace('return ', 'return (')}).every((bezier) => !bezier)`);
  }, 200_000);
});
