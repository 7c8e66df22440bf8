// From pieces as they were cut, and what is seen of the frame, to the one to recut.

import { useMutation } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { answer, api, type Build, type Schemas, type Shoot } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { NumberInput } from '../../shared/ui/NumberInput';
import { formatLength } from '../../shared/units/length';
import { read } from '../../shared/units/quantity';
import css from './build.module.css';

type Symptom = Schemas['MeasuredRequest']['symptom'];

const SYMPTOMS: { value: Symptom; label: string }[] = [
  { value: 'none', label: 'nothing yet' },
  { value: 'bowed', label: 'a side bows' },
  { value: 'twisted', label: 'it does not lie flat' },
  { value: 'out of square', label: 'it is out of square' },
  { value: 'gaps', label: 'joints gape' },
];

/** How many finished dimensions are told. */
const TOLD = 6;

export function MeasureBack({ build, document }: { build: Build; document: Shoot }) {
  const t = useBuildPageWords();
  const { units } = document;
  const [measured, setMeasured] = useState<Record<string, number>>({});
  const [symptom, setSymptom] = useState<Symptom>('none');
  const pieces = build.bars
    .flatMap((bar) => bar.pieces)
    .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }));
  const ask = useMutation({
    mutationFn: () =>
      answer(
        api.POST('/api/measured', {
          body: { document, symptom, measured },
        }),
      ),
  });
  return (
    <div className={css.measureBack}>
      <p className="faint">{t('build-page-type-what-a-tape-says')}</p>
      <div className="field">
        <span className="field-label">{t('build-page-what-i-see')}</span>
        <Select
          size="small"
          aria-label={t('build-page-what-is-seen-of-the')}
          value={symptom}
          options={SYMPTOMS}
          popupMatchSelectWidth={false}
          onChange={setSymptom}
        />
      </div>
      <Button
        size="small"
        type="primary"
        disabled={Object.keys(measured).length === 0 && symptom === 'none'}
        loading={ask.isPending}
        onClick={() => ask.mutate()}
      >
        {t('build-page-find-the-piece-to-recut')}
      </Button>
      {ask.error ? (
        <p className="picture-problem" role="alert">
          {ask.error.message}
        </p>
      ) : null}
      {ask.data ? (
        <ul className="notes" aria-live="polite">
          {ask.data.findings.map((f) => (
            <li key={f.text} className={`note note-${f.label ? 'warning' : 'hint'}`}>
              {f.text}
            </li>
          ))}
          {ask.data.findings.length ? null : (
            <li className="faint-words">{t('build-page-all-of-them-are-right')}</li>
          )}
        </ul>
      ) : null}
      <ul className={css.measuredList}>
        {pieces.map((p) => (
          <li key={p.label}>
            <b>{p.label}</b>
            <span>{p.name}</span>
            <span className="right">{formatLength(p.cut, units, true)}</span>
            <NumberInput
              name={`${p.label} measured`}
              placeholder={t('build-page-measured')}
              shown={measured[p.label] === undefined ? '' : formatLength(measured[p.label] ?? 0, units, true)}
              read={(text) => (text.trim() ? read(text, 'millimetres', units) : null)}
              set={(length) =>
                setMeasured(({ [p.label]: _before, ...rest }) =>
                  length === null ? rest : { ...rest, [p.label]: length },
                )
              }
            />
          </li>
        ))}
      </ul>
      <h3>{t('build-page-which-cuts-matter')}</h3>
      <p className="faint">{t('build-page-how-far-a-finished-size')}</p>
      <ul className={css.measuredList}>
        {build.stacks.slice(0, TOLD).map((s) => (
          <li key={s.run}>
            <b>±{formatLength(s.worst, units)}</b>
            <span>
              {s.run} <small className="faint">({s.pieces.join(', ')})</small>
            </span>
            <span className="right">{formatLength(s.wanted, units)}</span>
            <small>{t('build-page-likely-mm', { likely: (s.likely * 1000).toFixed(1) })}</small>
          </li>
        ))}
      </ul>
    </div>
  );
}
