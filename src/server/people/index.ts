export {
  accountBy,
  changePassword,
  firstLink,
  listAccounts,
  makeAccount,
  makeFirst,
} from './accounts';
export { attempted, forgetAttempts, heldUp, sweepAttempts } from './attempts';
export { deviceIn, knownDevice, rememberDevice, sweepDevices } from './devices';
export { tellRemarks } from './digest';
export { lastEvents, note, sweepEvents } from './events';
export { changeGroup, findPeople, type Group, listGroups, makeGroup, removeGroup } from './groups';
export { endKey, type Key, type KeyCard, keyLives, keyOf, keysOf, makeKey, SCOPES, type Scope } from './keys';
export { belongingsOf, removeAccount, setAdministrator, storage } from './leaving';
export { lastLetters, sendLetters } from './letters';
export {
  addPasskey,
  enterByPasskey,
  passkeyChallenge,
  passkeyOptions,
  passkeysOf,
  removePasskey,
} from './passkeys';
export { hashed, matches, PASSWORD, weakness } from './passwords';
export { beginWithProvider, enterWithProvider } from './provider';
export { beginSecondFactor, confirmSecondFactor, endSecondFactor } from './second-factor';
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
export {
  type Asker,
  askEmail,
  askRecovery,
  askSignInLink,
  confirmEmail,
  enterByLink,
  enterByPassword,
  recover,
} from './ways-in';
