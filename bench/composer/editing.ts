import type { Document, Scene } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { duplicateScene, splitScene } from '#core/edit/commands/scenes';
import { schedule } from '#core/schedule/schedule';
import { inOrder } from '#core/time/order';
import type { Db } from '#server/db/db';
import { createProduction, makeId } from '#server/productions';
import { loadResources } from '#server/resources';
import type { openBrowser } from '../../e2e/browser.ts';
import { cleared } from '../cleared.ts';

type Browser = Awaited<ReturnType<typeof openBrowser>>;
const round = (value: number): number => Math.round(value * 10) / 10;
const at = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return round(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN);
};

function edited(start: Document, title: string): { run(recipe: Recipe): void; now(): Document } {
  const id = makeId('production');
  let document: Document = { ...start, production: { ...start.production, id, slug: `bench-${id.slice(-8)}`, title } };
  return {
    run(recipe) {
      document = edit(document, 'bench', makeId('change'), recipe).document;
    },
    now: () => document,
  };
}

/** The demo's first scene in pieces of two lines, doubled until there are so many scenes: about ten seconds each, with their voices, things and cues. */
async function manyScenes(db: Db, demo: Document, count: number): Promise<Document> {
  const { analysis } = await loadResources(db, demo);
  const [first] = inOrder(demo.scenes)[0] as [string, Scene];
  const { run, now } = edited({ ...demo, scenes: { [first]: demo.scenes[first] as Scene } }, `${count} scenes`);
  let rest = first;
  for (;;) {
    const scene = schedule(now(), analysis).scenes.find(({ id }) => id === rest);
    const [, , before, after] = [undefined, ...(scene?.lines ?? [])];
    if (!before || !after || (scene?.lines.length ?? 0) < 4) break;
    const next = makeId('scene');
    run(splitScene(rest, Math.round((before.end + after.start) / 2), next, makeId));
    rest = next;
  }
  const pieces = inOrder(now().scenes).map(([id]) => id);
  for (let n = 0; Object.keys(now().scenes).length < count; n++) run(duplicateScene(pieces[n % pieces.length] as string, makeId('scene'), makeId));
  const document = now();
  const kept = inOrder(document.scenes).slice(0, count);
  return { ...document, scenes: Object.fromEntries(kept) };
}

/** The demo with so many cues in its first scene, spread over words, figures and kinds. */
function manyCues(demo: Document, count: number): Document {
  const { run, now } = edited(demo, `${count} cues`);
  const [id, scene] = inOrder(demo.scenes)[0] as [string, Scene];
  const words = inOrder(scene.lines).flatMap(([, line]) => inOrder(line.words).map(([word]) => word));
  const figures = inOrder(scene.layers).flatMap(([layer, { kind }]) => (kind === 'character' ? [layer] : []));
  for (let n = Object.keys(scene.cues).length; n < count; n++) {
    const layer = figures[n % figures.length] as string;
    const start = { to: 'word', word: words[(n * 7) % words.length] as string, edge: 'start', offset: ((n * 977) % 9600) - 4800 } as const;
    const base = { layer, order: `c${String(n).padStart(5, '0')}`, start, end: { ticks: 9600 } };
    run(
      hangCue(
        id,
        makeId('cue'),
        n % 3 === 0
          ? { kind: 'gesture', action: 'nod', hand: 'left', strength: 0.7, ...base }
          : n % 3 === 1
            ? { kind: 'look', target: { to: 'viewer' }, ...base }
            : { kind: 'face', expression: 'warm', strength: 0.5, ...base },
      ),
    );
  }
  return now();
}

/** From going to a page until something is seen: the poster, and the stage's own first frame (milliseconds of the page's own clock, from its first request). */
async function opening(browser: Browser, url: string): Promise<{ picture: number | null; painted: number }> {
  await browser.driver.get('about:blank');
  await browser.driver.get(url);
  await browser.until('the stage is painted', 'return window.kipzo?.view.getState().painted !== undefined', 60_000);
  // When the poster was on the screen, by the browser itself (Element Timing, W3C).
  const picture = (await browser.driver.executeAsyncScript(`
    const done = arguments[arguments.length - 1];
    const seen = new PerformanceObserver((list) => done(Math.min(...list.getEntries().map((entry) => entry.renderTime || entry.loadTime))));
    seen.observe({ type: 'element', buffered: true });
    setTimeout(() => done(null), 500);`)) as number | null;
  const painted = (await browser.run(`return performance.getEntriesByName('stage painted')[0]?.startTime ?? null`)) as number | null;
  return { picture: picture === null ? null : round(picture), painted: round(painted ?? Number.NaN) };
}

/** Seeks all over the film: from asking until the stage has painted that very frame (milliseconds). */
const SEEKS = `
  const done = arguments[arguments.length - 1];
  const times = [];
  const { stage, view } = kipzo;
  const scenes = Object.keys(kipzo.production.getState().document.scenes);
  const one = async (n) => {
    const scene = scenes[(n * 37) % scenes.length];
    const tick = 2000 * Math.floor(((n * 7919) % 200) + 4);
    const before = stage.details.length;
    const started = performance.now();
    view.setState({ scene, tick });
    while (stage.details.length === before && performance.now() - started < 3000) await new Promise((next) => { const c = new MessageChannel(); c.port1.onmessage = () => { c.port1.close(); next(); }; c.port2.postMessage(0); });
    return performance.now() - started;
  };
  (async () => {
    for (let n = 0; n < 40; n++) { times.push(await one(n)); await new Promise((next) => setTimeout(next, 60)); }
    done(times.slice(4));
  })();`;

/** What one move of a dragged cue takes of the page's thread, script, layout and style together (Chromium's Performance.getMetrics, TaskDuration). */
async function dragging(browser: Browser): Promise<Readonly<Record<'task' | 'script' | 'style' | 'layout', number>>> {
  const driver = browser.driver as typeof browser.driver & { sendAndGetDevToolsCommand(name: string, parameters: object): Promise<unknown> };
  await driver.sendAndGetDevToolsCommand('Performance.enable', {});
  const PARTS = { task: 'TaskDuration', script: 'ScriptDuration', style: 'RecalcStyleDuration', layout: 'LayoutDuration' } as const;
  const spent = async (): Promise<Record<string, number>> => {
    const { metrics } = (await driver.sendAndGetDevToolsCommand('Performance.getMetrics', {})) as { metrics: { name: string; value: number }[] };
    return Object.fromEntries(metrics.map(({ name, value }) => [name, value]));
  };
  const MOVES = 60;
  const script = (moving: boolean): string => `
    const done = arguments[arguments.length - 1];
    const bars = [...document.querySelectorAll('[data-cue] button')].filter((b) => b.getBoundingClientRect().width > 0);
    const bar = bars[Math.floor(bars.length / 2)];
    const box = bar.getBoundingClientRect();
    const at = (kind, dx) => bar.dispatchEvent(new PointerEvent(kind, { bubbles: true, cancelable: true, pointerId: 1, isPrimary: true, button: 0, buttons: 1, clientX: box.left + 5 + dx, clientY: box.top + 8 }));
    bar.setPointerCapture = () => {}; bar.hasPointerCapture = () => true; bar.releasePointerCapture = () => {};
    (async () => {
      at('pointerdown', 0);
      for (let n = 1; n <= ${MOVES}; n++) { if (${moving}) at('pointermove', (n % 2 ? 1 : -1) * (4 + n)); await new Promise((next) => setTimeout(next, 40)); }
      bar.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
      at('pointerup', 0);
      done(bars.length);
    })();`;
  const cost = async (moving: boolean): Promise<Record<string, number>> => {
    const before = await spent();
    await browser.driver.executeAsyncScript(script(moving));
    const after = await spent();
    return Object.fromEntries(Object.entries(PARTS).map(([part, name]) => [part, ((after[name] ?? 0) - (before[name] ?? 0)) * 1000]));
  };
  const still = await cost(false);
  const moved = await cost(true);
  return Object.fromEntries(Object.keys(PARTS).map((part) => [part, round(((moved[part] ?? 0) - (still[part] ?? 0)) / MOVES)])) as Record<keyof typeof PARTS, number>;
}

/** Opening, seeking and dragging, each with its growth from 1 to 20 times the work. */
export async function benchEditing(browser: Browser, db: Db, url: string, demo: Document) {
  const made: string[] = [];
  const stored = async (document: Document): Promise<string> => {
    await createProduction(db, document, 'bench');
    made.push(document.production.id);
    return `${url}/p/${document.production.id}`;
  };
  try {
    const few = await stored(await manyScenes(db, demo, 3));
    const many = await stored(await manyScenes(db, demo, 60));
    const open: Record<'demo' | 'few' | 'many', { picture: number | null; painted: number }[]> = { demo: [], few: [], many: [] };
    const seek: Record<'few' | 'many', number[]> = { few: [], many: [] };
    // A poster is there wherever a production was seen on the first page.
    for (const page of [`/p/${demo.production.id}`, few.slice(url.length), many.slice(url.length)]) await fetch(`${url}/api/productions/${page.slice(3)}/poster.png`);
    for (let turn = 0; turn < 3; turn++) {
      open.demo.push(await opening(browser, `${url}/p/${demo.production.id}`));
      for (const [name, page] of [
        ['few', few],
        ['many', many],
      ] as const) {
        open[name].push(await opening(browser, page));
        if (turn > 0) {
          await browser.driver.sleep(2500);
          await browser.run('kipzo.stage.resize(1280, 720)');
          seek[name].push(...((await browser.driver.executeAsyncScript(SEEKS)) as number[]));
        }
      }
    }
    const drag: Record<number, Awaited<ReturnType<typeof dragging>>[]> = {};
    for (const count of [50, 1000]) {
      const page = await stored(manyCues(demo, count));
      await opening(browser, page);
      await browser.driver.sleep(2500);
      drag[count] = [await dragging(browser), await dragging(browser)];
    }
    const best = (values: readonly number[]): number => Math.min(...values);
    return {
      open: {
        demo: open.demo,
        scenes3: open.few,
        scenes60: open.many,
        growth: round(best(open.many.map(({ painted }) => painted)) / best(open.few.map(({ painted }) => painted))),
      },
      seek: {
        scenes3: { p50: at(seek.few, 0.5), p95: at(seek.few, 0.95) },
        scenes60: { p50: at(seek.many, 0.5), p95: at(seek.many, 0.95) },
        growth: round(at(seek.many, 0.5) / at(seek.few, 0.5)),
      },
      dragMsPerMove: { cues50: drag[50], cues1000: drag[1000], growth: round(best((drag[1000] ?? []).map(({ task }) => task)) / best((drag[50] ?? []).map(({ task }) => task))) },
    };
  } finally {
    for (const id of made) await cleared(db, id);
  }
}
