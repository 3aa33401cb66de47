declare module 'polylabel' {
  /** The point of a polygon (rings of points) that is farthest from its edges, and how far it is. */
  export default function polylabel(polygon: number[][][], precision?: number): [number, number] & { distance: number };
}
