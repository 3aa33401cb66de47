// What is being done and how far it is: one line that is renewed on a terminal, plain lines elsewhere.
const terminal = process.stdout.isTTY === true;
const running = new Map();
let [planned, begun, done] = [0, 0, 0];
let timer;

const seconds = (since) => ((performance.now() - since) / 1_000).toFixed(1);

function show() {
  const now = [...running].map(([name, since]) => `${name} ${Math.round((performance.now() - since) / 1_000)} s`);
  process.stdout.write(`\r\x1b[K${now.length > 0 ? `[${done + 1} of ${planned}] ${now.join(', ')}` : ''}`);
}

/** Says how many steps there are to be, so that it can be said how far it is. */
export const plan = (count) => {
  planned = count;
};

/**
 * A step with its time, which is said at its end. Steps may go on at the same time.
 * @template T
 * @param {string} name
 * @param {() => Promise<T>} work
 * @returns {Promise<T>}
 */
export async function step(name, work) {
  const since = performance.now();
  running.set(name, since);
  planned = Math.max(planned, ++begun);
  if (terminal) {
    timer ??= setInterval(show, 250).unref();
    show();
  } else console.log(`${name} ...`);
  try {
    const value = await work();
    done++;
    if (terminal) process.stdout.write('\r\x1b[K');
    console.log(`${name}: ${seconds(since)} s`);
    return value;
  } finally {
    running.delete(name);
    if (running.size === 0) {
      clearInterval(timer);
      timer = undefined;
      if (terminal) process.stdout.write('\r\x1b[K');
    }
  }
}
