/**
 * Laws are tried on the same random cases in every run, so that a run that passed passes again on the same code.
 * `LAWS_SEED=any npx vitest run` tries others; a number tries those of that seed.
 */
import fc from 'fast-check';

const seed = process.env['LAWS_SEED'] ?? '5';
if (seed !== 'any') fc.configureGlobal({ seed: Number(seed) });
