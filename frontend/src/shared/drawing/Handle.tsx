// A thing on a drawing that is taken hold of and dragged.

import type { ReactNode } from 'react';
import { useCommonWords } from '../messages/common';
import { endDrag, startDrag } from '../state/store';
import { useDrag } from '../ui/useDrag';

export function Handle(props: {
  label: string;
  cursor: 'ew-resize' | 'ns-resize' | 'move' | 'nwse-resize' | 'grab';
  /** Pixels moved since the drag began, y downward. */
  onDrag: (dx: number, dy: number) => void;
  onStart?: () => void;
  children: ReactNode;
}) {
  const t = useCommonWords();
  const drag = useDrag<SVGGElement, { x: number; y: number }>({
    at: (event) => ({ x: event.clientX, y: event.clientY }),
    begins: () => {
      startDrag();
      props.onStart?.();
      return true;
    },
    moves: (from, to) => props.onDrag(to.x - from.x, to.y - from.y),
    ends: () => endDrag(`Dragged: ${props.label}`),
  });
  return (
    <g className="handle" data-handle={props.label} style={{ cursor: props.cursor }} {...drag}>
      <title>{t('common-drag', { label: props.label })}</title>
      {props.children}
    </g>
  );
}
