import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

// A machine that does other things besides is given its time.
configure({ asyncUtilTimeout: 10_000 });

// Files of tests share their page: each test leaves it as it found it.
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.useRealTimers();
  localStorage.clear();
  sessionStorage.clear();
});
