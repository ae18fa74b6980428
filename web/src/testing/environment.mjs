import { TestEnvironment } from 'jest-environment-jsdom';

/** jsdom with the web platform's pieces that it lacks and Node has. */
export default class WebEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, {
      TextEncoder,
      TextDecoder,
      Uint8Array,
      structuredClone,
      ReadableStream,
      WritableStream,
      TransformStream,
      Request,
      Response,
      Headers,
      fetch,
    });
    this.global.matchMedia ??= (query) => ({
      matches: false,
      media: query,
      addEventListener() {},
      removeEventListener() {},
      addListener() {},
      removeListener() {},
    });
    this.global.ResizeObserver ??= class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
    this.global.HTMLCanvasElement.prototype.getContext = () => null;
  }
}
