// The set against the bare lamp, or against what it was before the last change.
import { SwapOutlined } from '@ant-design/icons';
import { useQuery } from '@tanstack/react-query';
import { Dropdown, Modal } from 'antd';
import { useState } from 'react';
import { answer, api, type Shoot } from '../../shared/api/client';
import { useShapeWords } from '../../shared/messages/shape';
import { Compare } from '../../shared/picture/Compare';
import { beforeLast, useShoot } from '../../shared/state/store';

type Baseline = 'bare' | 'before';

/** The same lamp at the same place, with nothing before it and pointed at the face. */
async function bareOf(document: Shoot): Promise<Shoot> {
  const { design } = await answer(api.POST('/api/baseline', { body: { document } }));
  return { ...document, design: design as Shoot['design'] };
}

export function Against({ document }: { document: Shoot }) {
  const t = useShapeWords();
  const canUndo = useShoot((s) => s.canUndo);
  const [against, setAgainst] = useState<Baseline | null>(null);
  const names: Record<Baseline, string> = { bare: t('against-bare'), before: t('against-before') };
  const other = useQuery({
    queryKey: ['against', against, document],
    queryFn: () => (against === 'bare' ? bareOf(document) : beforeLast()),
    enabled: against !== null,
    gcTime: 0,
  });
  return (
    <>
      <Dropdown
        trigger={['click']}
        menu={{
          items: [
            { key: 'bare', label: names.bare },
            { key: 'before', label: names.before, disabled: !canUndo },
          ],
          onClick: ({ key }) => setAgainst(key as Baseline),
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
        {other.error ? <p className="picture-problem">{other.error.message}</p> : null}
        {against && other.data ? (
          <Compare
            pair={[
              { name: names[against], document: other.data },
              { name: t('against-now'), document },
            ]}
          />
        ) : null}
      </Modal>
    </>
  );
}
