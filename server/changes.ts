import { Failure, failure } from '#core/document/failure';
import { type PartKey, readPart, together } from '#core/document/parts';
import type { Document, Scene } from '#core/document/schema';
import { type Change, checkPart, type PartChange } from '#core/edit/change';
import type { Conflict } from '#core/edit/conflict';
import { laid, meet, merged } from '#core/edit/fit';
import type { TakenChange } from '#core/edit/replica';
import type { Db } from './db/db.ts';
import { GONE, openConflicts } from './productions.ts';
import { type SceneSummary, sceneSummary, sceneWords, summaryOf } from './summary.ts';
import { keepEverySoOften } from './versions.ts';

/** Who sends a change, and what of the production it has seen. */
export interface Sender {
  readonly client: string;
  readonly window: string;
  /** The last revision that its page holds; undefined where it holds none. */
  readonly seen?: number | undefined;
}

export interface Answer {
  /** Taken, kept as a conflict, or left out because the machine can make it again. */
  readonly outcome: 'taken' | 'conflict' | 'dropped';
  /** The production's revision now. */
  readonly revision: number;
  /** All changes after the one that was seen, oldest first; null where they are too many: open the production anew. */
  readonly missed: readonly TakenChange[] | null;
  readonly conflict?: Conflict;
}

/** More missed changes than this are not sent one by one. */
const MOST_MISSED = 400;
/** Of what a conflict met, this much is kept to bring it back. */
const MOST_THEIRS = 20;

const ROW = ['id', 'label', 'undoes', 'follows', 'parts', 'revision', 'window', 'by_machine'] as const;
type Row = { id: string; label: string; undoes: string | null; follows: string | null; parts: PartChange[]; revision: number; window: string; by_machine: boolean };

const takenChange = ({ id, label, undoes, follows, parts, revision, window, by_machine }: Row): TakenChange => ({
  id,
  label,
  ...(undoes ? { undoes } : {}),
  ...(follows ? { follows } : {}),
  ...(by_machine ? { byMachine: true } : {}),
  parts,
  revision,
  window,
});

/** Changes of a production after a revision, oldest first; null where they are too many to be sent. */
export async function changesAfter(db: Db, production: string, revision: number): Promise<TakenChange[] | null> {
  const rows = (await db('changes')
    .where({ production_id: production })
    .andWhere('revision', '>', revision)
    .orderBy('revision')
    .limit(MOST_MISSED + 1)
    .select(...ROW)) as Row[];
  return rows.length > MOST_MISSED ? null : rows.map(takenChange);
}

/** One change with what belongs to it and what the machine made upon it since, for whichever edit, oldest first. */
export async function changeWithFollowers(db: Db, production: string, id: string): Promise<{ change: TakenChange; followers: TakenChange[] }> {
  const of = { production_id: production };
  const row = (await db('changes')
    .where({ ...of, id })
    .first(...ROW)) as Row | undefined;
  if (!row) throw failure('no-change', 'That step is no longer known. It cannot be undone.', 404);
  const later = (await db('changes')
    .where(of)
    .andWhere('revision', '>', row.revision)
    .andWhere((q) => q.where({ follows: id }).orWhere({ by_machine: true }))
    .orderBy('revision')
    .select(...ROW)) as Row[];
  return { change: takenChange(row), followers: later.filter((one) => one.follows === id || meet(one.parts, row.parts)).map(takenChange) };
}

/**
 * Applies a change in one transaction: parts, log, title and summary together, all or none. Sent again with the same
 * id it only answers. It is taken where it fits what is stored (core/edit/fit.ts); where another window was there
 * first it is kept whole as a conflict, so that whoever sent it never has to keep it.
 * @throws Failure 4xx for what can never be taken, whatever is stored.
 */
export async function applyChange(db: Db, productionId: string, { client, window, seen }: Sender, change: Change): Promise<Answer> {
  return db.transaction(async (trx) => {
    const { rows } = await trx.raw(
      `select revision, (select production_id from changes where id = :change) as known,
        exists (select from conflicts where production_id = :id and :change = any(changes)) as kept
        from productions where id = :id and deleted_at is null for update`,
      { id: productionId, change: change.id },
    );
    if (!rows[0]) throw GONE();
    let { revision } = rows[0] as { revision: number };
    const { known, kept } = rows[0] as { known: string | null; kept: boolean };
    const answer = async (outcome: Answer['outcome'], conflict?: Conflict): Promise<Answer> => ({
      outcome,
      revision,
      missed: seen === undefined || seen >= revision ? [] : await changesAfter(trx, productionId, seen),
      ...(conflict ? { conflict } : {}),
    });
    if (known && known !== productionId) throw failure('id-taken', 'An edit of another production has this id. Make the edit again.', 409);
    if (known) return answer('taken');
    if (kept) return answer('conflict');

    const touched = change.parts.map(({ part }) => part);
    const { document, summaries } = await storedParts(trx, productionId, touched);
    const next = laid(document, change.parts);
    if (!next) return conflicted();
    try {
      checkWhole(document, next, touched);
    } catch (thrown) {
      // What is wrong in itself can never be taken; what became wrong by others' changes is a conflict.
      if (!(thrown instanceof Failure) || (change.base ?? revision) >= revision) throw thrown;
      return conflicted(thrown);
    }

    revision++;
    const { base: _base, settles: _settles, ...made } = change;
    const taken: TakenChange = { ...made, revision, window };
    await storeParts(trx, productionId, document, next, touched, summaries);
    await trx('changes').insert({
      id: change.id,
      production_id: productionId,
      revision,
      client,
      window,
      label: change.label,
      undoes: change.undoes ?? null,
      follows: change.follows ?? null,
      by_machine: change.byMachine === true,
      parts: JSON.stringify(change.parts),
    });
    await trx('productions')
      .where({ id: productionId })
      .update({ revision, title: next.production.title, changed_at: trx.fn.now(), summary: JSON.stringify(summaryOf(next.production, summaries)) });
    await keepEverySoOften(trx, productionId, revision);
    if (change.settles) await decided(trx, productionId, change.settles, 'mine');
    return seen === revision - 1 ? { outcome: 'taken', revision, missed: [taken] } : answer('taken');

    async function conflicted(reason?: Failure): Promise<Answer> {
      if (change.byMachine) return answer('dropped');
      const conflict = await keepConflict(trx, productionId, { client, window }, change, reason !== undefined);
      if (!conflict) throw failure('change-refused', 'This edit does not fit what is stored, and nobody changed it meanwhile. Make it again.');
      return answer('conflict', conflict);
    }
  });
}

/** The parts that a change touches, and the title page, as a document of their own; and what the list knows of every scene. */
async function storedParts(db: Db, productionId: string, touched: readonly PartKey[]): Promise<{ document: Document; summaries: Record<string, SceneSummary> }> {
  const wanted = ['production', ...touched];
  const { rows } = (await db.raw(
    `select part, summary, case when part = any(?) then data end as data from parts where production_id = ? and (part = any(?) or part like 'scenes/%')`,
    [wanted, productionId, wanted],
  )) as { rows: { part: string; summary: SceneSummary | null; data: unknown }[] };
  const missing = rows.filter(({ part, summary, data }) => !summary && !data && part.startsWith('scenes/')).map(({ part }) => part);
  // A scene that an older Kipzo stored.
  const older: { part: string; data: unknown }[] = missing.length ? await db('parts').where({ production_id: productionId }).whereIn('part', missing).select('part', 'data') : [];
  const document = together(Object.fromEntries(rows.flatMap(({ part, data }) => (data ? [[part, data]] : []))));
  const summaries: Record<string, SceneSummary> = {};
  for (const { part, summary } of rows) if (summary) summaries[part] = summary;
  for (const { part, data } of older) summaries[part] = sceneSummary(data as Scene, document.production.fps);
  return { document, summaries };
}

/** Refuses what would no longer be this production, or a part under a name that is not its own. */
function checkWhole(before: Document, next: Document, touched: readonly PartKey[]): void {
  if (!next.production || next.production.id !== before.production.id || next.production.version !== before.production.version)
    throw failure('change-refused', 'A production keeps its title page, its id and its version. Undo this edit.');
  for (const part of touched) {
    checkPart(next, part);
    const data = readPart(next, part) as { id?: string } | undefined;
    if (part !== 'production' && data && data.id !== part.split('/')[1]) throw failure('change-refused', `${part} may not have another id. Undo this edit.`);
  }
}

/** Writes the parts of `next` that were touched, each scene with what the list shows of it; brings `summaries` up to date. */
async function storeParts(db: Db, productionId: string, before: Document, next: Document, touched: readonly PartKey[], summaries: Record<string, SceneSummary>): Promise<void> {
  const { fps } = next.production;
  // Line starts fall on frames: at another rate every scene's times are others.
  const all: { part: string; data: unknown }[] =
    before.production.fps === fps ? [] : await db('parts').where({ production_id: productionId }).andWhere('part', 'like', 'scenes/%').select('part', 'data');
  const stored = new Map(all.map(({ part, data }) => [part, data]));
  for (const part of touched) stored.set(part, readPart(next, part));
  const gone = [...stored].flatMap(([part, data]) => (data === undefined ? [part] : []));
  if (gone.length) await db('parts').where({ production_id: productionId }).whereIn('part', gone).delete();
  for (const part of gone) delete summaries[part];
  const rows = [...stored].flatMap(([part, data]) => {
    if (data === undefined) return [];
    const scene = part.startsWith('scenes/') ? (data as Scene) : undefined;
    if (scene) summaries[part] = sceneSummary(scene, fps);
    return [{ production_id: productionId, part, data: JSON.stringify(data), summary: scene ? JSON.stringify(summaries[part]) : null, words: scene ? sceneWords(scene) : null }];
  });
  if (rows.length) await db('parts').insert(rows).onConflict(['production_id', 'part']).merge();
}

/**
 * Keeps a change that does not fit: joined to one of the same window that touches the same place, or with what it met.
 * Undefined where it met nothing at all (unless `anyway`): then it did not fit what it was made on either.
 */
async function keepConflict(db: Db, productionId: string, { client, window }: Sender, change: Change, anyway: boolean): Promise<Conflict | undefined> {
  const open = (await db('conflicts').where({ production_id: productionId, window }).whereNull('decided_at').orderBy('at', 'desc').select('id', 'parts')) as Pick<
    Conflict,
    'id' | 'parts'
  >[];
  const same = open.find(({ parts }) => meet(parts, change.parts));
  if (same)
    await db('conflicts')
      .where({ id: same.id })
      .update({ parts: JSON.stringify(merged([...same.parts, ...change.parts])), changes: db.raw('array_append(changes, ?)', [change.id]) });
  else {
    const since = (await db('changes')
      .where({ production_id: productionId })
      .andWhere('revision', '>', change.base ?? 0)
      .andWhereNot({ window })
      .orderBy('revision', 'desc')
      .limit(MOST_MISSED)
      .select('label', 'parts')) as Conflict['theirs'][number][];
    const theirs = since.filter(({ parts }) => meet(parts, change.parts)).slice(0, MOST_THEIRS);
    if (!theirs.length && !anyway && since.length < MOST_MISSED) return undefined;
    await db('conflicts').insert({
      id: change.id,
      production_id: productionId,
      client,
      window,
      label: change.label,
      parts: JSON.stringify(change.parts),
      changes: [change.id],
      theirs: JSON.stringify(theirs.reverse()),
    });
  }
  const id = same?.id ?? change.id;
  return (await openConflicts(db, productionId)).find((conflict) => conflict.id === id) as Conflict;
}

/** Somebody decided a conflict: it is shown no more, and stays in the database. */
export async function decided(db: Db, productionId: string, id: string, decision: 'mine' | 'theirs'): Promise<void> {
  const count = await db('conflicts').where({ production_id: productionId, id }).whereNull('decided_at').update({ decision, decided_at: db.fn.now() });
  if (!count && decision === 'theirs' && !(await db('conflicts').where({ production_id: productionId, id }).first('id')))
    throw failure('no-conflict', 'That choice is not open any more.', 404);
}
