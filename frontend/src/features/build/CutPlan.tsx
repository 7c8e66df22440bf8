// Bars to one scale, with the pieces in the order they are cut.

import type { Build } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { useSize } from '../../shared/ui/useSize';
import { formatLength, type Units } from '../../shared/units/length';
import css from './build.module.css';

const ROW = 40;
/** Where each bar says what it is of. */
const NAMED_ROW = 48;

export function CutPlan({ build, units }: { build: Build; units: Units }) {
  const t = useBuildPageWords();
  const [ref, size] = useSize<HTMLDivElement>();
  const longest = Math.max(...build.bars.map((b) => b.stock), 0.1);
  const left = 62;
  const high = build.bars.some((b) => b.name) ? NAMED_ROW : ROW;
  const scale = Math.max(size.width - left - 8, 10) / longest;
  return (
    <div ref={ref} className={css.cutPlan}>
      {size.width > 0 ? (
        <svg
          width={size.width}
          height={build.bars.length * high}
          role="img"
          aria-label={t('build-page-bars-with-their-cuts', { bars: String(build.bars.length) })}
        >
          {build.bars.map((bar, row) => {
            let at = 0;
            const y = row * high + 4;
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: equal bars have nothing else to tell them apart
              <g key={row} transform={`translate(0 ${y})`}>
                <text x={0} y={19} className={css.barName}>
                  {formatLength(bar.stock, units)}
                </text>
                {bar.own ? (
                  <text x={0} y={33} className={css.barOwn}>
                    {t('build-page-yours-2')}
                  </text>
                ) : null}
                <rect x={left} y={0} width={bar.stock * scale} height={28} className={css.offcut} />
                {bar.pieces.map((piece) => {
                  const x = left + at * scale;
                  const width = piece.cut * scale;
                  at += piece.cut + build.kerf;
                  return (
                    <g key={piece.label}>
                      <title>{`${piece.label}: ${piece.name}, ${formatLength(piece.cut, units, true)}`}</title>
                      <rect x={x} y={0} width={width} height={28} className="piece" />
                      <text x={x + width / 2} y={13} textAnchor="middle" className="piece-label">
                        {piece.label}
                      </text>
                      {width > 58 ? (
                        <text x={x + width / 2} y={24} textAnchor="middle" className="piece-length">
                          {formatLength(piece.cut, units, true)}
                        </text>
                      ) : null}
                    </g>
                  );
                })}
                {bar.name ? (
                  <text x={left} y={40} className="faint">
                    {bar.name}
                  </text>
                ) : null}
                {bar.offcut * scale > 46 ? (
                  <text
                    x={left + (bar.stock - bar.offcut / 2) * scale}
                    y={18}
                    textAnchor="middle"
                    className="faint"
                  >
                    {formatLength(bar.offcut, units)}
                  </text>
                ) : null}
              </g>
            );
          })}
        </svg>
      ) : null}
    </div>
  );
}
