import { expect, it } from 'vitest';
import { sources } from '../test/files';
import { en } from './en';

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
  const asked = sources('.ts', '.tsx')
    .filter((f) => !f.name.startsWith('words/'))
    .flatMap((f) => [...f.text.matchAll(/'([a-zA-Z]+\.[\w.-]+)'/g)].map((m) => m[1]!))
    // However it is asked for: by itself, or as one of two.
    .filter((key) => key.split('.')[0]! in en);
  expect(asked.length).toBeGreaterThan(150);
  expect([...new Set(asked.filter((key) => !has(key)))]).toEqual([]);
});

it('no part of the catalogue hides another', () => {
  const parts = import.meta.glob<Record<string, object>>(['./*.ts', '!./en.ts', '!./index.ts', '!./*.test.ts'], {
    eager: true,
  });
  const names = Object.values(parts).flatMap((part) => Object.values(part).flatMap(Object.keys));
  expect(names.filter((n, i) => names.indexOf(n) !== i)).toEqual([]);
  expect([...names].sort()).toEqual(Object.keys(en).sort());
});
