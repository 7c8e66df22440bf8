// Looks of the set: keep, switch, compare.

import { DeleteOutlined } from '@ant-design/icons';
import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import type { Catalogue, Shoot } from '../../shared/api/client';
import { usePlaceWords } from '../../shared/messages/place';
import { edit } from '../../shared/state/store';
import { capture, isOn, lookDifferences, take } from './looks';
import css from './place.module.css';

export function LooksTab(props: {
  document: Shoot;
  data: Catalogue;
  compared: number[];
  compare: (pair: number[]) => void;
}) {
  const t = usePlaceWords();
  const { document, data, compared, compare } = props;
  const { looks } = document;
  const [name, setName] = useState('');
  const full = looks.length >= 9;
  const keep = () => {
    const called = name.trim() || `look ${looks.length + 1}`;
    edit([{ path: 'looks', value: [...looks, capture(document, called)] }], `Look kept: ${called}`);
    setName('');
  };
  const controls = data.kinds.find((k) => k.id === document.design.kind)?.controls ?? [];
  const label = (path: string) =>
    controls.find((c) => c.path === path)?.label ?? path.replace('design.', '').replaceAll('_', ' ');
  const [a, b] = compared.map((i) => looks[i]);
  return (
    <section className="panel looks" aria-label={t('place-looks')}>
      <h2>{t('place-looks')}</h2>
      <p className="faint-words">{t('place-a-look-keeps-the-lamps')}</p>
      <ol className={css.lookList}>
        {looks.map((look, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a look is its place in the list
          <li key={`${look.name} ${i}`} className={isOn(document, look) ? 'is-on' : ''}>
            <Checkbox
              checked={compared.includes(i)}
              aria-label={t('place-compare', { name: look.name })}
              onChange={(e) =>
                compare(e.target.checked ? [...compared, i].slice(-2) : compared.filter((k) => k !== i))
              }
            />
            <Button
              size="small"
              type={isOn(document, look) ? 'primary' : 'default'}
              aria-pressed={isOn(document, look)}
              title={t('place-bring-this-look-on-shift', { i: String(i + 1) })}
              onClick={() => edit(take(document, look), `Look: ${look.name}`)}
            >
              {i + 1} {look.name}
            </Button>
            <Button
              size="small"
              type="text"
              title={t('place-make-this-look-what-the')}
              onClick={() =>
                edit(
                  [
                    {
                      path: 'looks',
                      value: looks.map((l, k) =>
                        k === i ? { ...capture(document, l.name), key: l.key } : l,
                      ),
                    },
                  ],
                  `Look kept anew: ${look.name}`,
                )
              }
            >
              {t('place-keep-anew')}
            </Button>
            <Button
              size="small"
              type="text"
              icon={<DeleteOutlined />}
              aria-label={t('place-forget', { name: look.name })}
              onClick={() => {
                compare([]);
                edit(
                  [{ path: 'looks', value: looks.filter((_, k) => k !== i) }],
                  `Look forgotten: ${look.name}`,
                );
              }}
            />
          </li>
        ))}
      </ol>
      <div className={css.lookKeep}>
        <Input
          size="small"
          value={name}
          maxLength={60}
          placeholder={t('place-look', { looks: String(looks.length + 1) })}
          aria-label={t('place-name-of-the-look')}
          disabled={full}
          onChange={(e) => setName(e.currentTarget.value)}
          onPressEnter={keep}
        />
        <Button size="small" disabled={full} onClick={keep}>
          {t('place-keep-this-state')}
        </Button>
      </div>
      {a && b ? (
        <table className={css.lookTable}>
          <caption>{t('place-what-differs')}</caption>
          <thead>
            <tr>
              <th />
              <th scope="col">{a.name}</th>
              <th scope="col">{b.name}</th>
            </tr>
          </thead>
          <tbody>
            {lookDifferences(a, b, document.brief, label).map((row) => (
              <tr key={row.what}>
                <th scope="row">{row.what}</th>
                <td>{row.a}</td>
                <td>{row.b}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : looks.length > 1 ? (
        <p className="faint-words">{t('place-mark-two-to-compare-their')}</p>
      ) : null}
    </section>
  );
}
