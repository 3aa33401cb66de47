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
export { compareAll, comparedWork, compareWork } from './compared';
export { type DeskPlace, deskOf, marksTable } from './desk';
export { addLearners, type Card, join, removeLearner, renameLearner, resetLearner } from './learners';
export { deskStream } from './stream';
export { changeTask, makeTask, removeTask, type Task, taskFor, tasksOf } from './tasks';
export { atWorkOf, type Mine, mineOf, workDetail } from './views';
export {
  beginWork,
  countedOf,
  handIn,
  markWork,
  returnAll,
  returnWork,
  type State,
  shownTo,
  showWork,
  takeBack,
  taughtWork,
  type Work,
  workFor,
  workOfChart,
  worksBy,
  worksOf,
} from './works';
