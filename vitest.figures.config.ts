/// <reference types="vitest/config" />
import { getViteConfig } from 'astro/config';

// One file after another: what is measured must have the machine to itself.
export default getViteConfig({
  test: { include: ['bench/figures/*.figures.ts'], environment: 'node', fileParallelism: false },
});
