// Mutation tests: would the tests notice if the code were wrong? Not part of ./test; run `npm run mutate -- AREA`, where
// AREA is one of those below, or files of one (core/edit/repin.ts, more behind commas). The report lies in dist/mutation.

const AREAS = {
  'core/edit': ['core'],
  'core/schedule': ['core'],
  'core/document': ['core'],
  'server/film': ['server'],
  'web/state': ['web'],
};
const wanted = process.env.KIPZO_MUTATE ?? 'core/edit';
const area = Object.keys(AREAS).find((one) => wanted.startsWith(one)) ?? wanted;

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  mutate: [...wanted.split(',').map((one) => (one.endsWith('.ts') ? one : `${one}/**/*.ts`)), '!**/*.test.ts', '!**/*.as.ts'],
  testRunner: 'vitest',
  vitest: { configFile: 'scripts/mutation.vitest.ts', related: false },
  plugins: ['@stryker-mutator/vitest-runner'],
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  concurrency: Number(process.env.KIPZO_MUTATE_AT_ONCE ?? 2),
  dryRunTimeoutMinutes: 30,
  timeoutMS: area === 'server/film' ? 60_000 : 6_000,
  reporters: ['clear-text', 'json', 'progress-append-only'],
  clearTextReporter: { allowColor: false, reportTests: false, reportMutants: false },
  jsonReporter: { fileName: `dist/mutation/${area.replaceAll('/', '-')}.json` },
  tempDirName: 'dist/mutation/work',
  ignorePatterns: ['.data', '.cache', 'docs', '/dist/web', '/dist/mutation'],
  cleanTempDir: 'always',
};
