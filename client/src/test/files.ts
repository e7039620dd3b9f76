import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';

const root = join(process.cwd(), 'src');

const under = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? under(path) : [path];
  });

/** The client's own files whose names end so, tests left out, with what stands in them. */
export const sources = (...ends: string[]) =>
  under(root)
    .map((path) => relative(root, path))
    .filter((name) => ends.some((e) => name.endsWith(e)) && !name.includes('.test.') && !name.startsWith('test/'))
    .map((name) => ({ name, text: readFileSync(join(root, name), 'utf8') }));
