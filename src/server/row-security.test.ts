import fc from 'fast-check';
import { expect, it } from 'vitest';
import { ASKING, askingSql } from './row-security';

it('says who asks in statements of its own, whatever their names hold', () => {
  expect(askingSql({ account: '' })).toBe(
    `SET LOCAL ROLE ${ASKING}; SELECT set_config('dendrotax.account', '', true), set_config('dendrotax.links', '', true), set_config('dendrotax.only', '', true)`,
  );
  fc.assert(
    fc.property(fc.string(), fc.array(fc.string(), { maxLength: 3 }), (account, links) => {
      const sql = askingSql({ account, links });
      // Outside quoted words nothing of it is there: no quote ends early, nothing follows.
      const plain = sql.replace(/ {0,2}E?'(?:[^'\\]|''|\\\\)*'/g, '?');
      const set = 'set_config(?,?, true)';
      expect(plain).toBe(`SET LOCAL ROLE ${ASKING}; SELECT ${set}, ${set}, ${set}`);
    }),
  );
});

it('a key for charts that are gone is for none, not for all', () => {
  expect(askingSql({ account: 'a', only: [] })).toContain("set_config('dendrotax.only', '-', true)");
  expect(askingSql({ account: 'a', only: ['x', 'y'] })).toContain("set_config('dendrotax.only', 'x,y', true)");
});
