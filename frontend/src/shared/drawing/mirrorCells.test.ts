import { expect, test } from 'vitest';
import { cellPath, labelPlace } from './mirrorCells';

const SHOWN = [
  [-1, 0, 0, 1],
  [0, 0, 1, 1],
];

test('cells are outlined in runs along the rows', () => {
  expect(cellPath(SHOWN, 0)).toBe('M1 0h2v1h-2zM0 1h2v1h-2z');
  expect(cellPath(SHOWN, 1)).toBe('M3 0h1v1h-1zM2 1h2v1h-2z');
  expect(cellPath(SHOWN, 7)).toBe('');
});

test('a label stands on a cell of its own part', () => {
  const ring = [
    [0, 0, 0],
    [0, 1, 0],
    [0, 0, 0],
  ];
  const place = labelPlace(ring, 0);
  expect(place && ring[place.y]?.[place.x]).toBe(0);
  expect(labelPlace(ring, 1)).toEqual({ x: 1, y: 1 });
  expect(labelPlace(ring, 5)).toBeNull();
});
