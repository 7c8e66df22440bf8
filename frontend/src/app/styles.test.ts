import { readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { describe, expect, it } from 'vitest';

const SOURCE = 'src';

const files = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? files(path) : [path];
  });

const all = files(SOURCE);
const sheets = all.filter((path) => path.endsWith('.module.css'));
const components = all.filter((path) => /\.tsx?$/.test(path) && !path.includes('.test.'));
const camel = (name: string) => name.replace(/-+([a-zA-Z])/g, (_, letter: string) => letter.toUpperCase());

/** Names of the classes that a sheet makes, not those that it only speaks of as somebody else's. */
function classesOf(path: string): string[] {
  const selectors = readFileSync(path, 'utf8')
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .replace(/:global\([^)]*\)/g, '')
    .replace(/\{[^{}]*\}/g, ' ');
  return [...new Set([...selectors.matchAll(/\.(-?[a-zA-Z_][\w-]*)/g)].map((match) => match[1] ?? ''))];
}

/** What a component takes of its sheet: names, and beginnings of names that are put together. */
function takenBy(path: string): { sheet: string; names: string[]; beginnings: string[] } | null {
  const text = readFileSync(path, 'utf8');
  const imported = text.match(/import css from '(.+\.module\.css)'/)?.[1];
  if (!imported) return null;
  return {
    sheet: relative('.', join(dirname(path), imported)),
    names: [...text.matchAll(/\bcss\.(\w+)/g)].map((match) => match[1] ?? ''),
    beginnings: [...text.matchAll(/css\[`([\w-]+)\$\{/g)].map((match) => match[1] ?? ''),
  };
}

const taken = components.flatMap((path) => {
  const found = takenBy(path);
  return found ? [{ path, ...found }] : [];
});

describe('styles beside the components', () => {
  it.each(taken.map((entry) => [entry.path, entry] as const))(
    '%s takes only classes that there are',
    (_, entry) => {
      const made = new Set(classesOf(entry.sheet).map(camel));
      expect(entry.names.filter((name) => !made.has(name))).toEqual([]);
    },
  );

  it.each(sheets)('%s makes no class that nobody takes', (sheet) => {
    const by = taken.filter((entry) => entry.sheet === sheet);
    const names = new Set(by.flatMap((entry) => entry.names));
    const beginnings = by.flatMap((entry) => entry.beginnings);
    const idle = classesOf(sheet).filter(
      (name) => !(names.has(camel(name)) || beginnings.some((beginning) => name.startsWith(beginning))),
    );
    expect(idle).toEqual([]);
  });
});
