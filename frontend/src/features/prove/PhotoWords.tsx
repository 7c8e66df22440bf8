// What a photograph tells of its areas and lines, every number with its ±.

import { Button } from 'antd';
import type { Schemas } from '../../shared/api/client';
import type { Area, Line } from '../../shared/api/log';
import { useProveWords } from '../../shared/messages/prove';
import { NumberField } from '../../shared/ui/NumberField';
import { show } from '../../shared/units/quantity';
import css from './prove.module.css';

export type Measures = Schemas['PhotographResult'];

const stops = (value: number, error: number) =>
  `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(2)} ± ${error.toFixed(2)} stops`;

const side = (share: number) => (share < 0.4 ? 'left' : share > 0.6 ? 'right' : 'in the middle');

function Histogram({ shares, name }: { shares: number[]; name: string }) {
  const t = useProveWords();
  const most = Math.max(...shares, 0.01);
  return (
    <svg
      className={css.tones}
      viewBox="0 0 64 18"
      role="img"
      aria-label={t('prove-tones-of-black-to-white', { name })}
    >
      {shares.map((share, k) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: a step of the scale is its place
          key={k}
          x={k * 4}
          width={3.4}
          y={18 - (17 * share) / most}
          height={(17 * share) / most}
        />
      ))}
    </svg>
  );
}

/** What has no colour of its own, so that a cast can be told. */
const NEUTRAL: Area['shows'][] = ['neutral card', 'ground', 'lit sheet'];

function AreaLine(props: {
  area: Area;
  measures: Measures | undefined;
  first: boolean;
  lit: boolean;
  remove: () => void;
}) {
  const t = useProveWords();
  const { area, measures, first, lit, remove } = props;
  const level = measures?.levels.find((l) => l.name === area.name);
  const even = measures?.evenness.find((e) => e.name === area.name);
  const ground = measures?.grounds.find((g) => g.name === area.name);
  const spots = measures?.spots.find((s) => s.name === area.name);
  const frame = measures?.frames.find((f) => f.name === area.name);
  const ground_only = area.shows === 'ground' && level?.problem;
  return (
    <li>
      <span>
        <b>{area.name}</b>{' '}
        {level?.problem && !ground_only && area.shows !== 'dark' ? (
          <span className="field-error">{level.problem}</span>
        ) : null}
        {level && !level.problem
          ? first
            ? 'is what the others are measured against'
            : stops(level.stops ?? 0, level.error ?? 0)
          : null}
        {level &&
        !level.problem &&
        NEUTRAL.includes(area.shows) &&
        level.warm !== null &&
        Math.abs(level.warm) > 0.1
          ? t('prove-stops-2', {
              warm: Math.abs(level.warm).toFixed(1),
              cool: level.warm > 0 ? t('prove-warm') : t('prove-cool'),
            })
          : ''}
        {level &&
        !level.problem &&
        area.shows === 'neutral card' &&
        level.green !== null &&
        Math.abs(level.green) > 0.05
          ? t('prove-stops-3', {
              green: Math.abs(level.green).toFixed(2),
              magenta: level.green > 0 ? t('prove-green') : t('prove-magenta'),
            })
          : ''}
        {even ? (
          <small>
            {t('prove-stops-from-its-hot-spot', {
              edge: even.edge.toFixed(2),
              error: even.error.toFixed(2),
              hot: even.edge > 0.1 ? t('prove-hot-spot', { hot: side(even.hot[0] ?? 0.5) }) : '',
            })}
          </small>
        ) : null}
        {ground ? (
          <small>
            <Histogram shares={ground.histogram} name={area.name} />{' '}
            {t('prove-clean-white-clipped', {
              white: (ground.white * 100).toFixed(0),
              clipped: (ground.clipped * 100).toFixed(0),
              white_2:
                ground.white < 0.99
                  ? t('prove-stops-short-of-clean-white', { over: Math.abs(ground.over).toFixed(1) })
                  : '',
            })}
          </small>
        ) : null}
        {spots?.problem ? <small className="field-error">{spots.problem}</small> : null}
        {spots && !spots.problem ? (
          <small>
            {spots.spots.length
              ? t('prove-the-worst-ringed-in-the', {
                  spots: String(spots.spots.length),
                  what: spots.spots.length === 1 ? spots.what.replace(/s$/, '') : spots.what,
                  spots_2: stopsOf(spots.spots),
                })
              : t('prove-no-found', { what: spots.what })}
          </small>
        ) : null}
        {frame?.problem ? <small className="field-error">{frame.problem}</small> : null}
        {frame && !frame.problem ? (
          <small>
            {t('prove-against-the-other-frame', {
              error: stops(frame.stops ?? 0, frame.error ?? 0),
              area:
                lit && frame.adds !== null && frame.adds !== undefined
                  ? t('prove-what-was-added-is-from', {
                      adds_error: stops(frame.adds, frame.adds_error ?? 0),
                    })
                  : '',
            })}
          </small>
        ) : null}
      </span>
      <Button
        size="small"
        type="text"
        aria-label={t('prove-take-away-2', { name: area.name })}
        onClick={remove}
      >
        ×
      </Button>
    </li>
  );
}

const stopsOf = (spots: number[][]) => {
  const worst = spots[0]?.[2] ?? 0;
  return `${worst > 0 ? '+' : '−'}${Math.abs(worst).toFixed(1)} stops`;
};

function LineLine(props: {
  line: Line;
  number: number;
  told: Schemas['LineResult'] | undefined;
  measure: (metres: number) => void;
  remove: () => void;
}) {
  const t = useProveWords();
  const { line, number, told, measure, remove } = props;
  const name = `${line.across} ${number}`;
  return (
    <li>
      <span>
        <b>{name}</b> {told?.problem ? <span className="field-error">{told.problem}</span> : null}
        {told?.value && line.across === 'edge'
          ? `${show(told.value, 'length', 'metric')} ± ${show(told.error ?? 0, 'length', 'metric')} wide, ${told.words}`
          : null}
        {told?.value && line.across === 'ball' ? `${told.words} ± ${(told.error ?? 0).toFixed(0)}°` : null}
        {line.across === 'edge' ? (
          <NumberField
            label={t('prove-the-line-is')}
            kind="length"
            value={line.metres}
            set={(v) => {
              if (v) measure(v);
            }}
          />
        ) : null}
      </span>
      <Button size="small" type="text" aria-label={t('prove-take-away-2', { name })} onClick={remove}>
        ×
      </Button>
    </li>
  );
}

export function PhotoWords(props: {
  measures: Measures | undefined;
  areas: Area[];
  lines: Line[];
  /** Whether the frame that it is held against was lit otherwise, so that what was added tells something. */
  lit: boolean;
  setAreas: (areas: Area[]) => void;
  setLines: (lines: Line[]) => void;
}) {
  const t = useProveWords();
  const { measures, areas, lines, setAreas, setLines } = props;
  return (
    <div className={css.photoWords} aria-live="polite">
      <ul>
        {areas.map((area) => (
          <AreaLine
            key={`${area.name}${area.x}`}
            area={area}
            measures={measures}
            first={area === areas[0]}
            lit={props.lit}
            remove={() => setAreas(areas.filter((a) => a !== area))}
          />
        ))}
        {lines.map((line, k) => (
          <LineLine
            key={`${line.x1}${line.y1}`}
            line={line}
            number={k + 1}
            told={measures?.lines[k]}
            measure={(metres) => setLines(lines.map((l) => (l === line ? { ...l, metres } : l)))}
            remove={() => setLines(lines.filter((l) => l !== line))}
          />
        ))}
      </ul>
      {measures?.curve ? (
        <p>{t('prove-the-camera-s-own-curve', { curve: measures.curve.toFixed(2) })}</p>
      ) : null}
      {measures?.curve_problem ? <p className="field-error">{measures.curve_problem}</p> : null}
      {measures?.words ? <p className="faint">{measures.words}</p> : null}
      {measures?.exposure ? (
        <p className="faint">
          f/{measures.exposure[0]?.toFixed(1)}
          {t('prove-iso', { metric: show(measures.exposure[1] ?? 1, 'shutter', 'metric') })}{' '}
          {measures.exposure[2]}
        </p>
      ) : null}
    </div>
  );
}
