import { setPriority } from 'node:os';
import { Failure, sentenceOf } from '#core/document/failure';
import { openDb } from '../db/db.ts';
import { doOrder, type Order, type Outcome } from './child.ts';

/** The process of one order: does it, answers, ends. Who listens or edits goes before it. */
setPriority(10);
process.on('disconnect', () => process.exit(0));
// Whoever started it may be gone already.
if (!process.connected) process.exit(0);
process.on('message', async (message) => {
  const order = message as Order;
  const db = openDb(order.url, 2);
  let outcome: Outcome;
  try {
    outcome = { result: await doOrder(db, order) };
  } catch (thrown) {
    outcome =
      thrown instanceof Failure
        ? { code: thrown.code, sentence: thrown.message, status: thrown.status }
        : { code: 'job-failed', sentence: `This could not be done: ${sentenceOf(thrown)}`, status: 500 };
  }
  process.send?.(outcome, () => process.exit(0));
});
