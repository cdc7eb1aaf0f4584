import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { assemble, partKeys, readPart } from '#core/document/parts';
import { DOCUMENT_VERSION, type Document } from '#core/document/schema';
import { upgraded } from '#core/document/versions';
import { laid } from '#core/edit/fit';
import { loadProduction } from '../productions.ts';
import { emptyDatabase } from '../testing/database.ts';
import { migrate } from './db.ts';

/** The sample film as version 1 stored it. */
const old = JSON.parse(readFileSync(new URL('../../core/testing/version1.json', import.meta.url), 'utf8')) as Document;
const partsOf = (document: Document): Record<string, unknown> => Object.fromEntries(partKeys(document).map((key) => [key, readPart(document, key)]));
const today = assemble(upgraded(partsOf(old)));
const id = old.production.id;
const [scene] = Object.keys(old.scenes) as [string];
const [layer] = Object.keys(old.scenes[scene]?.layers ?? {}) as [string];
const path = `/layers/${layer}/scale`;
const { scale } = (old.scenes[scene] as Document['scenes'][string]).layers[layer] as unknown as { scale: number };
const sized = (value: number) => ({ part: `scenes/${scene}`, forward: [{ op: 'replace', path, value }], inverse: [{ op: 'replace', path, value: scale }] });
const both = (value: number, of: string) => ['scaleX', 'scaleY'].map((name) => ({ op: 'replace', path: `/layers/${of}/${name}`, value }));

/** How far the database of the last version 1 had come. */
const LAST_OF_VERSION_1 = 3;

/** Steps since documents became those of version 2. */
const STEPS_SINCE = 2;

let base: Awaited<ReturnType<typeof emptyDatabase>>;
beforeEach(async () => {
  base = await emptyDatabase();
  for (let n = 0; n < LAST_OF_VERSION_1; n++) await base.db.migrate.up();
  const { db } = base;
  await db('productions').insert({ id, slug: 'old', title: old.production.title, revision: 2, summary: JSON.stringify({}) });
  for (const [part, data] of Object.entries(partsOf(old)))
    await db('parts').insert({ production_id: id, part, data: JSON.stringify(data), summary: JSON.stringify({}), words: '' });
  await db('changes').insert({ id: 'cg_000000000001', production_id: id, client: 'me', window: 'w', revision: 1, label: 'Size', parts: JSON.stringify([sized(1.5)]) });
  await db('conflicts').insert({
    id: 'cg_000000000002',
    production_id: id,
    client: 'me',
    window: 'w',
    label: 'Size',
    parts: JSON.stringify([sized(2)]),
    changes: ['cg_000000000001'],
    theirs: JSON.stringify([{ id: 'cg_000000000001', label: 'Size', parts: [sized(1.5)] }]),
  });
  await db('films').insert({ id: 'fi_000000000001', production_id: id, name: 'old.mp4', options: '{}', document: JSON.stringify(old), state: 'done' });
});
afterEach(() => base.end());

describe('a database that version 1 left', () => {
  it('opens with every production as one of today', async () => {
    await migrate(base.db, base.url);
    const { document } = await loadProduction(base.db, id);
    expect(document).toEqual(today);
    expect(document.production.version).toBe(DOCUMENT_VERSION);
    // What was not touched is as it lay.
    expect(await base.db('productions').where({ id }).first('title', 'revision')).toEqual({ title: old.production.title, revision: 2 });
  });
  it('can undo by the changes that it kept, and settle the conflicts that were open', async () => {
    await migrate(base.db, base.url);
    const [change] = await base.db('changes').select('parts');
    expect(change.parts).toEqual([{ part: `scenes/${scene}`, forward: both(1.5, layer), inverse: both(scale, layer) }]);
    const after = laid(today, change.parts) as Document;
    expect(after.scenes[scene]?.layers[layer]).toMatchObject({ scaleX: 1.5, scaleY: 1.5 });
    const [{ part, forward, inverse }] = change.parts;
    expect(laid(after, [{ part, forward: inverse, inverse: forward }])).toEqual(today);
    const conflict = await base.db('conflicts').first('parts', 'theirs', 'changes');
    expect(conflict.parts[0].forward).toEqual(both(2, layer));
    expect(conflict.theirs).toEqual([{ id: 'cg_000000000001', label: 'Size', parts: change.parts }]);
    expect(conflict.changes).toEqual(['cg_000000000001']);
  });
  it('keeps what its films were made of', async () => {
    await migrate(base.db, base.url);
    const { document } = await base.db('films').first('document');
    expect(document).toEqual(today);
  });
  it('is left alone by a second start, and does not go back while productions are in it', async () => {
    await migrate(base.db, base.url);
    const before = await base.db('parts').select('part', 'data').orderBy('part');
    await migrate(base.db, base.url);
    expect(await base.db('parts').select('part', 'data').orderBy('part')).toEqual(before);
    // What came with later steps goes; what an older Kipzo cannot read stays.
    for (let n = 0; n < STEPS_SINCE; n++) await base.db.migrate.down();
    await expect(base.db.migrate.down()).rejects.toThrow(/cannot be read by an older Kipzo/);
    expect(await base.db('parts').select('part', 'data').orderBy('part')).toEqual(before);
  });
});
