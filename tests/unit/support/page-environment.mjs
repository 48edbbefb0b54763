import { TestEnvironment } from 'jest-environment-jsdom';

/** Work beside the page, which is begun and never done: what a page shows then is what it shows before there is an answer. */
class SilentWorker extends EventTarget {
  postMessage() {}
  terminate() {}
}

/** A canvas without a page, on which nothing is drawn. */
class BlankCanvas extends EventTarget {
  constructor(width, height) {
    super();
    Object.assign(this, { width, height });
  }
}

/** A page without a browser, with what every browser has beside the document and such pages lack. */
export default class PageEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, { Response, Request, Headers, structuredClone, TextEncoder, TextDecoder });
    Object.assign(this.global, { Worker: SilentWorker, OffscreenCanvas: BlankCanvas });
  }
}
