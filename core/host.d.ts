// What every host of the core has, and all that core may use of it: no DOM, no Node. See also webassembly.d.ts.

declare function atob(base64: string): string;
declare function structuredClone<T>(value: T): T;

declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean });
  decode(bytes: Uint8Array): string;
}
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}
