import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

// A busy machine takes its time over what is loaded when it is needed.
configure({ asyncUtilTimeout: 6000 });

// There is no server to hear of; what it would tell, the tests that need it say.
vi.mock('@microsoft/signalr', () => {
  const silent: object = new Proxy(
    {},
    { get: (_, name) => (name === 'start' ? () => new Promise(() => {}) : () => silent) },
  );
  class HubConnectionBuilder {
    constructor() {
      return silent;
    }
  }
  return { HubConnectionBuilder, LogLevel: {} };
});

// All tests of a worker share one page: each leaves it as it found it.
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
  sessionStorage.clear();
});
