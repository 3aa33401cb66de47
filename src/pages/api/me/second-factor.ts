import { renderSVG } from 'uqr';
import { schemas } from '../../../server/api';
import { endpoint, json, readJson } from '../../../server/http';
import { beginSecondFactor, confirmSecondFactor, endSecondFactor } from '../../../server/people';
import { done } from '../../../server/sign-in-routes';
import { personOrNone } from '../../../server/who';

/** A second factor by app: begun, confirmed by a code, ended by one. */
export const ALL = endpoint(
  {
    POST: async (_, who) => {
      const begun = await beginSecondFactor(personOrNone(who));
      return json({ ...begun, picture: renderSVG(begun.uri, { border: 1, ecc: 'M' }) });
    },
    PUT: async ({ request }, who) => {
      const person = personOrNone(who);
      const { body } = await readJson(request, schemas.codeRequest);
      return json({ spare: await confirmSecondFactor(person, body.code) });
    },
    DELETE: async ({ request }, who) => {
      const person = personOrNone(who);
      const { body } = await readJson(request, schemas.codeRequest);
      await endSecondFactor(person, body.code, who.caller);
      return done();
    },
  },
  'people',
);
