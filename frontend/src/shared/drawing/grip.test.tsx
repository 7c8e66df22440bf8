// @vitest-environment happy-dom
import { fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { open, opened, serve, show } from '../../testing/bench';
import { useShoot } from '../state/store';
import { Grip, type HandleDrawn, HandleLayer } from './HandleLayer';
import { fitScale } from './scale';

const scale = fitScale(
  { left: 0, right: 2, bottom: 0, top: 2 },
  { width: 200, height: 200 },
  { left: 0, right: 0, top: 0, bottom: 0 },
);
const handle: HandleDrawn = {
  view: 'side',
  path: 'design.height',
  label: 'Frame height',
  value: 1.2,
  low: 0.3,
  high: 1.5,
  at: [1, 1.2],
  per_unit: [0, 1],
  linked: [{ path: 'design.top_height', value: 1.95, per_unit: 1 }],
};
const design = () => useShoot.getState().document?.design as unknown as Record<string, number>;

describe('a grip on a drawing', () => {
  const grip = () => {
    open(opened({}));
    serve({});
    const { container } = show(
      <svg>
        <Grip handle={handle} scale={scale} />
      </svg>,
    );
    return container.querySelector('[data-handle]') as SVGGElement;
  };
  it('is drawn where the server says, and named for those who cannot see it', () => {
    const circle = grip().querySelector('circle.grip');
    expect([circle?.getAttribute('cx'), circle?.getAttribute('cy')]).toEqual(['100', '80']);
    expect(grip().querySelector('title')?.textContent).toBe('Drag: Frame height');
  });
  it('pulls its value and what goes with it, from where it was when the hand took it', () => {
    const it = grip();
    fireEvent.pointerDown(it, { button: 0, pointerId: 1, clientX: 100, clientY: 80 });
    fireEvent.pointerMove(it, { pointerId: 1, clientX: 100, clientY: 70 });
    expect(design().height).toBe(1.3);
    fireEvent.pointerMove(it, { pointerId: 1, clientX: 100, clientY: 60 });
    expect([design().height, design().top_height]).toEqual([1.4, 2.15]);
    expect(useShoot.getState().dragging).toBe(true);
    fireEvent.pointerUp(it, { pointerId: 1, clientX: 100, clientY: 60 });
    expect(useShoot.getState().dragging).toBe(false);
  });
  it('stops at its limit', () => {
    const it = grip();
    fireEvent.pointerDown(it, { button: 0, pointerId: 1, clientX: 100, clientY: 80 });
    fireEvent.pointerMove(it, { pointerId: 1, clientX: 100, clientY: -500 });
    expect(design().height).toBe(1.5);
    fireEvent.pointerUp(it, { pointerId: 1, clientX: 100, clientY: -500 });
  });
  it('is let go when the pointer is taken away, and follows nothing after that', () => {
    const it = grip();
    fireEvent.pointerDown(it, { button: 0, pointerId: 1, clientX: 100, clientY: 80 });
    fireEvent.pointerMove(it, { pointerId: 1, clientX: 100, clientY: 70 });
    fireEvent.pointerCancel(it, { pointerId: 1 });
    fireEvent.pointerMove(it, { pointerId: 1, clientX: 100, clientY: 20 });
    expect(design().height).toBe(1.3);
    expect(useShoot.getState().dragging).toBe(false);
  });
  it('is not taken hold of with another button', () => {
    const it = grip();
    fireEvent.pointerDown(it, { button: 2, pointerId: 1, clientX: 100, clientY: 80 });
    fireEvent.pointerMove(it, { pointerId: 1, clientX: 100, clientY: 20 });
    expect(design().height).toBe(1.2);
  });
});

describe('a layer of handles', () => {
  it('shows those of its view that the drawing has not given a shape of its own', () => {
    const front: HandleDrawn = { ...handle, view: 'front', path: 'design.width', label: 'Frame width' };
    const top: HandleDrawn = { ...handle, path: 'design.top_height', label: 'Standing height' };
    const { container } = show(
      <svg>
        <HandleLayer
          handles={[handle, front, top]}
          view="side"
          scale={scale}
          without={['design.top_height']}
        />
      </svg>,
    );
    const names = [...container.querySelectorAll('[data-handle]')].map((g) => g.getAttribute('data-handle'));
    expect(names).toEqual(['Frame height']);
  });
});
