import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { bothTexts, type Change, changesBetween, holds, turnedBack, valueAt, withChanges } from './merge';

type Between = { name: string; before: unknown; after: unknown; changes: Change[] };
type Merged = { name: string; start: unknown; theirs: unknown; mine: unknown; both: unknown };
const cases = JSON.parse(readFileSync('../tests/vectors/merge.json', 'utf8')) as {
  between: Between[];
  merged: Merged[];
  texts: Record<'name' | 'was' | 'theirs' | 'mine' | 'both', string>[];
};

describe('changes of a document', () => {
  it.each(cases.between)('$name: found, made and turned back', ({ before, after, changes }) => {
    const found = changesBetween(before, after);
    expect(found).toEqual(changes);
    expect(withChanges(before, found)).toEqual(after);
    expect(withChanges(after, turnedBack(found))).toEqual(before);
  });

  it.each(cases.merged.filter((c) => c.both !== null))('$name: both are kept', (c) => {
    const now = withChanges(c.start, changesBetween(c.start, c.theirs));
    expect(withChanges(now, changesBetween(c.start, c.mine))).toEqual(c.both);
  });

  it.each(cases.texts)('$name: both texts are kept', ({ was, theirs, mine, both }) => {
    expect(bothTexts(was, theirs, mine)).toBe(both);
  });

  it('leaves the objects alone that did not change', () => {
    const before = { design: { width: 1 }, brief: { deep: [1, 2] } };
    const after = withChanges(before, [
      { path: ['design', 'width'], was: 1, value: 2, adds: false, removes: false },
    ]);
    expect(after.brief).toBe(before.brief);
  });

  it('finds what is at a place, and nothing where the place is gone', () => {
    const document = { others: [{ key: 'rim', power: 0.5 }] };
    expect(valueAt(document, ['others', '@rim', 'power'])).toBe(0.5);
    expect(valueAt(document, ['others', '@hair', 'power'])).toBeUndefined();
    expect(holds({ x: 1, added: true }, { x: 1 })).toBe(true);
    expect(holds({ x: 2 }, { x: 1 })).toBe(false);
  });
});
