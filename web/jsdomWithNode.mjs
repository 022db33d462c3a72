// jsdom, with what browsers have and jsdom leaves out, taken from Node.
import { TestEnvironment } from 'jest-environment-jsdom';

export default class extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, {
      structuredClone,
      Response,
      setImmediate,
      clearImmediate,
      TextEncoder,
      TextDecoder,
    });
    this.global.EventSource = class {
      addEventListener() {}
      close() {}
    };
  }
}
