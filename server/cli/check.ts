import { Command } from 'commander';
import { checked } from '#core/checks/index';
import { schedule } from '#core/schedule/schedule';
import { formatMoment } from '#core/time/format';
import { findProduction, loadProduction } from '../productions.ts';
import { loadAnalyses } from '../resources.ts';
import { readyDb } from './database.ts';

/** What a viewer of a production's film would notice, as the page says it before an export. */
export const checkCommand = (): Command =>
  new Command('check')
    .description('What a viewer would notice in a production')
    .argument('<production>', 'id, slug or title')
    .option('--json', 'as JSON: check, scene, tick in the scene, text')
    .action(async (name: string, { json }: { json?: boolean }) => {
      const { db } = await readyDb();
      try {
        const { document } = await loadProduction(db, await findProduction(db, name));
        const analyses = await loadAnalyses(db, document);
        const film = schedule(document, (hash) => analyses.get(hash));
        const findings = checked(film);
        if (json) console.log(JSON.stringify(findings));
        else if (!findings.length) console.log('Nothing that a viewer would notice.');
        else for (const { scene, tick, text } of findings) console.log(`${formatMoment((film.scenes.find(({ id }) => id === scene)?.start ?? 0) + tick, 1)}  ${text}`);
      } finally {
        await db.destroy();
      }
    });
