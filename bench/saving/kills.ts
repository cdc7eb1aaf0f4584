import type { Document } from '#core/document/schema';
import { dice } from '#core/draw/hash';
import { edit } from '#core/edit/change';
import { setLineText } from '#core/edit/commands/lines';
import { renameProduction } from '#core/edit/commands/stage';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { makeId } from '#server/productions';
import { pause, StartedHouse } from './house.ts';

const PARTS = ['server', 'worker', 'database', 'everything'] as const;

/** Kills at random moments while two people edit, ./start at once after each: what was acknowledged and is not there. */
export async function benchKills(kills = 200, seed = 1) {
  const chance = dice(seed);
  const house = new StartedHouse();
  const acknowledged: string[] = [];
  const failedStarts: string[] = [];
  const count: Record<string, number> = {};
  let slowest = 0;
  let going = true;
  await house.open();
  const { document, scene } = sampleDocument();
  const { id } = document.production;
  await fetch(`${house.url}/api/productions`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ document }) });
  const line = inOrder(document.scenes[scene]?.lines ?? {})[0]?.[0] as string;
  /** Edits one after the other, each sent until it is answered, as a page does. */
  const person = async (who: string, make: (on: Document, n: number) => ReturnType<typeof edit>): Promise<void> => {
    for (let n = 0; going; n++) {
      try {
        const { document: now, revision } = (await (await fetch(`${house.url}/api/productions/${id}`)).json()) as { document: Document; revision: number };
        const { change } = make(now, n);
        if (!change) continue;
        const body = JSON.stringify({ ...change, base: revision, seen: revision });
        const response = await fetch(`${house.url}/api/productions/${id}/changes`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', 'x-kipzo-client': who },
          body,
        });
        if (response.ok) acknowledged.push(change.id);
      } catch {
        await pause(20);
      }
    }
  };
  const people = [
    person('marit', (on, n) => edit(on, 'Title', makeId('change'), renameProduction(`Title ${n}`))),
    person('tully', (on, n) => edit(on, 'Words', makeId('change'), setLineText(scene, line, `Words ${n} 🌊.`, makeId))),
  ];
  for (let n = 0; n < kills; n++) {
    await pause(chance.next() * 900);
    const what = PARTS[n % PARTS.length] as (typeof PARTS)[number];
    count[what] = (count[what] ?? 0) + 1;
    house.kill(what, chance.next());
    const started = performance.now();
    try {
      await house.start();
    } catch (thrown) {
      failedStarts.push(`${what}: ${(thrown as Error).message}`);
      await house.start().catch(() => {});
    }
    slowest = Math.max(slowest, performance.now() - started);
    if (process.stderr.isTTY) process.stderr.write(`\r${n + 1} of ${kills} `);
  }
  going = false;
  await Promise.all(people);
  const there = new Set<string>();
  for (let after = 0; ; ) {
    const { changes } = (await (await fetch(`${house.url}/api/productions/${id}/changes?after=${after}`)).json()) as { changes: { id: string; revision: number }[] | null };
    if (changes === null) {
      // More than are sent at once: in steps from the end would need paging, so they are asked for one by one.
      for (const change of acknowledged) if ((await fetch(`${house.url}/api/productions/${id}/changes/${change}`)).ok) there.add(change);
      break;
    }
    for (const { id: change } of changes) there.add(change);
    after = changes.at(-1)?.revision ?? after;
    if (!changes.length) break;
  }
  const lost = acknowledged.filter((change) => !there.has(change));
  await house.close();
  return { kills: count, acknowledged: acknowledged.length, lost: lost.length, failedStarts, processesLeft: house.left, slowestStartSeconds: Math.round(slowest / 100) / 10 };
}
