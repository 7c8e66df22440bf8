// The one way in which something is dragged: taken hold of, moved and let go, with the pointer kept all the while.
import { type PointerEvent, useRef } from 'react';

type Drag<E extends Element, P> = {
  /** Where the pointer is, in whatever the drag is about. */
  at: (event: PointerEvent<E>) => P;
  /** Whether the drag begins here; the pointer is kept if it does. */
  begins?: (at: P, event: PointerEvent<E>) => boolean;
  moves: (from: P, to: P) => void;
  /** Let go at `to`; `to` is null where the pointer was taken away. */
  ends: (from: P, to: P | null) => void;
};

export function useDrag<E extends Element, P>({ at, begins, moves, ends }: Drag<E, P>) {
  const from = useRef<{ at: P } | null>(null);
  const end = (event: PointerEvent<E>, to: P | null) => {
    const held = from.current;
    if (!held) return;
    from.current = null;
    if (event.currentTarget.hasPointerCapture?.(event.pointerId))
      event.currentTarget.releasePointerCapture(event.pointerId);
    ends(held.at, to);
  };
  return {
    onPointerDown: (event: PointerEvent<E>) => {
      const place = at(event);
      if (event.button !== 0 || begins?.(place, event) === false) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      from.current = { at: place };
    },
    onPointerMove: (event: PointerEvent<E>) => {
      if (from.current) moves(from.current.at, at(event));
    },
    onPointerUp: (event: PointerEvent<E>) => end(event, at(event)),
    onPointerCancel: (event: PointerEvent<E>) => end(event, null),
  };
}
