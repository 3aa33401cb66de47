/// <reference types="vitest/config" />
import { getViteConfig } from 'astro/config';

export default getViteConfig({
  test: {
    include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts', 'tests/corpus/*.test.ts', 'tests/server/*.test.ts'],
    benchmark: { include: ['bench/**/*.bench.ts'] },
    environment: 'node',
    setupFiles: ['tests/support/laws.ts'],
    // As in the browser: only ends what hangs.
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
});
