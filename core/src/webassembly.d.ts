/** The part of WebAssembly that every engine has; the core is compiled without the types of browsers or Node. */
declare namespace WebAssembly {
  class Memory {
    constructor(size: { initial: number })
    readonly buffer: ArrayBuffer
  }
  class Module {
    constructor(bytes: Uint8Array)
  }
  class Instance {
    constructor(module: Module, imports: Record<string, Record<string, unknown>>)
    readonly exports: Record<string, unknown>
  }
}
