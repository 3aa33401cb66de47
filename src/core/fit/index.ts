export { ALL_ALLOWED, type Candidate, type FitAsked, type FitResult, fitChart } from './fit';
