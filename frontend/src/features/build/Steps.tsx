// Steps in order, ticked off with a thumb; ticks are kept on the server, so that phone and desk agree.

import { Checkbox } from 'antd';
import type { Build } from '../../shared/api/client';
import { useTicks } from '../../shared/api/lists';
import { add, useJournal } from '../../shared/journal/journal';
import { stepWords } from '../../shared/messages/build';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { clock } from '../../shared/units/clock';
import { formatLength, type Units } from '../../shared/units/length';
import css from './build.module.css';
import { type Picture, StepPicture } from './StepPicture';

type Step = Build['steps'][number];

const BOX = 86;

/** The rectangle that a step puts together, with its sides and diagonals, to scale. */
function Sketch({ sketch, units }: { sketch: NonNullable<Step['sketch']>; units: Units }) {
  const t = useBuildPageWords();
  const s = BOX / Math.max(sketch.width, sketch.height);
  const [w, h] = [sketch.width * s, sketch.height * s];
  const diagonal = formatLength(sketch.diagonal, units, true);
  return (
    <svg
      className={css.stepSketch}
      width={w + 74}
      height={h + 30}
      role="img"
      aria-label={t('build-page-across-diagonals', {
        rails: sketch.rails,
        width: formatLength(sketch.width, units),
        sides: sketch.sides,
        height: formatLength(sketch.height, units),
        diagonal,
      })}
    >
      <rect x={4} y={4} width={w} height={h} className={css.sketchFrame} />
      <line x1={4} y1={4} x2={4 + w} y2={4 + h} className={css.sketchDiagonal} />
      <line x1={4 + w} y1={4} x2={4} y2={4 + h} className={css.sketchDiagonal} />
      <text x={4 + w / 2} y={h + 18} textAnchor="middle">
        {formatLength(sketch.width, units)}
      </text>
      <text x={w + 9} y={4 + h / 2}>
        {formatLength(sketch.height, units)}
      </text>
      <text x={w + 9} y={14} className="faint">
        ⤡ {diagonal}
      </text>
    </svg>
  );
}

function OneStep(props: {
  step: Step;
  number: number;
  units: Units;
  done: boolean;
  waitsFor: number[];
  picture: Picture | undefined;
  tick: (on: boolean) => void;
}) {
  const t = useBuildPageWords();
  const { step, number, units, done, waitsFor, picture, tick } = props;
  const words = stepWords(step.said, units);
  return (
    <li className={done ? 'done' : ''}>
      <Checkbox checked={done} onChange={(e) => tick(e.target.checked)}>
        <b>
          {number}. {words.title}
        </b>{' '}
        <span className="faint">
          {t('build-page-from', {
            minutes: clock(step.minutes),
            wait: step.wait ? t('build-page-then-to-wait', { wait: clock(step.wait) }) : '',
            people: step.hands > 1 ? t('build-page-people', { hands: String(step.hands) }) : '',
            start: clock(step.start),
          })}
        </span>
      </Checkbox>
      <div className={css.stepBody}>
        <div>
          <p>{words.text}</p>
          {step.parts.length || step.fittings ? (
            <p className={css.stepParts}>
              <b>{t('build-page-parts')}</b>{' '}
              {step.parts.map((part) => (
                <span key={part}>{part}</span>
              ))}{' '}
              {step.fittings}
            </p>
          ) : null}
          {step.tools.length ? (
            <p className="faint">
              <b>{t('build-page-tools')}</b> {step.tools.join(', ')}
            </p>
          ) : null}
          {waitsFor.length ? (
            <p className="faint">{t('build-page-after', { k: waitsFor.map((k) => k + 1).join(', ') })}</p>
          ) : null}
          {words.check ? (
            <p className={css.check}>
              <b>{t('build-page-check')}</b> {words.check}
            </p>
          ) : null}
          {words.mistake ? (
            <p className={css.mistake}>
              <b>{t('build-page-usual-mistake')}</b> {words.mistake}
            </p>
          ) : null}
          {words.caution ? (
            <p className="caution">
              <b>{t('build-page-caution')}</b> {words.caution}
            </p>
          ) : null}
        </div>
        {picture || step.sketch ? (
          <div className={css.stepDrawn}>
            {picture ? <StepPicture picture={picture} title={words.title} /> : null}
            {step.sketch ? <Sketch sketch={step.sketch} units={units} /> : null}
          </div>
        ) : null}
      </div>
    </li>
  );
}

type Props = { build: Build; shoot: string; units: Units; pictures?: Picture[] };

export function Steps({ build, shoot, units, pictures }: Props) {
  const t = useBuildPageWords();
  const done = useTicks(shoot, 'build');
  const refused = useJournal((s) => s.refused[shoot]);
  const tick = (key: string, on: boolean) => add({ kind: 'tick', of: shoot, list: 'build', key, done: on });
  const isDone = (step: Build['steps'][number]) => done.has(step.key) || done.has(step.was);
  const left = build.steps.filter((s) => !isDone(s)).reduce((sum, s) => sum + s.minutes, 0);
  return (
    <>
      <p className={css.stepsTime} role="status">
        {t('build-page-of-work-ready-after-the', {
          minutes: clock(build.minutes),
          waiting: build.waiting >= 1 ? t('build-page-of-waiting', { waiting: clock(build.waiting) }) : '',
          ready: clock(build.ready),
        })}
        {done.size ? t('build-page-of-work-left', { left: clock(left) }) : ''}
        {refused ? <span className="field-error"> {refused}</span> : null}
      </p>
      <ol className={css.steps}>
        {build.steps.map((step, i) => (
          <OneStep
            key={step.key}
            step={step}
            number={i + 1}
            units={units}
            done={isDone(step)}
            picture={pictures?.find((p) => p.key === step.key)}
            // the step just before needs no saying
            waitsFor={step.after.filter(
              (k) => k !== i - 1 && k !== 0 && build.steps[k] !== undefined && !isDone(build.steps[k]),
            )}
            tick={(on) => {
              tick(step.key, on);
              if (!on && step.was !== step.key && done.has(step.was)) tick(step.was, on);
            }}
          />
        ))}
        <li className="faint">{t('build-page-local-codes-and-the-makers')}</li>
      </ol>
    </>
  );
}
