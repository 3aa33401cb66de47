export { accountBy, changePassword, firstLink, listAccounts, makeAccount, makeFirst } from './accounts';
export { failed, mayTry, succeeded } from './attempts';
export { matches, PASSWORD } from './passwords';
export {
  beginSession,
  cookieOf,
  endSession,
  endSessions,
  type Person,
  personOf,
  sessionsOf,
  sweepSessions,
  tokenIn,
} from './sessions';
