// Pages whose words stand in the messages: every id is written, every message is used, and no words stay in the code.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import source from '../../../../src/wenlo/messages/en/shape.ftl?raw';

const SRC = join(import.meta.dirname, '../..');

/** What is read on screen or by a screen reader. */
const READ = new Set(['label', 'title', 'aria-label', 'placeholder', 'hint', 'alt']);

const SHAPE = [
  'features/gauges/GaugeStrip.tsx',
  'shared/picture/PredictedPicture.tsx',
  ...[
    'FrontView',
    'KindControls',
    'KindFront',
    'KindPicture',
    'KindSide',
    'MaterialRow',
    'MirrorWords',
    'ShadowStrip',
    'ShapeStage',
    'SideSection',
    'WhatIf',
  ].map((name) => `features/shape/${name}.tsx`),
];

const read = (path: string) => readFileSync(join(SRC, path), 'utf8');

function sources(folder: string): string[] {
  return readdirSync(join(SRC, folder), { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile() && /\.tsx?$/.test(one.name) && !one.name.includes('.test.'))
    .map((one) => readFileSync(join(one.parentPath, one.name), 'utf8'));
}

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

const written = [...source.matchAll(/^([a-z][\w-]*) =/gm)].map(([, id]) => id ?? '');

describe('the words of Shape', () => {
  it.each(SHAPE)('%s has none of its own', (path) => {
    expect(wordsIn(path)).toEqual([]);
  });

  it('finds words that are no message', () => {
    // one that is not moved yet; when it is, take another
    expect(wordsIn('features/shape/Ranking.tsx').length).toBeGreaterThan(3);
  });

  it('asks for nothing that is not written', () => {
    const asked = SHAPE.flatMap((path) =>
      [...read(path).matchAll(/(?<![\w.])t\(\s*'([\w-]+)'/g)].map(([, id]) => id),
    );
    expect(asked.length).toBeGreaterThan(60);
    expect([...new Set(asked)].filter((id) => !written.includes(id ?? ''))).toEqual([]);
  });

  it('writes nothing that is not asked for', () => {
    const all = [...sources('features'), ...sources('shared')].join('\n');
    expect(written.filter((id) => !all.includes(`'${id}'`))).toEqual([]);
    expect(new Set(written).size).toBe(written.length);
  });
});
