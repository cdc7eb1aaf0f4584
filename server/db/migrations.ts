import type { Knex } from 'knex';
import { together } from '#core/document/parts';
import { upgraded, upgradedChanges } from '#core/document/versions';

/** Tables of the first version. Every table is append-friendly: nothing acknowledged is overwritten without its log. */
const init: Knex.Migration = {
  async up(knex) {
    await knex.schema.createTable('productions', (t) => {
      t.text('id').primary();
      t.text('slug').notNullable().unique();
      t.text('title').notNullable();
      t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
      t.timestamp('changed_at').notNullable().defaultTo(knex.fn.now());
      t.timestamp('deleted_at');
    });
    await knex.schema.createTable('parts', (t) => {
      t.text('production_id').notNullable().references('productions.id').onDelete('CASCADE');
      t.text('part').notNullable();
      t.integer('revision').notNullable();
      t.jsonb('data').notNullable();
      t.primary(['production_id', 'part']);
    });
    await knex.schema.createTable('changes', (t) => {
      t.bigIncrements('seq').primary();
      t.text('id').notNullable().unique();
      t.text('production_id').notNullable().references('productions.id').onDelete('CASCADE');
      t.text('client').notNullable();
      t.text('label').notNullable();
      t.text('undoes');
      t.text('follows');
      t.jsonb('parts').notNullable();
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
      t.index(['production_id', 'client', 'seq']);
    });
    await knex.schema.createTable('media', (t) => {
      t.text('hash').primary();
      t.text('kind').notNullable();
      t.text('type').notNullable();
      t.text('name').notNullable();
      t.bigInteger('size').notNullable();
      t.jsonb('facts').notNullable();
      t.text('original').references('media.hash');
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    });
    await knex.schema.createTable('media_chunks', (t) => {
      t.text('hash').notNullable().references('media.hash').onDelete('CASCADE').deferrable('deferred');
      t.integer('index').notNullable();
      t.binary('bytes').notNullable();
      t.primary(['hash', 'index']);
    });
    await knex.schema.createTable('derived', (t) => {
      t.text('key').primary();
      t.binary('bytes').notNullable();
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    });
    await knex.schema.createTable('films', (t) => {
      t.text('id').primary();
      t.text('production_id').notNullable().references('productions.id').onDelete('CASCADE');
      t.text('name').notNullable();
      t.jsonb('options').notNullable();
      t.jsonb('document').notNullable();
      t.text('state').notNullable();
      t.text('error');
      t.text('media').references('media.hash');
      t.jsonb('report');
      t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
      t.timestamp('ended_at');
    });
    await knex.schema.createTable('segments', (t) => {
      t.text('key').primary();
      t.text('state').notNullable();
      t.integer('frames').notNullable();
      t.integer('done').notNullable().defaultTo(0);
      t.text('error');
      t.text('media').references('media.hash');
      t.text('worker');
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    });
    await knex.schema.createTable('film_segments', (t) => {
      t.text('film_id').notNullable().references('films.id').onDelete('CASCADE');
      t.integer('index').notNullable();
      t.text('key').notNullable().references('segments.key');
      t.jsonb('range').notNullable();
      t.boolean('reused').notNullable();
      t.primary(['film_id', 'index']);
    });
    await knex.schema.createTable('workers', (t) => {
      t.text('id').primary();
      t.text('graphile_id').notNullable();
      t.integer('pid').notNullable();
      t.timestamp('started_at').notNullable().defaultTo(knex.fn.now());
      t.timestamp('beat_at').notNullable().defaultTo(knex.fn.now());
    });
  },
  async down(knex) {
    for (const table of ['workers', 'film_segments', 'segments', 'films', 'derived', 'media_chunks', 'media', 'changes', 'parts', 'productions'])
      await knex.schema.dropTableIfExists(table);
  },
};

/** Characters kept for every production: each as its own file's JSON. */
const shelf: Knex.Migration = {
  async up(knex) {
    await knex.schema.createTable('shelf', (t) => {
      t.text('id').primary();
      t.text('name').notNullable();
      t.jsonb('character').notNullable();
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    });
  },
  async down(knex) {
    await knex.schema.dropTableIfExists('shelf');
  },
};

/** Revisions by production, conflicts, summaries for the list, jobs with progress, names of media. */
const truth: Knex.Migration = {
  async up(knex) {
    await knex.schema.alterTable('productions', (t) => {
      t.integer('revision').notNullable().defaultTo(0);
      t.jsonb('summary');
    });
    await knex.schema.alterTable('parts', (t) => {
      t.dropColumn('revision');
      t.jsonb('summary');
      t.text('words');
    });
    await knex.schema.alterTable('changes', (t) => {
      t.integer('revision');
      t.text('window').notNullable().defaultTo('');
      t.boolean('by_machine').notNullable().defaultTo(false);
    });
    // Changes of before are counted in the order in which they were written.
    await knex.raw(`update changes set revision = counted.revision from
      (select seq, row_number() over (partition by production_id order by seq) as revision from changes) as counted where counted.seq = changes.seq`);
    await knex.raw('update productions set revision = coalesce((select max(revision) from changes where production_id = productions.id), 0)');
    await knex.schema.alterTable('changes', (t) => {
      t.integer('revision').notNullable().alter();
      t.unique(['production_id', 'revision']);
    });
    await knex.schema.createTable('conflicts', (t) => {
      t.text('id').primary();
      t.text('production_id').notNullable().references('productions.id').onDelete('CASCADE');
      t.text('client').notNullable();
      t.text('window').notNullable();
      t.text('label').notNullable();
      t.jsonb('parts').notNullable();
      /** Ids of the changes that stand in it. */
      t.specificType('changes', 'text[]').notNullable();
      t.jsonb('theirs').notNullable();
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
      t.text('decision');
      t.timestamp('decided_at');
      t.index(['production_id', 'decided_at']);
    });
    await knex.schema.createTable('jobs', (t) => {
      t.text('id').primary();
      t.text('kind').notNullable();
      t.text('state').notNullable();
      t.float('progress').notNullable().defaultTo(0);
      t.jsonb('input').notNullable();
      t.jsonb('result');
      t.jsonb('error');
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    });
    await knex.schema.alterTable('media', (t) => {
      t.specificType('names', 'text[]').notNullable().defaultTo('{}');
    });
    await knex.raw('update media set names = array[name]');
    await knex.schema.alterTable('films', (t) => {
      t.index(['production_id', 'state']);
    });
  },
  async down(knex) {
    await knex.schema.alterTable('films', (t) => {
      t.dropIndex(['production_id', 'state']);
    });
    await knex.schema.alterTable('media', (t) => {
      t.dropColumn('names');
    });
    await knex.schema.dropTable('jobs');
    await knex.schema.dropTable('conflicts');
    await knex.schema.alterTable('changes', (t) => {
      t.dropUnique(['production_id', 'revision']);
      t.dropColumns('revision', 'window', 'by_machine');
    });
    await knex.schema.alterTable('parts', (t) => {
      t.dropColumns('summary', 'words');
      t.integer('revision').notNullable().defaultTo(1);
    });
    await knex.schema.alterTable('productions', (t) => {
      t.dropColumns('revision', 'summary');
    });
  },
};

type StoredChange = { part: string; forward: never[]; inverse: never[] };

/** Documents become version 2, with all that is stored of their changes (core/document/versions.ts). */
const layers: Knex.Migration = {
  async up(knex) {
    for (const { id } of await knex('productions').select('id')) {
      const rows: { part: string; data: unknown }[] = await knex('parts').where({ production_id: id }).select('part', 'data');
      const old = Object.fromEntries(rows.map(({ part, data }) => [part, data]));
      const now = upgraded(old);
      for (const [part, data] of Object.entries(now))
        if (data !== old[part])
          await knex('parts')
            .where({ production_id: id, part })
            .update({ data: JSON.stringify(data) });
      for (const change of await knex('changes').where({ production_id: id }).select('id', 'parts'))
        await knex('changes')
          .where({ id: change.id })
          .update({ parts: JSON.stringify(upgradedChanges(change.parts as StoredChange[])) });
    }
    for (const conflict of await knex('conflicts').select('id', 'parts', 'theirs')) {
      const theirs = (conflict.theirs as { parts: StoredChange[] }[]).map((one) => ({ ...one, parts: upgradedChanges(one.parts) }));
      await knex('conflicts')
        .where({ id: conflict.id })
        .update({ parts: JSON.stringify(upgradedChanges(conflict.parts as StoredChange[])), theirs: JSON.stringify(theirs) });
    }
    for (const { id } of await knex('films').select('id')) {
      const { document } = await knex('films').where({ id }).first('document');
      const { production, characters, scenes } = document as { production: unknown; characters: object; scenes: object };
      const now = together(upgraded({ production, ...keyed('characters', characters), ...keyed('scenes', scenes) }));
      await knex('films')
        .where({ id })
        .update({ document: JSON.stringify(now) });
    }
  },
  async down(knex) {
    if (await knex('productions').first('id')) throw new Error('Documents of version 2 cannot be read by an older Kipzo. Restore a backup instead.');
  },
};

const keyed = (kind: string, parts: object): Record<string, unknown> => Object.fromEntries(Object.entries(parts).map(([id, data]) => [`${kind}/${id}`, data]));

/** Named versions of productions, and every so many changes a whole one, so that none is far from any moment. */
const versions: Knex.Migration = {
  async up(knex) {
    await knex.schema.createTable('versions', (t) => {
      t.text('id').primary();
      t.text('production_id').notNullable().references('productions.id').onDelete('CASCADE');
      t.integer('revision').notNullable();
      /** What somebody called it; null of one that is only kept to be counted from. */
      t.text('name');
      t.timestamp('at').notNullable().defaultTo(knex.fn.now());
      t.jsonb('document');
      t.index(['production_id', 'revision']);
    });
  },
  async down(knex) {
    await knex.schema.dropTableIfExists('versions');
  },
};

/** The shelf holds backdrops and things, too. */
const kinds: Knex.Migration = {
  async up(knex) {
    await knex.schema.alterTable('shelf', (t) => {
      t.text('kind').notNullable().defaultTo('character');
      t.renameColumn('character', 'value');
    });
  },
  async down(knex) {
    await knex('shelf').whereNot({ kind: 'character' }).delete();
    await knex.schema.alterTable('shelf', (t) => {
      t.dropColumn('kind');
      t.renameColumn('value', 'character');
    });
  },
};

const all: Readonly<Record<string, Knex.Migration>> = {
  '20261125000000_init': init,
  '20261125220000_shelf': shelf,
  '20261127230000_truth': truth,
  '20261128020000_layers': layers,
  '20261128110000_versions': versions,
  '20261129020000_kinds': kinds,
};

/** Static imports with names that have no extension, so that they are the same before and after a build. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(all).sort(),
  getMigrationName: (name) => name,
  getMigration: async (name) => all[name] as Knex.Migration,
};
