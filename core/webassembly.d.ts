// The part of WebAssembly that core uses. Hosts have it, but Node’s types do not name it.

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
