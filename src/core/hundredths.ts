/** To two decimals: what is stored or written out needs no more of a point. */
export const hundredths = (value: number): number => Math.round(value * 100) / 100;
