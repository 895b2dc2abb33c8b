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
  },
  test: {
    environment: 'jsdom',
    isolate: false,
    restoreMocks: true,
    setupFiles: 'src/testing/setUp.ts',
    testTimeout: 20_000,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
});
