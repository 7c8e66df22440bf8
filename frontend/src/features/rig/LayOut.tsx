// Floor marks measured from two points, so that one person with one tape can set everything.
import { Button } from 'antd';
import type { Rig } from '../../shared/api/rig';
import { useSize } from '../../shared/ui/useSize';
import { formatLength, type Units } from '../../shared/units/length';

export function LayOut({ rig, units, id }: { rig: Rig; units: Units; id: string }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [a, b] = rig.references;
  const points = [...rig.marks, ...rig.references];
  const left = Math.min(...points.map((m) => m.x));
  const back = Math.max(...points.map((m) => m.y));
  const wide = Math.max(Math.max(...points.map((m) => m.x)) - left, 1);
  const deep = Math.max(back - Math.min(...points.map((m) => m.y)), 1);
  const s = Math.min((size.width - 60) / wide, 170 / deep);
  const at = (m: { x: number; y: number }) => ({ x: 30 + (m.x - left) * s, y: 22 + (back - m.y) * s });
  return (
    <div className="lay-out">
      <p>
        <b>A</b> {a?.name}. <b>B</b> {b?.name}. Hook the tape at A, then at B: where both lengths meet, toward
        the camera, is the mark.
      </p>
      <div ref={ref}>
        {size.width > 0 ? (
          <svg width={size.width} height={deep * s + 44} role="img" aria-label="Floor marks from above">
            {a && b ? (
              <line x1={at(a).x} y1={at(a).y} x2={at(b).x} y2={at(b).y} className="back-wall" />
            ) : null}
            {rig.references.map((r, k) => (
              <g key={r.name} className="floor-mark reference">
                <text x={at(r).x + (k ? 10 : -10)} y={at(r).y + 5} textAnchor={k ? 'start' : 'end'}>
                  {'AB'[k]}
                </text>
              </g>
            ))}
            {rig.marks.map((m, k) => {
              const { x, y } = at(m);
              return (
                <g key={m.name} className="floor-mark">
                  <circle cx={x} cy={y} r={9} />
                  <text x={x} y={y + 4} textAnchor="middle">
                    {k + 1}
                  </text>
                </g>
              );
            })}
          </svg>
        ) : null}
      </div>
      <table className="list marks">
        <caption className="sr-only">Floor marks</caption>
        <thead>
          <tr>
            <th scope="col">Mark</th>
            <th scope="col" className="right">
              from A
            </th>
            <th scope="col" className="right">
              from B
            </th>
            <th scope="col" className="right">
              Height
            </th>
          </tr>
        </thead>
        <tbody>
          {rig.marks.map((m, k) => (
            <tr key={m.name}>
              <td>
                <b>{k + 1}</b> {m.name}
                <small>
                  {[
                    m.tilt === null ? null : `${Math.abs(m.tilt).toFixed(0)}° ${m.tilt >= 0 ? 'down' : 'up'}`,
                    m.turn === null
                      ? null
                      : `${Math.abs(m.turn).toFixed(0)}° ${m.turn >= 0 ? 'right' : 'left'}`,
                    m.aim,
                    m.dial,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </small>
              </td>
              <td className="right strong">{formatLength(m.first, units)}</td>
              <td className="right strong">{formatLength(m.second, units)}</td>
              <td className="right">{m.height === null ? '' : formatLength(m.height, units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rig.looks.length ? (
        <ol className="look-dials" aria-label="Looks and their dials">
          {rig.looks.map((l) => (
            <li key={l.number}>
              <b>
                {l.number} {l.name}:
              </b>{' '}
              {l.words}
            </li>
          ))}
        </ol>
      ) : null}
      <Button
        size="small"
        type="primary"
        href={`/api/shoots/${id}/lay-out.pdf?paper=${units === 'metric' ? 'a4' : 'letter'}`}
      >
        Lay-out sheet PDF
      </Button>
    </div>
  );
}
