// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useSettled } from './settled';

describe('what has settled', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('is the first at once and the last after a while, none between', () => {
    const seen: number[] = [];
    const { rerender } = renderHook(({ value }) => seen.push(useSettled(value, 200)), {
      initialProps: { value: 1 },
    });
    for (const value of [2, 3, 4]) {
      rerender({ value });
      act(() => void vi.advanceTimersByTime(150));
    }
    expect(new Set(seen)).toEqual(new Set([1]));
    act(() => void vi.advanceTimersByTime(60));
    expect([...new Set(seen)]).toEqual([1, 4]);
  });
});
