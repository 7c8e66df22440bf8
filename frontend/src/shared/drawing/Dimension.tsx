// A dimension line whose number is edited where it is read.

import { useCommonWords } from '../messages/common';
import { QuantityInput, useQuantity } from '../ui/Quantity';
import type { Kind } from '../units/quantity';
import css from './drawing.module.css';
import { clearOf, middleOf, type Place } from './labels';

const TICK = 5;

export function Dimension(props: {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  path: string;
  label: string;
  kind?: Kind;
  also?: (value: number) => { path: string; value: unknown }[];
  unset?: number;
  keepClear?: Place[];
}) {
  const t = useCommonWords();
  const { x1, y1, x2, y2 } = props;
  const editor = useQuantity(props.path, props.kind ?? 'length', props.label, props.also, props.unset);
  const upright = Math.abs(x2 - x1) < Math.abs(y2 - y1);
  const middle = middleOf(props);
  const width = Math.max(editor.text.length * 7.4 + 12, 44);
  const { x: cx, y: cy } = clearOf(middle, width, 22, props.keepClear ?? []);
  const nx = upright ? TICK : 0;
  const ny = upright ? 0 : TICK;
  return (
    <g className={`dimension${editor.error ? ' has-error' : ''}`}>
      <path
        d={`M${x1} ${y1} L${x2} ${y2} M${middle.x} ${middle.y} L${cx} ${cy}`}
        className="dimension-line"
      />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x, y], i) => (
        <path
          key={i === 0 ? 'from' : 'to'}
          className={css.dimensionTick}
          d={`M${(x ?? 0) - nx - ny * 0.6} ${(y ?? 0) + ny + nx * 0.6} L${(x ?? 0) + nx + ny * 0.6} ${(y ?? 0) - ny - nx * 0.6}`}
        />
      ))}
      {editor.editing ? (
        <foreignObject x={cx - 48} y={cy - 14} width={96} height={28}>
          <QuantityInput editor={editor} label={props.label} />
        </foreignObject>
      ) : (
        <g
          role="button"
          tabIndex={0}
          className="dimension-value"
          aria-label={t('common-enter-to-type-arrow-keys', { label: props.label, text: editor.text })}
          onClick={editor.begin}
          onKeyDown={editor.onKeyDown}
        >
          <title>{t('common-click-to-type-arrow-keys', { label: props.label })}</title>
          <rect x={cx - width / 2} y={cy - 11} width={width} height={22} rx={4} />
          <text x={cx} y={cy + 4.5} textAnchor="middle">
            {editor.text}
          </text>
        </g>
      )}
      {editor.error ? (
        <foreignObject
          x={Math.max(cx - 120, 2)}
          y={cy - 98}
          width={240}
          height={84}
          className={css.dimensionError}
        >
          <div className="field-error" role="alert">
            {editor.error}
          </div>
        </foreignObject>
      ) : null}
    </g>
  );
}
