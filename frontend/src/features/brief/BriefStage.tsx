// The Brief: five questions beside the picture and the plan, everything else a line each under More.
import { useQuery } from '@tanstack/react-query';
import { catalogueQuery } from '../../shared/api/queries';
import { PlanView } from '../../shared/drawing/PlanView';
import { useBriefWords } from '../../shared/messages/brief';
import { PredictedPicture } from '../../shared/picture/PredictedPicture';
import { useFigures } from '../../shared/state/figures';
import { useShoot } from '../../shared/state/store';
import { NoteLine } from '../../shared/ui/NoteLine';
import { BestSoFar } from './BestSoFar';
import css from './brief.module.css';
import { More } from './More';
import { BehindIt, FromWhere, HowDeep, HowSoft, What } from './Questions';
import { ShowRound } from './ShowRound';

export function BriefStage() {
  const t = useBriefWords();
  const document = useShoot((s) => s.document);
  const figures = useFigures((s) => s.figures);
  const { data } = useQuery(catalogueQuery);
  if (!document || !data) return null;
  return (
    <div className={`stage ${css.briefStage}`}>
      <div className={css.questions}>
        <ShowRound />
        <What document={document} data={data} />
        <HowSoft document={document} />
        <HowDeep document={document} />
        <FromWhere document={document} />
        <BehindIt document={document} data={data} />
        <More document={document} data={data} />
      </div>
      <div className={css.shown}>
        {figures ? (
          <div className={css.picture}>
            <PredictedPicture document={document} figures={figures} />
            <ul className="notes" aria-live="polite">
              {figures.notes
                .filter((note) => note.level === 'warning')
                .map((note) => (
                  <NoteLine key={note.says.code} note={note} />
                ))}
            </ul>
          </div>
        ) : (
          <section className="card waiting">{t('brief-drawing')}</section>
        )}
        <BestSoFar document={document} />
        <figure className="card">
          <figcaption>{t('brief-plan-of-the-room-to')}</figcaption>
          {figures ? <PlanView document={document} figures={figures} dimensions /> : null}
        </figure>
      </div>
    </div>
  );
}
