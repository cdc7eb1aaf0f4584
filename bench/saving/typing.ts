import { Key } from 'selenium-webdriver';
import { dice } from '#core/draw/hash';
import { sampleDocument } from '#core/testing/samples';
import { openBrowser } from '../../e2e/browser.ts';
import { StartedHouse } from './house.ts';

const LETTERS = 'the sea comes back twice a day and nobody pulls the plug ';
/** Letters that stood on the screen at least this long must be there again. */
const STOOD_MS = 300;

/** Reloads at random moments while somebody types: letters that stood on the screen over 300 ms and are gone. */
export async function benchTyping(reloads = 200, seed = 1) {
  const chance = dice(seed);
  const house = new StartedHouse();
  await house.open();
  const { document } = sampleDocument();
  await fetch(`${house.url}/api/productions`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ document }) });
  const browser = await openBrowser();
  const missing: string[] = [];
  let typed = 0;
  try {
    await browser.driver.get(`${house.url}/p/${document.production.id}/script`);
    for (let n = 0; n < reloads; n++) {
      await browser.find('[data-words]');
      const fresh = n % 4 === 3;
      const field = fresh ? '[data-new-line] textarea' : '[data-words]';
      const area = await browser.find(field);
      await area.click();
      // What stands on the screen, letter by letter, and since when.
      await browser.run(
        `window.stood = []; clearInterval(window.watch); window.watch = setInterval(() => { const a = document.activeElement; if (a && a.matches('textarea') && a.value) { const last = stood.at(-1); if (!last || last.text !== a.value) stood.push({ text: a.value, at: Date.now(), line: a.dataset.words }); } }, 5)`,
      );
      if (!fresh) await area.sendKeys(Key.chord(Key.CONTROL, 'a'));
      const count = 4 + Math.floor(chance.next() * 26);
      const from = Math.floor(chance.next() * LETTERS.length);
      const text = `${n} ${`${LETTERS}${LETTERS}`.slice(from, from + count)}`;
      const keys = browser.driver.actions({ async: true });
      for (const letter of text) keys.sendKeys(letter).pause(Math.floor(chance.next() * 60));
      await keys.perform();
      typed += text.length;
      await browser.driver.sleep(chance.next() * 900);
      const [stood, at] = (await browser.run('return [stood, Date.now()]')) as [{ text: string; at: number; line?: string }[], number];
      const last = stood.findLast((one) => at - one.at > STOOD_MS);
      await browser.driver.navigate().refresh();
      await browser.find('[data-words]');
      if (!last) continue;
      const wanted = last.text.replace(/\s+/g, ' ').trim();
      const script = `return [...document.querySelectorAll('[data-words]')].some((a) => a.value.replace(/\\s+/g, ' ').startsWith(arguments[0]))`;
      let there = false;
      for (let tries = 0; tries < 40 && !there; tries++) {
        there = (await browser.run(script, wanted)) as boolean;
        if (!there) await browser.driver.sleep(100);
      }
      if (!there) missing.push(`${n}: “${wanted}”`);
      if (process.stderr.isTTY) process.stderr.write(`\r${n + 1} of ${reloads} `);
    }
  } finally {
    await browser.close();
    await house.close();
  }
  return { reloads, letters: typed, missing: missing.length, examples: missing.slice(0, 5) };
}
