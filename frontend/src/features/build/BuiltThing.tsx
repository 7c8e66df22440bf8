// The built thing: in space, or square on with its measures.
import { Segmented } from 'antd';
import { useState } from 'react';
import type { Build, Shoot } from '../../shared/api/client';
import { Exploded } from './Exploded';
import { MeasuredViews } from './MeasuredViews';

type Shown = 'space' | 'measures';

export function BuiltThing({ build, document }: { build: Build; document: Shoot }) {
  const [shown, setShown] = useState<Shown>('space');
  return (
    <figure className="card">
      <figcaption className="plan-head">
        <span>{shown === 'space' ? 'Drag to turn it' : 'Square on'}</span>
        <Segmented<Shown>
          size="small"
          aria-label="In space or with measures"
          options={[
            { value: 'space', label: 'in space' },
            { value: 'measures', label: 'measures' },
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
