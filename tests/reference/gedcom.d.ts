declare module 'parse-gedcom' {
  export interface Node {
    readonly tag: string;
    readonly pointer: string;
    readonly data: string;
    readonly tree: readonly Node[];
  }
  const gedcom: { parse(text: string): readonly Node[] };
  export default gedcom;
}
