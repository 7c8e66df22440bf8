// Each rigid part of the built thing square on, with its measures.

import { useQuery } from '@tanstack/react-query';
import { Segmented, Select } from 'antd';
import { useState } from 'react';
import { viewsQuery } from '../../shared/api/build';
import type { Schemas, Shoot } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { formatLength } from '../../shared/units/length';
import css from './measured.module.css';

type View = Schemas['ViewResult'];

/** Room for the chains of measures to the left of a drawing and under it, in its units. */
const [LEFT, UNDER, EDGE] = [46, 44, 8];
const TICK = 3;
/** Shorter measures are written beside their line. */
const NARROW = 26;

const NAMES: Record<View['name'], string> = { front: 'front', side: 'right', top: 'top' };

function Measure(props: { line: View['dimensions'][number]; units: Shoot['units']; odd: boolean }) {
  const { line, units, odd } = props;
  const [ax = 0, ay = 0] = line.start;
  const [bx = 0, by = 0] = line.end;
  const level = Math.abs(ay - by) < 0.05;
  const [tx, ty] = level ? [0, TICK] : [TICK, 0];
  const [x, y] = [(ax + bx) / 2, (ay + by) / 2];
  const said = formatLength(line.value, units);
  const narrow = (level ? bx - ax : by - ay) < NARROW;
  return (
    <g>
      <path
        className={css.measure}
        d={`M${ax} ${ay}L${bx} ${by}M${ax - tx} ${ay - ty}L${ax + tx} ${ay + ty}M${bx - tx} ${by - ty}L${bx + tx} ${by + ty}`}
      />
      {/* short ones take turns on both sides of their line, so that neighbours stay apart */}
      <text
        x={x}
        y={y}
        dy={narrow && odd ? 10 : -3}
        className={css.value}
        textAnchor="middle"
        transform={level ? undefined : `rotate(-90 ${x} ${y})`}
      >
        {said}
      </text>
    </g>
  );
}

export function MeasuredView({ view, units }: { view: View; units: Shoot['units'] }) {
  const name = `${view.group}, ${NAMES[view.name]}`;
  return (
    <figure className={css.view}>
      <svg
        viewBox={`${-LEFT} ${-EDGE} ${view.width + LEFT + EDGE} ${view.height + UNDER + EDGE}`}
        role="img"
        aria-label={`${name}: ${view.dimensions.map((d) => formatLength(d.value, units)).join(', ')}`}
      >
        <path d={view.lines} className={css.lines} />
        {view.dimensions.map((line, i) => (
          <Measure
            key={`${line.start.join()} ${line.end.join()}`}
            line={line}
            units={units}
            odd={i % 2 === 1}
          />
        ))}
        {view.labels.map((label) => (
          <text key={`${label.text} ${label.x} ${label.y}`} x={label.x} y={label.y} className={css.label}>
            {label.text}
          </text>
        ))}
      </svg>
    </figure>
  );
}

export function MeasuredViews({ document }: { document: Shoot }) {
  const t = useBuildPageWords();
  const { data, error } = useQuery(viewsQuery(document));
  const [chosen, setChosen] = useState<string | null>(null);
  const [name, setName] = useState<View['name']>('front');
  if (error)
    return (
      <p className="picture-problem" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="waiting">{t('build-page-drawing-it')}</p>;
  const groups = [...new Set(data.views.map((view) => view.group))];
  const group = chosen && groups.includes(chosen) ? chosen : groups[0];
  const mine = data.views.filter((one) => one.group === group);
  const view = mine.find((one) => one.name === name) ?? mine[0];
  if (!group) return <p className="waiting">{t('build-page-nothing-is-built-what-is')}</p>;
  return (
    <div className={css.measured}>
      <div className={css.choices}>
        <Segmented<View['name']>
          size="small"
          aria-label={t('build-page-seen-from')}
          options={mine.map(({ name }) => ({ value: name, label: NAMES[name] }))}
          value={view?.name ?? 'front'}
          onChange={setName}
        />
        {groups.length > 1 ? (
          <Select
            size="small"
            aria-label={t('build-page-which-part')}
            value={group}
            onChange={setChosen}
            options={groups.map((value) => ({ value, label: value }))}
          />
        ) : null}
      </div>
      {view ? <MeasuredView view={view} units={document.units} /> : null}
    </div>
  );
}
