// The picture of a step: what is there thin, what is added bold, where screws go, what the pieces are called.
import type { Schemas } from '../../shared/api/client';
import css from './build.module.css';

export type Picture = Schemas['PictureResult'];

export function StepPicture({ picture, title }: { picture: Picture; title: string }) {
  const names = picture.labels.map((label) => label.text);
  return (
    <svg
      className={css.stepPicture}
      viewBox={`-8 -8 ${picture.width + 16} ${picture.height + 16}`}
      role="img"
      aria-label={`${title}: ${names.length ? `${[...new Set(names)].join(', ')} in place` : 'what is added'}`}
    >
      <path d={picture.present} className={css.picturePresent} />
      <path d={picture.added} className={css.pictureAdded} />
      <path d={picture.behind} className={css.pictureBehind} />
      <path d={picture.screws} className={css.pictureScrews} />
      {picture.labels.map((label, i) => (
        // the same piece may be shown from several sides
        <text key={`${label.text}${i.toString()}`} x={label.x} y={label.y} className={css.pictureLabel}>
          {label.text}
        </text>
      ))}
    </svg>
  );
}
