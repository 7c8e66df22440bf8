// The built thing in space: turned by hand, taken apart by a slider, put together step by step.

import { useQuery } from '@tanstack/react-query';
import { Button, Slider } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { assemblyQuery, picturesQuery } from '../../shared/api/build';
import type { Build, Schemas, Shoot } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { stepsOf } from './exploded';
import css from './exploded.module.css';

const Exploded3d = lazy(() => import('./Exploded3d'));

export type Drawn = Schemas['DrawnResult'];

/** What keeps a thing from going together, in words. */
const FAULT: Record<string, string> = {
  overlap: 'are in one place',
  apart: 'should touch, and do not',
  loose: 'are joined to nothing',
  size: 'comes out in another size than was asked for',
  comes_out: 'a screw comes out',
  edge: 'a screw is too near an edge',
  no_nut: 'the bolt is too short for its nut',
  fasteners_meet: 'two screws run into one another',
  twice: 'is there twice',
  unlabelled: 'has no label of its own',
  unequal: 'should be equal, and are not',
  not_built: 'is in the light, and nothing is built there',
  not_lit: 'is built, and not in the light',
  elsewhere: 'is lit in another place than it is built',
  other_size: 'is lit in another size than it is built',
  other_material: 'is lit as another material than it is built of',
  too_soon: 'comes before what it is held at',
  no_way_in: 'no straight way leads to its place past what is there',
  no_driver: 'no screwdriver comes to a screw',
  no_room: 'is where the subject is',
  in_the_way: 'stands in the light of what is to be lit',
};

export function Exploded({ build, document }: { build: Build; document: Shoot }) {
  const t = useBuildPageWords();
  const { data, error } = useQuery(assemblyQuery(document));
  const { data: drawn } = useQuery(picturesQuery(document));
  const [apart, setApart] = useState(0);
  const [step, setStep] = useState<number | null>(null);
  if (error) return <p className="picture-problem">{error.message}</p>;
  if (!data) return <p className="waiting">{t('build-page-putting-it-together')}</p>;
  if (!data.parts.length) return <p className="waiting">{t('build-page-nothing-is-built-what-is')}</p>;
  const found = [...data.faults, ...(drawn?.faults ?? [])];
  const steps = stepsOf(build.steps, drawn?.pictures ?? [], document.units);
  const at = step === null ? null : Math.min(step, steps.length - 1);
  const shown = at === null ? null : steps[at];
  return (
    <div className={css.exploded}>
      <Suspense fallback={<p className="waiting">{t('build-page-putting-it-together')}</p>}>
        <Exploded3d
          parts={data.parts}
          apart={apart / 100}
          added={shown ? shown.added : null}
          present={shown ? shown.present : null}
        />
      </Suspense>
      <div className={css.explodedTools}>
        <span className={css.explodedApart}>
          {t('build-page-apart')}
          <Slider
            value={apart}
            onChange={setApart}
            tooltip={{ open: false }}
            ariaLabelForHandle="How far it is taken apart"
          />
        </span>
        <Button
          size="small"
          aria-label={t('build-page-step-before')}
          disabled={at === null}
          onClick={() => setStep(at ? at - 1 : null)}
        >
          ‹
        </Button>
        <output>{shown ? `${shown.number}. ${shown.title}` : t('build-page-all-of-it')}</output>
        <Button
          size="small"
          aria-label={t('build-page-step-after')}
          disabled={!steps.length || at === steps.length - 1}
          onClick={() => setStep(at === null ? 0 : at + 1)}
        >
          ›
        </Button>
      </div>
      {found.length ? (
        <ul className="notes" role="alert">
          {found.map((f) => (
            <li key={f.code + f.parts.join()} className="note note-warning">
              <b>{t('build-page-it-does-not-go-together')}</b> {f.parts.join(', ')} {FAULT[f.code] ?? f.code}
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
