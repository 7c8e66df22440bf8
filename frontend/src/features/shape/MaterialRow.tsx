// Every sheet or face in the place of the one that is chosen: its light, how soft it is, and the white of it.
import { Button, Spin } from 'antd';
import type { Schemas, Shoot } from '../../shared/api/client';
import { useMaterialRow } from '../../shared/api/queries';
import { edit } from '../../shared/state/store';
import { formatLength, type Units } from '../../shared/units/length';
import css from './shape.module.css';

type Line = Schemas['MaterialResult'];

/** A colour of the light on a screen, from linear parts of the brightest. */
export function screenColour(linear: number[]): string {
  const shown = linear.map((x) =>
    Math.round(255 * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055)),
  );
  return `rgb(${shown.join(' ')})`;
}

/** What a line says of its light, against what is chosen. */
export function lightOf(line: Line): string {
  if (line.chosen) return 'now';
  if (line.stops === null) return 'no light';
  const stops = line.stops;
  return `${stops < 0 ? '−' : '+'}${Math.abs(stops).toFixed(1)} stops`;
}

/** What there is no room for. */
const moreOf = (line: Line) =>
  [
    line.missed === null ? null : `spill ${(line.missed * 100).toFixed(0)} %`,
    line.keep_below === null ? null : `keep below ${line.keep_below} °C`,
  ]
    .filter(Boolean)
    .join(', ');

function Row({ line, parameter, units }: { line: Line; parameter: string; units: Units }) {
  return (
    <li className={line.chosen ? css.rowNow : undefined}>
      <i
        style={{ background: line.stops === null ? 'var(--line)' : screenColour(line.colour) }}
        aria-hidden="true"
      />
      <span title={moreOf(line)}>
        {line.name}
        {line.own ? <em>yours</em> : null}
        {line.cannot ? (
          <small>{line.cannot}</small>
        ) : (
          <small>
            {[
              line.edge === null ? null : `edge ${formatLength(line.edge, units)}`,
              line.kelvin === null ? null : `${line.kelvin} K`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </small>
        )}
      </span>
      {line.cannot ? null : (
        <span className={css.rowEnd}>
          <b>{lightOf(line)}</b>
          {line.chosen ? null : (
            <Button
              size="small"
              type="link"
              aria-label={`Use ${line.name}`}
              onClick={() =>
                edit([{ path: `design.${parameter}`, value: line.ref }], `${parameter}: ${line.name}`)
              }
            >
              use
            </Button>
          )}
        </span>
      )}
    </li>
  );
}

export function MaterialRow({
  document,
  parameter,
  label,
}: {
  document: Shoot;
  parameter: string;
  label: string;
}) {
  const { data, isFetching, error } = useMaterialRow(document, parameter);
  const shown = data?.parameter === parameter ? data : null;
  if (error) return <p role="alert">They could not be compared: {error.message}</p>;
  if (!shown)
    return (
      <div className="waiting">
        <Spin size="small" /> trying each…
      </div>
    );
  return (
    <ol
      className={`${css.materialRow}${isFetching ? ' is-stale' : ''}`}
      aria-label={`${label}, side by side`}
    >
      {shown.lines.map((line) => (
        <Row key={line.name} line={line} parameter={parameter} units={document.units} />
      ))}
    </ol>
  );
}
