import { failure } from '#core/document/failure';
import { type Db, migrate, openDb } from '../db/db.ts';
import { seedDemos } from '../seed.ts';

/** Opens, migrates and seeds the database that the front door found or started. */
export async function readyDb(): Promise<{ db: Db; url: string }> {
  const url = process.env.DATABASE_URL;
  if (!url) throw failure('no-database', 'There is no database. Run this through ./kipzo, which starts one.');
  const db = openDb(url);
  await migrate(db, url);
  await seedDemos(db, (text) => process.stderr.write(`${text}\n`));
  return { db, url };
}
