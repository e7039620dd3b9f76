import { configure } from '@testing-library/react';

// The one place that says how long to wait: a page loaded for the first time takes its time on a busy machine.
configure({ asyncUtilTimeout: 60_000 });

/** What a browser has and the test's stand-in for one lacks; and the server, which a test puts in. */
export const server: { answer: (request: Request) => Promise<Response> } = {
  answer: () => Promise.reject(new Error('No server was put in.')),
};

globalThis.fetch = (input, init) => server.answer(new Request(input, init));

globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

Element.prototype.scrollIntoView = () => undefined;

window.matchMedia = (media) =>
  ({
    media,
    matches: false,
    addEventListener() {},
    removeEventListener() {},
    addListener() {},
    removeListener() {},
  }) as unknown as MediaQueryList;
