// The light at meters that stay, lamp by lamp and way by way; one lamp's streams; daylight against lamps.

import { useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import type { Catalogue, Figures, Schemas, Shoot } from '../../shared/api/client';
import { balanceQuery, flowQuery } from '../../shared/api/queries';
import { FlagFinder } from '../../shared/light/FlagFinder';
import { LampDesk } from '../../shared/light/LampDesk';
import { inOneGo } from '../../shared/messages/facts';
import { usePlaceWords } from '../../shared/messages/place';
import { useRoleWords } from '../../shared/messages/roles';
import { useSetWords } from '../../shared/messages/set';
import { choose, usePlace } from '../../shared/state/place';
import css from './place.module.css';

const WAYS = { direct: 'straight', modifier: 'modifier', room: 'room' } as const;

function Shares({ parts }: { parts: Schemas['PartResult'][] }) {
  const t = usePlaceWords();
  return (
    <div
      className={css.shares}
      role="img"
      aria-label={parts.map((p) => `${p.lamp}, ${WAYS[p.way]}: ${Math.round(p.share * 100)} %`).join('; ')}
    >
      {parts.map((p) => (
        <span
          key={`${p.lamp} ${p.way}`}
          className={`${css.share} share-${p.way}`}
          style={{ flexGrow: Math.max(p.share, 0.01) }}
          title={`${p.lamp}, ${WAYS[p.way]}: ${Math.round(p.share * 100)} %${p.without === null ? '' : t('place-without-it-stops-less', { without: p.without.toFixed(1) })}`}
        >
          {p.share > 0.18 ? `${Math.round(p.share * 100)} % ${WAYS[p.way]}` : ''}
        </span>
      ))}
    </div>
  );
}

function Meters() {
  const t = usePlaceWords();
  const { place, stale } = usePlace();
  const say = useSetWords();
  if (!place?.meters.length) return <p className="faint-words">{t('place-no-meter-stands-in-the')}</p>;
  return (
    <ul className={`${css.meterList}${stale ? ' is-stale' : ''}`}>
      {place.meters.map((m, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a meter is its place in the list
        <li key={`${m.name} ${i}`}>
          <button type="button" className="link" onClick={() => choose(`meters.${i}`)}>
            {m.name}
          </button>
          {m.inside ? (
            <b>
              {m.stops === null
                ? t('place-dark')
                : t('place-stops', {
                    stops: m.stops >= 0 ? '+' : '−',
                    stops_2: Math.abs(m.stops).toFixed(1),
                  })}
              {m.spread !== null && m.spread > 0.1 ? ` ±${m.spread.toFixed(1)}` : ''}
            </b>
          ) : null}
          <small>{m.inside ? `${m.reading}, ${m.aperture}` : ''}</small>
          <Shares parts={m.parts} />
          <p>{inOneGo(say, m.says)}</p>
        </li>
      ))}
    </ul>
  );
}

function Follow({ document }: { document: Shoot }) {
  const t = usePlaceWords();
  const say = useSetWords();
  const lamp = usePlace((p) => p.followed);
  const { data } = useQuery(flowQuery(document, lamp));
  const lamps = [
    { value: -1, label: t('place-follow-no-lamp') },
    { value: 0, label: t('place-follow-the-key-lamp') },
    ...document.brief.others.map((o, i) => ({ value: i + 1, label: t('place-follow', { name: o.name }) })),
  ];
  return (
    <>
      <Select
        size="small"
        aria-label={t('place-follow-the-light-of-a')}
        value={lamp ?? -1}
        options={lamps}
        popupMatchSelectWidth={false}
        onChange={(v) => usePlace.setState({ followed: v < 0 ? null : v })}
      />
      {lamp !== null && data ? <p className="picture-words">{say(data.says)}</p> : null}
    </>
  );
}

function Balance({ document }: { document: Shoot }) {
  const t = usePlaceWords();
  const say = useRoleWords();
  const [asked, setAsked] = useState(false);
  const { data, isFetching } = useQuery(balanceQuery(document, asked));
  return (
    <>
      <Button size="small" onClick={() => setAsked(true)} loading={isFetching}>
        {t('place-weigh-the-other-lights-against')}
      </Button>
      {asked && data ? (
        <ul className={css.balanceList}>
          {data.lines.map((line) => (
            <li key={line.name}>{inOneGo(say, line.says)}</li>
          ))}
          {data.lines.length ? null : <li>{t('place-no-other-light-is-on')}</li>}
          {data.span ? <li>{say(data.span)}</li> : null}
        </ul>
      ) : null}
    </>
  );
}

export function LightTab(props: { document: Shoot; figures: Figures; data: Catalogue }) {
  const t = usePlaceWords();
  const say = useSetWords();
  const { document, figures, data } = props;
  const sun = usePlace((p) => p.place?.sun);
  return (
    <>
      <section className="panel" aria-label={t('place-meters')}>
        <h2>{t('place-meters')}</h2>
        <Meters />
      </section>
      <LampDesk document={document} figures={figures} data={data} />
      <section className="panel" aria-label={t('place-streams-and-balance')}>
        <h2>{t('place-where-light-goes')}</h2>
        <Follow document={document} />
        <h2>{t('place-balance')}</h2>
        {sun ? <p className="picture-words">{say(sun.says)}</p> : null}
        <Balance document={document} />
        <FlagFinder document={document} />
      </section>
    </>
  );
}
