import { type RefObject, useEffect, useRef, useState } from 'react';

/** Size of an element in pixels, kept in step. */
export function useSize<T extends HTMLElement>(): [RefObject<T | null>, { width: number; height: number }] {
  const ref = useRef<T>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    if (!ref.current) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry)
        setSize({ width: Math.floor(entry.contentRect.width), height: Math.floor(entry.contentRect.height) });
    });
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, []);
  return [ref, size];
}
