// Two states of one set: wiped across, side by side, or their difference in stops.

import { useQueries } from '@tanstack/react-query';
import { Segmented, Spin } from 'antd';
import { useMemo, useState } from 'react';
import type { Shoot } from '../api/client';
import { newId } from '../journal/device';
import { usePlaceWords } from '../messages/place';
import { WipeLine, WipeSlider } from '../ui/Wipe';
import { differenceOf } from './develop';
import css from './picture.module.css';
import { Sheet, stillQuery, useDeveloped } from './Still';

type Mode = 'wipe' | 'side by side' | 'difference';

const editors: [string, string] = [newId(), newId()];

export type Shown = { name: string; document: Shoot };

export function Compare({ pair }: { pair: [Shown, Shown] }) {
  const t = usePlaceWords();
  const [mode, setMode] = useState<Mode>('wipe');
  const [at, setAt] = useState(50);
  const [first, second] = useQueries({
    queries: pair.map((one, slot) => stillQuery(one.document, editors[slot] as string, 'clean')),
  });
  const [a, b] = [first?.data, second?.data];
  // both at the exposure that is right for the first, so that the difference is seen
  const factor = a?.figures.picture.exposed_right ?? 1;
  const [imageA, imageB] = [useDeveloped(a, factor), useDeveloped(b, factor)];
  const difference = useMemo(() => {
    if (!a || !b || mode !== 'difference') return null;
    const found = differenceOf(a.picture, a.weights, b.picture, b.weights);
    return { ...found, image: new ImageData(found.pixels, a.picture.width, a.picture.height) };
  }, [a, b, mode]);
  const wrong = first?.error ?? second?.error;
  const [one, two] = pair;
  return (
    <section className={`card picture-card ${css.compareCard}`} aria-label={t('place-two-looks')}>
      <div className="picture-head">
        <h2>
          {one.name} · {two.name}
        </h2>
        <Segmented<Mode>
          size="small"
          aria-label={t('place-how-looks-are-compared')}
          options={['wipe', 'side by side', 'difference']}
          value={mode}
          onChange={setMode}
        />
      </div>
      <div className={`picture-frame ${css[`compare-${mode.replaceAll(' ', '-')}`]}`}>
        {mode === 'side by side' ? (
          <div className={css.comparePair}>
            <Sheet image={imageA} label={t('place-picture-of', { name: one.name })} />
            <Sheet image={imageB} label={t('place-picture-of', { name: two.name })} />
          </div>
        ) : mode === 'difference' ? (
          <div className="picture-sheet">
            <Sheet
              image={difference?.image ?? null}
              label={t('place-against-in-stops', { name: two.name, name_2: one.name })}
            />
          </div>
        ) : (
          <div className={`picture-sheet ${css.compareOver}`}>
            <Sheet image={imageA} label={t('place-picture-of', { name: one.name })} />
            <Sheet image={imageB} label={t('place-picture-of', { name: two.name })} clip={at} />
            <WipeLine at={at} />
          </div>
        )}
        {!a || !b ? (
          <span className="picture-progress">
            <Spin size="small" /> {t('place-taking-both')}
          </span>
        ) : null}
      </div>
      {wrong ? <p className="picture-problem">{wrong.message}</p> : null}
      {mode === 'wipe' ? (
        <WipeSlider at={at} setAt={setAt} label={t('place-where-the-pictures-meet')} />
      ) : mode === 'difference' && difference ? (
        <ul className="picture-bands" aria-label={t('place-stops-of-the-second-against')}>
          {difference.bands.map((band) => (
            <li key={band.label} style={{ borderTopColor: band.colour }}>
              {band.label}
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
