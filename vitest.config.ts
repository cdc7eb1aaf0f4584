import { defineConfig } from 'vitest/config';

const node = { environment: 'node' as const };

export default defineConfig({
  test: {
    projects: [
      // A loaded machine takes its time: limits are there for what hangs, never for what is slow.
      { test: { ...node, name: 'core', include: ['core/**/*.test.ts'], isolate: false, testTimeout: 240_000 } },
      {
        test: {
          ...node,
          name: 'server',
          include: ['server/**/*.test.ts', 'demo/**/*.test.ts', 'bench/**/*.test.ts', 'scripts/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 180_000,
          fileParallelism: false,
          isolate: false,
        },
      },
      { test: { name: 'web', environment: 'happy-dom', include: ['web/**/*.test.tsx', 'web/**/*.test.ts'], setupFiles: ['web/testing/setup.ts'], testTimeout: 120_000 } },
      { test: { ...node, name: 'e2e', include: ['e2e/**/*.test.ts'], testTimeout: 400_000, hookTimeout: 400_000, fileParallelism: false, isolate: false } },
    ],
  },
});
