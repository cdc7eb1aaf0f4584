import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

const node = { environment: 'node' as const };
/** As many as there are processors, and no less than two: files of these projects have nothing to do with each other. */
const many = { maxWorkers: Math.max(2, availableParallelism()), sequence: { groupOrder: 0 } };
/** One file after another, when the others are done: they have databases, servers and browsers of their own. */
const one = { fileParallelism: false, isolate: false, sequence: { groupOrder: 1 } };

export default defineConfig({
  test: {
    projects: [
      // A loaded machine takes its time: limits are there for what hangs, never for what is slow.
      { test: { ...node, ...many, name: 'core', include: ['core/**/*.test.ts'], isolate: false, testTimeout: 240_000 } },
      {
        test: {
          ...node,
          ...one,
          name: 'server',
          include: ['server/**/*.test.ts', 'demo/**/*.test.ts', 'bench/**/*.test.ts', 'scripts/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 180_000,
        },
      },
      { test: { ...many, name: 'web', environment: 'happy-dom', include: ['web/**/*.test.tsx', 'web/**/*.test.ts'], setupFiles: ['web/testing/setup.ts'], testTimeout: 120_000 } },
      { test: { ...node, ...one, name: 'e2e', include: ['e2e/**/*.test.ts'], testTimeout: 400_000, hookTimeout: 400_000 } },
    ],
  },
});
