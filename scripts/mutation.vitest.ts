import { defineConfig } from 'vitest/config';

const wanted = process.env.KIPZO_MUTATE ?? 'core/edit';

/** The tests that are asked about each area: those beside it, and those that use it for what it is for. */
const TESTS: Readonly<Record<string, readonly string[]>> = {
  'core/edit': ['core/edit/**/*.test.ts'],
  'core/schedule': ['core/schedule/**/*.test.ts'],
  'core/document': ['core/document/**/*.test.ts', 'core/edit/**/*.test.ts'],
  // Without film.test.ts: whole films by workers that are killed take a minute for each change.
  'server/film': ['server/film/{films,plan,sourceVersions}.test.ts'],
  'web/state': ['web/state/**/*.test.{ts,tsx}'],
};
const area = Object.keys(TESTS).find((one) => wanted.startsWith(one));

export default defineConfig({
  test: {
    include: [...(TESTS[area ?? ''] ?? [`${wanted}/**/*.test.ts`])],
    ...(area === 'web/state' ? { environment: 'happy-dom', setupFiles: ['web/testing/setup.ts'] } : {}),
    testTimeout: area === 'server/film' ? 120_000 : 60_000,
  },
});
