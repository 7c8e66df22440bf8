// Boards and lengths off rolls, all to one scale, with the pieces as they lie and what is left.

import type { Build } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { formatLength, type Units } from '../../shared/units/length';
import css from './build.module.css';

const SHOWN = 116;

type Cover = Build['covers'][number];

function Sheet(props: {
  sheet: Cover['sheets'][number];
  cover: Cover;
  scale: number;
  units: Units;
  number: number;
}) {
  const { sheet, cover, scale: s, units, number } = props;
  // rolls lie on their side, so that their length runs across the page
  const flat = cover.form === 'cloth' || sheet.length > sheet.width;
  const [wide, tall] = flat ? [sheet.length, sheet.width] : [sheet.width, sheet.length];
  const place = (r: { x: number; y: number; width: number; height: number }) =>
    flat
      ? { x: r.y * s, y: r.x * s, width: r.height * s, height: r.width * s }
      : { x: r.x * s, y: r.y * s, width: r.width * s, height: r.height * s };
  const name = cover.form === 'cloth' ? 'Length off the roll' : `Board ${number}`;
  return (
    <svg
      width={wide * s + 2}
      height={tall * s + 2}
      viewBox={`-1 -1 ${wide * s + 2} ${tall * s + 2}`}
      role="img"
      aria-label={`${name}, ${formatLength(sheet.width, units)} × ${formatLength(sheet.length, units)}: ${sheet.laid.map((p) => p.label).join(', ')}`}
    >
      <rect width={wide * s} height={tall * s} className={css.offcut} />
      {sheet.laid.map((p) => {
        const at = place(p);
        const size = `${formatLength(p.width, units)} × ${formatLength(p.height, units)}`;
        return (
          <g key={p.label}>
            <title>{`${p.label}: ${size}`}</title>
            <rect {...at} className="piece" />
            {at.width > 20 && at.height > 12 ? (
              <text
                x={at.x + at.width / 2}
                y={at.y + at.height / 2 + 4}
                textAnchor="middle"
                className="piece-label"
              >
                {p.label}
              </text>
            ) : null}
          </g>
        );
      })}
    </svg>
  );
}

/** One material: what is bought of it, what is one's own, and what falls out of windows and is used. */
export function SheetRow({ cover, units, scale }: { cover: Cover; units: Units; scale: number }) {
  const t = useBuildPageWords();
  const share = Math.round((100 * cover.used) / Math.max(cover.used + cover.dust + cover.left, 1e-9));
  const bought =
    cover.form === 'cloth'
      ? `${formatLength(cover.bought, units)} off the roll`
      : `${cover.bought ? `${cover.bought} board${cover.bought === 1 ? '' : 's'} to buy` : 'none to buy'}, ${cover.sawn ? 'sawn' : 'cut with a knife'}`;
  return (
    <figure>
      <figcaption>
        <b>{cover.material}</b> {t('build-page-used', { bought, share: String(share) })}
        {cover.form === 'board' && cover.bought > 0 && cover.bought <= cover.bound
          ? '; fewer will not do'
          : null}
      </figcaption>
      <div className={css.sheetRow}>
        {cover.sheets.map((sheet, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a board is its place in the plan
          <div key={i} className={css.sheetOne}>
            <Sheet number={i + 1} sheet={sheet} cover={cover} scale={scale} units={units} />
            {sheet.own ? <small className="good">{t('build-page-yours-2')}</small> : null}
            {sheet.host ? <small>{t('build-page-out-of-s-window', { host: sheet.host })}</small> : null}
          </div>
        ))}
      </div>
    </figure>
  );
}

/** As long as a drawing may be, and as tall. [px] */
const WIDEST = 300;

export function SheetPlans({ build, units }: { build: Build; units: Units }) {
  const largest = Math.max(
    0.1,
    ...build.covers.flatMap((c) => c.sheets.map((s) => Math.min(s.width, s.length))),
  );
  const longest = Math.max(
    0.1,
    ...build.covers.flatMap((c) => c.sheets.map((s) => Math.max(s.width, s.length))),
  );
  const scale = Math.min(SHOWN / largest, WIDEST / longest);
  return (
    <div className={css.sheetPlans}>
      {build.covers.map((cover) => (
        <SheetRow key={cover.material} cover={cover} units={units} scale={scale} />
      ))}
    </div>
  );
}
