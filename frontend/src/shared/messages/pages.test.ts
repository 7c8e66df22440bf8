// Words of pages stand in the messages: every id is written, every message is used, and few words stay in the code.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

const SRC = join(import.meta.dirname, '../..');
const MESSAGES = join(SRC, '../../src/wenlo/messages/en');

/** What is read on screen or by a screen reader. */
const READ = new Set(['label', 'title', 'aria-label', 'placeholder', 'hint', 'alt', 'okText', 'cancelText']);

/** Each room of pages, and what its hook is called. */
const ROOMS: Record<string, string> = {
  app: 'useAppWords',
  bench: 'useBenchWords',
  brief: 'useBriefWords',
  'build-page': 'useBuildPageWords',
  common: 'useCommonWords',
  help: 'useHelpWords',
  place: 'usePlaceWords',
  practice: 'usePracticeWords',
  prove: 'useProveWords',
  rig: 'useRigWords',
  shape: 'useShapeWords',
  shelf: 'useShelfWords',
  shoots: 'useShootsWords',
};

/** Words that have not moved yet, by file: those of functions that are no component, and of what is no text alone. */
const STILL: Record<string, number> = {};

const COMPONENTS = readdirSync(SRC, { recursive: true, withFileTypes: true })
  .filter((one) => one.isFile() && one.name.endsWith('.tsx') && !one.name.includes('.test.'))
  .map((one) => join(one.parentPath, one.name).slice(SRC.length + 1))
  .filter((path) => !path.startsWith('testing/'))
  .sort();

/** Files that are no components and are given the words of a page: tables of fields, say. */
const GIVEN_WORDS = readdirSync(SRC, { recursive: true, withFileTypes: true })
  .filter((one) => one.isFile() && /^[^.]+\.ts$/.test(one.name))
  .map((one) => readFileSync(join(one.parentPath, one.name), 'utf8'))
  .filter((text) => text.includes('PageWords'));

const read = (path: string) => readFileSync(join(SRC, path), 'utf8');

/** Words in a component that are no message. */
function wordsIn(path: string): string[] {
  const found: string[] = [];
  const visit = (node: ts.Node) => {
    if (ts.isJsxText(node) && /[a-z]{2}/i.test(node.text)) found.push(node.text.trim());
    if (ts.isJsxAttribute(node) && node.initializer && ts.isStringLiteral(node.initializer)) {
      const name = node.name.getText(file);
      if (READ.has(name) && /[a-z]{2}/i.test(node.initializer.text))
        found.push(`${name}="${node.initializer.text}"`);
    }
    ts.forEachChild(node, visit);
  };
  const file = ts.createSourceFile(path, read(path), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  visit(file);
  return found;
}

const written = (room: string) =>
  [...readFileSync(join(MESSAGES, `${room}.ftl`), 'utf8').matchAll(/^([a-z][\w-]*) =/gm)].map(
    ([, id]) => id ?? '',
  );

describe('words in components', () => {
  it.each(COMPONENTS)('%s', (path) => {
    expect(wordsIn(path).length).toBe(STILL[path] ?? 0);
  });

  it('are found where there are any', () => {
    expect(COMPONENTS.length).toBeGreaterThan(80);
    expect(Object.values(STILL).reduce((sum, n) => sum + n, 0)).toBeLessThan(40);
  });
});

describe.each(Object.entries(ROOMS))('the messages of %s', (room, hook) => {
  const users = COMPONENTS.map(read).filter((text) => text.includes(`${hook}(`));
  const said = written(room);

  it('are asked for where their room is used, and nothing else is', () => {
    const asked = users.flatMap((text) =>
      [...text.matchAll(/\b(?:t|words)\(\s*'([\w-]+)'/g)].map(([, id]) => id ?? ''),
    );
    const others = Object.keys(ROOMS)
      .filter((other) => other !== room)
      .flatMap(written);
    expect(asked.filter((id) => !said.includes(id) && !others.includes(id))).toEqual([]);
  });

  it('are written once, and used', () => {
    const all = [...users, ...GIVEN_WORDS].join('\n');
    expect(said.filter((id) => !all.includes(`'${id}'`))).toEqual([]);
    expect(new Set(said).size).toBe(said.length);
  });
});
