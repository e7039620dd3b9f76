import { mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { basename, dirname, resolve } from 'node:path';
import react from '@vitejs/plugin-react';
import subsetFont from 'subset-font';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/** CJK Radicals Supplement, the first block of the characters. */
const FIRST_CHARACTER = 0x2e80;

/** Where fonts cut down to what is written with them are kept while building. */
const CUT = resolve('node_modules/.cut-fonts');

/**
 * Ships of the characters' font only what the app or its knowledge writes with it, and of no font the older format. The fonts of the
 * interface stay whole: names may be written with any of their letters.
 */
function cutFonts(...folders: string[]): Plugin {
  const text = folders.flatMap((f) =>
    readdirSync(f, { recursive: true, encoding: 'utf8' })
      .filter((n) => /\.(json|tsx?)$/.test(n))
      .map((n) => readFileSync(`${f}/${n}`, 'utf8')),
  );
  // Other letters are written in the fonts of the interface.
  const used = [...new Set(text.join(''))].map((c) => c.codePointAt(0)!).filter((c) => c >= FIRST_CHARACTER);
  const within = (ranges: string) =>
    ranges.split(',').flatMap((range) => {
      const [from, to] = range.trim().slice(2).split('-');
      const [least, most] = [parseInt(from!, 16), parseInt(to ?? from!, 16)];
      return used.filter((c) => c >= least && c <= most);
    });
  /** One slice of the font with the characters that are used of it; nothing where none is. */
  const cut = async (face: string, folder: string) => {
    const letters = within(/unicode-range: ([^;]+);/.exec(face)![1]!);
    const file = /url\((\.[^)]*\.woff2)\)/.exec(face)![1]!;
    if (letters.length === 0) return '';
    const font = readFileSync(resolve(folder, file));
    const small = await subsetFont(font, String.fromCodePoint(...letters), { targetFormat: 'woff2' });
    mkdirSync(CUT, { recursive: true });
    writeFileSync(resolve(CUT, basename(file)), small);
    const ranges = letters.map((c) => `U+${c.toString(16)}`).join(',');
    return face.replace(file, resolve(CUT, basename(file))).replace(/unicode-range: [^;]+/, `unicode-range: ${ranges}`);
  };
  return {
    name: 'cut-fonts',
    enforce: 'pre',
    async transform(css, id) {
      if (!/@fontsource.*\.css$/.test(id)) return;
      const newer = css.replace(/, url\([^)]*\.woff\) format\('woff'\)/g, '');
      if (!id.includes('noto-serif-sc')) return newer;
      const faces = newer.match(/@font-face \{[^}]*\}/g)!;
      return (await Promise.all(faces.map((face) => cut(face, dirname(id))))).join('\n');
    },
  };
}

export default defineConfig({
  plugins: [react(), cutFonts('src', '../knowledge')],
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
    testTimeout: 120_000,
    include: ['src/**/*.test.{ts,tsx}'],
  },
});
