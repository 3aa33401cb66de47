import { describe, expect, it } from 'vitest';
import { databaseAway, databaseRefuses, diskFull } from './database-away';

const coded = (code: string, message = 'x') => Object.assign(new Error(message), { code });

describe('a database that can not serve just now', () => {
  // PostgreSQL's documentation, appendix A, and what node-postgres throws without a code.
  it.each([
    ['ended by an administrator', coded('57P01')],
    ['crashed', coded('57P02')],
    ['starting up or recovering', coded('57P03')],
    ['too many connections', coded('53300')],
    ['connection failure', coded('08006')],
    ['statement took too long', coded('57014')],
    ['lock not had in time', coded('55P03')],
    ['transaction stood still', coded('25P03')],
    ['deadlock', coded('40P01')],
    ['refused', coded('ECONNREFUSED')],
    ['reset', coded('ECONNRESET')],
    ['ended while used', new Error('Connection terminated unexpectedly')],
    ['used after it ended', new Error('Client has encountered a connection error and is not queryable')],
    ['pool that waits', new Error('timeout exceeded when trying to connect')],
    ['no answer', new Error('Query read timeout')],
    ['deeper down', new Error('outer', { cause: coded('ECONNREFUSED') })],
    ['several addresses', new AggregateError([coded('EHOSTUNREACH'), coded('ECONNREFUSED')])],
  ])('%s', (_, error) => {
    expect(databaseAway(error)).toBe(true);
  });
  it.each([
    ['a mistake of ours', coded('42P01')],
    ['a double key', coded('23505')],
    ['a type error', new TypeError('x is not a function')],
    ['words', 'Connection terminated'],
    ['nothing', null],
  ])('is not %s', (_, error) => {
    expect(databaseAway(error)).toBe(false);
  });
  it('is told from one that refuses us, which waiting does not mend', () => {
    for (const code of ['28P01', '28000', '3D000', '42501']) {
      expect(databaseRefuses(coded(code))).toBe(true);
      expect(databaseAway(coded(code))).toBe(false);
    }
    expect(databaseRefuses(coded('57P01'))).toBe(false);
  });
  it('has no space left on its disk: that is said as such', () => {
    const full = Object.assign(new Error('could not extend file'), { code: '53100' });
    expect([diskFull(full), diskFull(new Error('x', { cause: full })), diskFull(new Error('x'))]).toEqual([
      true,
      true,
      false,
    ]);
  });
});
