// The set against the bare lamp, or against what it was before the last change.
import { SwapOutlined } from '@ant-design/icons';
import { Dropdown, Modal } from 'antd';
import { useState } from 'react';
import type { Figures, Shoot } from '../../shared/api/client';
import { useShapeWords } from '../../shared/messages/shape';
import { Compare } from '../../shared/picture/Compare';
import { beforeLast, useShoot } from '../../shared/state/store';

type Baseline = 'bare' | 'before';

/** The same lamp at the same place and with nothing before it, pointed at the face. */
export function bareOf(document: Shoot, figures: Figures): Shoot {
  const [away = 1.5, up = 1.6] = figures.modifier.side_lamps[0]?.place ?? [];
  const { key_angle } = document.design;
  const design = {
    kind: 'bare_lamp' as const,
    key_angle,
    distance: Math.max(Math.abs(away), 0.15),
    centre_height: Math.max(up, 0.1),
    aim_height: document.brief.subject.face_height,
  };
  return { ...document, design: design as Shoot['design'] };
}

export function Against({ document, figures }: { document: Shoot; figures: Figures }) {
  const t = useShapeWords();
  const canUndo = useShoot((s) => s.canUndo);
  const [against, setAgainst] = useState<{ name: string; document: Shoot } | null>(null);
  const names: Record<Baseline, string> = { bare: t('against-bare'), before: t('against-before') };
  return (
    <>
      <Dropdown
        trigger={['click']}
        menu={{
          items: [
            { key: 'bare', label: names.bare, disabled: document.design.kind === 'bare_lamp' },
            { key: 'before', label: names.before, disabled: !canUndo },
          ],
          onClick: ({ key }) => {
            const other = key === 'bare' ? bareOf(document, figures) : beforeLast();
            if (other) setAgainst({ name: names[key as Baseline], document: other });
          },
        }}
      >
        <button type="button" className="icon-button" aria-label={t('against')} title={t('against')}>
          <SwapOutlined />
        </button>
      </Dropdown>
      <Modal
        open={against !== null}
        onCancel={() => setAgainst(null)}
        footer={null}
        width={820}
        title={t('against')}
      >
        {against ? <Compare pair={[against, { name: t('against-now'), document }]} /> : null}
      </Modal>
    </>
  );
}
