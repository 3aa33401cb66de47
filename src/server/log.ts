/** The log of this process. Nothing of what charts say stands in it. */
interface Log {
  info(of: object, words: string): void;
  warn(of: object, words: string): void;
  error(of: object, words: string): void;
}

const plain: Log = {
  info: (of, words) => console.log(words, of),
  warn: (of, words) => console.warn(words, of),
  error: (of, words) => console.error(words, of),
};

/** Of the server process where there is one; else, as in worker threads and in development, the console. */
export const log = (): Log => (globalThis as { [key: symbol]: Log | undefined })[Symbol.for('dendrotax.log')] ?? plain;
