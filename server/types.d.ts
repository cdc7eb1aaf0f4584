/** The few members of WebAssembly that Node's own types leave to the browser's. */
declare namespace WebAssembly {
  class Module {
    constructor(bytes: Uint8Array);
  }
  class Instance {
    constructor(module: Module, imports?: object);
    readonly exports: Record<string, unknown>;
  }
}

declare module 'fontkit' {
  export function create(bytes: Uint8Array): unknown;
}

declare module '@jitsi/rnnoise-wasm/dist/rnnoise-sync.js' {
  const create: () => unknown;
  export default create;
}
