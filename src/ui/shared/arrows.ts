/** Where each arrow key leads, to the right and down. */
export const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};
