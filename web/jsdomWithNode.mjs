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
    // A reader who writes dates day first and tells the time by 24 hours, whatever this machine is set to.
    Object.defineProperty(this.global.navigator, 'languages', { value: ['en-GB'] });
    this.global.EventSource = class {
      addEventListener() {}
      close() {}
    };
  }
}
