import { execFile, execFileSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { setLineText } from '#core/edit/commands/lines';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { makeId } from '#server/productions';
import { pause, StartedHouse } from './house.ts';

const SCENES = 60;
const LINES = 20;
const MINUTES = 30;

const script = (scenes: number, lines: number): string =>
  Array.from(
    { length: scenes },
    (_, s) =>
      `# Scene ${s + 1}\n${Array.from({ length: lines }, (_one, n) => `${n % 2 ? 'TULLY' : 'MARIT'}: Line ${n + 1} of scene ${s + 1} says something about the sea, the sand and the Moon.`).join('\n')}`,
  ).join('\n\n');

function spread(values: readonly number[]) {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number): number => Math.round((sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN) * 10) / 10;
  return { count: sorted.length, p50: at(0.5), p95: at(0.95), max: at(1) };
}

/** Sends a file from a process of its own, so that this one goes on measuring. Gives the job. */
const sent = (url: string, path: string): Promise<string> =>
  new Promise((resolve, reject) => {
    const code = `const f = new FormData(); f.set('file', await (await import('node:fs')).openAsBlob(process.argv[2]), 'half an hour.wav'); console.log((await (await fetch(process.argv[1], { method: 'POST', body: f })).json()).job)`;
    execFile(process.execPath, ['--input-type=module', '-e', code, url, path], (error, stdout) => (error ? reject(error) : resolve(stdout.trim())));
  });

const rss = (pid: number): number => {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
};

/** 200 productions, one of 60 x 20 lines, a film being rendered and half an hour of sound being brought in and listened to: edits meanwhile. */
export async function benchLoad(productions = 200) {
  const wav = join(tmpdir(), `kipzo-load-${process.pid}.wav`);
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    `aevalsrc='0.3*sin(2*PI*180*t)*(0.5+0.5*sin(2*PI*3*t))+0.02*random(0)':s=48000:d=${MINUTES * 60}`,
    '-ac',
    '1',
    wav,
  ]);
  const house = new StartedHouse();
  await house.open();
  const post = async (path: string, body: unknown): Promise<Record<string, unknown>> =>
    (await (await fetch(`${house.url}/api${path}`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })).json()) as Record<
      string,
      unknown
    >;
  for (let n = 1; n < productions; n++) await post('/productions', { document: sampleDocument(script(1, LINES), 100 + n).document });
  const big = sampleDocument(script(SCENES, LINES), 99).document;
  await post('/productions', { document: big });
  const { id } = big.production;
  const timed = async (work: () => Promise<unknown>): Promise<number> => {
    const started = performance.now();
    await work();
    return performance.now() - started;
  };
  const listing = async (): Promise<void> => void (await (await fetch(`${house.url}/api/productions?count=200`)).text());
  const list = [];
  for (let n = 0; n < 12; n++) list.push(await timed(listing));
  const opening = [];
  for (let n = 0; n < 5; n++) opening.push(await timed(async () => void (await (await fetch(`${house.url}/api/productions/${id}`)).text())));

  let { document, revision } = (await (await fetch(`${house.url}/api/productions/${id}`)).json()) as { document: Document; revision: number };
  const scenes = inOrder(document.scenes);
  let count = 0;
  /** One edit as the page sends it; milliseconds until it is acknowledged. */
  const editOnce = async (): Promise<number> => {
    const [scene, { lines }] = scenes[count % SCENES] as (typeof scenes)[number];
    const [line] = inOrder(lines)[count % LINES] as [string, unknown];
    const made = edit(document, 'Words', makeId('change'), setLineText(scene, line, `Said anew for the ${count++} time.`, makeId));
    document = made.document;
    const took = await timed(async () => {
      const answer = (await post(`/productions/${id}/changes`, { ...made.change, base: revision, seen: revision })) as { revision: number };
      revision = answer.revision;
    });
    return took;
  };
  const quiet = [];
  for (let n = 0; n < 60; n++) quiet.push(await editOnce());

  const options = { width: 1280, height: 720, fps: 24, from: 0, to: 48_000 * 240, captions: true, format: 'mp4', preset: 'veryfast', crf: 23 };
  await post(`/productions/${id}/films`, { name: 'load', options });
  let going = true;
  const health: number[] = [];
  const edits: number[] = [];
  const lists: number[] = [];
  let workerMb = 0;
  const watching = [
    (async () => {
      while (going) {
        health.push(await timed(() => fetch(`${house.url}/api/health`).then((r) => r.text())));
        await pause(40);
      }
    })(),
    (async () => {
      while (going) {
        edits.push(await editOnce());
        await pause(120);
      }
    })(),
    (async () => {
      while (going) {
        lists.push(await timed(listing));
        await pause(1500);
      }
    })(),
    (async () => {
      while (going) {
        const heavy = execFileSync('sh', ['-c', "pgrep -f 'worker --for sound|jobs/childMain' || true"]).toString().split('\n').filter(Boolean).map(Number);
        workerMb = Math.max(workerMb, ...heavy.map(rss));
        await pause(400);
      }
    })(),
  ];
  const follow = async (job: string): Promise<{ result: { hash: string }; state: string }> => {
    for (let after = -1; ; ) {
      const answer = (await (await fetch(`${house.url}/api/jobs/${job}?after=${after}`)).json()) as { state: string; progress: number; result: { hash: string } };
      if (answer.state !== 'waiting' && answer.state !== 'working') return answer;
      after = answer.progress;
    }
  };
  const before = house.memory;
  let serverMb = 0;
  let media = '';
  const importing = await timed(async () => {
    media = (await follow(await sent(`${house.url}/api/media/sound`, wav))).result.hash;
  });
  serverMb = Math.max(serverMb, house.memory);
  let analysed = '';
  const listening = await timed(async () => {
    const { job } = (await post('/takes/analyse', { media, words: null })) as { job: string };
    analysed = (await follow(job)).state;
  });
  serverMb = Math.max(serverMb, house.memory);
  going = false;
  await Promise.all(watching);
  const films = (await (await fetch(`${house.url}/api/productions/${id}/films`)).json()) as { state: string; done: number; frames: number }[];
  rmSync(wav, { force: true });
  await house.close();
  return {
    listMs: spread(list),
    openMs: spread(opening),
    editMsAlone: spread(quiet),
    meanwhile: { editMs: spread(edits), healthMs: spread(health), listMs: spread(lists) },
    importSeconds: Math.round(importing / 1000),
    listenSeconds: Math.round(listening / 1000),
    analysed,
    workerMb: Math.round(workerMb),
    serverMb: { before: Math.round(before), most: Math.round(serverMb) },
    film: films[0] && { state: films[0].state, frames: `${films[0].done} of ${films[0].frames}` },
  };
}
