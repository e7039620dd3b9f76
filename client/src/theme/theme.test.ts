import { expect, it } from 'vitest';
import { sources } from '../test/files';

/** Styles hold everywhere: two things of one name would each be dressed as the other. Several of a name in one rule are meant. */
it('no class is dressed in two places', () => {
  const alone = sources('.scss').flatMap((f) =>
    [...f.text.matchAll(/(?<!,\n)^\.([\w-]+) \{$/gm)].map((m) => ({ name: m[1]!, file: f.name })),
  );
  expect(alone.length).toBeGreaterThan(200);
  expect(alone.filter((a, i) => alone.findIndex((b) => b.name === a.name) !== i)).toEqual([]);
});
