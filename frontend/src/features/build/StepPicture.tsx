// The picture of a step: what is there thin, what is added bold, where screws and glue go and hands hold, what the
// pieces are called.

import type { Schemas } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import css from './stepPicture.module.css';

export type Picture = Schemas['PictureResult'];

export function StepPicture({ picture, title }: { picture: Picture; title: string }) {
  const t = useBuildPageWords();
  const names = picture.labels.map((label) => label.text);
  const key = [
    picture.screws ? 'dashed: screws' : '',
    picture.glue?.length ? 'drops: glue' : '',
    picture.hands?.length ? `rings: ${picture.hands.length} people hold` : '',
  ].filter(Boolean);
  return (
    <>
      <svg
        className={css.stepPicture}
        viewBox={`-8 -8 ${picture.width + 16} ${picture.height + 16}`}
        role="img"
        aria-label={`${title}: ${names.length ? t('build-page-in-place', { names: [...new Set(names)].join(', ') }) : t('build-page-what-is-added')}`}
      >
        <path d={picture.present} className={css.picturePresent} />
        <path d={picture.added} className={css.pictureAdded} />
        <path d={picture.behind} className={css.pictureBehind} />
        <path d={picture.screws} className={css.pictureScrews} />
        {picture.glue?.map(([x = 0, y = 0]) => (
          <circle key={`glue ${x} ${y}`} cx={x} cy={y} r={3.4} className={css.pictureGlue}>
            <title>{t('build-page-glue')}</title>
          </circle>
        ))}
        {picture.hands?.map(([x = 0, y = 0]) => (
          <circle key={`hand ${x} ${y}`} cx={x} cy={y} r={9} className={css.pictureHands}>
            <title>{t('build-page-a-hand-holds-here')}</title>
          </circle>
        ))}
        {picture.labels.map((label, i) => (
          // the same piece may be shown from several sides
          <text key={`${label.text}${i.toString()}`} x={label.x} y={label.y} className={css.pictureLabel}>
            {label.text}
          </text>
        ))}
      </svg>
      {key.length ? <small className="faint">{key.join(', ')}</small> : null}
    </>
  );
}
