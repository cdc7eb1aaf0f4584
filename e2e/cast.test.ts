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

const saved = () => browser.until('everything is saved', `return document.querySelector('[data-save]')?.dataset.save === 'saved'`);
const characters = () =>
  browser.run('return Object.values(kipzo.production.getState().document.characters)') as Promise<
    { id: string; name: string; parts: Record<string, string>; colours: Record<string, string> }[]
  >;
const item = async (text: string): Promise<WebElement> =>
  browser.driver.wait(
    async () => (await browser.driver.findElements(By.xpath(`//*[@role="menuitem"][contains(normalize-space(), "${text}")]`)))[0],
    8000,
    `No menu item ${text}`,
  ) as Promise<WebElement>;

describe('the cast builder', () => {
  it('builds a character by clicking, keeps it over a reload, and lets it play a part with all cues in place', async () => {
    const { productions: list } = (await (await fetch(`${house.url}/api/productions`)).json()) as { productions: { id: string; title: string }[] };
    const id = list.find(({ title }) => title === 'How tides work')?.id;
    await browser.driver.get(`${house.url}/p/${id}`);
    await browser.until('the stage is drawn', 'return window.kipzo && kipzo.production.getState().document && kipzo.stage.times.length > 0', 60_000);
    const scene = 'Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]';
    const before = (await browser.run(`const s = ${scene}; return JSON.stringify([s.cues, s.lines])`)) as string;
    await (await browser.driver.findElement(By.linkText('Cast'))).click();
    await browser.until('the figure is drawn', 'return window.kipzoCast && kipzoCast.frames.length > 3', 30_000);

    await (await browser.button('New')).click();
    await (await item('A person by chance')).click();
    await browser.until('somebody new is chosen', 'return location.pathname.split("/").length > 4');
    const made = (await browser.run('return location.pathname.split("/")[4]')) as string;
    const named = (await characters()).find((one) => one.id === made);
    expect(named?.name.length).toBeGreaterThan(1);

    await (await browser.find('[data-slot="hair"]')).click();
    await browser.until('all hair is shown on the figure', 'return kipzoCast.batches.length > 0 && document.querySelectorAll("[data-option]").length > 24', 30_000);
    await (await browser.find('[data-option="afro"]')).click();
    await (await browser.find('[data-slot="onePiece"]')).click();
    await (await browser.find('[data-option="boiler-suit"]')).click();
    await (await browser.find('[data-colour="primary"] button[aria-label="Cloth #d9a93f"]')).click();
    await saved();
    await browser.driver.navigate().refresh();
    await browser.until('the builder is back', 'return window.kipzoCast && kipzoCast.frames.length > 3', 30_000);
    const kept = (await characters()).find((one) => one.id === made);
    expect(kept).toMatchObject({ name: named?.name, parts: { hair: 'afro', onePiece: 'boiler-suit' }, colours: { primary: '#d9a93f' } });
    expect(kept?.parts.top).toBeUndefined();

    await (await browser.button(`More for ${named?.name}`)).click();
    await (await item('Marit')).click();
    await saved();
    const roles = (await browser.run('return Object.values(kipzo.production.getState().document.production.roles)')) as { name: string; character: string }[];
    expect(roles.find(({ name }) => name === 'Marit')?.character).toBe(made);
    expect(await browser.run(`const s = ${scene}; return JSON.stringify([s.cues, s.lines])`)).toBe(before);
    expect(await browser.run(`return Object.values(${scene}.layers).some((layer) => layer.character === arguments[0])`, made)).toBe(true);
  });

  it('shows a page of 24 options quickly, tries on while pointing, and undoes', async () => {
    await (await browser.find('[data-slot="hair"]')).click();
    await browser.driver.sleep(1200);
    const chosen = (await browser.run('return location.pathname.split("/")[4]')) as string;
    const hair = async (): Promise<string | undefined> => (await characters()).find(({ id }) => id === chosen)?.parts.hair;
    expect(await hair()).toBe('afro');
    await browser.driver
      .actions()
      .move({ origin: await browser.find('[data-option="bob"]') })
      .perform();
    await browser.until('the bob is tried on', `return kipzo.production.getState().preview?.characters[location.pathname.split('/')[4]]?.parts.hair === 'bob'`);
    expect(await hair()).toBe('afro');
    await (await browser.find('[data-option="bob"]')).click();
    await saved();
    expect(await hair()).toBe('bob');
    await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
    await browser.until('the hair is as before', `return kipzo.production.getState().document.characters[location.pathname.split('/')[4]].parts.hair === 'afro'`);
  });
});
