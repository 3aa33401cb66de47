export { adopt, bringUpToDate, differencesOf } from './adopt';
export { adoptDue } from './dated';
export { changeTrial, makeTrial, type Trial, trialFor, trialHead, trialsOf } from './trials';
