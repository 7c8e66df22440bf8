// Two people changed one field: both values side by side, and which one shall stand.

import { useQuery } from '@tanstack/react-query';
import { Button, Modal } from 'antd';
import { catalogueQuery } from '../shared/api/queries';
import { type EditEntry, resolve, useJournal } from '../shared/journal/journal';
import { inWords } from '../shared/journal/words';
import { useAppWords } from '../shared/messages/app';
import { useShoot } from '../shared/state/store';
import css from './app.module.css';

const MOST = 12;

export function Conflict() {
  const t = useAppWords();
  const entries = useJournal((s) => s.entries);
  const asked = entries.filter((e): e is EditEntry => e.kind === 'edit' && e.asked !== undefined);
  const document = useShoot((s) => s.document);
  const { data } = useQuery(catalogueQuery);
  const rows = asked.flatMap((entry) =>
    (entry.asked ?? []).flatMap((d) => {
      const change = { path: d.path, was: d.theirs, value: d.mine, adds: false, removes: false };
      const words = inWords(change, entry.what === 'shoot' ? document : null, data?.limits ?? []);
      return words
        ? [{ ...words, was: d.gone ? 'taken away' : words.was, key: `${entry.id} ${d.path.join('.')}` }]
        : [];
    }),
  );
  return (
    <Modal
      open={asked.length > 0}
      closable={false}
      title={t('app-somebody-else-changed-this-too')}
      footer={[
        <Button key="theirs" onClick={() => resolve('theirs')}>
          {t('app-show-theirs')}
        </Button>,
        <Button key="mine" type="primary" onClick={() => resolve('mine')}>
          {t('app-keep-mine')}
        </Button>,
      ]}
    >
      <table className={`list ${css.differences}`}>
        <thead>
          <tr>
            <th />
            <th>{t('app-theirs')}</th>
            <th>{t('app-mine')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST).map((row) => (
            <tr key={row.key}>
              <td>{row.where}</td>
              <td>{row.was}</td>
              <td>{row.now}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > MOST ? (
        <p className="faint">{t('app-and-more', { more: String(rows.length - MOST) })}</p>
      ) : null}
      <p>{t('app-both-stay-in-the-history')}</p>
    </Modal>
  );
}
