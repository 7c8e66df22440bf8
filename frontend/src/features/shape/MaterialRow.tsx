// Every sheet or face in the place of the one that is chosen: its light, how soft it is, and the white of it.
import { Button, Spin } from 'antd';
import type { Schemas, Shoot } from '../../shared/api/client';
import { useMaterialRow } from '../../shared/api/queries';
import type { PageWords } from '../../shared/messages/page';
import { useShapeWords } from '../../shared/messages/shape';
import { NO_LIGHT } from '../../shared/messages/values';
import { edit } from '../../shared/state/store';
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
export function lightOf(line: Line, t: PageWords): string {
  if (line.chosen) return t('row-now');
  return t('row-light', { stops: { kind: 'by_stops', value: line.stops ?? NO_LIGHT } });
}

/** What there is no room for. */
const moreOf = (line: Line, t: PageWords) =>
  [
    line.missed === null ? null : t('row-spill', { share: { kind: 'share', value: line.missed } }),
    line.keep_below === null
      ? null
      : t('row-keep-below', { celsius: { kind: 'celsius', value: line.keep_below } }),
  ]
    .filter(Boolean)
    .join(', ');

function Row({ line, parameter }: { line: Line; parameter: string }) {
  const t = useShapeWords();
  return (
    <li className={line.chosen ? css.rowNow : undefined}>
      <i
        style={{ background: line.stops === null ? 'var(--line)' : screenColour(line.colour) }}
        aria-hidden="true"
      />
      <span title={moreOf(line, t)}>
        {line.name}
        {line.own ? <em>{t('row-yours')}</em> : null}
        {line.cannot ? (
          <small>{line.cannot}</small>
        ) : (
          <small>
            {[
              line.edge === null ? null : t('row-edge', { edge: { kind: 'length', value: line.edge } }),
              line.kelvin === null ? null : `${line.kelvin} K`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </small>
        )}
      </span>
      {line.cannot ? null : (
        <span className={css.rowEnd}>
          <b>{lightOf(line, t)}</b>
          {line.chosen ? null : (
            <Button
              size="small"
              type="link"
              aria-label={t('row-use-this', { what: line.name })}
              onClick={() =>
                edit([{ path: `design.${parameter}`, value: line.ref }], `${parameter}: ${line.name}`)
              }
            >
              {t('row-use')}
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
  const t = useShapeWords();
  const shown = data?.parameter === parameter ? data : null;
  if (error) return <p role="alert">{t('row-problem', { why: error.message })}</p>;
  if (!shown)
    return (
      <div className="waiting">
        <Spin size="small" /> {t('row-waiting')}
      </div>
    );
  return (
    <ol
      className={`${css.materialRow}${isFetching ? ' is-stale' : ''}`}
      aria-label={t('row-name', { what: label })}
    >
      {shown.lines.map((line) => (
        <Row key={line.name} line={line} parameter={parameter} />
      ))}
    </ol>
  );
}
