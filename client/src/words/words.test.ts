import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { en } from './en';

function files(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? files(path) : /\.tsx?$/.test(name) && !name.includes('.test.') ? [path] : [];
  });
}

const has = (key: string) => {
  const at = key.split('.').reduce<unknown>((o, k) => (o as Record<string, unknown> | undefined)?.[k], en);
  const parent = key
    .split('.')
    .slice(0, -1)
    .reduce<unknown>((o, k) => (o as Record<string, unknown> | undefined)?.[k], en) as
    Record<string, unknown> | undefined;
  return at !== undefined || parent?.[`${key.split('.').pop()}_other`] !== undefined;
};

it('every word a screen asks for is in the catalogue', () => {
  const src = join(process.cwd(), 'src');
  const asked = files(src).flatMap((f) =>
    [...readFileSync(f, 'utf8').matchAll(/\bt\(\s*'([\w.-]+)'/g)].map((m) => m[1]!),
  );
  expect(asked.length).toBeGreaterThan(150);
  expect(asked.filter((key) => !has(key))).toEqual([]);
});
