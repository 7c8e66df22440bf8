// A thing on a drawing that is taken hold of and dragged.
import { type PointerEvent, type ReactNode, useRef } from 'react';
import { endDrag, startDrag } from '../state/store';

export function Handle(props: {
  label: string;
  cursor: 'ew-resize' | 'ns-resize' | 'move' | 'nwse-resize' | 'grab';
  /** Pixels moved since the drag began, y downward. */
  onDrag: (dx: number, dy: number) => void;
  onStart?: () => void;
  children: ReactNode;
}) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const end = (event: PointerEvent<SVGGElement>) => {
    if (!from.current) return;
    from.current = null;
    event.currentTarget.releasePointerCapture(event.pointerId);
    endDrag(`Dragged: ${props.label}`);
  };
  return (
    <g
      className="handle"
      data-handle={props.label}
      style={{ cursor: props.cursor }}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY };
        startDrag();
        props.onStart?.();
      }}
      onPointerMove={(event) => {
        if (from.current) props.onDrag(event.clientX - from.current.x, event.clientY - from.current.y);
      }}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <title>{`Drag: ${props.label}`}</title>
      {props.children}
    </g>
  );
}
