/**
 * Makes the pictures in docs/screenshots from the sample films of a running Kipzo.
 * Run: node --import tsx scripts/screenshots.ts http://127.0.0.1:4170
 */
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { openBrowser } from '../e2e/browser.ts';

const url = process.argv[2] ?? 'http://127.0.0.1:4170';
const out = (name: string): string => join(import.meta.dirname, '..', 'docs', 'screenshots', name);
const browser = await openBrowser();
try {
  await browser.driver.get(url);
  await browser.find('[data-production="How tides work"] img');
  await browser.driver.sleep(2500);
  await browser.shot(out('home.png'));
  const list = (await (await fetch(`${url}/api/productions`)).json()) as { id: string; title: string }[];
  const id = list.find(({ title }) => title === 'How tides work')?.id;
  await browser.driver.get(`${url}/p/${id}`);
  await browser.until('the stage is drawn', 'return window.kipzo && kipzo.stage.times.length > 1', 60_000);
  await browser.driver.sleep(3000);
  await browser.run('kipzo.view.setState({ tick: 48000 * 23.9 })');
  await browser.driver.sleep(1500);
  const line = await browser.find('[data-line-index="6"]');
  await browser.driver.actions().move({ origin: line, x: -40, y: -14 }).click().perform();
  await browser.run(
    `const s = Object.values(kipzo.production.getState().document.scenes)[0]; const cue = Object.entries(s.cues).find(([, c]) => c.kind === 'gesture' && c.action === 'point' && c.hand === 'right' && c.strength > 1)?.[0]; const scene = document.querySelector('[data-cue="' + cue + '"]'); kipzo.view.setState({ cue, tick: 48000 * 24.1 })`,
  );
  await browser.driver.sleep(2500);
  await browser.shot(out('composer.png'));
  const marit = Object.values(((await browser.run('return kipzo.production.getState().document.characters')) ?? {}) as Record<string, { id: string; name: string }>).find(
    ({ name }) => name === 'Marit',
  )?.id;
  await browser.driver.get(`${url}/p/${id}/cast/${marit}`);
  await browser.until('the figure is drawn', 'return window.kipzoCast && kipzoCast.frames.length > 10', 30_000);
  await (await browser.find('[data-slot="headwear"]')).click();
  await browser.driver.sleep(3000);
  await browser.shot(out('cast.png'));
  await browser.driver.get(`${url}/p/${id}/script`);
  await (await browser.find('[aria-label="Words of line 4"]')).click();
  await browser.driver.sleep(1500);
  await browser.shot(out('script.png'));
  await browser.driver.get(`${url}/p/${id}/export`);
  await browser.find('[data-export]');
  await browser.driver.sleep(4000);
  await browser.shot(out('export.png'));
} finally {
  await browser.close();
}
const kipzo = join(import.meta.dirname, '..', 'kipzo');
execFileSync(kipzo, ['contact-sheet', '--cast', '--out', out('characters.png')]);
execFileSync(kipzo, ['render', 'demo', '--from', '5.8', '--to', '7.2', '--size', '1280x720', '--out', '/tmp/kipzo-still.mp4']);
execFileSync('ffmpeg', ['-v', 'error', '-y', '-ss', '1.1', '-i', '/tmp/kipzo-still.mp4', '-frames:v', '1', out('film.png')]);
