/** Whether something that was thrown means that the database can't serve just now, or won't serve at all. */

/** SQLSTATE classes and codes; source: PostgreSQL's documentation, appendix A, "PostgreSQL Error Codes". */
const AWAY_STATES = [
  /^08/, // connection exception
  /^53/, // insufficient resources: too many connections, disk full, out of memory
  /^57P0/, // shut down by an administrator, crashed, starting up or recovering
  /^57014$/, // a statement that took too long
  /^55P03$/, // a lock that was not had in time
  /^25P0[34]$/, // a transaction that stood still too long
  /^25006$/, // a database that takes no writes, such as a replica
  /^40(001|P01)$/, // serialisation failure, deadlock: the same again may do
];
/** Codes of Node's sockets and name look-ups. */
const AWAY_SOCKETS = /^(ECONN\w+|ETIMEDOUT|EPIPE|ENOTFOUND|EAI_AGAIN|EHOSTUNREACH|ENETUNREACH|ENOENT)$/;
/** What node-postgres says without a code. */
const AWAY_WORDS =
  /Connection terminated|timeout (exceeded )?when trying to connect|Query read timeout|connection error and is not queryable|Client (was|has already been) closed|client is closed/i;
/** A wrong user, password or database, or rights that are missing: waiting does not help. */
const REFUSED_STATES = /^(28|3D000|42501)/;

/** A column, a table or a function that is not there: perhaps a later version of this product made the database its own. */
const LATER_STATES = /^42(703|P01|883)$/;

const codeOf = (error: unknown): string => String((error as { code?: unknown } | null)?.code ?? '');

export function databaseAway(error: unknown): boolean {
  if (error === null || typeof error !== 'object') return false;
  const code = codeOf(error);
  if (AWAY_STATES.some((state) => state.test(code)) || AWAY_SOCKETS.test(code) || AWAY_WORDS.test(String(error)))
    return true;
  const { cause, errors } = error as { cause?: unknown; errors?: unknown };
  return databaseAway(cause) || (Array.isArray(errors) && errors.some(databaseAway));
}

/** There is no space left where the database lies. */
export function diskFull(error: unknown): boolean {
  if (error === null || typeof error !== 'object') return false;
  return codeOf(error) === '53100' || diskFull((error as { cause?: unknown }).cause);
}

/** The database answers, and says no to us. */
export const databaseRefuses = (error: unknown): boolean => REFUSED_STATES.test(codeOf(error));

/** The database was made ready by a later version of this product. */
export class LaterDatabase extends Error {}

/** It may be that the database was changed by a later version while this one runs. */
export const maybeLater = (error: unknown): boolean => LATER_STATES.test(codeOf(error));
