// The set of an exercise, on plan or from the side, to scale; a tap is the answer.

import type { KeyboardEvent, MouseEvent } from 'react';
import type { Exercise, Given } from '../../shared/api/practice';
import { usePracticeWords } from '../../shared/messages/practice';
import css from './practice.module.css';

type Place = { x: number; y: number };

/** Arrows move the mark by so much. [m] */
const STEP = 0.05;
const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

export function ExerciseDrawing(props: {
  exercise: Exercise;
  given: Place | null;
  truth: Given | null;
  tap: (place: Place) => void;
}) {
  const t = usePracticeWords();
  const { exercise, given, truth, tap } = props;
  const d = exercise.drawing;
  const plan = exercise.answered === 'plan';
  // the side view shows what is before the subject, where a card can stand
  const box = plan
    ? { left: d.left, right: d.right, low: Math.max(d.front, -3), high: Math.min(d.back, 2.2) }
    : { left: Math.max(d.front, -2.2), right: 1, low: 0, high: d.height };
  const wide = box.right - box.left;
  const tall = box.high - box.low;
  // upward in the drawing is away from the camera on the plan, and up in the side view
  const at = (x: number, y: number): [number, number] => [x - box.left, box.high - y];
  const path = (points: [number, number][]) => points.map((p) => at(...p).join(' ')).join('L');
  const click = (e: MouseEvent<SVGSVGElement>) => {
    const frame = e.currentTarget.getBoundingClientRect();
    tap({
      x: box.left + ((e.clientX - frame.left) / frame.width) * wide,
      y: box.high - ((e.clientY - frame.top) / frame.height) * tall,
    });
  };
  const step = (e: KeyboardEvent<SVGSVGElement>) => {
    const way = WAYS[e.key];
    if (!way) return;
    e.preventDefault();
    const from = given ?? { x: (box.left + box.right) / 2, y: (box.low + box.high) / 2 };
    tap({ x: from.x + way[0] * STEP, y: from.y + way[1] * STEP });
  };
  const key = ((plan ? d.sheet : d.sheet_side)[1] ?? [0, 0]) as [number, number];
  const lens = plan ? at(d.camera[0], d.camera[1]) : at(d.camera[1], d.camera[2]);
  const lamp = plan ? at(d.lamp[0], d.lamp[1]) : at(d.lamp[1], d.lamp[2]);
  const middle = plan ? at(0, 0) : at(0, d.subject);
  const lean = (d.lean * Math.PI) / 180;
  const plate: [number, number][] = [
    [-d.half * Math.sin(lean), d.subject - d.half * Math.cos(lean)],
    [d.half * Math.sin(lean), d.subject + d.half * Math.cos(lean)],
  ];
  const found =
    truth?.x !== null && truth?.x !== undefined && truth.y !== null && truth.y !== undefined
      ? at(truth.x, truth.y)
      : null;
  const said = given ? at(given.x, given.y) : null;
  return (
    <svg
      className={css.exerciseDrawing}
      viewBox={`0 0 ${wide} ${tall}`}
      role="img"
      aria-label={plan ? t('practice-plan-tap-where-it-stands') : t('practice-side-view-tap-where-the')}
      onClick={click}
      onKeyDown={step}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: arrows move the mark
      tabIndex={0}
    >
      <rect width={wide} height={tall} className={css.exerciseRoom} />
      <path className={css.exerciseSheet} d={`M${path(plan ? d.sheet : d.sheet_side)}`} />
      <text x={at(...key)[0] + 0.06} y={at(...key)[1] + 0.03}>
        {t('practice-key')}
      </text>
      <circle className={css.exerciseLamp} cx={lamp[0]} cy={lamp[1]} r={0.05} />
      {plan ? (
        <circle className="exercise-ball" cx={middle[0]} cy={middle[1]} r={d.half} />
      ) : (
        <path className={css.exercisePlate} d={`M${path(plate)}`} />
      )}
      <path className="exercise-camera" d={`M${lens[0] - 0.07} ${lens[1] - 0.05}h.14v.1h-.14z`} />
      <text x={lens[0] + 0.1} y={lens[1] + 0.03}>
        {t('practice-camera')}
      </text>
      {found ? (
        <>
          <path className={css.exerciseLine} d={`M${middle.join(' ')}L${found.join(' ')}`} />
          <circle className={css.exerciseTruth} cx={found[0]} cy={found[1]} r={0.08} />
          <text x={found[0] + 0.12} y={found[1] + 0.03}>
            {plan ? t('practice-it-stands-here') : t('practice-anywhere-along-this-line')}
          </text>
        </>
      ) : null}
      {said ? (
        <path
          className={css.exerciseGiven}
          d={`M${said[0] - 0.07} ${said[1] - 0.07}l.14 .14M${said[0] - 0.07} ${said[1] + 0.07}l.14 -.14`}
        />
      ) : null}
    </svg>
  );
}
