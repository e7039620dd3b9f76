import { readFileSync, readdirSync } from 'node:fs';
import react from '@vitejs/plugin-react';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/** CJK Radicals Supplement, the first block of the characters. */
const FIRST_CHARACTER = 0x2e80;

/**
 * Ships of the characters' font only the slices that hold one the app or its knowledge uses, and of no font the older format. The fonts of the
 * interface stay whole: names may be written with any of their letters.
 */
function slicedFonts(...folders: string[]): Plugin {
  const text = folders.flatMap((f) =>
    readdirSync(f, { recursive: true, encoding: 'utf8' })
      .filter((n) => /\.(json|tsx?)$/.test(n))
      .map((n) => readFileSync(`${f}/${n}`, 'utf8')),
  );
  // Other letters are written in the fonts of the interface.
  const used = [...new Set(text.join(''))].map((c) => c.codePointAt(0)!).filter((c) => c >= FIRST_CHARACTER);
  const holds = (range: string) => {
    const [from, to] = range.trim().slice(2).split('-');
    const [least, most] = [parseInt(from!, 16), parseInt(to ?? from!, 16)];
    return used.some((c) => c >= least && c <= most);
  };
  return {
    name: 'sliced-fonts',
    enforce: 'pre',
    transform(css, id) {
      if (!/@fontsource.*\.css$/.test(id)) return;
      return css
        .replace(/@font-face \{[^}]*\}/g, (face) => {
          const ranges = /unicode-range: ([^;]+);/.exec(face)?.[1];
          return !id.includes('noto-serif-sc') || !ranges || ranges.split(',').some(holds) ? face : '';
        })
        .replace(/, url\([^)]*\.woff\) format\('woff'\)/g, '');
    },
  };
}

export default defineConfig({
  plugins: [react(), slicedFonts('src', '../knowledge')],
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
  test: {
    environment: 'jsdom',
    setupFiles: ['src/test/setup.ts'],
    testTimeout: 20_000,
    include: ['src/**/*.test.{ts,tsx}'],
  },
});
