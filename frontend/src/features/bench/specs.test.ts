import { describe, expect, it } from 'vitest';
import { CATEGORY, SPECS, specOf } from './specs';

describe.each(SPECS)('$name', (spec) => {
  it('goes to a category of the Shelf and says how it is measured', () => {
    expect(CATEGORY[spec.of]).toBeDefined();
    expect(spec.how.length).toBeGreaterThan(0);
    expect(specOf(spec.of)).toBe(spec);
  });

  it('starts with a value for every field and an empty table for every table', () => {
    for (const column of spec.setup) expect(spec.start).toHaveProperty(column.key);
    for (const table of spec.tables) expect(spec.start[table.key]).toEqual([]);
  });

  it('shows a cell only by a choice that its row offers', () => {
    for (const table of spec.tables)
      for (const column of table.columns) {
        if (!column.where) continue;
        const [key, value] = column.where;
        const other = table.columns.find((c) => c.key === key);
        expect(other?.choices?.map((c) => c.value)).toContain(value);
      }
  });

  it('begins a row with nothing that has no column, and with one of the choices', () => {
    for (const table of spec.tables)
      for (const [key, value] of Object.entries(table.row)) {
        const column = table.columns.find((c) => c.key === key);
        expect(column).toBeDefined();
        if (column?.choices) expect(column.choices.map((c) => c.value)).toContain(value);
      }
  });

  it('has no field twice, and says what an empty one means where it may be empty', () => {
    const keys = spec.setup.map((c) => c.key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const column of spec.setup) if (spec.start[column.key] === null) expect(column.empty).toBeTruthy();
  });
});

it('warns where measuring can hurt', () => {
  expect(specOf('lens').how.join(' ')).toMatch(/Never point it at the sun/);
  expect(specOf('lamp').how.join(' ')).toMatch(/Do not look into it/);
});

it('reads a black as it reads a face', () => {
  expect(specOf('black').tables).toEqual(specOf('face').tables);
});
