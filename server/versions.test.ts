import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { setGap, setLineText } from '#core/edit/commands/lines';
import { renameProduction } from '#core/edit/commands/stage';
import { same } from '#core/edit/fit';
import { composing } from '#core/testing/composing';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { applyChange } from './changes.ts';
import { createNamed, loadProduction, makeId } from './productions.ts';
import { freshDatabase, listen, working } from './testing/database.ts';
import { documentAt, KEPT_EVERY, listVersions } from './versions.ts';

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

let seed = 7000;
async function made(): Promise<{ id: string; scene: string; document: Document }> {
  const { document, scene } = sampleDocument(undefined, seed++);
  await createNamed(base.db, document, 'test');
  return { id: document.production.id, scene, document: (await loadProduction(base.db, document.production.id)).document };
}
async function changed(id: string, document: Document, recipe: Recipe, label = 'An edit', more: { byMachine?: boolean } = {}): Promise<Document> {
  const { change, document: next } = edit(document, label, makeId('change'), recipe, more);
  if (!change) return document;
  const { outcome } = await applyChange(base.db, id, { client: 'browser', window: 'w' }, change);
  expect(outcome).toBe('taken');
  return next;
}
const call = async (method: string, path: string, body?: unknown) => {
  const response = await fetch(`${http.url}/api/productions${path}`, {
    method,
    headers: { 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: response.status, type: response.headers.get('content-type'), body: await response.json().catch(() => undefined) };
};

describe('a production as it was', () => {
  it('is the same again after every single change, whatever was done', async () => {
    const { id, document } = await made();
    const states = [document];
    for (let n = 0; n < 60; n++) {
      const now = states.at(-1) as Document;
      try {
        states.push(await changed(id, now, composing({ kind: n * 7, pick: n * 3, other: n, delta: (n - 30) * 2000 }, now, makeId)));
      } catch {
        // A step that makes no sense there.
      }
    }
    const { revision } = await loadProduction(base.db, id);
    const distinct = states.filter((state, n) => n === 0 || state !== states[n - 1]);
    expect(revision).toBe(distinct.length);
    expect(revision).toBeGreaterThan(30);
    for (const [n, state] of distinct.entries()) expect(same(await documentAt(base.db, id, n + 1), state)).toBe(true);
  }, 60_000);
  it('is counted from a whole one that is kept every so often, not through all of its history', async () => {
    const { id, scene, document } = await made();
    const [line] = inOrder(document.scenes[scene]?.lines ?? {}).map(([one]) => one) as [string];
    let now = document;
    for (let n = 2; n <= KEPT_EVERY + 3; n++) now = await changed(id, now, setGap(scene, line, n * 100));
    const kept = await base.db('versions').where({ production_id: id });
    expect(kept).toHaveLength(1);
    expect(kept[0]).toMatchObject({ revision: KEPT_EVERY, name: null });
    // Later changes are not needed for what was before it.
    await base.db('changes').where({ production_id: id }).andWhere('revision', '>', KEPT_EVERY).delete();
    expect((await documentAt(base.db, id, KEPT_EVERY - 1)).scenes[scene]?.lines[line]?.pin).toEqual({ to: 'previous', offset: (KEPT_EVERY - 1) * 100 });
    expect((await listVersions(base.db, id)).named).toEqual([]);
  }, 60_000);
  it('is refused where it never was', async () => {
    const { id } = await made();
    for (const revision of [0, 2, 99]) expect((await call('GET', `/${id}/at/${revision}`)).body.detail).toMatch(/no such moment|could not|Choose another/);
    expect((await call('GET', `/${id}/at/never`)).status).toBe(400);
    expect((await call('GET', '/pr_00000000000q/at/1')).status).toBe(404);
  });
});

describe('the list of versions', () => {
  it('tells moments with what was done in them, newest first, and each change of one', async () => {
    const { id, scene, document } = await made();
    const [line] = inOrder(document.scenes[scene]?.lines ?? {}).map(([one]) => one) as [string];
    let now = await changed(id, document, renameProduction('Ebb'), 'Rename');
    now = await changed(id, now, setGap(scene, line, 4800), 'Change a gap');
    await changed(id, now, setGap(scene, line, 9600), 'A draft', { byMachine: true });
    await base
      .db('changes')
      .where({ production_id: id, revision: 1 })
      .update({ at: new Date(Date.now() - 86_400_000) });
    const { body } = await call('GET', `/${id}/versions`);
    expect(body.revision).toBe(4);
    expect(body.moments.map(({ revision, changes, labels }: { revision: number; changes: number; labels: string[] }) => [revision, changes, labels])).toEqual([
      [4, 2, ['Change a gap', 'Rename']],
      [1, 1, ['New production']],
    ]);
    const steps = (await call('GET', `/${id}/versions/steps?from=1&to=4`)).body.steps as { revision: number; labels: string[] }[];
    expect(steps.map(({ revision, labels }) => [revision, labels[0]])).toEqual([
      [3, 'Change a gap'],
      [2, 'Rename'],
    ]);
  });
  it('keeps a name for a moment, gives it another one and takes it away', async () => {
    const { id, document } = await made();
    await changed(id, document, renameProduction('Ebb'));
    const named = await call('POST', `/${id}/versions`, { revision: 1, name: ' First cut ' });
    expect(named.status).toBe(201);
    const list = async () => (await call('GET', `/${id}/versions`)).body.named.map(({ name, revision }: { name: string; revision: number }) => [name, revision]);
    expect(await list()).toEqual([['First cut', 1]]);
    expect((await call('PATCH', `/${id}/versions/${named.body.id}`, { name: 'Second thoughts' })).status).toBe(204);
    expect(await list()).toEqual([['Second thoughts', 1]]);
    expect((await call('DELETE', `/${id}/versions/${named.body.id}`)).status).toBe(204);
    expect(await list()).toEqual([]);
    expect((await call('DELETE', `/${id}/versions/${named.body.id}`)).status).toBe(404);
    expect((await call('POST', `/${id}/versions`, { revision: 1, name: '  ' })).body.detail).toMatch(/Give the version a name/);
  });
});

describe('what a version looks like', () => {
  it('is its document, and a picture of a scene as it was then', async () => {
    const { id, scene, document } = await made();
    const [line] = inOrder(document.scenes[scene]?.lines ?? {}).map(([one]) => one) as [string];
    await changed(id, document, setLineText(scene, line, 'Something else.', makeId));
    const { body } = await call('GET', `/${id}/at/1`);
    expect(body.scenes[scene].lines[line].text).toBe(document.scenes[scene]?.lines[line]?.text);
    for (const which of ['first', scene]) {
      const response = await fetch(`${http.url}/api/productions/${id}/at/1/picture.png?scene=${which}`);
      expect(response.headers.get('content-type')).toBe('image/png');
      expect(new DataView(await response.arrayBuffer()).getUint32(0)).toBe(0x89504e47);
    }
    expect((await call('GET', `/${id}/at/1/picture.png?scene=sc_00000000000q`)).status).toBe(404);
  }, 60_000);
});
