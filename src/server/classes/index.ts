export {
  type ClassCard,
  changeClass,
  classFor,
  type Learner,
  learnersOf,
  listClasses,
  makeClass,
  removeClass,
} from './classes';
export { compareAll, comparedWork } from './compared';
export { type DeskPlace, deskOf, marksTable } from './desk';
export { beginWork, handIn, takeBack } from './handing';
export {
  addLearners,
  type Card,
  join,
  letIn,
  removeLearner,
  removeLearners,
  renameLearner,
  resetLearner,
  unlockLearner,
} from './learners';
export { markWork, returnAll, returnWork } from './marks';
export { retitleShown, shownTo, showWork } from './shown';
export { deskStream } from './stream';
export { changeTask, makeTask, removeTask, type Task, taskFor, tasksOf } from './tasks';
export { atWorkOf, type Mine, mineOf, workDetail } from './views';
export { countedOf, type State, taughtWork, type Work, workFor, workOfChart, worksBy, worksOf } from './works';
