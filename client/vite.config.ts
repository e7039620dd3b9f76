import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: '../src/AmpleLantern.Web/wwwroot',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    rolldownOptions: { checks: { pluginTimings: false } },
  },
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5088', '/hubs': { target: 'http://127.0.0.1:5088', ws: true } } },
  test: { environment: 'jsdom', include: ['src/**/*.test.{ts,tsx}'] },
});
