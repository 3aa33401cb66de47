// The log: a line of JSON for each event. Never what a chart says, nor the words of an address that may hold some.
const LEVELS = ['trace', 'debug', 'info', 'warn', 'error', 'silent'];

/** Writes what is as grave as a level, or more: of what it is, in words; or words alone. */
export function logger(least) {
  const from = LEVELS.indexOf(least);
  const write = (level) => (of, words) => {
    const said = typeof of === 'string' ? { msg: of } : { ...of, msg: words };
    process.stdout.write(`${JSON.stringify({ level, time: new Date().toISOString(), ...said })}\n`);
  };
  return Object.fromEntries(
    LEVELS.map((level, i) => [level, i < from || level === 'silent' ? () => {} : write(level)]),
  );
}
