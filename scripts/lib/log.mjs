// The log: a line of JSON for each event. Never what a chart says, nor the words of an address that may hold some.
import pino from 'pino';

export const logger = (level) =>
  pino({
    level,
    base: undefined,
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (label) => ({ level: label }) },
  });
