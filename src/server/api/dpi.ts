import { wrongValue } from '../http/problem';
import { DPI } from '../pictures/types';

/** Dots an inch from a request; @throws 422 outside what can be drawn */
export function dpiOf(value: unknown): number {
  const dpi = value === undefined || value === null ? DPI.initial : Number(value);
  if (Number.isFinite(dpi) && dpi >= DPI.least && dpi <= DPI.most) return dpi;
  throw wrongValue('dpi', `dpi is a number from ${DPI.least} to ${DPI.most}.`);
}
