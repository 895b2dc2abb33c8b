import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

// A busy machine takes its time over what is loaded when it is needed.
configure({ asyncUtilTimeout: 6000 });

// All tests of a worker share one page: each leaves it as it found it.
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
  sessionStorage.clear();
});
