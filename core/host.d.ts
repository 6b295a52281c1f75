// What every host of the core has, and all that core may use of it: no DOM, no Node.

declare namespace WebAssembly {
  class Module {
    constructor(bytes: Uint8Array<ArrayBuffer>);
  }
  class Instance {
    constructor(module: Module, imports: Record<string, Record<string, (...numbers: number[]) => number | undefined>>);
    readonly exports: Record<string, unknown>;
  }
  class Memory {
    readonly buffer: ArrayBuffer;
    /** @param pages of 64 kB */
    grow(pages: number): number;
  }
  function validate(bytes: Uint8Array<ArrayBuffer>): boolean;
}

declare function atob(base64: string): string;
declare function structuredClone<T>(value: T): T;

declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean });
  decode(bytes: Uint8Array): string;
}
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}
