import { describe, expect, it } from 'vitest';
import { copyTitle, type ShootLine, shownLines } from './shootLines';

const line = (title: string, updated_at: string): ShootLine => ({ id: title, title, version: 1, updated_at });
const lines = [
  line('Varnish jar and steam', '2026-11-03T10:00:00Z'),
  line('At the gluing bench', '2026-11-05T10:00:00Z'),
  line('bench, evening 10', '2026-11-04T10:00:00Z'),
  line('bench, evening 9', '2026-11-01T10:00:00Z'),
];

describe('shoots that are shown', () => {
  it('are the last changed first, or by title, numbers by their size', () => {
    expect(shownLines(lines, '', 'changed').map((l) => l.title)[0]).toBe('At the gluing bench');
    expect(shownLines(lines, '', 'title').map((l) => l.title)).toEqual([
      'At the gluing bench',
      'bench, evening 9',
      'bench, evening 10',
      'Varnish jar and steam',
    ]);
  });
  it('have every word that is looked for, however it is written', () => {
    expect(shownLines(lines, 'EVENING bench', 'title').map((l) => l.title)).toEqual([
      'bench, evening 9',
      'bench, evening 10',
    ]);
    expect(shownLines(lines, 'viola', 'title')).toEqual([]);
  });
  it('are copied under a title of their own that is not too long', () => {
    expect(copyTitle('A viola', [])).toBe('A viola, copy');
    expect(copyTitle('A viola', ['A viola, copy', 'A viola, copy 2'])).toBe('A viola, copy 3');
    expect(copyTitle('x'.repeat(120), [])).toHaveLength(120);
  });
});
