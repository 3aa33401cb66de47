/** Of the API what is there where people have accounts: ways in, one's own account, keys, groups, looking after people. */
import { answer, body, content, inQuery, path, problem, usual } from './openapi-parts';
import * as schemas from './people-schemas';

const refused = { 403: problem('You may not'), 404: usual[404] };
const tooMany = problem('Too many tried; retry-after says how long to wait');
const administrators = { 403: problem('Not an administrator') };

export function peoplePaths() {
  return {
    '/api/accounts/first': {
      post: {
        summary: 'The first administrator signs up by the link that the first start printed; signed in afterwards',
        requestBody: body(schemas.firstRequest),
        responses: {
          201: answer('Made', schemas.accountAnswer),
          403: problem('The link is not good any more'),
          ...usual,
        },
      },
    },
    '/api/accounts': {
      get: {
        summary: 'People with accounts here; for administrators',
        responses: { 200: answer('By name', schemas.accountsAnswer), 403: problem('Not an administrator') },
      },
      post: {
        summary: 'An account for somebody; by an administrator',
        requestBody: body(schemas.personRequest),
        responses: {
          201: answer('Made', schemas.accountAnswer),
          403: problem('Not an administrator'),
          409: problem('Somebody has the e-mail address'),
          ...usual,
        },
      },
    },
    '/api/sign-in': {
      post: {
        summary: 'Signs in: sets the session cookie; where PEOPLE is on',
        requestBody: body(schemas.signInRequest),
        responses: {
          200: answer('Signed in', schemas.accountAnswer),
          401: problem('The e-mail address or the password is not right'),
          ...usual,
          429: problem('Too many failed; retry-after says how long to wait'),
        },
      },
      delete: { summary: 'Ends the session', responses: { 204: answer('Ended') } },
    },
    '/api/sign-in/link': {
      post: {
        summary: 'Sends a link to sign in by e-mail, where somebody has this address; whether is not said',
        requestBody: body(schemas.emailRequest),
        responses: { 204: answer('Asked for'), ...usual, 429: tooMany },
      },
      put: {
        summary: 'Signs in by such a link',
        requestBody: body(schemas.tokenRequest),
        responses: {
          200: answer('Signed in', schemas.accountAnswer),
          401: problem('The code of the second factor is needed; `again` is good instead of the token'),
          403: problem('The link is not good any more'),
          ...usual,
          429: tooMany,
        },
      },
    },
    '/api/sign-in/passkey': {
      post: {
        summary: 'What a passkey has to answer (WebAuthn)',
        responses: { 200: answer('The options, and a ticket', schemas.passkeyOptions), 404: usual[404] },
      },
      put: {
        summary: 'Signs in by a passkey',
        requestBody: body(schemas.passkeyAnswer),
        responses: {
          200: answer('Signed in', schemas.accountAnswer),
          401: problem('The passkey is not good here'),
          403: problem('The ticket is not good any more'),
          ...usual,
        },
      },
    },
    '/api/sign-in/with': {
      get: {
        summary: 'Leads to the provider that people sign in with (OpenID Connect), where one is named',
        parameters: [inQuery('to', 'Where to go afterwards')],
        responses: { 302: answer('To the provider'), 404: problem('None is named') },
      },
    },
    '/api/sign-in/back': {
      get: {
        summary: 'Where the provider leads back to',
        responses: { 302: answer('Signed in, or back to the door with why not'), 404: problem('None is named') },
      },
    },
    '/api/recovery': {
      post: {
        summary: 'Sends a link for another password, where somebody has this address; whether is not said',
        requestBody: body(schemas.emailRequest),
        responses: { 204: answer('Asked for'), ...usual, 429: tooMany },
      },
      put: {
        summary: 'Another password by such a link; everywhere they are signed out',
        requestBody: body(schemas.recoverRequest),
        responses: { 204: answer('Changed'), 403: problem('The link is not good any more'), ...usual },
      },
    },
    '/api/confirm': {
      post: {
        summary: 'Confirms an e-mail address by the link that was sent to it',
        requestBody: body(schemas.tokenRequest),
        responses: {
          200: answer('It is theirs', schemas.confirmedAnswer),
          403: problem('The link is not good any more'),
          409: problem('Somebody has it meanwhile'),
          ...usual,
        },
      },
    },
    '/api/me': {
      get: { summary: 'Who asks, and how it is known', responses: { 200: answer('Who', schemas.meAnswer) } },
      patch: {
        summary: 'Your name, and whether you are told of remarks by e-mail',
        requestBody: body(schemas.meChange),
        responses: { 204: answer('Changed'), ...usual, ...refused },
      },
      delete: {
        summary: 'Removes your account; what becomes of your charts is said in the request',
        requestBody: body(schemas.leaveRequest),
        responses: {
          204: answer('Removed'),
          409: problem('You are the last administrator'),
          ...usual,
          ...refused,
          429: tooMany,
        },
      },
    },
    '/api/me/email': {
      put: {
        summary: 'Another e-mail address, once the link that is sent to it was opened',
        requestBody: body(schemas.emailChange),
        responses: { 204: answer('Asked'), ...usual, ...refused, 429: tooMany },
      },
    },
    '/api/me/second-factor': {
      post: {
        summary: 'Begins a second factor by app (RFC 6238)',
        responses: { 200: answer('What the app is shown', schemas.secondFactorAnswer), ...refused },
      },
      put: {
        summary: 'Confirms it by a code',
        requestBody: body(schemas.codeRequest),
        responses: {
          200: answer('On', schemas.spareAnswer),
          409: problem('It was not begun'),
          ...usual,
          ...refused,
        },
      },
      delete: {
        summary: 'Ends it, by a code',
        requestBody: body(schemas.codeRequest),
        responses: { 204: answer('Off'), ...usual, ...refused },
      },
    },
    '/api/me/passkeys': {
      get: { summary: 'Your passkeys', responses: { 200: answer('By age', schemas.passkeysAnswer), ...refused } },
      post: {
        summary: 'Begins another passkey (WebAuthn)',
        responses: { 200: answer('The options, and a ticket', schemas.passkeyOptions), ...refused },
      },
      put: {
        summary: 'Takes it',
        requestBody: body(schemas.passkeyRequest),
        responses: { 204: answer('Taken'), 409: problem('It is known already'), ...usual, ...refused },
      },
    },
    '/api/me/passkeys/{passkey}': {
      parameters: [path('passkey', 'The passkey')],
      delete: { summary: 'Removes a passkey', responses: { 204: answer('Removed'), ...refused } },
    },
    '/api/me/belongings': {
      get: {
        summary: 'What you have here; with export=1 all of it, as an archive',
        parameters: [inQuery('export', '1: all of it')],
        responses: {
          200: {
            description: 'How much, or the archive',
            content: { ...content(schemas.belongingsAnswer), 'application/zip': {} },
          },
          ...refused,
        },
      },
    },
    '/api/accounts/{account}': {
      parameters: [path('account', 'The account, by its id')],
      get: {
        summary: 'What somebody has; for administrators',
        responses: { 200: answer('How much', schemas.belongingsAnswer), ...refused },
      },
      patch: {
        summary: 'Makes somebody an administrator, or no more one',
        requestBody: body(schemas.accountChange),
        responses: { 204: answer('Changed'), 409: problem('It is the last one'), ...usual, ...refused },
      },
      delete: {
        summary: 'Removes an account; its charts go to somebody else, or for good',
        requestBody: body(schemas.removalRequest),
        responses: { 204: answer('Removed'), 409: problem('It is the last administrator'), ...usual, ...refused },
      },
    },
    '/api/storage': {
      get: {
        summary: 'What the database holds; for administrators',
        responses: { 200: answer('Figures', schemas.storageAnswer), ...administrators },
      },
    },
    '/api/letters': {
      get: {
        summary: 'Letters to people; with their words where no server sends them; for administrators',
        responses: { 200: answer('The last ones', schemas.lettersAnswer), ...administrators },
      },
    },
    '/api/log': {
      get: {
        summary: 'What was done to accounts, and who signed in; for administrators',
        parameters: [inQuery('before', 'Older than this one', 'integer')],
        responses: { 200: answer('Newest first', schemas.logAnswer), ...administrators, 422: usual[422] },
      },
    },
    '/api/me/password': {
      put: {
        summary: 'Another password; everywhere else one is signed out',
        requestBody: body(schemas.passwordRequest),
        responses: {
          200: answer('Changed', schemas.passwordAnswer),
          403: problem('The password before is not right'),
          ...usual,
        },
      },
    },
    '/api/sessions': {
      get: { summary: 'Where one is signed in', responses: { 200: answer('Newest first', schemas.sessionsAnswer) } },
      delete: { summary: 'Ends all sessions but this one', responses: { 204: answer('Ended') } },
    },
    '/api/sessions/{session}': {
      parameters: [path('session', 'The session')],
      delete: { summary: 'Ends a session', responses: { 204: answer('Ended'), 404: usual[404] } },
    },
    '/api/keys': {
      get: {
        summary: 'Your keys for scripts; sent as bearer tokens',
        responses: { 200: answer('Newest first', schemas.keysAnswer), 403: problem('Asked by a key or a link') },
      },
      post: {
        summary: 'A key for scripts; it is told this once',
        requestBody: body(schemas.keyRequest),
        responses: { 201: answer('Made', schemas.keyAnswer), ...usual, 403: problem('Asked by a key or a link') },
      },
    },
    '/api/keys/{key}': {
      parameters: [path('key', 'The key, by its id')],
      delete: { summary: 'Ends a key', responses: { 204: answer('Ended'), ...refused } },
    },
    '/api/groups': {
      get: {
        summary: 'Groups of people; for administrators',
        responses: { 200: answer('By name', schemas.groupsAnswer), ...administrators },
      },
      post: {
        summary: 'A group; by an administrator',
        requestBody: body(schemas.groupRequest),
        responses: {
          201: answer('Made', schemas.accountAnswer),
          409: problem('There is one of this name'),
          ...usual,
          ...administrators,
        },
      },
    },
    '/api/groups/{group}': {
      parameters: [path('group', 'The group')],
      patch: {
        summary: 'Its name, and who is in it; by an administrator',
        requestBody: body(schemas.groupChange),
        responses: {
          204: answer('Changed'),
          409: problem('There is one of this name'),
          ...usual,
          ...administrators,
        },
      },
      delete: { summary: 'Removes a group', responses: { 204: answer('Removed'), ...refused } },
    },
    '/api/people': {
      get: {
        summary: 'People and groups to share with, by what their name or address begins with',
        parameters: [inQuery('q', 'The letters')],
        responses: { 200: answer('A few', schemas.peopleAnswer), 403: problem('Asked by a key or a link') },
      },
    },
  };
}
