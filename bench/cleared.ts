import type { Db } from '#server/db/db';

/** Takes a production away for good, with its films and their parts: a benchmark leaves nothing behind. */
export async function cleared(db: Db, id: string): Promise<void> {
  const films = (await db('films').where({ production_id: id }).select('id', 'media')) as { id: string; media: string | null }[];
  const keys = (await db('film_segments')
    .whereIn(
      'film_id',
      films.map((film) => film.id),
    )
    .pluck('key')) as string[];
  const parts = (await db('segments').whereIn('key', keys).pluck('media')) as (string | null)[];
  await db('productions').where({ id }).delete();
  await db('segments').whereIn('key', keys).delete();
  await db('media')
    .whereIn(
      'hash',
      [...parts, ...films.map((film) => film.media)].filter((hash) => hash !== null),
    )
    .delete();
}
