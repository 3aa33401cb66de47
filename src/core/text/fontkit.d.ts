/** The part of fontkit that core uses; its own types lean on Node's. */
declare module 'fontkit' {
  export interface Glyph {
    readonly id: number;
    readonly advanceWidth: number;
  }
  export interface Font {
    readonly unitsPerEm: number;
    readonly ascent: number;
    readonly descent: number;
    readonly capHeight: number;
    hasGlyphForCodePoint(codePoint: number): boolean;
    glyphForCodePoint(codePoint: number): Glyph;
    layout(text: string): { readonly advanceWidth: number };
  }
  export function create(bytes: Uint8Array): Font;
}
