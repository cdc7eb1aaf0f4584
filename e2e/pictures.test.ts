import { By, Key } from 'selenium-webdriver';
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

const DOCUMENT = 'const d = kipzo.production.getState().document; const s = Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0];';
const opened = `return window.kipzo && kipzo.production.getState().document && document.querySelector('[data-stage-room]')`;
const saved = `return [...document.querySelectorAll('header *')].some((e) => /^Saved/.test(e.textContent))`;

async function emptyProduction(): Promise<string> {
  await browser.driver.get(house.url);
  await (await browser.button('Start empty')).click();
  await browser.until('the composer is open', opened, 60_000);
  return (await browser.driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
}
async function composer(id: string): Promise<void> {
  await browser.driver.get(`${house.url}/p/${id}`);
  await browser.until('the composer is open', opened, 60_000);
  await browser.until('the stage is painted', `return kipzo.view.getState().painted !== undefined`, 60_000);
}
/** Pastes a file of the server's, as if it was copied in another program. */
const paste = (path: string, name: string, type: string): Promise<unknown> =>
  browser.wait(
    `const blob = await (await fetch('${path}')).blob(); const data = new DataTransfer(); data.items.add(new File([blob], '${name}', { type: '${type}' }));
     window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`,
  );

const bothAt = (id: string, tick: number) => stageAndFilm(browser, house, id, tick);

describe('a clip before a green wall', () => {
  it('is pasted, asked what it is, keyed, matched and trimmed; stage and film show the same', async () => {
    const id = await emptyProduction();
    await composer(id);
    await paste('/api/samples/green.mp4', 'wave.mp4', 'video/mp4');
    await browser.find('[data-as-what]', 90_000);
    await (await browser.driver.findElement(By.xpath('//*[@data-as-what]//button[starts-with(normalize-space(.), "Clip")]'))).click();
    await browser.until('the clip is on', `${DOCUMENT} return Object.values(s.layers).some((l) => l.kind === 'clip' && l.frames === 100)`, 20_000);
    expect(await browser.run(`${DOCUMENT} return Object.values(d.production.pictures)[0].clip.frames`)).toBe(100);

    const section = await browser.find('[data-layer-card]');
    await browser.driver.executeScript(`[...arguments[0].querySelectorAll('summary')].find((e) => /Colour taken out/.test(e.textContent)).click()`, section);
    await (await browser.button('Take a colour out')).click();
    await browser.until('the wall’s colour is guessed', `${DOCUMENT} return Object.values(s.layers).find((l) => l.kind === 'clip').chroma`, 30_000);
    const { colour } = (await browser.run(`${DOCUMENT} return Object.values(s.layers).find((l) => l.kind === 'clip').chroma`)) as { colour: string };
    const levels = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
    [0x22, 0xb0, 0x4a].forEach((level, n) => expect(Math.abs((levels[n] as number) - level), colour).toBeLessThan(10));

    // A slider by keys is one step; one step takes it back.
    const slider = await browser.find('[role="slider"][aria-label="Softness"]');
    const softness = (): Promise<unknown> => browser.run(`${DOCUMENT} return Object.values(s.layers).find((l) => l.kind === 'clip').chroma.softness`);
    const before = await softness();
    await browser.driver.executeScript('arguments[0].focus()', slider);
    await browser.driver.actions({ async: true }).sendKeys(Key.ARROW_LEFT).perform();
    await browser.until('it is less soft', `${DOCUMENT} return Object.values(s.layers).find((l) => l.kind === 'clip').chroma.softness < ${before}`, 10_000);
    await browser.driver.executeScript('document.activeElement.blur()');
    await browser.driver.actions({ async: true }).keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
    await browser.until('it is as before', `${DOCUMENT} return Object.values(s.layers).find((l) => l.kind === 'clip').chroma.softness === ${before}`, 10_000);

    // Matched to what is behind.
    await browser.find('[data-match] button', 30_000);
    await (await browser.button('Match what is behind')).click();
    await browser.until(
      'its look is matched',
      `${DOCUMENT} const l = Object.values(s.layers).find((l) => l.kind === 'clip'); return l.saturation !== undefined && l.temperature !== undefined`,
      10_000,
    );

    // Half a second is trimmed off, at twice the speed.
    const type = async (label: string, text: string): Promise<void> => {
      const field = await browser.driver.findElement(By.xpath(`//*[@data-layer-card]//label[starts-with(normalize-space(.), "${label}")]//input`));
      await browser.driver.executeScript('arguments[0].scrollIntoView({ block: "center" }); arguments[0].focus(); arguments[0].select()', field);
      await browser.driver.actions({ async: true }).keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).sendKeys(text, Key.ENTER).perform();
    };
    await type('From', '0.5');
    await type('Speed', '2');
    await browser.until('it is trimmed and fast', `${DOCUMENT} const l = Object.values(s.layers).find((l) => l.kind === 'clip'); return l.into === 24000 && l.speed === 2`, 15_000);

    await browser.until('all is saved', saved, 20_000);
    for (const tick of [0, 26_000, 60_000]) {
      const { stage, film } = await bothAt(id, tick);
      expect(film, `at ${tick}`).toBe(stage);
    }
    // A film of it is made to its end.
    const { id: film } = (await (
      await fetch(`${house.url}/api/productions/${id}/films`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ name: 'Wave', options: { width: 320, height: 180, fps: 24, from: 0, to: null, captions: true, format: 'mp4', preset: 'veryfast', crf: 30 } }),
      })
    ).json()) as { id: string };
    for (let state = 'rendering'; state === 'rendering'; ) {
      await new Promise((next) => setTimeout(next, 500));
      ({ state } = (await (await fetch(`${house.url}/api/films/${film}`)).json()) as { state: string });
      if (state !== 'rendering') expect(state).toBe('done');
    }
  }, 300_000);
});

const actor = `Object.values(Object.values(d.production.pictures)[0].actors)[0]`;
async function fromSample(id: string, sample: string): Promise<void> {
  await browser.driver.get(`${house.url}/p/${id}/workshop`);
  await (await browser.find(`[data-sample="${sample}"]`, 60_000)).click();
  await browser.until('its face is found', `${DOCUMENT} return d.production.pictures && ${actor}?.face`, 90_000);
}
async function cast(): Promise<void> {
  await browser.until('it is ready', `const b = document.querySelector('[data-put]'); return b && !b.disabled`, 90_000);
  await (await browser.find('[data-put]')).click();
  await browser.until('it is in the cast', `${DOCUMENT} return Object.values(d.characters).some((c) => c.kind === 'picture')`, 90_000);
}
/** Brings the one in the cast on the stage, and gives it a line. */
async function speaks(id: string, name: string): Promise<void> {
  await composer(id);
  await browser.driver.actions({ async: true }).sendKeys('b').perform();
  await browser.until('the door asks', `return document.activeElement?.getAttribute('aria-label') === 'Find somebody or something'`);
  await browser.driver.actions({ async: true }).sendKeys(name, Key.ENTER).perform();
  await browser.until('it is on', `${DOCUMENT} return Object.values(s.layers).some((l) => l.kind === 'character')`, 30_000);
  await browser.driver.actions({ async: true }).sendKeys(Key.ESCAPE).perform();
  await browser.until('the door is shut', `return !document.querySelector('[data-stage-door]')`);
  await sayLine();
}
async function sayLine(): Promise<void> {
  await browser.driver.actions({ async: true }).sendKeys('n').perform();
  await browser.until('words are asked for', `return document.activeElement?.getAttribute('aria-label') === 'Words of the line'`);
  await browser.driver.actions({ async: true }).sendKeys('Always wide awake and warm.', Key.ENTER).perform();
  await browser.until('the line speaks', `${DOCUMENT} return Object.values(s.lines).some((l) => l.takes[l.take]?.analysis)`, 60_000);
  await browser.until('all is saved', saved, 20_000);
}

describe('mouths of pictures', () => {
  it('a mug speaks with the mouth of a clip, chosen by its voice; stage and film show the same', async () => {
    const id = await emptyProduction();
    await fromSample(id, 'mug');
    await browser.driver.actions({ async: true }).sendKeys('4').perform();
    await (await browser.button('Try a sample mouth')).click();
    await browser.until('the clip’s frames are sorted', `${DOCUMENT} return ${actor}.mouth?.source?.shapes.length > 8`, 90_000);
    await cast();
    await speaks(id, 'Mug');
    // Other moments of the line show other frames of the clip.
    const frames = (await browser.run(
      `${DOCUMENT} return Object.values(d.characters).find((c) => c.kind === 'picture').picture.mouth.source.shapes.map((one) => one.frame)`,
    )) as number[];
    expect(new Set(frames).size).toBe(frames.length);
    const hashes = new Set<string>();
    for (const tick of [50_000, 62_000, 74_000]) {
      const { stage, film } = await bothAt(id, tick);
      expect(film, `at ${tick}`).toBe(stage);
      hashes.add(stage);
    }
    expect(hashes.size).toBe(3);
  }, 300_000);

  it('a portrait stays whole and where it is: only its mouth and lids move', async () => {
    const id = await emptyProduction();
    await fromSample(id, 'portrait');
    // The trained model looks at it, too.
    const measured = await browser.driver.executeAsyncScript(
      `const done = arguments[0];
       fetch('/api/samples/portrait.png').then((r) => r.blob()).then(createImageBitmap).then((bitmap) => {
         const context = new OffscreenCanvas(450, 550).getContext('2d');
         context.drawImage(bitmap, 0, 0, 450, 550);
         return window.kipzoPictures.faces.measured(context.getImageData(0, 0, 450, 550));
       }).then((faces) => done(faces?.map(({ points, score }) => [score > 0.8, Math.round(points[33][0] / 10), Math.round(points[152][1] / 10)])));`,
    );
    expect(measured).toEqual([[true, 18, 32]]);
    await browser.driver.actions({ async: true }).sendKeys('1').perform();
    await (await browser.button('Leave it whole')).click();
    await browser.until('it is whole', `${DOCUMENT} return ${actor}.lifted === false`, 20_000);
    await cast();
    expect(await browser.run(`${DOCUMENT} const p = Object.values(d.characters).find((c) => c.kind === 'picture').picture; return [p.still, p.width / p.height]`)).toEqual([
      true,
      900 / 1100,
    ]);
    await (await browser.button('As the backdrop')).click();
    await browser.until('it is the backdrop', `${DOCUMENT} return s.backdrop.kind === 'picture' && Object.values(s.layers).some((l) => l.kind === 'character' && l.mask)`, 20_000);
    await composer(id);
    await sayLine();
    expect(await browser.run(`${DOCUMENT} return Object.values(s.lines).map((l) => d.production.roles[l.role].name)`)).toEqual(['Portrait']);
    const { stage, film } = await bothAt(id, 66_000);
    expect(film).toBe(stage);
  }, 300_000);
});
