// The kinds that suit the Brief best as it stands now, on the same head or thing, while it is being answered.
import { Button, Spin } from 'antd';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Schemas, Shoot } from '../../shared/api/client';
import { useRanking } from '../../shared/api/queries';
import { useBriefWords } from '../../shared/messages/brief';
import { KindPicture } from '../../shared/picture/KindPicture';
import { inDesign, inOrder, takeKind } from '../../shared/state/kind';
import { useSettled } from '../../shared/state/settled';
import { useShoot } from '../../shared/state/store';
import { KindFigure } from '../../shared/ui/KindFigure';
import css from './brief.module.css';

const SHOWN = 3;
const SETTLE_MS = 1200;

type Row = Schemas['RankedResult'];

function Best(props: { row: Row; document: Shoot; asked: Shoot; wait: boolean }) {
  const { row, document, asked } = props;
  const t = useBriefWords();
  const present = row.kind === document.design.kind;
  return (
    <li>
      <KindPicture document={inDesign(asked, row)} name={row.name} wait={props.wait} />
      <b>{row.name}</b>
      <div>
        <span>
          <KindFigure row={row} of="size" />, <KindFigure row={row} of="exposure" />
        </span>
        <Button size="small" type={present ? 'default' : 'primary'} onClick={() => takeKind(row)}>
          {present ? t('brief-use-this-size') : t('brief-use-it')}
        </Button>
      </div>
    </li>
  );
}

/** Nobody who only passes through has all kinds tried for them. */
function useLooked(): boolean {
  const [looked, setLooked] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLooked(true), SETTLE_MS);
    return () => clearTimeout(timer);
  }, []);
  return looked;
}

export function BestSoFar({ document }: { document: Shoot }) {
  const t = useBriefWords();
  const asked = useSettled(document, SETTLE_MS);
  const looked = useLooked();
  const id = useShoot((s) => s.id);
  const { data, isFetching, progress } = useRanking(asked, looked);
  const rows = inOrder(data?.kinds ?? progress.parts)
    .filter((r) => r.design)
    .slice(0, SHOWN);
  return (
    <section className={`card ${css.best}`} aria-label={t('brief-suits-best')}>
      <div className={css.bestHead}>
        <h2>{t('brief-suits-best')}</h2>
        {isFetching ? <Spin size="small" /> : null}
        <Link to={`/shoots/${id}/shape?kinds`}>{t('brief-all-kinds')}</Link>
      </div>
      <ol className={isFetching && data ? 'is-stale' : undefined}>
        {rows.map((row) => (
          <Best key={row.kind} row={row} document={document} asked={asked} wait={isFetching} />
        ))}
      </ol>
      {rows.length ? null : <p className="faint">{t('brief-kinds-are-tried')}</p>}
    </section>
  );
}
