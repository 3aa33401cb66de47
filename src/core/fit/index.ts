export { ALL_ALLOWED, type FitAsked, type FitResult, fitChart } from './fit';
