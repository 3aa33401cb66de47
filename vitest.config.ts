/// <reference types="vitest/config" />
import { getViteConfig } from 'astro/config';

/** Tests that stand in for a module, or set what is read once: they share none with others. */
const APART = ['src/ui/editor/state/*.test.ts', 'src/server/http/*.test.ts', 'src/server/people/*.test.ts'];

export default getViteConfig({
  test: {
    benchmark: { include: ['bench/**/*.bench.ts'] },
    environment: 'node',
    setupFiles: ['tests/support/laws.ts'],
    // As in the browser: only ends what hangs.
    testTimeout: 120_000,
    hookTimeout: 120_000,
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        test: {
          name: 'unit',
          include: [
            'src/**/*.test.ts',
            'tests/reference/**/*.test.ts',
            'tests/corpus/*.test.ts',
            'tests/server/*.test.ts',
          ],
          exclude: APART,
          // Modules are read once by each worker, not once by each file.
          isolate: false,
        },
      },
      { extends: true, test: { name: 'apart', include: APART } },
    ],
  },
});
