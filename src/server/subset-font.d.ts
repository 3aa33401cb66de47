declare module 'subset-font' {
  export default function subsetFont(
    font: Buffer,
    letters: string,
    options: { targetFormat: 'sfnt' | 'woff' | 'woff2' },
  ): Promise<Buffer>;
}
