/** What Node has of it, and its types do not name. */
declare namespace WebAssembly {
  class Module {
    constructor(bytes: Uint8Array);
  }
}
