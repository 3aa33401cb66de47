/** What browsers, workers and Node all have, and the language's own library does not name. */
declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean });
  decode(bytes?: Uint8Array, options?: { readonly stream?: boolean }): string;
}
declare class TextEncoder {
  encode(text?: string): Uint8Array<ArrayBuffer>;
}
