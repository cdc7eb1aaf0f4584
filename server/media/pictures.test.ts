import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { type Zippable, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Failure } from '#core/document/failure';
import type { OwnPicture } from '#core/document/schema';
import { dice } from '#core/draw/hash';
import { decodePicture } from '../paint/host.ts';
import { freshDatabase } from '../testing/database.ts';
import { cleanSvg } from './cleanSvg.ts';
import { importPicture } from './importPicture.ts';
import { mediaBytes } from './store.ts';
import { type SeenFrame, webpFrames } from './webpFrames.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
let folder: string;
beforeAll(async () => {
  base = await freshDatabase();
  folder = mkdtempSync(join(tmpdir(), 'kipzo-pictures-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await base.end();
});

const made = (name: string, ...args: string[]): Buffer => {
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args, join(folder, name)]);
  return readFileSync(join(folder, name));
};
const png = (width: number, height: number, colour: string): Buffer => {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.fillStyle = colour;
  context.fillRect(0, 0, width, height);
  return canvas.toBuffer('image/png');
};
const pixel = async (hash: string, x: number, y: number): Promise<number[]> => {
  const { width, data } = await decodePicture(await mediaBytes(base.db, hash));
  return [...data.slice((y * width + x) * 4, (y * width + x) * 4 + 4)];
};
const refusal = async (bytes: Buffer, name: string): Promise<string> => {
  const thrown = await importPicture(base.db, bytes, name).catch((error: unknown) => error);
  expect(thrown, name).toBeInstanceOf(Failure);
  return (thrown as Failure).message;
};
const svg = (inside: string, more = 'viewBox="0 0 100 50"'): Buffer =>
  Buffer.from(`<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${more}>${inside}</svg>`);

describe('a drawing (SVG)', () => {
  it('is drawn large, whatever its units, with gradients and what it uses again', async () => {
    const drawing = svg(
      '<defs><linearGradient id="g"><stop offset="0" stop-color="#ff0000"/><stop offset="1" style="stop-color:#ff0000"/></linearGradient><circle id="dot" r="10" fill="#0000ff"/></defs><rect width="50" height="50" fill="url(#g)"/><use href="#dot" x="75" y="25"/>',
    );
    const media = await importPicture(base.db, drawing, 'flag.svg');
    expect(media.facts).toEqual({ width: 1600, height: 800 });
    expect(await pixel(media.hash, 400, 400)).toEqual([255, 0, 0, 255]);
    expect(await pixel(media.hash, 1200, 400)).toEqual([0, 0, 255, 255]);
    expect((await pixel(media.hash, 1500, 60))[3]).toBe(0);
  });

  it('is cleaned of all that does not draw, and says of what', () => {
    const { text, left } = cleanSvg(
      svg(
        '<script>alert(1)</script><style>*{fill:url(http://x.test)}</style><foreignObject><p/></foreignObject><rect width="5" height="5" onclick="x()" fill="url(http://x.test/a)" style="fill:red;background:url(javascript:1)"/><image href="http://x.test/a.png"/><use xlink:href="http://x.test/#a"/><a href="javascript:1"><circle r="3"/></a><animate/>',
      ),
      '“x”',
    );
    expect(text).not.toMatch(/script|http:\/\/x|onclick|style|foreign|animate|background|<a/);
    expect(text).toContain('<rect width="5" height="5" fill="red">');
    expect(left).toEqual(expect.arrayContaining(['script', 'style', 'foreignObject', 'a script', 'a link', 'a', 'animate']));
  });

  it.each([
    [
      'entities of its own',
      Buffer.from('<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><text>&b;</text></svg>'),
      /entities of its own/,
    ],
    [
      'an entity from elsewhere',
      Buffer.from('<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><text>&x;</text></svg>'),
      /entities of its own/,
    ],
    [
      'parts that repeat endlessly',
      svg(
        Array.from(
          { length: 20 },
          (_, n) => `<g id="g${n}">${n ? `<use href="#g${n - 1}"/><use href="#g${n - 1}"/><use href="#g${n - 1}"/>` : '<rect width="1" height="1"/>'}</g>`,
        ).join(''),
      ),
      /would never end/,
    ],
    ['a ring of uses', svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g><use href="#a"/>'), /would never end/],
    ['a depth without end', svg('<g>'.repeat(200) + '</g>'.repeat(200)), /nested more than/],
    ['more elements than anybody draws', svg('<rect width="1" height="1"/>'.repeat(31_000)), /more than 30,000 elements/],
    ['no size', svg('<rect/>', ''), /does not say how large/],
    ['tags that do not fit', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><g></svg>'), /not an SVG drawing/],
    ['sides of a line', svg('<rect/>', 'viewBox="0 0 100000 1"'), /a line rather than a picture/],
  ])('with %s is refused in a sentence', async (_, bytes, sentence) => {
    expect(await refusal(bytes, 'bad.svg')).toMatch(sentence);
  });
});

describe('a layered file (OpenRaster)', () => {
  const ora = (stack: string, files: Zippable, mime = 'image/openraster'): Buffer =>
    Buffer.from(zipSync({ mimetype: [Buffer.from(mime), { level: 0 }], 'stack.xml': Buffer.from(stack), ...files }));
  const STACK =
    '<?xml version="1.0"?><image w="40" h="20"><stack><layer name="Mouth" src="data/b.png" x="10" y="5"/><layer name="Notes" src="data/c.png" visibility="hidden"/><stack x="0" y="0" opacity="0.5"><layer name="Head" src="data/a.png"/></stack></stack></image>';
  const FILES = { 'data/a.png': png(40, 20, '#ff0000'), 'data/b.png': png(10, 10, '#0000ff'), 'data/c.png': png(40, 20, '#00ff00') };

  it('becomes the picture of its shown layers, each kept with its place, back to front', async () => {
    const media = await importPicture(base.db, ora(STACK, FILES), 'face.ora');
    expect(media.facts).toMatchObject({ width: 40, height: 20 });
    const layered = JSON.parse(String(media.facts.layers)) as NonNullable<OwnPicture['layered']>;
    expect(layered.layers.map(({ name, x, y, shown, opacity }) => [name, x, y, shown, opacity])).toEqual([
      ['Head', 0, 0, true, 0.5],
      ['Notes', 0, 0, false, 1],
      ['Mouth', 10, 5, true, 1],
    ]);
    expect(await pixel(media.hash, 15, 10)).toEqual([0, 0, 255, 255]);
    const [red, green, , opacity] = await pixel(media.hash, 2, 2);
    expect([red, green]).toEqual([255, 0]);
    expect(opacity).toBeGreaterThan(120);
    expect(opacity).toBeLessThan(136);
    expect(await pixel(layered.layers[1]?.media ?? '', 0, 0)).toEqual([0, 255, 0, 255]);
  });

  it.each([
    ['a stack with entities', '<!DOCTYPE x [<!ENTITY a "b">]><image w="1" h="1"><stack><layer src="data/a.png" name="&a;"/></stack></image>', FILES],
    ['no layers', '<image w="4" h="4"><stack/></image>', {}],
    ['layers that are no pictures', '<image w="4" h="4"><stack><layer src="data/a.png"/></stack></image>', { 'data/a.png': Buffer.from('no') }],
    ['layers outside of it', '<image w="4" h="4"><stack><layer src="../../etc/passwd"/></stack></image>', {}],
    ['a page without size', '<image><stack><layer src="data/a.png"/></stack></image>', FILES],
    ['a page larger than any', '<image w="900000" h="900000"><stack><layer src="data/a.png"/></stack></image>', FILES],
    ['a broken stack', '<image w="4" h="4"><stack>', FILES],
  ])('with %s is refused in a sentence', async (_, stack, files) => {
    expect(await refusal(ora(stack, files), 'bad.ora')).toMatch(/^(“bad.ora”|The layer).+[.]$/s);
  });

  it('that unpacks to more than it should is refused before it is unpacked', async () => {
    const before = process.memoryUsage().rss;
    const bomb = ora(`<image w="4" h="4"><stack><layer src="data/a.png"/></stack></image>`, { 'data/a.png': [new Uint8Array(450 * 2 ** 20), { level: 9 }] });
    const peak = process.memoryUsage().rss;
    expect(bomb.length).toBeLessThan(2 ** 20);
    expect(await refusal(bomb, 'bomb.ora')).toMatch(/unpacks to more/);
    // What was made for the test is not counted; the refusal itself takes next to nothing.
    expect(process.memoryUsage().rss - Math.max(before, peak)).toBeLessThan(200 * 2 ** 20);
  });
});

describe('pictures of all kinds', () => {
  it('that move bring their clip along; others do not', async () => {
    const gif = made('two.gif', '-f', 'lavfi', '-i', 'testsrc=s=64x48:r=10:d=0.5');
    const media = await importPicture(base.db, gif, 'two.gif');
    expect(media.facts).toMatchObject({ width: 64, height: 48, moves: true, frames: 5, rate: 10 });
    expect(media.facts.clip).toMatch(/^[0-9a-f]{64}$/);
    expect((await importPicture(base.db, png(4, 4, '#fff'), 'still.png')).facts).toEqual({ width: 4, height: 4 });
  });

  it('WebP that moves keeps its frames, what of them changes, how long they last, and what is clear', async () => {
    // A red dot that goes to the right on clear ground, two frames a second, then a long one.
    const webp = made(
      'dot.webp',
      '-f',
      'lavfi',
      '-i',
      "color=c=black:s=40x20:r=2:d=2,format=rgba,geq=r=230:g=20:b=20:a='if(lt(abs(X-5-10*N),4),255,0)'",
      '-c:v',
      'libwebp_anim',
      '-lossless',
      '1',
      '-loop',
      '0',
    );
    const frames: SeenFrame[] = [];
    for await (const frame of webpFrames(webp)) frames.push(frame);
    expect(frames.map(({ seconds }) => seconds)).toEqual([0.5, 0.5, 0.5, 0.5]);
    const at = async (frame: number, x: number): Promise<number[]> => {
      const canvas = createCanvas(40, 20);
      canvas.getContext('2d').drawImage(await loadImage((frames[frame] as SeenFrame).png), 0, 0);
      return [...canvas.getContext('2d').getImageData(x, 10, 1, 1).data];
    };
    for (const n of [0, 1, 2, 3])
      for (const m of [0, 1, 2, 3]) {
        const [red, , , alpha] = await at(n, 5 + 10 * m);
        expect([n, m, alpha]).toEqual([n, m, n === m ? 255 : 0]);
        if (n === m) expect(red).toBeGreaterThan(220);
      }
    const { facts } = await importPicture(base.db, webp, 'dot.webp');
    expect(facts).toMatchObject({ width: 40, height: 20, moves: true, alpha: true });
    expect(Number(facts.seconds)).toBeCloseTo(2, 1);
    expect(facts.clip).toMatch(/^[0-9a-f]{64}$/);
    // Cut short it is what is left of it.
    const left = [];
    for await (const frame of webpFrames(webp.subarray(0, webp.length * 0.6))) left.push(frame);
    expect(left.length).toBeGreaterThan(0);
    expect(left.length).toBeLessThan(4);
  });

  it('of 16 bits a channel, one pixel, in grey: all become what is seen', async () => {
    const deep = made('deep.png', '-f', 'lavfi', '-i', 'color=c=0x3366cc:s=8x8', '-frames:v', '1', '-pix_fmt', 'rgb48be');
    const [r, g, b] = await pixel((await importPicture(base.db, deep, 'deep.png')).hash, 4, 4);
    expect([r, g, b]).toEqual([48, 101, 201]);
    expect((await importPicture(base.db, png(1, 1, '#f00'), 'one.png')).facts).toEqual({ width: 1, height: 1 });
    const grey = made('grey.jpg', '-f', 'lavfi', '-i', 'color=c=0x808080:s=16x16', '-frames:v', '1', '-pix_fmt', 'gray');
    expect((await pixel((await importPicture(base.db, grey, 'grey.jpg')).hash, 8, 8))[0]).toBeGreaterThan(120);
  });

  it('damaged or hostile, are read or refused in a sentence, and nothing is left over: 1,000 of nine kinds', async () => {
    const stack = '<image w="8" h="8"><stack><layer name="A" src="data/a.png"/></stack></image>';
    const files = [
      png(24, 24, '#c33'),
      made('d.jpg', '-f', 'lavfi', '-i', 'testsrc=s=48x48', '-frames:v', '1'),
      made('d.webp', '-f', 'lavfi', '-i', 'testsrc=s=48x48', '-frames:v', '1'),
      made('d.gif', '-f', 'lavfi', '-i', 'testsrc=s=32x32:r=10', '-frames:v', '1'),
      made('e.webp', '-f', 'lavfi', '-i', 'testsrc=s=32x32:r=10:d=0.3', '-c:v', 'libwebp_anim'),
      svg('<g id="a"><path d="M0 0L10 10L0 20Z" fill="#c33"/></g><use href="#a" x="20"/>'),
      Buffer.from(zipSync({ mimetype: [Buffer.from('image/openraster'), { level: 0 }], 'stack.xml': Buffer.from(stack), 'data/a.png': png(8, 8, '#0a0') })),
      createCanvas(30, 30).toBuffer('image/avif'),
      Buffer.concat([
        Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0x20, 0, 0, 0, 0x1f, 0xff, 8, 6, 0, 0, 0]),
        Buffer.alloc(60, 7),
      ]),
    ];
    const left = (): string[] => readdirSync(tmpdir()).filter((name) => name.startsWith('kipzo-') && !name.startsWith('kipzo-pictures-'));
    const before = left();
    let refused = 0;
    const one = async (n: number): Promise<void> => {
      const chance = dice(n + 1);
      let out = Buffer.from(files[n % files.length] as Buffer);
      const at = (): number => Math.floor(chance.next() * out.length);
      if (n % 3 === 0) out = out.subarray(0, at());
      else if (n % 3 === 1) for (let k = 0; k < 12; k++) out[at()] = Math.floor(chance.next() * 256);
      else out = Buffer.concat([out.subarray(0, at()), Buffer.alloc(9, 0xff), out.subarray(at())]);
      try {
        const { facts } = await importPicture(base.db, out, `picture ${n}`);
        expect(facts.width).toBeGreaterThan(0);
      } catch (thrown) {
        refused++;
        expect(thrown, `${n}`).toBeInstanceOf(Failure);
        expect((thrown as Failure).message).toMatch(/(“picture \d+”|The layer).*[.]$/s);
      }
    };
    for (let n = 0; n < 1000; n += 8) await Promise.all(Array.from({ length: 8 }, (_, k) => one(n + k)));
    expect(refused).toBeGreaterThan(250);
    expect(left()).toEqual(before);
    expect(process.memoryUsage().rss).toBeLessThan(3 * 2 ** 30);
  }, 240_000);
});
