import { randomBytes } from 'node:crypto';
import { request } from 'node:http';
import { deflateSync } from 'node:zlib';
import { createCanvas } from '@napi-rs/canvas';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Document, Kept } from '#core/document/schema';
import { applyPatches, edit, type Recipe } from '#core/edit/change';
import { setGap } from '#core/edit/commands/lines';
import { renameProduction, renameScene } from '#core/edit/commands/stage';
import { writeWav } from '#core/speech/wav';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { makeId } from '../productions.ts';
import { freshDatabase, jobEnd, listen, working } from '../testing/database.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
let http: Awaited<ReturnType<typeof listen>>;
let worker: Awaited<ReturnType<typeof working>>;
beforeAll(async () => {
  base = await freshDatabase();
  worker = await working(base.url);
  http = await listen(base.db);
});
afterAll(async () => {
  http.end();
  await worker.end();
  await base.end();
});

const call = async (method: string, path: string, body?: unknown, client = 'test') => {
  const response = await fetch(`${http.url}/api${path}`, {
    method,
    headers: { 'Content-Type': 'application/json', 'x-kipzo-client': client },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: response.status, type: response.headers.get('content-type'), body: await response.json().catch(() => undefined) };
};

let seed = 10;
async function made(): Promise<{ id: string; scene: string; document: Document }> {
  const { document, scene } = sampleDocument(undefined, seed++);
  const answer = await call('POST', '/productions', { document });
  expect(answer.status).toBe(201);
  const stored = await call('GET', `/productions/${answer.body.id}`);
  return { id: answer.body.id, scene, document: stored.body.document };
}

const changeOf = (document: Document, recipe: Recipe) => {
  const { change, document: next } = edit(document, 'An edit', makeId('change'), recipe);
  if (!change) throw new Error('The edit changed nothing.');
  return { change, next };
};

describe('models', () => {
  it('that find faces are served with what reckons with them, and no others', async () => {
    const get = async (path: string) => {
      const response = await fetch(`${http.url}/models/${path}`);
      return [response.status, Number(response.headers.get('content-length'))] as const;
    };
    for (const name of ['blazeface', 'facemesh', 'iris']) expect([name, (await get(`${name}.json`))[0]]).toEqual([name, 200]);
    expect((await get('facemesh.bin'))[1]).toBeGreaterThan(1e6);
    expect((await get('wasm/tfjs-backend-wasm-simd.wasm'))[1]).toBeGreaterThan(1e5);
    for (const path of ['emotion.json', 'models.json', '..%2fpackage.json', 'wasm/none.wasm']) expect([path, (await get(path))[0]]).toEqual([path, 404]);
  });
});

describe('films', () => {
  it('can be made in the formats that the server names, each with what its files end in', async () => {
    const { status, body } = await call('GET', '/film-formats');
    expect(status).toBe(200);
    expect(body).toEqual([{ id: 'mp4', name: 'Video (MP4)', extension: 'mp4' }]);
  });
});

describe('a production', () => {
  it('is stored part by part and comes back the same', async () => {
    const { document, scene } = sampleDocument(undefined, 900);
    const { body } = await call('POST', '/productions', { document });
    const stored = await call('GET', `/productions/${body.id}`);
    expect(stored.body.document.scenes[scene]).toEqual(document.scenes[scene]);
    expect(stored.body.document.characters).toEqual(document.characters);
    expect(stored.body.revision).toBe(1);
  });
  it('is listed with its conversation, duplicated, deleted and brought back', async () => {
    const { id } = await made();
    const copy = await call('POST', `/productions/${id}/duplicate`);
    const list = async () =>
      ((await call('GET', '/productions?count=200')).body.productions as { id: string; ribbon: unknown[]; title: string }[]).filter((p) => [id, copy.body.id].includes(p.id));
    expect((await list()).length).toBe(2);
    expect((await list())[0]?.ribbon.length).toBe(4);
    await call('DELETE', `/productions/${id}`);
    expect((await list()).map((p) => p.id)).toEqual([copy.body.id]);
    expect((await call('GET', `/productions/${id}`)).status).toBe(404);
    await call('POST', `/productions/${id}/restore`);
    expect((await list()).length).toBe(2);
  });
  it('shows a poster', async () => {
    const { id } = await made();
    const response = await fetch(`${http.url}/api/productions/${id}/poster.png`);
    expect(response.headers.get('content-type')).toContain('image/png');
    expect(Buffer.from(await response.arrayBuffer()).readUInt32BE(16)).toBe(400);
  });
  it('shows the poster that is kept at once, of an older state too, and makes none for it', async () => {
    const { id } = await made();
    const kept = () => fetch(`${http.url}/api/productions/${id}/poster.png?kept`);
    expect((await kept()).status).toBe(404);
    const first = Buffer.from(await (await fetch(`${http.url}/api/productions/${id}/poster.png`)).arrayBuffer());
    await base.db('productions').where({ id }).increment('revision', 1);
    expect(Buffer.from(await (await kept()).arrayBuffer()).equals(first)).toBe(true);
    expect((await fetch(`${http.url}/api/productions/nobody/poster.png?kept`)).status).toBe(404);
  });
});

describe('a change', () => {
  it('is written with its log in one piece, and sending it again is harmless', async () => {
    const { id, document } = await made();
    const { change } = changeOf(document, renameProduction('Ebb and flow'));
    expect((await call('POST', `/productions/${id}/changes`, change)).status).toBe(200);
    const again = await call('POST', `/productions/${id}/changes`, change);
    expect(again.body).toEqual({ outcome: 'taken', revision: 2, missed: [] });
    const stored = await call('GET', `/productions/${id}`);
    expect(stored.body.document.production.title).toBe('Ebb and flow');
    expect(stored.body.log.map((entry: { id: string }) => entry.id)).toEqual([change.id]);
    const full = await call('GET', `/productions/${id}/changes/${change.id}`);
    expect(applyPatches(stored.body.document, full.body.change.parts, 'inverse').production.title).toBe(document.production.title);
  });
  it('made on an older revision is laid on top where nothing meets, and kept beside it where it does', async () => {
    const { id, document, scene } = await made();
    const line = inOrder((document.scenes[scene] as Document['scenes'][string]).lines)[1]?.[0] as string;
    expect((await call('POST', `/productions/${id}/changes`, changeOf(document, renameScene(scene, 'At the wall')).change)).status).toBe(200);
    expect((await call('POST', `/productions/${id}/changes`, changeOf(document, setGap(scene, line, 9600)).change, 'other')).status).toBe(200);
    const clash = await call('POST', `/productions/${id}/changes`, changeOf(document, renameScene(scene, 'On the quay')).change, 'other');
    expect(clash.body.outcome).toBe('conflict');
    const stored = await call('GET', `/productions/${id}`);
    expect(stored.body.document.scenes[scene].title).toBe('At the wall');
    expect(stored.body.document.scenes[scene].lines[line].pin.offset).toBe(9600);
  });
  it('that would break the document is refused whole', async () => {
    const { id, scene, document } = await made();
    const lead = document.scenes[scene]?.lead;
    const bad = {
      id: makeId('change'),
      label: 'Broken',
      parts: [
        { part: 'production', forward: [{ op: 'replace', path: '/title', value: 'Half done' }], inverse: [{ op: 'replace', path: '/title', value: 'How tides work' }] },
        { part: `scenes/${scene}`, forward: [{ op: 'replace', path: '/lead', value: -5 }], inverse: [{ op: 'replace', path: '/lead', value: lead }] },
      ],
    };
    const answer = await call('POST', `/productions/${id}/changes`, bad);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.body.detail).toMatch(/lead/);
    expect((await call('GET', `/productions/${id}`)).body.document.production.title).toBe('How tides work');
  });
});

const upload = async (kind: string, bytes: Uint8Array, name: string) => {
  const form = new FormData();
  form.set('file', new Blob([bytes as BlobPart]), name);
  const response = await fetch(`${http.url}/api/media/${kind}`, { method: 'POST', body: form });
  const body = (await response.json()) as { job?: string; code: string; detail: string };
  const ended = body.job ? await jobEnd(http.url, body.job) : undefined;
  return {
    status: ended?.error?.status ?? (ended ? 201 : response.status),
    body: { ...body, ...ended?.error, ...(ended?.result as object) } as { hash: string; name: string; detail: string; code: string; facts: Record<string, number> },
  };
};
const tone = (seconds: number, rate = 44_100): Uint8Array => writeWav({ rate, channels: [Float32Array.from({ length: seconds * rate }, (_, n) => Math.sin(n / 20) * 0.4)] });
const mediaCount = async (): Promise<number> => Number((await base.db('media').count('hash as n').first())?.n);

/** A PNG header that promises a size and holds nothing. */
function hugePng(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const out = Buffer.alloc(12 + data.length);
    out.writeUInt32BE(data.length);
    out.write(type, 4, 'latin1');
    data.copy(out, 8);
    return out;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([Buffer.from('89504e470d0a1a0a', 'hex'), chunk('IHDR', head), chunk('IDAT', deflateSync(Buffer.alloc(64)))]);
}

describe('the shelf', () => {
  const shelf = async (id: string) => ((await call('GET', '/shelf')).body as Kept[]).filter((one) => one.id === id);
  it('keeps characters for every production, each once, until they are taken off', async () => {
    const { document } = await made();
    const [character] = Object.values(document.characters) as [Document['characters'][string]];
    const { id } = character;
    const renamed = { ...character, name: 'Marit of the north' };
    expect((await call('PUT', `/shelf/${id}`, { kind: 'character', name: character.name, value: character })).status).toBe(200);
    expect((await call('PUT', `/shelf/${id}`, { kind: 'character', name: renamed.name, value: renamed })).status).toBe(200);
    expect(await shelf(id)).toEqual([{ id, kind: 'character', name: 'Marit of the north', value: renamed }]);
    expect((await call('DELETE', `/shelf/${id}`)).status).toBe(200);
    expect((await call('DELETE', `/shelf/${id}`)).body.detail).toBe('That is not on the shelf any more.');
  });
  it('keeps backdrops with all that was changed of them, and things of several layers', async () => {
    const piece = { id: 'pc_000000000001', name: 'Clock', plane: 'wall', x: -200, y: 10, size: 1.4, what: { kind: 'prop', prop: 'clock' } };
    const backdrop = { kind: 'set', set: 'study', light: 0.75, planes: { wall: { distance: 4 } }, parts: { globe: { hidden: true } }, pieces: [piece] };
    expect((await call('PUT', '/shelf/kp_000000000001', { kind: 'backdrop', name: 'Marit’s study', value: backdrop })).status).toBe(200);
    expect(await shelf('kp_000000000001')).toEqual([{ id: 'kp_000000000001', kind: 'backdrop', name: 'Marit’s study', value: backdrop }]);
    const plain = { locked: false, hidden: false };
    const thing = {
      root: 'la_000000000001',
      layers: { la_000000000001: { ...plain, kind: 'group', order: 'a0' }, la_000000000002: { ...plain, kind: 'prop', prop: 'clock', order: 'a0', parent: 'la_000000000001' } },
    };
    expect((await call('PUT', '/shelf/kp_000000000002', { kind: 'thing', name: 'Desk', value: thing })).status).toBe(200);
    expect(await shelf('kp_000000000002')).toEqual([{ id: 'kp_000000000002', kind: 'thing', name: 'Desk', value: thing }]);
  });
  it('takes nothing that could not be drawn, nor under the name of another', async () => {
    const { document } = await made();
    const [character] = Object.values(document.characters) as [Document['characters'][string]];
    const answer = await call('PUT', `/shelf/${character.id}`, { kind: 'character', name: 'x', value: { ...character, skin: { position: 7, undertone: 0 } } });
    expect(answer.status).toBe(400);
    expect(answer.body.detail).toContain('skin.position');
    expect((await call('PUT', '/shelf/kp_000000000003', { kind: 'character', name: 'x', value: character })).status).toBe(400);
    const without = { root: 'la_000000000001', layers: {} };
    expect((await call('PUT', '/shelf/kp_000000000003', { kind: 'thing', name: 'x', value: without })).body.detail).toContain('has no outermost layer');
    expect(await shelf('kp_000000000003')).toEqual([]);
  });
});

describe('media', () => {
  it('takes a sound to 48 kHz and serves any range of it', async () => {
    const { status, body } = await upload('sound', tone(2), 'voice.wav');
    expect(status).toBe(201);
    expect(body.facts.seconds).toBeCloseTo(2, 1);
    expect(body.facts.clipped).toBe(0);
    const whole = Buffer.from(await (await fetch(`${http.url}/api/media/${body.hash}`)).arrayBuffer());
    const part = await fetch(`${http.url}/api/media/${body.hash}`, { headers: { Range: 'bytes=100-199' } });
    expect(part.status).toBe(206);
    expect(Buffer.from(await part.arrayBuffer())).toEqual(whole.subarray(100, 200));
    const tail = await fetch(`${http.url}/api/media/${body.hash}`, { headers: { Range: 'bytes=-50' } });
    expect(Buffer.from(await tail.arrayBuffer())).toEqual(whole.subarray(-50));
    expect((await fetch(`${http.url}/api/media/${body.hash}`, { headers: { Range: 'bytes=99999999-' } })).status).toBe(416);
  });
  it('takes a picture upright and small enough', async () => {
    const canvas = createCanvas(5000, 100);
    canvas.getContext('2d').fillRect(0, 0, 10, 10);
    const { status, body } = await upload('picture', canvas.toBuffer('image/png'), 'wide.png');
    expect(status).toBe(201);
    expect(body.facts).toEqual({ width: 4096, height: 82 });
  });
  it.each([
    ['an empty file', 'sound', Buffer.alloc(0), /empty/],
    ['a text named .wav', 'sound', Buffer.from('Dear diary, this is no sound at all. '.repeat(40)), /not a sound/],
    ['noise named .mp3', 'sound', randomBytes(4000), /not a sound|no sound|breaks off/],
    ['a cut-off WAV', 'sound', Buffer.from(tone(3)).subarray(0, 90_000), /breaks off/],
    ['an empty picture', 'picture', Buffer.alloc(0), /empty/],
    ['a text named .png', 'picture', Buffer.from('no picture'), /not a picture/],
    ['a cut-off picture', 'picture', createCanvas(300, 300).toBuffer('image/png').subarray(0, 60), /breaks off|not a picture/],
    ['a picture of 40,000 x 40,000', 'picture', hugePng(40_000, 40_000), /40000 × 40000|40,000/],
  ])('says what is wrong with %s and keeps nothing of it', async (_, kind, bytes, sentence) => {
    const before = await mediaCount();
    const { status, body } = await upload(kind as string, bytes as Buffer, kind === 'sound' ? 'voice.wav' : 'picture.png');
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    expect(body.detail).toMatch(sentence as RegExp);
    expect(await mediaCount()).toBe(before);
    expect((await call('GET', '/health')).status).toBe(200);
  });
  it('refuses a voice of three hours by its promised length', async () => {
    // Mono 8-bit at 4 kHz: three hours are 43 MB.
    const samples = 3 * 3600 * 4000;
    const head = Buffer.from(writeWav({ rate: 4000, channels: [new Float32Array(1)] })).subarray(0, 44);
    head.writeUInt32LE(4000, 28);
    head.writeUInt16LE(1, 32);
    head.writeUInt16LE(8, 34);
    head.writeUInt32LE(samples, 40);
    const { status, body } = await upload('sound', Buffer.concat([head, Buffer.alloc(samples, 128)]), 'long.wav');
    expect(status).toBe(413);
    expect(body.detail).toMatch(/60 minutes/);
  }, 60_000);
});

describe('who may ask', () => {
  const raw = (headers: Record<string, string>): Promise<{ status: number; body: string }> =>
    new Promise((resolve, reject) => {
      const { port } = new URL(http.url);
      request({ host: '127.0.0.1', port, path: '/api/health', headers }, (res) => {
        let body = '';
        res.on('data', (piece) => {
          body += piece;
        });
        res.on('end', () => resolve({ status: res.statusCode ?? 0, body }));
      })
        .on('error', reject)
        .end();
    });
  it('is loopback by name and address', async () => expect((await raw({ Host: 'localhost:1' })).status).toBe(200));
  it.each([{ Host: 'evil.example' }, { Host: '127.0.0.1', Origin: 'https://evil.example' }])('is not a foreign %o', async (headers) => {
    const { status, body } = await raw(headers as Record<string, string>);
    expect(status).toBe(403);
    expect(JSON.parse(body).detail).toMatch(/Kipzo/);
  });
  it('learns of unknown addresses in a sentence', async () => {
    const { status, body } = await call('GET', '/nowhere');
    expect([status, body.code]).toEqual([404, 'no-such-thing']);
  });
});

describe('the schema', () => {
  it('goes down and up again from empty', async () => {
    const other = await freshDatabase();
    await other.db.migrate.rollback(undefined, true);
    expect(await other.db.schema.hasTable('productions')).toBe(false);
    await other.db.migrate.latest();
    expect(await other.db.schema.hasTable('film_segments')).toBe(true);
    await other.end();
  });
});
