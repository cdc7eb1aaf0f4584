import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { paintFully } from '#core/paint/incremental';
import type { RawImage } from '#core/paint/paint';
import { picturesOf } from '#core/resources';
import { schedule } from '#core/schedule/schedule';
import type { Analysis } from '#core/speech/analysis';
import { voicePreset } from '#core/speech/voices';
import { evaluate } from '#core/stage/evaluate';
import { poseAt } from '#core/stage/figures';
import { decodePicture, nodePainter } from '#server/paint/host';
import { filmFonts } from '#server/resources';
import { speak } from '#server/synth/synth';
import { type Browser, openBrowser } from './browser.ts';
import { openHouse } from './house.ts';

let house: Awaited<ReturnType<typeof openHouse>>;
let browser: Browser;
const folder = mkdtempSync(join(tmpdir(), 'kipzo-e2e-'));

beforeAll(async () => {
  house = await openHouse();
  browser = await openBrowser();
}, 240_000);
afterAll(async () => {
  await browser?.close();
  await house?.end();
  rmSync(folder, { recursive: true, force: true });
});

const get = async <T>(path: string): Promise<T> => (await fetch(`${house.url}/api${path}`)).json() as Promise<T>;
const productions = async () => (await get<{ productions: { id: string; title: string; lines: number }[] }>('/productions?count=200')).productions;
const demo = async (): Promise<string> => (await productions()).find((p) => p.title === 'How tides work')?.id as string;
const opened = () => browser.until('the stage is drawn', 'return window.kipzo && kipzo.production.getState().document && kipzo.stage.times.length > 0', 60_000);
const saved = () => browser.until('everything is saved', `return document.querySelector('[data-save]')?.dataset.save === 'saved'`);
const scene = (script: string) =>
  browser.run(`const d = kipzo.production.getState().document; const s = Object.values(d.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; ${script}`);

async function drag(element: WebElement, dx: number, dy = 0, from: { x: number; y: number } = { x: 0, y: 0 }): Promise<void> {
  const actions = browser.driver.actions({ async: true }).move({ origin: element, x: from.x, y: from.y }).press();
  for (let step = 1; step <= 4; step++) actions.move({ origin: element, x: Math.round(from.x + (dx * step) / 4), y: Math.round(from.y + (dy * step) / 4), duration: 40 });
  await actions.release().perform();
}

describe('the demo', () => {
  it('opens from home in one click, plays with sound, and the mouth moves while a voice sounds', async () => {
    await browser.driver.get(house.url);
    await (await browser.find('[aria-label="Open How tides work"]')).click();
    await opened();
    // Marit's medium shot on line 2: look at the lower half of her face while it is played.
    await browser.run(`const s = kipzo.view.getState(); kipzo.view.setState({ tick: 48000 * 5.9 })`);
    await browser.driver.sleep(1200);
    await (await browser.button('Play the scene (Space)')).click();
    const seen = new Set<string>();
    let loud = 0;
    await browser.until('the film plays', 'return kipzo.view.getState().playing && kipzo.level() > 0.005', 20_000);
    for (let n = 0; n < 14; n++) {
      const [level, pixels] = (await browser.run(`
        const c = document.querySelector('canvas[data-stage]');
        const k = document.createElement('canvas'); k.width = 90; k.height = 60;
        k.getContext('2d').drawImage(c, c.width * 0.36, c.height * 0.2, c.width * 0.28, c.height * 0.42, 0, 0, 90, 60);
        return [kipzo.level(), k.toDataURL()];`)) as [number, string];
      loud = Math.max(loud, level);
      seen.add(pixels);
      await browser.driver.sleep(120);
    }
    expect(loud).toBeGreaterThan(0.005);
    expect(seen.size).toBeGreaterThan(5);
    await browser.driver.actions().sendKeys(' ').perform();
    await browser.until('it stops', 'return !kipzo.view.getState().playing');
  });

  it('lets several cues be chosen, moved, doubled and deleted as one, each step taken back', async () => {
    // The lane of figures with most cues, and one cue of another lane.
    const [bars, other] = (await browser.run(`
      const lanes = [...document.querySelectorAll('[data-lane]')].map((lane) => [...lane.querySelectorAll('[data-cue] > button:first-child')]).filter((list) => list.length);
      lanes.sort((a, b) => b.length - a.length);
      return [lanes[0], lanes[1][0]];`)) as [WebElement[], WebElement];
    expect(bars.length).toBeGreaterThan(2);
    const pressed = () =>
      browser.run(`return [...document.querySelectorAll('[data-cue]')].filter((c) => c.querySelector('[aria-pressed="true"]')).map((c) => c.dataset.cue)`) as Promise<string[]>;
    const offsets = () => scene('return Object.fromEntries(Object.entries(s.cues).map(([id, c]) => [id, c.start.offset]))') as Promise<Record<string, number>>;
    const click = (bar: WebElement, ...keys: string[]) => {
      const actions = browser.driver.actions();
      for (const key of keys) actions.keyDown(key);
      actions.move({ origin: bar }).click();
      for (const key of keys) actions.keyUp(key);
      return actions.perform();
    };
    const keys = (key: string) => browser.driver.actions().keyDown(Key.CONTROL).sendKeys(key).keyUp(Key.CONTROL).perform();
    await browser.run('arguments[0].scrollIntoView({ block: "center", inline: "center" })', bars[0]);
    await click(bars[0] as WebElement);
    expect(await pressed()).toHaveLength(1);
    // Up to the third of the lane: it stays in its lane.
    await browser.run('arguments[0].scrollIntoView({ block: "center", inline: "center" })', bars[2]);
    await click(bars[2] as WebElement, Key.SHIFT);
    const three = await pressed();
    expect(three).toHaveLength(3);
    const before = await offsets();
    await browser.driver.actions().sendKeys(Key.ARROW_RIGHT).perform();
    const after = await offsets();
    for (const [id, offset] of Object.entries(after)) expect(offset - (before[id] as number)).toBe(three.includes(id) ? 2000 : 0);
    await keys('z');
    await browser.until(
      'the move is taken back',
      `const c = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].cues; return c['${three[0]}'].start.offset === ${before[three[0] as string]}`,
    );
    await browser.run('arguments[0].scrollIntoView({ block: "center", inline: "center" })', other);
    await click(other, Key.CONTROL);
    expect(await pressed()).toHaveLength(4);
    await keys('d');
    expect(Object.keys(await offsets())).toHaveLength(Object.keys(before).length + 4);
    await keys('z');
    await browser.until(
      'the copies are taken back',
      `return Object.keys(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].cues).length === ${Object.keys(before).length}`,
    );
    await click(bars[0] as WebElement);
    await browser.driver.actions().sendKeys(Key.DELETE).perform();
    expect(Object.keys(await offsets())).toHaveLength(Object.keys(before).length - 1);
    await keys('z');
    await browser.until(
      'the cue is back',
      `return Object.keys(Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].cues).length === ${Object.keys(before).length}`,
    );
    expect(await offsets()).toEqual(before);
    await browser.driver.actions().sendKeys(Key.ESCAPE).perform();
    await saved();
  });

  it('is painted alike in Chromium and in Node: 20 frames, by the equality rule', async () => {
    let total = 0;
    let far = 0;
    let pixels = 0;
    const kinds = { caption: 0, turned: 0, open: 0, moving: 0, picture: 0 };
    for (const [title, count] of [
      ['How tides work', 15],
      ['Reading a tide table', 5],
    ] as const) {
      const id = (await productions()).find((p) => p.title === title)?.id as string;
      await browser.driver.get(`${house.url}/p/${id}`);
      await opened();
      const { document } = await get<{ document: Parameters<typeof schedule>[0] }>(`/productions/${id}`);
      const analyses = new Map<string, Analysis>();
      for (const part of Object.values(document.scenes))
        for (const line of Object.values(part.lines))
          for (const take of Object.values(line.takes)) if (take.analysis) analyses.set(take.analysis, await get<Analysis>(`/media/${take.analysis}`));
      await browser.until(
        'the voices are read',
        `const d = kipzo.production.getState().document; return Object.values(d.scenes).every((s) => Object.values(s.lines).every((l) => kipzo.analyses().has(l.takes[l.take]?.analysis)))`,
        30_000,
      );
      await browser.driver.sleep(1500);
      const film = schedule(document, (hash) => analyses.get(hash));
      const place = film.scenes[0] as (typeof film.scenes)[number];
      const images = new Map<string, RawImage>();
      const painter = nodePainter(images);
      for (const media of picturesOf(document)) images.set(media, await decodePicture(Buffer.from(await (await fetch(`${house.url}/api/media/${media}`)).arrayBuffer())));
      const { backdrop } = place.scene;
      const eased = place.shots.find((shot) => shot.cue.over > 0)?.start ?? 0;
      // Open mouths, at the middle of their vowels.
      const wide = [...place.layers.values()]
        .flatMap(({ acting }) => acting ?? [])
        .flatMap(({ mouth }) => mouth.starts.flatMap((start, index) => (mouth.shapes[index] === 'wide' ? [Math.round((start + (mouth.ends[index] as number)) / 2)] : [])));
      for (let n = 0; n < count; n++) {
        const tick = n === 0 ? eased + 14_000 : n <= 3 && wide.length ? (wide[(n * 5) % wide.length] as number) : Math.round(((n + 0.37) / count) * place.length);
        const width = 960;
        const height = 540;
        const theirs = Buffer.from(
          await browser.wait<string>(
            `const data = new Uint8Array(await kipzo.stage.pixels(arguments[0], arguments[1], ${width}, ${height})); let s = ''; for (let i = 0; i < data.length; i += 8192) s += String.fromCharCode(...data.subarray(i, i + 8192)); return btoa(s);`,
            place.id,
            tick,
          ),
          'base64',
        );
        const picture = evaluate(document, place, tick, filmFonts());
        const surface = paintFully(painter, picture, width, height);
        const ours = surface.pixels();
        surface.dispose();
        for (let i = 0; i < ours.length; i += 4) {
          let most = 0;
          for (let c = 0; c < 4; c++) most = Math.max(most, Math.abs((ours[i + c] as number) - (theirs[i + c] as number)));
          if (most > 0) total++;
          if (most > 2) far++;
          pixels++;
        }
        if (picture.planes.length > 3 + (backdrop.kind === 'picture' ? 0 : 1)) kinds.caption++;
        if (n === 0 && eased) kinds.moving++;
        if (backdrop.kind === 'picture') kinds.picture++;
        for (const { acting } of place.layers.values()) {
          if (!acting) continue;
          const pose = poseAt(acting, tick);
          if (Math.abs(pose.headTurn + pose.bodyTurn) > 0.15) kinds.turned++;
          const at = acting.mouth.starts.findLastIndex((start) => start <= tick);
          if (at >= 0 && acting.mouth.shapes[at] === 'wide' && (acting.mouth.ends[at] as number) > tick) kinds.open++;
        }
      }
    }
    console.log(`equality: ${far} pixels differ by more than 2 levels, ${total} of ${pixels} differ at all`, kinds);
    expect(far).toBe(0);
    expect(total).toBeLessThanOrEqual(pixels / 100_000);
    for (const kind of ['caption', 'turned', 'open', 'moving', 'picture'] as const) expect(kinds[kind]).toBeGreaterThan(0);
  });
});

describe('a new production', () => {
  it('from a pasted script is a film at once: every line speaks with a draft voice', async () => {
    await browser.driver.get(house.url);
    const area = await browser.find('textarea[aria-label="Paste a script, or type the first line"]');
    await browser.run(
      'const a = arguments[0]; const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value").set; set.call(a, arguments[1]); a.dispatchEvent(new Event("input", { bubbles: true }))',
      area,
      'MARIT: Good morning, Tully.\nTULLY: Where is the sea?\nMARIT: It went out with the tide.',
    );
    await area.sendKeys(Key.chord(Key.CONTROL, Key.ENTER));
    await opened();
    expect(await scene('return Object.values(s.lines).length')).toBe(3);
    await browser.until(
      'all drafts are there',
      `const s = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; return Object.values(s.lines).every((l) => l.take && l.takes[l.take].kind === 'draft' && l.takes[l.take].analysis)`,
      60_000,
    );
    await saved();
    expect((await scene('return Object.values(s.layers).length')) as number).toBe(2);
  });

  it('takes a typed line, which speaks soon after', async () => {
    await (await browser.find('[data-add-line]')).click();
    const area = await browser.find('textarea[aria-label="Words of the line"]');
    await area.sendKeys('And when does it come back?', Key.ENTER);
    await browser.until(
      'the typed line has its draft',
      `const s = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; const l = Object.values(s.lines).find((x) => x.text.startsWith('And when')); return l && l.take && l.takes[l.take].analysis`,
      30_000,
    );
    await saved();
  });

  it('takes a WAV through the page onto a line: its words lie where they are spoken', async () => {
    const { wav } = await speak('Where is the sea?', (voicePreset('willow') as NonNullable<ReturnType<typeof voicePreset>>).voice);
    const file = join(folder, 'tully.wav');
    writeFileSync(file, wav);
    const line = await browser.find('[data-line-index="2"]');
    await browser.driver.actions().move({ origin: line, x: 0, y: -14 }).click().perform();
    await (await browser.find('aside[aria-label="What is chosen"] button[aria-haspopup="dialog"]')).click();
    await browser.choose(async () => (await browser.button('Bring in a voice file')).click(), file);
    await browser.until(
      'the take is used and listened to',
      `const s = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; const l = Object.values(s.lines).find((x) => x.text === 'Where is the sea?'); const t = l.takes[l.take]; return t.kind === 'imported' && t.analysis && Object.keys(t.times).length === 4`,
      60_000,
    );
    await browser.driver.actions().sendKeys(Key.ESCAPE).perform();
    await saved();
  });

  it('hangs a cue from a word by click, moves it, stretches it and deletes it', async () => {
    const word = (await browser.all('[data-line-index="1"] [data-word]'))[0] as WebElement;
    await word.click();
    await (await browser.find('[data-option="Wave"]')).click();
    await (await browser.button('Done')).click();
    const bar = await browser.find('[data-cue-kind="gesture"]');
    const before = (await scene('const c = Object.values(s.cues).find((x) => x.kind === "gesture"); return [c.start.to, c.start.offset, c.end.ticks]')) as [string, number, number];
    expect(before[0]).toBe('word');
    await drag(await bar.findElement(By.css('button')), 30, 0, { x: 10, y: 0 });
    const moved = (await scene('const c = Object.values(s.cues).find((x) => x.kind === "gesture"); return [c.start.to, c.start.offset, c.end.ticks]')) as [string, number, number];
    expect(moved[1]).toBeGreaterThan(before[1] + 4000);
    await drag(await bar.findElement(By.css('[aria-label^="Stretch"]')), 40);
    const stretched = (await scene('return Object.values(s.cues).find((x) => x.kind === "gesture").end.ticks')) as number;
    expect(stretched).toBeGreaterThan(moved[2] + 4000);
    await browser.driver.actions().sendKeys(Key.DELETE).perform();
    expect(await scene('return Object.values(s.cues).filter((x) => x.kind === "gesture").length')).toBe(0);
  });

  it('hangs a cue by Enter and by dragging a word down onto a lane', async () => {
    const word = (await browser.all('[data-line-index="1"] [data-word]'))[1] as WebElement;
    await browser.run('arguments[0].focus()', word);
    await browser.driver.actions().sendKeys(Key.ENTER).perform();
    await (await browser.find('input[aria-label="Find"]')).sendKeys('nod', Key.ENTER);
    expect(await scene('return Object.values(s.cues).find((x) => x.kind === "gesture").action')).toBe('nod');
    // Onto the speaker's own lane: there is none for faces before there is a face.
    const lane = await browser.find('[data-lane-layer]');
    const from = await word.getRect();
    const to = await lane.getRect();
    await drag(word, 0, Math.round(to.y + 12 - (from.y + from.height / 2)));
    await (await browser.find('[data-option="Surprised"]')).click();
    await (await browser.button('Done')).click();
    expect(await scene('return Object.values(s.cues).find((x) => x.kind === "face").expression')).toBe('surprised');
  });

  it('moves a line with all that hangs on it, and undoes and redoes without end, across a reload', async () => {
    const state = () => scene('const l = Object.entries(s.lines).sort((a, b) => a[1].order < b[1].order ? -1 : 1)[2][1]; return l.pin.offset') as Promise<number>;
    const before = await state();
    const line = await browser.find('[data-line-index="3"]');
    await drag(line, 47, 0, { x: -20, y: -16 });
    const after = await state();
    expect(after - before).toBeGreaterThan(15_000);
    await saved();
    await browser.driver.navigate().refresh();
    await opened();
    expect(await state()).toBe(after);
    // Back through the move, both cues, the deleted one, the take, the typed line: as many steps as there were.
    for (let n = 0; n < 20; n++) {
      const button = await browser.driver.findElement(By.css('button[aria-label^="Undo"], button[aria-label="Nothing to undo"]'));
      if ((await button.getAttribute('aria-label')) === 'Nothing to undo') break;
      await button.click();
      await browser.driver.sleep(350);
    }
    expect(await scene('return [Object.values(s.lines).length, Object.values(s.cues).length]')).toEqual([3, 0]);
    for (let n = 0; n < 20; n++) {
      const button = await browser.driver.findElement(By.css('button[aria-label^="Redo"], button[aria-label="Nothing to redo"]'));
      if ((await button.getAttribute('aria-label')) === 'Nothing to redo') break;
      await button.click();
      await browser.driver.sleep(350);
    }
    expect(await state()).toBe(after);
    expect(await scene('return Object.values(s.lines).length')).toBe(4);
    await saved();
  });

  it('takes a picture as backdrop, filled or fitted', async () => {
    execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', 'color=c=0x3f8d8a:s=400x400', '-frames:v', '1', join(folder, 'wall.png')]);
    await (await browser.find('[data-layer="backdrop"]')).click();
    await browser.choose(async () => (await browser.button('Own picture …')).click(), join(folder, 'wall.png'));
    await browser.until(
      'the picture is the backdrop',
      `return Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0].backdrop.kind === 'picture'`,
    );
    await (await browser.button('Fit')).click();
    expect(await scene('return s.backdrop.fit')).toBe('fit');
    await saved();
  });

  it('loses nothing that was acknowledged when the server is killed, and sends the rest when it is back', async () => {
    const id = (await browser.driver.getCurrentUrl()).split('/p/')[1]?.split('/')[0] as string;
    const dead = house.server();
    dead.removeAllListeners('exit');
    await browser.run(`document.querySelector('[aria-label^="Name of the scene"]').click()`);
    await (await browser.find('input[aria-label="Name of the scene"]')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'Before the kill', Key.ENTER);
    await saved();
    const workers = execFileSync('ps', ['--ppid', String(dead.pid), '-o', 'pid='])
      .toString()
      .trim()
      .split(/\s+/);
    expect(workers.length).toBeGreaterThanOrEqual(2);
    dead.kill('SIGKILL');
    await new Promise((resolve) => setTimeout(resolve, 300));
    await browser.run(`document.querySelector('[aria-label^="Name of the scene"]').click()`);
    await (await browser.find('input[aria-label="Name of the scene"]')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'While it was gone', Key.ENTER);
    await browser.until('it says that it is not saved', `return document.querySelector('[data-save]').dataset.save === 'unsaved'`);
    await house.restart();
    // Workers of the killed server end by themselves, and do not render on unseen.
    const alive = () => workers.filter((pid) => existsSync(`/proc/${pid}`));
    for (let tries = 0; alive().length > 0 && tries < 600; tries++) await browser.driver.sleep(100);
    expect(alive()).toEqual([]);
    expect(Object.values((await get<{ document: { scenes: Record<string, { title: string }> } }>(`/productions/${id}`)).document.scenes)[0]?.title).toMatch(
      /Before the kill|While it was gone/,
    );
    await saved();
    expect(Object.values((await get<{ document: { scenes: Record<string, { title: string }> } }>(`/productions/${id}`)).document.scenes)[0]?.title).toBe('While it was gone');
  });
});

describe('export', () => {
  it('makes the film that ffprobe finds in order: frames, size, rate, sound, none alike throughout', async () => {
    const id = (await productions()).find((p) => p.lines === 4)?.id as string;
    await browser.driver.get(`${house.url}/p/${id}/export`);
    await browser.find('[data-export]');
    await browser.pick('Size', '540');
    await (await browser.find('[data-export]')).click();
    await browser.until('the film is made', `return document.querySelector('[data-film="done"] [data-download]')`, 150_000);
    const link = await browser.find('[data-film="done"] [data-download]');
    const response = await fetch((await link.getAttribute('href')) as string);
    expect(response.headers.get('content-disposition')).toContain('attachment');
    const file = join(folder, 'film.mp4');
    writeFileSync(file, Buffer.from(await response.arrayBuffer()));
    const probe = JSON.parse(execFileSync('ffprobe', ['-v', 'error', '-count_frames', '-show_streams', '-of', 'json', file]).toString()) as { streams: Record<string, string>[] };
    const video = probe.streams.find((stream) => stream.codec_type === 'video') as Record<string, string>;
    const sound = probe.streams.find((stream) => stream.codec_type === 'audio') as Record<string, string>;
    const { document } = await get<{ document: Parameters<typeof schedule>[0] }>(`/productions/${id}`);
    const frames = Math.round((schedule(document, () => undefined).length / 48_000) * document.production.fps);
    expect(video).toMatchObject({
      codec_name: 'h264',
      width: 960,
      height: 540,
      pix_fmt: 'yuv420p',
      color_space: 'bt709',
      r_frame_rate: `${document.production.fps}/1`,
      nb_read_frames: String(frames),
    });
    expect(sound.codec_name).toBe('aac');
    const md5 = execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-map', '0:v', '-f', 'framemd5', '-'])
      .toString()
      .split('\n')
      .filter((row) => row && !row.startsWith('#'))
      .map((row) => row.split(',').at(-1));
    expect(new Set(md5).size).toBeGreaterThan(md5.length / 3);
    const volume = execFileSync('sh', ['-c', `ffmpeg -i ${file} -map 0:a -af volumedetect -f null - 2>&1 | grep max_volume`]).toString();
    expect(Number(/max_volume: (-?[\d.]+)/.exec(volume)?.[1])).toBeGreaterThan(-20);
  });

  it('can be cancelled', async () => {
    await browser.driver.get(`${house.url}/p/${await demo()}/export`);
    await (await browser.find('[data-export]')).click();
    await (await browser.find('[data-cancel]')).click();
    await browser.find('[data-film="cancelled"]');
  });
});

describe('home', () => {
  it('finds a production by a line, duplicates, deletes and brings it back', async () => {
    await browser.driver.get(house.url);
    await browser.find('[data-production="How tides work"]');
    const search = await browser.find('input[aria-label="Find a production or a line"]');
    await search.sendKeys('tummies');
    await browser.until('only the demo is left', `return document.querySelectorAll('[data-production]').length === 1`);
    await (await browser.button('More for How tides work')).click();
    await browser.driver.findElement(By.xpath('//*[@role="menuitem" and contains(., "Duplicate")]')).click();
    await browser.find('[data-production="How tides work (copy)"]');
    await (await browser.button('More for How tides work (copy)')).click();
    await browser.driver.findElement(By.xpath('//*[@role="menuitem" and contains(., "Delete")]')).click();
    await browser.until('it is gone', `return !document.querySelector('[data-production="How tides work (copy)"]')`);
    // The note slides in from below the window.
    await browser.until(
      'the note has come to rest',
      `const undo = [...document.querySelectorAll('[data-sonner-toast] button')].find((one) => one.textContent.trim() === 'Undo');
       if (!undo) return false;
       const { top, bottom } = undo.getBoundingClientRect();
       const same = window.noteTop === top;
       window.noteTop = top;
       return same && bottom < innerHeight;`,
      30_000,
    );
    await browser.driver.findElement(By.xpath('//button[normalize-space()="Undo"]')).click();
    await browser.find('[data-production="How tides work (copy)"]');
  });

  it('makes a quick film from a voice file that plays at once', async () => {
    await browser.driver.get(house.url);
    await (await browser.button('Quick film')).click();
    await browser.choose(async () => (await browser.button('Choose voice files')).click(), join(folder, 'tully.wav'));
    await (await browser.button('Make the film')).click();
    await opened();
    await browser.until('it plays', 'return kipzo.view.getState().playing', 20_000);
    expect(await scene('const l = Object.values(s.lines)[0]; return l.takes[l.take].kind')).toBe('imported');
  });

  it('says when a file is no sound, and goes on', async () => {
    writeFileSync(join(folder, 'note.wav'), 'This is a note, no sound.');
    await browser.until('the composer is here', 'return window.kipzo && kipzo.production.getState().document');
    const line = await browser.find('[data-line-index="1"]');
    await browser.driver.actions().move({ origin: line, x: 0, y: -14 }).click().perform();
    await (await browser.find('aside[aria-label="What is chosen"] button[aria-haspopup="dialog"]')).click();
    await browser.choose(async () => (await browser.button('Bring in a voice file')).click(), join(folder, 'note.wav'));
    await browser.until(
      'the sentence is shown',
      `return [...document.querySelectorAll('[data-sonner-toast]')].some((t) => t.textContent.includes('not a sound that can be read'))`,
    );
    expect(await scene('const l = Object.values(s.lines)[0]; return Object.keys(l.takes).length')).toBe(1);
  });
});
