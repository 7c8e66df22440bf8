import { renderToStaticMarkup } from 'react-dom/server';
import { expect, it } from 'vitest';
import type { Shoot } from '../api/client';
import { fitScale } from './scale';
import { WetPlaces, wetBounds } from './WetPlaces';

const document = {
  rig: {
    wet: [
      { name: 'wash basin', x: 1, y: -0.5, width: 0.6, depth: 0.4 },
      { name: 'glue pot', x: -1, y: 2, width: 0.2, depth: 0.2 },
    ],
  },
} as unknown as Shoot;
const scale = fitScale(
  { left: -2, right: 2, bottom: -2, top: 3 },
  { width: 400, height: 500 },
  { left: 0, right: 0, top: 0, bottom: 0 },
);
const drawn = (reach?: number) =>
  renderToStaticMarkup(
    <svg>
      <title>plan</title>
      {reach === undefined ? (
        <WetPlaces document={document} scale={scale} />
      ) : (
        <WetPlaces document={document} scale={scale} reach={reach} />
      )}
    </svg>,
  );
const rects = (markup: string, name: string) =>
  [...markup.matchAll(new RegExp(`<rect ([^>]*)class="${name}"`, 'g'))].map((match) =>
    Object.fromEntries([...(match[1] ?? '').matchAll(/(\w+)="([-\d.]+)"/g)].map((m) => [m[1], Number(m[2])])),
  );

it('reach as far as their corners, and as what they keep free', () => {
  const near = wetBounds(document);
  expect(Math.min(...near.map((p) => p.y))).toBeCloseTo(-0.7);
  expect(Math.max(...near.map((p) => p.x))).toBeCloseTo(1.3);
  const far = wetBounds(document, 1.2);
  expect(Math.max(...far.map((p) => p.x))).toBeCloseTo(2.5);
  expect(Math.max(...far.map((p) => p.y))).toBeCloseTo(3.3);
});

it('are drawn true to scale where they are', () => {
  const [basin] = rects(drawn(), 'wet-body');
  expect(basin?.width).toBeCloseTo(60);
  expect(basin?.height).toBeCloseTo(40);
  expect(basin?.x).toBeCloseTo(scale.x(0.7));
  expect(basin?.y).toBeCloseTo(scale.y(-0.3));
  expect(drawn()).toContain('glue pot');
});

it('are taken hold of where one works, and show what they keep free where one reads', () => {
  expect(drawn()).toContain('data-handle="wash basin"');
  expect(rects(drawn(), 'wet-reach')).toHaveLength(0);
  const [reach] = rects(drawn(1.2), 'wet-reach');
  expect(reach?.width).toBeCloseTo(60 + 240);
  expect(reach?.rx).toBeCloseTo(120);
  expect(drawn(1.2)).not.toContain('data-handle');
});

it('waves end where the water does', () => {
  const waves = [...drawn().matchAll(/d="(M[^"]+)"/g)].map((m) => m[1] ?? '');
  for (const wave of waves) {
    const across = [...wave.matchAll(/[qt][^qt]*?([\d.]+) 0 /g)].reduce((sum, m) => sum + Number(m[1]), 0);
    expect([20, 60].some((wide) => Math.abs(across - wide) < 0.01)).toBe(true);
  }
});
