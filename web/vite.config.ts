import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: { target: 'es2022', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:8480' } },
  test: {
    testTimeout: 30_000,
    maxWorkers: '100%',
    // What draws nothing needs no page, which takes longer to make than most of these tests.
    projects: [
      { extends: true, test: { name: 'plain', include: ['src/**/*.test.ts'] } },
      {
        extends: true,
        test: { name: 'drawn', include: ['src/**/*.test.tsx'], environment: 'jsdom' },
      },
    ],
  },
});
