import { availableParallelism } from 'node:os';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: {
    manifest: true,
    assetsInlineLimit: 0,
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    reportCompressedSize: false,
    // What the first page needs comes as one script, not as one for every set of pages that share some of it.
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'first', tags: ['$initial'] }] } } },
  },
  test: {
    environment: 'jsdom',
    isolate: false,
    restoreMocks: true,
    setupFiles: 'src/testing/setUp.ts',
    testTimeout: 20_000,
    // One processor is left free otherwise, and of two that is half.
    maxWorkers: Math.max(2, availableParallelism() - 1),
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
});
