/**
 * Makes the pictures in docs/screenshots from the sample films of a running Kipzo.
 * Run: node --import tsx scripts/screenshots.ts http://127.0.0.1:4170
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openBrowser } from '../e2e/browser.ts';

const url = process.argv[2] ?? 'http://127.0.0.1:4170';
const out = (name: string): string => join(import.meta.dirname, '..', 'docs', 'screenshots', name);
const browser = await openBrowser();

/** Another window's words for a line of the demo, made on what this one has not seen: nothing of the demo is changed by it. */
async function twoVersions(): Promise<void> {
  await browser.wait(`
    const id = kipzo.production.getState().id;
    const { document, revision } = await (await fetch('/api/productions/' + id)).json();
    const [scene, { lines }] = Object.entries(document.scenes).sort((a, b) => (a[1].order < b[1].order ? -1 : 1))[0];
    const [line, { text }] = Object.entries(lines).sort((a, b) => (a[1].order < b[1].order ? -1 : 1))[2];
    const change = (name, from, to, window, more) => fetch('/api/productions/' + id + '/changes', { method: 'POST', headers: { 'Content-Type': 'application/json', 'x-kipzo-window': window }, body: JSON.stringify({ id: 'cg_' + crypto.randomUUID().replaceAll('-', '').slice(0, 12), label: 'Change the words', base: revision, ...more, parts: [{ part: 'scenes/' + scene, forward: [{ op: 'replace', path: '/lines/' + line + '/text', value: to }], inverse: [{ op: 'replace', path: '/lines/' + line + '/text', value: from }] }] }) });
    await change('theirs', text, text + ' Every day.', 'one', {});
    await change('mine', text, 'Somebody must have left the tap open all night long.', 'two', {});
    await change('back', text + ' Every day.', text, 'one', { base: revision + 1 });
  `);
}

try {
  await browser.driver.get(url);
  await browser.find('[data-production="How tides work"] img');
  await browser.driver.sleep(2500);
  await browser.shot(out('home.png'));
  const { productions: list } = (await (await fetch(`${url}/api/productions`)).json()) as { productions: { id: string; title: string }[] };
  const id = list.find(({ title }) => title === 'How tides work')?.id;
  await browser.driver.get(`${url}/p/${id}`);
  await browser.until('the stage is drawn', 'return window.kipzo && kipzo.stage.times.length > 1', 60_000);
  await browser.driver.sleep(3000);
  await browser.run('kipzo.view.setState({ tick: 48000 * 23.9 })');
  await browser.driver.sleep(1500);
  const line = await browser.find('[data-line-index="6"]');
  await browser.driver.actions().move({ origin: line, x: -40, y: -14 }).click().perform();
  await browser.run(
    `const s = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; const cue = Object.entries(s.cues).find(([, c]) => c.kind === 'gesture' && c.action === 'point' && c.hand === 'right' && c.strength > 1)?.[0]; const scene = document.querySelector('[data-cue="' + cue + '"]'); kipzo.view.setState({ cue, tick: 48000 * 24.1 })`,
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
  // Everybody in one recording: the demo's first lines as two synthesizers say them, one line of them left out.
  const said = (await browser.run(
    'const d = kipzo.production.getState().document; return Object.values(Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].lines).sort((a, b) => (a.order < b.order ? -1 : 1)).map((l) => [d.production.roles[l.role]?.name, l.text])',
  )) as [string, string][];
  const folder = mkdtempSync(join(tmpdir(), 'kipzo-shots-'));
  const pieces = said.slice(0, 9).flatMap(([who, text], n) => {
    if (n === 2 || !text) return [];
    const voice = { Marit: 'slt', Tully: 'rms' }[who] ?? 'awb';
    execFileSync('flite', ['-voice', voice, '-t', text, '-o', join(folder, `${n}.wav`)]);
    execFileSync('sox', [join(folder, `${n}.wav`), '-r', '48000', '-c', '1', join(folder, `p${n}.wav`), 'pad', '0.2', '0.5']);
    return [join(folder, `p${n}.wav`)];
  });
  execFileSync('sox', [...pieces, join(folder, 'Harbour session.wav')]);
  await browser.choose(async () => (await browser.button('Bring in one recording of everybody')).click(), join(folder, 'Harbour session.wav'));
  await browser.until('it is parted', `return document.querySelector('[data-review]')?.dataset.review === 'ready'`, 60_000);
  await browser.driver.sleep(1000);
  await browser.shot(out('review.png'));
  rmSync(folder, { recursive: true });
  await twoVersions();
  await browser.driver.get(`${url}/p/${id}/script`);
  await browser.find('[data-conflict]');
  await browser.driver.sleep(1500);
  await browser.shot(out('two-versions.png'));
  await (await browser.button('Keep what is stored')).click();
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
execFileSync('ffmpeg', ['-v', 'error', '-y', '-ss', '0.4', '-i', '/tmp/kipzo-still.mp4', '-frames:v', '1', out('film.png')]);
