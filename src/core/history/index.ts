export { type Compared, comparedById, ofOneList } from './compared';
export { comparisonChart } from './on-sheet';
export { isSilent, type Told, tell } from './said';
export { takenFrom } from './taken';
