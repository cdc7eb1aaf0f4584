import { defineConfig } from 'vitest/config';

const node = { environment: 'node' as const };

export default defineConfig({
  test: {
    projects: [
      { test: { ...node, name: 'core', include: ['core/**/*.test.ts'] } },
      {
        test: {
          ...node,
          name: 'server',
          include: ['server/**/*.test.ts', 'demo/**/*.test.ts', 'bench/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 180_000,
          fileParallelism: false,
        },
      },
      { test: { name: 'web', environment: 'happy-dom', include: ['web/**/*.test.tsx', 'web/**/*.test.ts'] } },
      { test: { ...node, name: 'e2e', include: ['e2e/**/*.test.ts'], testTimeout: 180_000, hookTimeout: 240_000, fileParallelism: false } },
    ],
  },
});
