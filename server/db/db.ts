import { runMigrations } from 'graphile-worker';
import knexFactory, { type Knex } from 'knex';
import { migrationSource } from './migrations.ts';

export type Db = Knex;

/** Opens the database. The caller ends it with `destroy()`. */
export function openDb(url: string, most = 10): Db {
  return knexFactory({ client: 'pg', connection: url, pool: { min: 0, max: most }, migrations: { migrationSource } });
}

/** Brings the schema, and the queue's own, forward to today's version. */
export async function migrate(db: Db, url: string): Promise<void> {
  await db.migrate.latest();
  await runMigrations({ connectionString: url });
}
