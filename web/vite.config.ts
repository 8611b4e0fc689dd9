import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: { target: 'es2022', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:8480' } },
  test: {
    environment: 'jsdom',
    testTimeout: 30_000,
    maxWorkers: '100%',
    include: ['src/**/*.test.{ts,tsx}'],
  },
});
