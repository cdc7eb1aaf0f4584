import { createApp } from '#server/api/app';
import { readyDb } from '#server/cli/database';
import { findProduction } from '#server/productions';
import { openBrowser } from '../../e2e/browser.ts';

/** Stage frame times while the demo plays: evaluate, paint and a one-pixel read in the worker, canvas of 1280 x 720. */
export async function benchComposer() {
  const { db } = await readyDb();
  const server = createApp({ db, silent: true }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as { port: number };
  const browser = await openBrowser({ width: 1680, height: 1240 });
  try {
    const id = await findProduction(db, 'demo');
    await browser.driver.get(`http://127.0.0.1:${port}/p/${id}`);
    await browser.until('the stage is drawn', 'return window.kipzo && kipzo.stage.times.length > 1', 60_000);
    await browser.driver.sleep(4000);
    await browser.run('kipzo.stage.resize(1280, 720)');
    await browser.driver.sleep(500);
    await browser.run(`document.querySelector('[data-timeline]').ownerDocument.defaultView.dispatchEvent(new KeyboardEvent('keydown', {key: ' ', code: 'Space'}))`);
    await browser.driver.sleep(2000);
    await browser.run('kipzo.stage.times.length = 0; kipzo.stage.details.length = 0');
    await browser.driver.sleep(20_000);
    const times = ((await browser.run('return kipzo.stage.times.slice()')) as number[]).sort((a, b) => a - b);
    const at = (share: number): number => Math.round((times[Math.floor(times.length * share)] ?? Number.NaN) * 10) / 10;
    const details = (await browser.run('return kipzo.stage.details.slice()')) as [number, number, number][];
    const evaluate = details.map(([, ms]) => ms).sort((a, b) => a - b);
    const whole = details.filter(([, , share]) => share === 1).length;
    return {
      wholeFrames: whole,
      evaluateP50: evaluate[evaluate.length >> 1],
      meanShare: details.reduce((sum, [, , share]) => sum + share, 0) / details.length,
      frames: times.length,
      p50: at(0.5),
      p95: at(0.95),
      max: at(0.9999),
    };
  } finally {
    await browser.close();
    server.closeAllConnections();
    server.close();
    await db.destroy();
  }
}
