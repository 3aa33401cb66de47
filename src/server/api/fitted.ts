/** Fitting for the API, with its errors. */
import type { Chart } from '../../core/chart';
import { type FitAsked, type FitResult, fitChart, TooLargeToFit } from '../../core/fit';
import { ApiError } from '../http/problem';
import { fonts } from '../pictures/fonts';

/** @returns undefined where there is no page. @throws 422 for a chart that is too large */
export function fitted(chart: Chart, asked: FitAsked): FitResult | undefined {
  try {
    return fitChart(chart, fonts(), asked);
  } catch (error) {
    if (!(error instanceof TooLargeToFit)) throw error;
    throw new ApiError(422, error.code, error.message);
  }
}
