/** A worker thread: carries out one request after the other, with a connection of its own to the database. */
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { move, transferableSymbol, valueSymbol } from 'piscina';
import { emptyChart } from '../../core/chart';
import { compose } from '../../core/compose';
import { databaseIsReady, inNameOf } from '../db';
import { answerError } from '../http/endpoint';
import { fonts } from '../pictures';
import { type HandlerName, handlers } from '../work';
import type { Job, JobAnswer } from './pool';

// What a job took is given back before the next: left to itself a thread would grow to its limit.
setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
const LARGE = 48_000_000;
const tidied = () => {
  if (process.memoryUsage().heapUsed > LARGE) collect();
};

// Whoever started this thread has seen to it.
databaseIsReady();

// The first request is not to wait for fonts to be read.
compose(emptyChart('org', 'Warm'), fonts());

export default async function work({ handler, method, url, headers, params, body, who }: Job): Promise<JobAnswer> {
  const request = new Request(url, {
    method,
    headers: headers.map(([key, value]): [string, string] => [key, value]),
    ...(body && { body: body as BodyInit }),
  });
  const response = await inNameOf(who, () =>
    handlers[handler as HandlerName]({ request, url: new URL(url), params }, who),
  ).catch(answerError);
  const bytes = new Uint8Array(await response.arrayBuffer());
  const answer: JobAnswer = { status: response.status, headers: [...response.headers], body: bytes };
  setImmediate(tidied);
  return move({ [transferableSymbol]: [bytes.buffer], [valueSymbol]: answer } as never) as unknown as JobAnswer;
}
