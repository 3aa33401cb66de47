/** A point of a drawing, in points: x and y, or along a level and across the levels. */
export type Point = readonly [number, number];
