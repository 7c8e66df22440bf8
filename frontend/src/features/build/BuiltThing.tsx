// The built thing: in space, or square on with its measures.

import { Segmented } from 'antd';
import { useState } from 'react';
import type { Build, Shoot } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { Exploded } from './Exploded';
import { MeasuredViews } from './MeasuredViews';

type Shown = 'space' | 'measures';

export function BuiltThing({ build, document }: { build: Build; document: Shoot }) {
  const t = useBuildPageWords();
  const [shown, setShown] = useState<Shown>('space');
  return (
    <figure className="card">
      <figcaption className="plan-head">
        <span>{shown === 'space' ? t('build-page-drag-to-turn-it') : t('build-page-square-on')}</span>
        <Segmented<Shown>
          size="small"
          aria-label={t('build-page-in-space-or-with-measures')}
          options={[
            { value: 'space', label: t('build-page-in-space') },
            { value: 'measures', label: t('build-page-measures') },
          ]}
          value={shown}
          onChange={setShown}
        />
      </figcaption>
      {shown === 'space' ? (
        <Exploded build={build} document={document} />
      ) : (
        <MeasuredViews document={document} />
      )}
    </figure>
  );
}
