// The light at meters that stay, lamp by lamp and way by way; one lamp's streams; daylight against lamps.
import { useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import type { Catalogue, Figures, Schemas, Shoot } from '../../shared/api/client';
import { balanceQuery, flowQuery } from '../../shared/api/queries';
import { FlagFinder } from '../../shared/light/FlagFinder';
import { LampDesk } from '../../shared/light/LampDesk';
import { choose, usePlace } from '../../shared/state/place';
import css from './place.module.css';

const WAYS = { direct: 'straight', modifier: 'modifier', room: 'room' } as const;

function Shares({ parts }: { parts: Schemas['PartResult'][] }) {
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
          title={`${p.lamp}, ${WAYS[p.way]}: ${Math.round(p.share * 100)} %${p.without === null ? '' : `; without it ${p.without.toFixed(1)} stops less`}`}
        >
          {p.share > 0.18 ? `${Math.round(p.share * 100)} % ${WAYS[p.way]}` : ''}
        </span>
      ))}
    </div>
  );
}

function Meters() {
  const { place, stale } = usePlace();
  if (!place?.meters.length)
    return (
      <p className="faint-words">
        No meter stands in the set. Add one under Things; it shows its stops on the plan.
      </p>
    );
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
              {m.stops === null ? 'dark' : `${m.stops >= 0 ? '+' : '−'}${Math.abs(m.stops).toFixed(1)} stops`}
              {m.spread !== null && m.spread > 0.1 ? ` ±${m.spread.toFixed(1)}` : ''}
            </b>
          ) : null}
          <small>{m.inside ? `${m.reading}, ${m.aperture}` : ''}</small>
          <Shares parts={m.parts} />
          <p>{m.words}</p>
        </li>
      ))}
    </ul>
  );
}

function Follow({ document }: { document: Shoot }) {
  const lamp = usePlace((p) => p.followed);
  const { data } = useQuery(flowQuery(document, lamp));
  const lamps = [
    { value: -1, label: 'follow no lamp' },
    { value: 0, label: 'follow the key lamp' },
    ...document.brief.others.map((o, i) => ({ value: i + 1, label: `follow ${o.name}` })),
  ];
  return (
    <>
      <Select
        size="small"
        aria-label="Follow the light of a lamp"
        value={lamp ?? -1}
        options={lamps}
        popupMatchSelectWidth={false}
        onChange={(v) => usePlace.setState({ followed: v < 0 ? null : v })}
      />
      {lamp !== null && data ? <p className="picture-words">{data.sentence}</p> : null}
    </>
  );
}

function Balance({ document }: { document: Shoot }) {
  const [asked, setAsked] = useState(false);
  const { data, isFetching } = useQuery(balanceQuery(document, asked));
  return (
    <>
      <Button size="small" onClick={() => setAsked(true)} loading={isFetching}>
        Weigh the other lights against the key
      </Button>
      {asked && data ? (
        <ul className={css.balanceList}>
          {data.lines.map((line) => (
            <li key={line.name}>{line.words}</li>
          ))}
          {data.lines.length ? null : <li>No other light is on.</li>}
          {data.span ? <li>{data.span}</li> : null}
        </ul>
      ) : null}
    </>
  );
}

export function LightTab(props: { document: Shoot; figures: Figures; data: Catalogue }) {
  const { document, figures, data } = props;
  const sun = usePlace((p) => p.place?.sun);
  return (
    <>
      <section className="panel" aria-label="Meters">
        <h2>Meters</h2>
        <Meters />
      </section>
      <LampDesk document={document} figures={figures} data={data} />
      <section className="panel" aria-label="Streams and balance">
        <h2>Where light goes</h2>
        <Follow document={document} />
        <h2>Balance</h2>
        {sun ? <p className="picture-words">{sun.words}</p> : null}
        <Balance document={document} />
        <FlagFinder document={document} />
      </section>
    </>
  );
}
