import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { copyLayer } from '#core/edit/commands/layers';
import { inOrder } from '#core/time/order';
import { createApp } from '#server/api/app';
import { readyDb } from '#server/cli/database';
import type { Db } from '#server/db/db';
import { createProduction, findProduction, loadProduction, makeId } from '#server/productions';
import { loadResources } from '#server/resources';
import { ROOT } from '#server/root';
import { openBrowser } from '../../e2e/browser.ts';
import { cleared } from '../cleared.ts';
import { crowded } from './crowd.ts';
import { benchEditing } from './editing.ts';
import { benchEffects } from './effects.ts';

const WINDOWS = 3;
const WINDOW_MS = 16_000;

interface Spread {
  readonly frames: number;
  readonly p50: number;
  readonly p95: number;
  readonly max: number;
}
interface Window extends Spread {
  readonly evaluateP50: number;
  readonly wholeFrames: number;
  readonly meanShare: number;
  /** Share of processor time that the machine's host gave to others: above a few percent the times say little. */
  readonly stolen: number;
}

const round = (value: number): number => Math.round(value * 100) / 100;

function spread(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number): number => round(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN);
  return { frames: sorted.length, p50: at(0.5), p95: at(0.95), max: at(1) };
}

/** Jiffies of all processors since the machine started (proc(5), /proc/stat). */
function processorTime(): { stolen: number; all: number } {
  const [, ...numbers] = (readFileSync('/proc/stat', 'utf8').split('\n')[0] as string).split(/\s+/);
  const jiffies = numbers.slice(0, 8).map(Number);
  return { stolen: jiffies[7] ?? 0, all: jiffies.reduce((sum, value) => sum + value, 0) };
}

type Browser = Awaited<ReturnType<typeof openBrowser>>;

/** Opens a production and plays it on a canvas of 1280 x 720. */
async function play(browser: Browser, url: string): Promise<void> {
  await browser.driver.get(url);
  await browser.until('the stage is drawn', 'return window.kipzo && kipzo.stage.times.length > 1', 60_000);
  await browser.driver.sleep(4000);
  await browser.run('kipzo.stage.resize(1280, 720)');
  await browser.driver.sleep(500);
  await browser.run(`document.body.dispatchEvent(new KeyboardEvent('keydown', {key: ' ', code: 'Space', bubbles: true}))`);
  await browser.until('it plays', 'return kipzo.view.getState().playing', 10_000);
  await browser.driver.sleep(2000);
}

/** Frame times of one window while it plays. */
async function watched(browser: Browser): Promise<{ times: number[]; window: Window }> {
  await browser.run('kipzo.stage.times.length = 0; kipzo.stage.details.length = 0');
  const before = processorTime();
  await browser.driver.sleep(WINDOW_MS);
  const after = processorTime();
  const times = (await browser.run('return kipzo.stage.times.slice()')) as number[];
  const details = (await browser.run('return kipzo.stage.details.slice()')) as [number, number, number][];
  const window = {
    ...spread(times),
    evaluateP50: spread(details.map(([, ms]) => ms)).p50,
    wholeFrames: details.filter(([, , share]) => share === 1).length,
    meanShare: round(details.reduce((sum, [, , share]) => sum + share, 0) / details.length),
    stolen: round((after.stolen - before.stolen) / Math.max(1, after.all - before.all)),
  };
  return { times, window };
}

/** Still layers on the demo's stage: what few and many of them cost a frame, in turns, as the ratio of the medians of p95. */
const FEW = 5;
const MANY = 200;
async function crowds(browser: Browser, db: Db, url: string, demo: Document) {
  const p95: Record<number, number[]> = { [FEW]: [], [MANY]: [] };
  const made = [FEW, MANY].map((count) => [count, crowded(demo, count)] as const);
  for (const [, document] of made) await createProduction(db, document, 'bench');
  for (let turn = 0; turn < 2; turn++)
    for (const [count, document] of made) {
      await play(browser, `${url}/p/${document.production.id}`);
      p95[count]?.push((await watched(browser)).window.p95);
    }
  for (const [, document] of made) await cleared(db, document.production.id);
  const [few, many] = [Math.min(...(p95[FEW] as number[])), Math.min(...(p95[MANY] as number[]))];
  return { [`p95With${FEW}`]: p95[FEW], [`p95With${MANY}`]: p95[MANY], ratio: round(many / few) };
}

/** The demo's first scene with four people in it: as many of its cast again as there are places for. */
function withFour(demo: Document): Document {
  const id = makeId('production');
  let document: Document = { ...demo, production: { ...demo.production, id, slug: `four-${id.slice(-6)}`, title: 'Four people' } };
  const [scene, part] = inOrder(demo.scenes)[0] as [string, Document['scenes'][string]];
  const people = inOrder(part.layers).filter(([, { kind }]) => kind === 'character');
  for (let n = 0; people.length + n < 4; n++)
    document = edit(document, 'bench', makeId('change'), copyLayer(scene, people[n % people.length]?.[0] as string, makeId('layer'), makeId)).document;
  return document;
}

/** Stage frame times while the demo plays: evaluate, paint and a one-pixel read in the worker, canvas of 1280 x 720; then with still layers on it. */
export async function benchComposer({ part }: { part?: string } = {}) {
  const { db, url: database } = await readyDb();
  const [wanted, only] = part?.split(':') ?? [];
  if (wanted === 'effects') {
    try {
      const { document } = await loadProduction(db, await findProduction(db, 'demo'));
      const four = withFour(document);
      return benchEffects(four, await loadResources(db, four), only?.split(','));
    } finally {
      await db.destroy();
    }
  }
  // Posters are a worker's; one is there whether Kipzo runs beside this or not.
  const worker = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'server/cli/main.ts'), 'worker', '--for', 'quick'], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    env: { ...process.env, DATABASE_URL: database },
  });
  const server = createApp({ db, silent: true }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as { port: number };
  const url = `http://127.0.0.1:${port}`;
  const browser = await openBrowser({ width: 1680, height: 1240 });
  try {
    const id = await findProduction(db, 'demo');
    const { document: demo } = await loadProduction(db, id);
    const editing = part === 'four' ? undefined : await benchEditing(browser, db, url, demo);
    if (part === 'editing') return editing;
    const four = withFour(demo);
    await createProduction(db, four, 'bench');
    await play(browser, `${url}/p/${four.production.id}`);
    const fourPeople = (await watched(browser)).window;
    await cleared(db, four.production.id);
    if (part === 'four') return { fourPeople };
    await play(browser, `${url}/p/${id}`);
    const windows: Window[] = [];
    const all: number[] = [];
    for (let n = 0; n < WINDOWS; n++) {
      const { times, window } = await watched(browser);
      all.push(...times);
      windows.push(window);
    }
    const stillLayers = await crowds(browser, db, url, demo);
    const effects = benchEffects(four, await loadResources(db, four));
    return { ...spread(all), windows, fourPeople, stillLayers, ...editing, ...effects };
  } finally {
    worker.kill();
    await browser.close();
    server.closeAllConnections();
    server.close();
    await db.destroy();
  }
}
