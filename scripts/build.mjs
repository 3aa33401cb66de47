// npm run build: what npm start builds, without starting it.
import { build } from './lib/build.mjs';

await build();
