/** Small pictures of how branches are set, as paths to be stroked on a square of 24 units. */

const box = (x: number, y: number, width = 6) => `M${x} ${y}h${width}v4h-${width}z`;
const row = (y: number) => [0.5, 9, 17.5].map((x) => box(x, y)).join('');

const spread = `${box(9, 2.5)}M12 6.5V12M3.5 17v-5h17v5M12 12v5${row(17)}`;
const stack = `${box(2, 1.5)}M5 5.5v15.5h5M5 9.5h5M5 15.2h5${box(10, 7.5, 10)}${box(10, 13.2, 10)}${box(10, 19, 10)}`;
const before = `${box(16, 1.5)}M19 5.5v15.5h-5M19 9.5h-5M19 15.2h-5${box(4, 7.5, 10)}${box(4, 13.2, 10)}${box(4, 19, 10)}`;
const pairs = `${box(9, 1.5)}M12 5.5v14.5M8.5 11.5h7M8.5 20h7${box(1.5, 9.5, 7)}${box(15.5, 9.5, 7)}${box(1.5, 18, 7)}${box(15.5, 18, 7)}`;
const grid = `${box(9, 1.5)}M12 5.5v4${row(9.5)}${row(18)}`;
const itself = `${box(9, 1.5)}M12 5.5v3.5M4 12.5v-3.5h14v3.5${box(1, 12.5)}${box(15, 12.5, 6)}M4 16.5v4.5h3M18 16.5v4.5h-3M9.5 21h3`;

export const glyphs = { auto: itself, spread, stack, 'stack-before': before, pairs, grid };
