export { accountBy, changePassword, firstLink, listAccounts, makeAccount, makeFirst } from './accounts';
export { failed, mayTry, succeeded } from './attempts';
export { changeGroup, findPeople, type Group, listGroups, makeGroup, removeGroup } from './groups';
export { endKey, type Key, type KeyCard, keyLives, keyOf, keysOf, makeKey, SCOPES, type Scope } from './keys';
export { hashed, matches, PASSWORD, weakness } from './passwords';
export {
  beginSession,
  cookieOf,
  endSession,
  endSessions,
  type Person,
  personOf,
  sessionLives,
  sessionsOf,
  sweepSessions,
  tokenIn,
} from './sessions';
export { newToken, tokenHash } from './tokens';
