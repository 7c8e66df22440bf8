import css from './drawing.module.css';

// The same symbols on every drawing. Sizes in pixels unless they are true to scale.

/** A lamp seen from the side or above: its face is toward `angle` [rad, 0 = right, y down]. */
export function LampSymbol(props: { x: number; y: number; angle: number; face: number; round: boolean }) {
  const half = Math.max(props.face / 2, 4);
  const deg = (props.angle * 180) / Math.PI;
  return (
    <g transform={`translate(${props.x} ${props.y}) rotate(${deg})`} className="lamp-symbol">
      {props.round ? (
        <circle r={Math.max(half, 5)} />
      ) : (
        <>
          <path d={`M0 ${-half} L-9 ${-half * 0.55} L-20 -5 L-20 5 L-9 ${half * 0.55} L0 ${half} Z`} />
          <path d={`M0 ${-half} V${half}`} className="lamp-face" />
        </>
      )}
      <circle r={14} className="grip" />
    </g>
  );
}

/** Head and shoulders from the side, the face at (0, 0) looking right; true to scale. */
export function PersonSide(props: {
  x: number;
  y: number;
  perMetre: number;
  floor: number;
  headDepth: number;
}) {
  const k = props.perMetre;
  const d = props.headDepth * k;
  const floor = props.floor - props.y;
  return (
    <g transform={`translate(${props.x} ${props.y})`} className="person">
      <path
        d={`M${-d * 0.32} ${0.14 * k} C${-d * 0.3} ${0.2 * k} ${-d * 0.1} ${0.22 * k} ${0.02 * k} ${0.3 * k}
            C${0.05 * k} ${0.42 * k} ${0.02 * k} ${0.6 * k} ${0.02 * k} ${Math.min(0.78 * k, floor)}
            L${-0.3 * k} ${Math.min(0.78 * k, floor)} C${-0.32 * k} ${0.5 * k} ${-0.3 * k} ${0.3 * k} ${-d * 0.85} ${0.2 * k}
            L${-d * 0.8} ${0.08 * k} Z`}
      />
      <ellipse cx={-d / 2} cy={-0.01 * k} rx={d / 2} ry={0.12 * k} />
      <path d={`M${-0.01 * k} ${-0.03 * k} L${0.014 * k} ${0.015 * k} L${-0.012 * k} ${0.018 * k} Z`} />
      <path d={`M${-0.34 * k} ${Math.min(0.8 * k, floor)} H${0.06 * k}`} className={css.stool} />
      <path
        d={`M${-0.28 * k} ${Math.min(0.8 * k, floor)} V${floor} M${0.0 * k} ${Math.min(0.8 * k, floor)} V${floor}`}
        className={css.stool}
      />
    </g>
  );
}

/** A head from above, the nose toward the camera (down); true to scale. */
export function PersonAbove(props: { x: number; y: number; perMetre: number }) {
  const k = props.perMetre;
  return (
    <g transform={`translate(${props.x} ${props.y})`} className="person">
      <ellipse cx={0} cy={-0.1 * k} rx={0.23 * k} ry={0.12 * k} />
      <ellipse cx={0} cy={-0.08 * k} rx={0.075 * k} ry={0.1 * k} className={css.head} />
      <path d={`M${-0.015 * k} ${0.01 * k} L0 ${0.04 * k} L${0.015 * k} ${0.01 * k} Z`} />
    </g>
  );
}

/** A thing on its table from above, the front toward the camera (down); true to scale. */
export function ThingAbove(props: { x: number; y: number; perMetre: number; size: number }) {
  const k = props.perMetre;
  const wide = Math.max(props.size * k, 4);
  return (
    <g transform={`translate(${props.x} ${props.y})`} className="person">
      <rect x={-0.6 * k} y={-0.35 * k} width={1.2 * k} height={0.7 * k} className={css.tableTop} />
      <rect x={-wide / 2} y={-wide * 0.8} width={wide} height={wide * 0.8} className={css.head} />
    </g>
  );
}

/** A thing on its table from the side, its front at (0, 0) looking right; true to scale. */
export function ThingSide(props: { x: number; y: number; perMetre: number; floor: number; size: number }) {
  const k = props.perMetre;
  const half = (props.size * k) / 2;
  const floor = props.floor - props.y;
  return (
    <g transform={`translate(${props.x} ${props.y})`} className="person">
      <path d={`M${-0.35 * k} ${half} H${0.35 * k}`} className={css.stool} />
      <path d={`M${-0.3 * k} ${half} V${floor} M${0.3 * k} ${half} V${floor}`} className={css.stool} />
      <rect x={-1.2 * half} y={-half} width={1.2 * half} height={2 * half} />
    </g>
  );
}

/** A camera from above, looking up the page. */
export function CameraAbove(props: { x: number; y: number }) {
  return (
    <g transform={`translate(${props.x} ${props.y})`} className="camera-symbol">
      <rect x={-11} y={4} width={22} height={13} rx={2} />
      <path d="M-6 4 L-8 -5 H8 L6 4 Z" />
      <circle r={16} cy={6} className="grip" />
    </g>
  );
}

/** A rule of one metre (or three feet), so that the scale can be read. */
export function ScaleBar(props: { x: number; y: number; perMetre: number; units: 'metric' | 'imperial' }) {
  const length = (props.units === 'metric' ? 1 : 0.9144) * props.perMetre;
  return (
    <g className="scale-bar" transform={`translate(${props.x} ${props.y})`}>
      <path d={`M0 -4 V0 H${length} V-4 M${length / 2} -3 V0`} />
      <text x={length + 6} y={1}>
        {props.units === 'metric' ? '1 m' : "3'"}
      </text>
    </g>
  );
}
