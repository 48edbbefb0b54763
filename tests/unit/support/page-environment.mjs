import { TestEnvironment } from 'jest-environment-jsdom';

/** A page without a browser, with what every browser has beside the document and such pages lack. */
export default class PageEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, { Response, Request, Headers, structuredClone, TextEncoder, TextDecoder });
  }
}
