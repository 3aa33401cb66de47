declare module 'd3-flextree' {
  interface FlexNode<T> {
    readonly data: T;
    readonly x: number;
    each(visit: (node: FlexNode<T>) => void): void;
  }
  interface Flextree<T> {
    (root: FlexNode<T>): void;
    hierarchy(data: T): FlexNode<T>;
  }
  export function flextree<T>(options: {
    nodeSize: (node: FlexNode<T>) => [number, number];
    spacing: number;
  }): Flextree<T>;
}
