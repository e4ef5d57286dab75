import { TestEnvironment as JSDOM } from 'jest-environment-jsdom';

/** A document for what is drawn, with what every browser has and jsdom leaves out. Nothing answers over the wire: what is recorded stays on its way. */
export default class Document extends JSDOM {
  async setup() {
    await super.setup();
    const lacking = { TextEncoder, TextDecoder, Response, Request, Headers, structuredClone };
    for (const [name, value] of Object.entries(lacking)) this.global[name] ??= value;
    this.global.fetch = async () => {
      throw new TypeError('There is no server here.');
    };
    this.global.scrollTo = () => undefined;
    // Letters are measured on a canvas; without one their widths are estimated.
    this.global.HTMLCanvasElement.prototype.getContext = () => null;
    this.global.ResizeObserver ??= class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
  }
}
