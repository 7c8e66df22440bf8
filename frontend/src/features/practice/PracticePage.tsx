// Practice: short exercises on simulated sets, answered on a drawing or in stops, scored with the reason.

import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import {
  type ExerciseKind,
  exerciseQuery,
  type Given,
  type Score,
  useAnswer,
} from '../../shared/api/practice';
import { useExerciseWords } from '../../shared/messages/exercises';
import { inOneGo } from '../../shared/messages/facts';
import { usePracticeWords } from '../../shared/messages/practice';
import { NumberToAdd } from '../../shared/ui/NumberToAdd';
import { ExerciseDrawing } from './ExerciseDrawing';
import css from './practice.module.css';

const KINDS: ExerciseKind[] = ['second lamp', 'darker wall', 'which layer', 'one card'];

/** What an exercise is called. */
function useNames(): (kind: ExerciseKind) => string {
  const say = useExerciseWords();
  return (kind) =>
    say({ code: 'exercise_name', args: { kind: { kind: 'choice', value: kind.replace(' ', '-') } } });
}

const KEPT = 'wenlo-practice';
type Past = Record<string, number[]>;

function past(): Past {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '{}');
    return found && typeof found === 'object' ? (found as Past) : {};
  } catch {
    return {};
  }
}

function Said({ score }: { score: Score }) {
  const t = usePracticeWords();
  const say = useExerciseWords();
  const unit = { '°': 'degrees', stops: 'stops', cm: 'cm' }[score.unit] ?? 'stops';
  const off =
    score.unit === 'stops' && score.truth.choice
      ? null
      : t('practice-off', {
          off: { kind: 'tenth', value: Math.abs(score.off) },
          unit: { kind: 'choice', value: unit },
        });
  return (
    <div className={css.exerciseScore} aria-live="polite">
      <p>
        <b>{t('practice-points', { points: String(score.points) })}</b>
        {off ?? (score.points ? t('practice-right') : t('practice-not-that-one'))}
      </p>
      <p>{inOneGo(say, score.says)}</p>
    </div>
  );
}

function Exercise({ kind, seed, next }: { kind: ExerciseKind; seed: number; next: () => void }) {
  const t = usePracticeWords();
  const say = useExerciseWords();
  const made = useQuery(exerciseQuery(kind, seed));
  const answered = useAnswer(kind, seed);
  const [place, setPlace] = useState<{ x: number; y: number } | null>(null);
  const score = answered.data ?? null;
  const give = (given: Partial<Given>) => {
    if (score) return;
    answered.mutate(
      { x: null, y: null, stops: null, choice: null, ...given },
      {
        onSuccess: (got) => {
          const all = past();
          const rows = [...(all[kind] ?? []), got.points].slice(-20);
          localStorage.setItem(KEPT, JSON.stringify({ ...all, [kind]: rows }));
        },
      },
    );
  };
  if (made.error) return <p className="field-error">{made.error.message}</p>;
  if (!made.data) return <p className="faint">{t('practice-setting-it-up')}</p>;
  const exercise = made.data;
  return (
    <>
      <p className={css.exerciseQuestion}>{say(exercise.question)}</p>
      <div className={`${css.exerciseBody}${exercise.pictures.length > 1 ? ' two' : ''}`}>
        {exercise.pictures.map((which) => (
          <figure key={which}>
            <img
              src={`/api/practice/${kind}/${seed}/${which}.jpg`}
              alt={t('practice-the-frame', { which })}
            />
            {exercise.pictures.length > 1 ? <figcaption>{which}</figcaption> : null}
          </figure>
        ))}
        {exercise.answered === 'plan' || exercise.answered === 'side' ? (
          <ExerciseDrawing
            exercise={exercise}
            given={place}
            truth={score?.truth ?? null}
            tap={(at) => {
              if (!score) setPlace(at);
            }}
          />
        ) : null}
      </div>
      <div className="reading-entry">
        {exercise.answered === 'plan' || exercise.answered === 'side' ? (
          <Button
            type="primary"
            disabled={!place || score !== null}
            loading={answered.isPending}
            onClick={() => place && give(place)}
          >
            {place ? t('practice-it-stands-there') : t('practice-tap-it-on-the-drawing')}
          </Button>
        ) : null}
        {exercise.answered === 'stops' ? (
          <NumberToAdd
            name={t('practice-how-many-stops-darker')}
            kind="stops"
            units="metric"
            placeholder={t('practice-1-5-stops')}
            button={t('practice-darker-by-that')}
            primary
            disabled={score !== null}
            loading={answered.isPending}
            add={(stops) => give({ stops })}
          />
        ) : null}
        {exercise.choices.map((one) => {
          const choice = String(one.args.choice?.value);
          return (
            <Button
              key={choice}
              disabled={score !== null}
              loading={answered.isPending && answered.variables?.choice === choice}
              onClick={() => give({ choice })}
            >
              {say(one)}
            </Button>
          );
        })}
        {score ? (
          <Button type="primary" onClick={next}>
            {t('practice-another-one')}
          </Button>
        ) : null}
      </div>
      {answered.error ? (
        <p className="field-error" role="alert">
          {answered.error.message}
        </p>
      ) : null}
      {score ? <Said score={score} /> : null}
    </>
  );
}

export function PracticePage() {
  const t = usePracticeWords();
  const named = useNames();
  const [at, setAt] = useSearchParams();
  const kind = KINDS.find((k) => k === at.get('kind')) ?? 'second lamp';
  const seed = Number.parseInt(at.get('number') ?? '1', 10) || 0;
  const scores = past();
  const go = (next: ExerciseKind, number: number) =>
    setAt({ kind: next, number: String(number) }, { replace: true });
  return (
    <main className={`shelf-page ${css.practicePage}`} aria-label={t('practice-practice')}>
      <header>
        <h1>{t('practice-practice')}</h1>
        <span className="faint">{t('practice-seeing-light-on-simulated-sets')}</span>
        <span className="spacer" />
        <Link to="/bench">{t('practice-bench')}</Link>
      </header>
      <div className={css.practiceBody}>
        <nav className="shelf-categories" aria-label={t('practice-exercises')}>
          {KINDS.map((k) => {
            const rows = scores[k] ?? [];
            return (
              <button
                key={k}
                type="button"
                className={k === kind ? 'active' : ''}
                aria-current={k === kind}
                onClick={() => go(k, rows.length + 1)}
              >
                {named(k)}
                <span title={t('practice-mean-of-the-last-ones')}>
                  {rows.length ? Math.round(rows.reduce((a, b) => a + b, 0) / rows.length) : ''}
                </span>
              </button>
            );
          })}
        </nav>
        <section className={`card ${css.practiceWork}`} aria-label={t('practice-exercise')}>
          <h2>
            {named(kind)} <small>{t('practice-number', { seed: String(seed) })}</small>
          </h2>
          <Exercise key={`${kind}${seed}`} kind={kind} seed={seed} next={() => go(kind, seed + 1)} />
        </section>
      </div>
    </main>
  );
}
