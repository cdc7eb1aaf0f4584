import type { ListedProduction, ProductionList, Summary } from '#core/document/answers';
import { assemble } from '#core/document/parts';
import type { Document, Production, Scene } from '#core/document/schema';
import { resolveTimed, takeOf } from '#core/schedule/timing';
import { inOrder } from '#core/time/order';
import type { Db } from './db/db.ts';

/** What the list needs of one scene: lines as start, end (ticks from the scene's start), role, whether a draft speaks. */
export interface SceneSummary {
  readonly order: string;
  readonly length: number;
  readonly lines: readonly (readonly [start: number, end: number, role: string | null, draft: boolean])[];
}

/** Timing alone, no analysis is read. */
export function sceneSummary(scene: Scene, fps: Production['fps']): SceneSummary {
  const resolved = resolveTimed(scene, fps);
  return {
    order: scene.order,
    length: resolved.length,
    lines: inOrder(scene.lines).flatMap(([id, line]) => {
      const times = resolved.lines.get(id);
      return line.kind === 'line' && times ? [[times.start, times.end, line.role, (takeOf(line)?.kind ?? 'draft') === 'draft'] as const] : [];
    }),
  };
}

/** All that is said in a scene, for finding a line. */
export const sceneWords = (scene: Scene): string =>
  inOrder(scene.lines)
    .map(([, line]) => line.text)
    .join('\n');

/** A conversation in miniature has at most this many pieces: more are finer than a pixel. */
const MOST_PIECES = 400;

/** What the list of productions shows of one, from its title page and the summaries of its scenes. */
export function summaryOf(production: Production, scenes: Readonly<Record<string, SceneSummary>>): Summary {
  const { roles } = production;
  const pieces: { start: number; end: number; colour: number; draft: boolean }[] = [];
  let at = 0;
  for (const [, { lines, length }] of inOrder(scenes)) {
    for (const [start, end, role, draft] of lines) pieces.push({ start: at + start, end: at + end, colour: role ? (roles[role]?.colour ?? 1) : 1, draft });
    at += length;
  }
  const shown = pieces.length <= MOST_PIECES ? pieces : coarse(pieces, at);
  return {
    id: production.id,
    slug: production.slug,
    title: production.title,
    frame: production.frame,
    scenes: Object.keys(scenes).length,
    length: at,
    cast: inOrder(roles).map(([, role]) => ({ name: role.name, colour: role.colour })),
    ribbon: shown,
    drafts: pieces.filter(({ draft }) => draft).length,
    lines: pieces.length,
  };
}

/** The first piece of each of as many equal stretches as can be told apart. */
function coarse<P extends { readonly start: number }>(pieces: readonly P[], length: number): P[] {
  const seen = new Set<number>();
  return pieces.filter(({ start }) => {
    const stretch = Math.floor((start / length) * MOST_PIECES);
    return !seen.has(stretch) && seen.add(stretch);
  });
}

/** The same from a whole document. */
export const documentSummary = ({ production, scenes }: Document): Summary =>
  summaryOf(production, Object.fromEntries(Object.entries(scenes).map(([id, scene]) => [id, sceneSummary(scene, production.fps)])));

/** Makes and stores what the list shows of a production, scene summaries that are missing included. Call in a transaction. */
export async function storeSummary(db: Db, production: Production, changed: Readonly<Record<string, unknown>> = {}): Promise<void> {
  const rows: { part: string; summary: SceneSummary | null }[] = await db('parts')
    .where({ production_id: production.id })
    .andWhere('part', 'like', 'scenes/%')
    .select('part', 'summary');
  const missing = rows.filter(({ part, summary }) => !summary && !changed[part]).map(({ part }) => part);
  const data: { part: string; data: unknown }[] = missing.length ? await db('parts').where({ production_id: production.id }).whereIn('part', missing).select('part', 'data') : [];
  const stored = new Map<string, unknown>([...data.map((row) => [row.part, row.data] as const), ...Object.entries(changed)]);
  const summaries: Record<string, SceneSummary> = {};
  for (const { part, summary } of rows) {
    const scene = stored.get(part) as Scene | undefined;
    const made = scene ? sceneSummary(scene, production.fps) : (summary as SceneSummary);
    summaries[part] = made;
    if (scene)
      await db('parts')
        .where({ production_id: production.id, part })
        .update({ summary: JSON.stringify(made), words: sceneWords(scene) });
  }
  await db('productions')
    .where({ id: production.id })
    .update({ summary: JSON.stringify(summaryOf(production, summaries)) });
}

interface Asked {
  /** Part of a title, a speaker's name or a line. */
  readonly find?: string;
  readonly from?: number;
  readonly count?: number;
}

/** A page of the list, the last changed first. */
export async function listProductions(db: Db, { find = '', from = 0, count = 50 }: Asked): Promise<ProductionList> {
  const text = find.trim().toLowerCase();
  const wanted = db('productions').whereNull('deleted_at');
  if (text)
    wanted.andWhere((q) =>
      q
        .whereRaw('position(? in lower(title)) > 0', [text])
        .orWhereRaw(`exists (select from jsonb_array_elements(summary -> 'cast') as role where position(? in lower(role ->> 'name')) > 0)`, [text])
        .orWhereRaw('exists (select from parts where production_id = productions.id and position(? in lower(words)) > 0)', [text]),
    );
  const total = Number((await wanted.clone().count('* as count').first())?.count ?? 0);
  const rows = await wanted.clone().orderBy('changed_at', 'desc').orderBy('id').offset(from).limit(count).select('id', 'summary', 'created_at', 'changed_at');
  const films = await db('films')
    .whereIn(
      'production_id',
      rows.map(({ id }) => id),
    )
    .where({ state: 'done' })
    .groupBy('production_id')
    .select('production_id')
    .max('ended_at as at');
  const exported = new Map(films.map((film) => [film.production_id as string, film.at as Date]));
  const productions: ListedProduction[] = [];
  for (const row of rows) {
    const summary = (row.summary as Summary | null) ?? (await summaryMade(db, row.id));
    productions.push({ ...summary, createdAt: row.created_at, changedAt: row.changed_at, exportedAt: (exported.get(row.id) as unknown as string) ?? null });
  }
  return { productions, total };
}

/** Of a production that an older Kipzo stored. */
async function summaryMade(db: Db, id: string): Promise<Summary> {
  const rows = await db('parts').where({ production_id: id }).select('part', 'data');
  const document = assemble(Object.fromEntries(rows.map((row) => [row.part, row.data])));
  await db.transaction((trx) => storeSummary(trx, document.production, Object.fromEntries(Object.entries(document.scenes).map(([scene, data]) => [`scenes/${scene}`, data]))));
  return documentSummary(document);
}
