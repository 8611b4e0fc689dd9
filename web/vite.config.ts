import react from '@vitejs/plugin-react';
import { compression } from 'vite-plugin-compression2';
import { defineConfig } from 'vitest/config';

/** Tests that put something in a module's place, which others may have loaded before. */
const MOCKING = ['src/conditions/ConditionEditor.test.tsx'];

export default defineConfig({
  plugins: [
    react(),
    compression({ algorithms: ['gzip', 'brotliCompress'], include: /assets\/.*\.(js|css)$/ }),
  ],
  build: {
    target: 'es2022',
    sourcemap: false,
    rolldownOptions: {
      output: {
        // Few files make a page: what every place needs is one, what libraries give is another.
        codeSplitting: {
          groups: [
            {
              name: 'kit',
              test: /node_modules\/(?!@mui\/x-|dayjs|@codemirror|@lezer|@marijn|crelt|qrcode)/,
              priority: 2,
            },
            {
              name: 'parts',
              test: /src\/(app\/(?!Dates|HoursField)|api|session|ask)/,
              priority: 1,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8480' } },
  test: {
    testTimeout: 30_000,
    maxWorkers: '100%',
    // What draws nothing needs no page, which takes longer to make than most of these tests.
    projects: [
      { extends: true, test: { name: 'plain', include: ['src/**/*.test.ts'], isolate: false } },
      // The kit takes longer to load than most tests take to run: files share it, and their page.
      {
        extends: true,
        test: {
          name: 'drawn',
          include: ['src/**/*.test.tsx'],
          exclude: MOCKING,
          environment: 'jsdom',
          isolate: false,
          setupFiles: ['src/testing/afterEach.ts'],
        },
      },
      {
        extends: true,
        test: {
          name: 'mocking',
          include: MOCKING,
          environment: 'jsdom',
          setupFiles: ['src/testing/afterEach.ts'],
        },
      },
    ],
  },
});
