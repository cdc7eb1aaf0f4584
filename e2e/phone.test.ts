import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Browser, openBrowser } from './browser.ts';
import { openHouse } from './house.ts';

let house: Awaited<ReturnType<typeof openHouse>>;
let browser: Browser;
let folder = '';
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kipzo-phone-'));
  const microphone = join(folder, 'microphone.wav');
  execFileSync('flite', ['-voice', 'rms', '-t', 'Who drank the harbour?', '-o', join(folder, 'said.wav')]);
  execFileSync('sox', [join(folder, 'said.wav'), '-r', '48000', '-c', '1', microphone, 'pad', '0.1', '0.4']);
  house = await openHouse();
  browser = await openBrowser({ width: 390, height: 844, microphone });
}, 240_000);
afterAll(async () => {
  await browser?.close();
  await house?.end();
  if (folder) rmSync(folder, { recursive: true, force: true });
});

const lines =
  'Object.values(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).sort((a, b) => (a.order < b.order ? -1 : 1))';
/** Nothing lies beside the page: a phone shows all of its width and no more. */
const fits = async (): Promise<void> => expect(await browser.run('return document.documentElement.scrollWidth')).toBe(390);

describe('on a phone', () => {
  it('a script becomes a film, a line is recorded, and the film is exported', async () => {
    await browser.driver.get(house.url);
    const script = await browser.find('[aria-label="Paste a script, or type the first line"]');
    await script.sendKeys('Marit: Good morning.\nTully: Who drank the harbour?');
    await fits();
    await (await browser.find('[aria-label="New production"] button.bg-act, [aria-label="New production"] [data-make]')).click();
    await browser.until('the phone’s page is there', `return document.querySelectorAll('[data-narrow-line]').length === 2`, 60_000);
    expect(await browser.run(`return ${lines}.map((l) => kipzo.production.getState().document.production.roles[l.role].name)`)).toEqual(['Marit', 'Tully']);
    await browser.until('every line speaks', `return ${lines}.every((l) => l.takes[l.take]?.analysis)`, 60_000);
    await fits();

    await (await browser.find('[data-narrow-line="2"] button')).click();
    await (await browser.find('nav[aria-label="Pages"] button:nth-child(2)')).click();
    await (await browser.button('Record line 2')).click();
    await browser.until('the microphone is open', `return document.querySelector('[data-recorder]')?.dataset.recorder === 'ready'`, 20_000);
    await fits();
    await (await browser.find('[data-recorder] [role="checkbox"]')).click();
    await (await browser.button('Record (R)')).click();
    await browser.until('it records', `return document.querySelector('[data-recorder]')?.dataset.recorder === 'recording'`, 20_000);
    await browser.driver.sleep(3400);
    await (await browser.button('Stop and keep (R)')).click();
    await browser.until('the take is heard and used', `const [, l] = ${lines}; const t = l.takes[l.take]; return t.kind === 'recorded' && t.analysis`, 60_000);
    await browser.until('it is saved', `return document.querySelector('[data-save]')?.dataset.save === 'saved'`);

    await (await browser.find('nav[aria-label="Pages"] button:nth-child(4)')).click();
    await browser.find('[data-export]');
    await fits();
    await browser.pick('Size', '540');
    await (await browser.find('[data-export]')).click();
    await browser.find('[data-film="done"] [data-download]', 120_000);
  }, 240_000);
});
