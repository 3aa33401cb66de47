export { ALL_ALLOWED, type Candidate, type FitAsked, type FitResult, fitChart, MAX_FITTED, TooLargeToFit } from './fit';
