import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from '#server/root';

/** What each folder of core may not import, one for each border; and what core, page and server may not know of each other. */
const BORDERS: readonly (readonly [from: string, to: string])[] = [
  ['core/time', 'core/draw'],
  ['core/time', 'core/document'],
  ['core/draw', 'core/document'],
  ['core/draw', 'core/figure'],
  ['core/document', 'core/draw'],
  ['core/document', 'core/schedule'],
  ['core/speech', 'core/figure'],
  ['core/speech', 'core/schedule'],
  ['core/figure', 'core/speech'],
  ['core/figure', 'core/schedule'],
  ['core/figure', 'core/stage'],
  ['core/figure', 'core/picture'],
  ['core/stage', 'core/picture'],
  ['core/picture', 'core/stage'],
  ['core/picture', 'core/paint'],
  ['core/schedule', 'core/sound'],
  ['core/schedule', 'core/stage'],
  ['core/sound', 'core/stage'],
  ['core/stage', 'core/paint'],
  ['core/stage', 'core/edit'],
  ['core/paint', 'core/document'],
  ['core/paint', 'core/stage'],
  ['core/formats', 'core/stage'],
  ['core/formats', 'core/edit'],
  ['core/edit', 'core/paint'],
  ['core/edit', 'core/sound'],
  ['core/edit', 'core/checks'],
  ['core/stage', 'core/checks'],
  ['core/checks', 'core/edit'],
  ['core/checks', 'core/paint'],
  ['core/stage', 'core/testing'],
  ['core/stage', 'server'],
  ['core/paint', 'web'],
  ['core/edit', 'demo'],
  ['web', 'server'],
  ['web', 'demo'],
  ['server', 'web'],
];

/** Every way in which an import can be written. `path` leads to the file; `name` is a thing in it. */
const WAYS: readonly ((path: string) => string)[] = [
  (path) => `import { name } from '${path}';\nexport const other = name;`,
  (path) => `import { type Name } from '${path}';\nexport type Other = Name;`,
  (path) => `import type { Name } from '${path}';\nexport type Other = Name;`,
  (path) => `import all from '${path}';\nexport default all;`,
  (path) => `import * as all from '${path}';\nexport const other = all;`,
  (path) => `import '${path}';`,
  (path) => `export * from '${path}';`,
  (path) => `export { name } from '${path}';`,
  (path) => `export const other = () => import('${path}');`,
];

let room: string;
beforeAll(() => {
  room = mkdtempSync(join(tmpdir(), 'kipzo-guard-'));
  for (const file of ['biome.json', 'package.json']) copyFileSync(join(ROOT, file), join(room, file));
});
afterAll(() => rmSync(room, { recursive: true, force: true }));

interface Found {
  readonly category: string;
  readonly file: string;
}

/** What the guard says of the planted files. */
function judged(): Found[] {
  const biome = join(ROOT, 'node_modules/@biomejs/biome/bin/biome');
  let report: string;
  try {
    report = execFileSync(process.execPath, [biome, 'lint', '--reporter=json', '--max-diagnostics=none', '.'], {
      cwd: room,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
      maxBuffer: 1 << 26,
    });
  } catch (thrown) {
    report = (thrown as { stdout: string }).stdout;
  }
  const { diagnostics } = JSON.parse(report) as { diagnostics: { category: string; location: { path: string | { file: string } } }[] };
  return diagnostics.map(({ category, location: { path } }) => ({ category, file: typeof path === 'string' ? path : path.file }));
}

const planted = (file: string, code: string): string => {
  mkdirSync(dirname(join(room, file)), { recursive: true });
  writeFileSync(join(room, file), `${code}\n`);
  return file;
};
const clear = (): void => {
  for (const folder of ['core', 'web', 'server', 'demo']) rmSync(join(room, folder), { recursive: true, force: true });
};

describe('the guard of imports', () => {
  it('finds a wrong import at every border, at every depth, however it is written', () => {
    clear();
    const files: string[] = [];
    for (const [from, to] of BORDERS)
      for (const [depth, below] of ['', '/inner', '/inner/deeper'].entries())
        for (const [n, way] of WAYS.entries()) {
          const up = '../'.repeat(from.split('/').length + depth);
          const ways = [`${up}${to}/some/file.ts`, ...(to.startsWith('core/') || to === 'server' || to === 'demo' ? [`#${to}/file`] : [])];
          for (const [k, path] of ways.entries()) files.push(planted(`${from}${below}/planted-${to.replace('/', '-')}-${n}-${k}.ts`, way(path)));
        }
    const found = new Set(judged().flatMap(({ category, file }) => (category === 'lint/style/noRestrictedImports' ? [file] : [])));
    expect(files.filter((file) => !found.has(file))).toEqual([]);
    expect(files.length).toBeGreaterThan(1000);
  });
  it('lets the right way through', () => {
    clear();
    planted('core/stage/inner/right.ts', "import { a } from '../../schedule/file.ts';\nimport { b } from '../other.ts';\nexport const c = [a, b];");
    planted('core/edit/commands/right.ts', "import { a } from '../../stage/file.ts';\nexport const b = a;");
    planted('web/composer/right.ts', "import { a } from '#core/paint/file';\nexport const b = a;");
    planted('server/film/right.ts', "import { a } from '#core/stage/file';\nexport const b = a;");
    expect(judged().filter(({ category }) => category === 'lint/style/noRestrictedImports')).toEqual([]);
  });
  it('finds a ring, of types too', () => {
    clear();
    planted('core/figure/one.ts', "import type { Two } from './two.ts';\nexport interface One {\n  readonly two: Two;\n}");
    planted('core/figure/two.ts', "import type { One } from './one.ts';\nexport interface Two {\n  readonly one: One;\n}");
    expect(judged().filter(({ category }) => category === 'lint/suspicious/noImportCycles')).toHaveLength(2);
  });
});

/** All sources of ours under a folder. */
function* sources(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.tsx?$/.test(entry.name) && !/\.as\.ts$/.test(entry.name)) yield path;
  }
}
const FOLDERS = ['core', 'server', 'web', 'demo', 'bench'] as const;

describe('our sources', () => {
  it('write no import that the guard cannot see', () => {
    const hidden = FOLDERS.flatMap((folder) =>
      [...sources(join(ROOT, folder))].filter((file) => /[:<|&=(,]\s*import\('[^']+'\)\s*\.|(?<![.\w])require\('\./.test(readFileSync(file, 'utf8'))),
    );
    expect(hidden).toEqual([]);
  });
  it('export nothing that only tests use', () => {
    const files = FOLDERS.flatMap((folder) => [...sources(join(ROOT, folder))]).map((path) => ({ path, text: readFileSync(path, 'utf8') }));
    const product = files.filter(({ path }) => !/\.test\.tsx?$|\/testing\//.test(path));
    const words = new Map<string, number>();
    for (const { text } of product) for (const word of new Set(text.match(/\b[A-Za-z_]\w*\b/g))) words.set(word, (words.get(word) ?? 0) + 1);
    const unused = product
      .filter(({ path }) => /\/(core|server|web)\//.test(path))
      .flatMap(({ path, text }) =>
        [...text.matchAll(/^export (?:async )?(?:const|function\*?|class) (\w+)/gm)].flatMap(([, name]) => {
          const inside = text.match(new RegExp(`\\b${name}\\b`, 'g'))?.length ?? 0;
          return (words.get(name as string) ?? 0) < 2 && inside < 2 ? [`${path.slice(ROOT.length + 1)}: ${name}`] : [];
        }),
      );
    expect(unused).toEqual([]);
  });
});
