// How a thing is set up on the Bench, to scale; of a lamp its beam, of a ground sheet its bends.

import type { Written } from '../../shared/api/bench';
import { useBenchWords } from '../../shared/messages/bench';
import { formatLength, type Units } from '../../shared/units/length';
import css from './bench.module.css';

const WIDE = 560;
const TALL = 170;

type Rows = Record<string, number | string | boolean | null>[];
const number = (bench: Written, key: string, other: number) =>
  typeof bench[key] === 'number' ? (bench[key] as number) : other;

function Length(props: { from: number; to: number; y: number; words: string }) {
  const { from, to, y, words } = props;
  return (
    <g className={css.benchLength}>
      <path d={`M${from} ${y - 4}v8M${to} ${y - 4}v8M${from} ${y}H${to}`} />
      <text x={(from + to) / 2} y={y + 15} textAnchor="middle">
        {words}
      </text>
    </g>
  );
}

const Lamp = ({ x, y }: { x: number; y: number }) => (
  <g className={css.benchLamp}>
    <circle cx={x} cy={y} r={9} />
    <path d={`M${x + 12} ${y}h10M${x + 10} ${y - 8}l8 -6M${x + 10} ${y + 8}l8 6`} />
  </g>
);

const MeterMark = ({ x, y, turn = 0 }: { x: number; y: number; turn?: number }) => (
  <g className={css.benchMeter} transform={`translate(${x} ${y}) rotate(${turn})`}>
    <rect x={0} y={-13} width={12} height={26} rx={2} />
    <path d="M0 -6a6 6 0 0 0 0 12" />
  </g>
);

function SheetSetUp({ bench, units }: { bench: Written; units: Units }) {
  const far = number(bench, 'lamp_to_sheet', 1);
  const away = number(bench, 'sheet_to_meter', 0.3);
  const scale = (WIDE - 90) / (far + away);
  const lamp = 40;
  const sheet = lamp + far * scale;
  const meter = sheet + away * scale;
  const hole = Math.max((number(bench, 'hole', 0.08) * scale) / 2, 3);
  const angles = ((bench.readings ?? []) as Rows)
    .filter((r) => r.through === 'hole' && r.layers !== 0)
    .map((r) => Number(r.angle ?? 0));
  return (
    <>
      <Lamp x={lamp} y={70} />
      <path className={css.benchSheet} d={`M${sheet} 14V126`} />
      <path className={css.benchCard} d={`M${sheet} 14V${70 - hole}M${sheet} ${70 + hole}V126`} />
      <MeterMark x={meter} y={70} />
      {angles
        .filter((a) => a > 0)
        .map((a) => {
          const t = (a * Math.PI) / 180;
          const reach = away * scale;
          return (
            <path
              key={a}
              className={css.benchRay}
              d={`M${sheet} 70L${sheet + reach * Math.cos(t)} ${70 - Math.min(reach * Math.sin(t), 66)}`}
            />
          );
        })}
      <Length from={lamp} to={sheet} y={138} words={formatLength(far, units)} />
      <Length from={sheet} to={meter} y={138} words={formatLength(away, units)} />
    </>
  );
}

function FaceSetUp({ bench, units }: { bench: Written; units: Units }) {
  const t = useBenchWords();
  const height = number(bench, 'height', 0.7);
  const away = number(bench, 'distance', 0.2);
  const scale = Math.min(116 / height, 300 / Math.max(away, 0.05));
  const face = WIDE - 120;
  const meter = face - away * scale;
  return (
    <>
      <Lamp x={40} y={34} />
      <path className={css.benchRay} d={`M62 38L${face} ${70 - (height * scale) / 4}`} />
      <path
        className={css.benchCard}
        d={`M${face} ${70 - (height * scale) / 2}V${70 + (height * scale) / 2}`}
      />
      <MeterMark x={meter} y={70} turn={180} />
      <Length from={meter} to={face} y={142} words={formatLength(away, units)} />
      <text x={face + 12} y={74}>
        {t('bench-high', { height: formatLength(height, units) })}
      </text>
    </>
  );
}

function Beam({ bench, units }: { bench: Written; units: Units }) {
  const words = useBenchWords();
  const rows = ((bench.beam ?? []) as Rows)
    .map((r) => ({ angle: Number(r.angle), lux: Number(r.lux) }))
    .sort((a, b) => a.angle - b.angle);
  const most = Math.max(...rows.map((r) => r.lux), 1e-9);
  const at = (angle: number, share: number) => {
    const t = (angle * Math.PI) / 180;
    return `${WIDE / 2 + 130 * share * Math.sin(t)} ${18 + 130 * share * Math.cos(t)}`;
  };
  const right = rows.map((r) => at(r.angle, r.lux / most));
  const left = rows.map((r) => at(-r.angle, r.lux / most)).reverse();
  return (
    <>
      <path className={css.benchLength} d={`M${WIDE / 2 - 90} 18h180`} />
      {[30, 60].map((a) => (
        <g key={a} className={css.benchLength}>
          <path d={`M${at(0, 0)}L${at(a, 1)}M${at(0, 0)}L${at(-a, 1)}`} />
          <text
            x={WIDE / 2 + 142 * Math.sin((a * Math.PI) / 180)}
            y={18 + 142 * Math.cos((a * Math.PI) / 180)}
          >
            {a}°
          </text>
        </g>
      ))}
      {rows.length > 1 ? <path className={css.benchBeam} d={`M${[...left, ...right].join('L')}Z`} /> : null}
      <circle className={css.benchLamp} cx={WIDE / 2} cy={18} r={7} />
      <text x={12} y={20}>
        {words('bench-read-from', { distance: formatLength(number(bench, 'distance', 2), units) })}
      </text>
    </>
  );
}

function Lens({ bench, units }: { bench: Written; units: Units }) {
  const t = useBenchWords();
  const rows = (bench.readings ?? []) as Rows;
  const image = Number(rows[rows.length - 1]?.image ?? 0.2);
  const wide = number(bench, 'width', 0.08);
  const scale = Math.min(330 / image, 110 / wide);
  const lens = 150;
  const paper = lens + image * scale;
  const half = Math.max((wide * scale) / 2, 8);
  return (
    <>
      <path
        className={css.benchRay}
        d={`M20 ${70 - half}H${lens}L${paper} 70M20 ${70 + half}H${lens}L${paper} 70`}
      />
      <path
        className={css.benchLens}
        d={`M${lens} ${70 - half}q${half / 3} ${half} 0 ${2 * half}q${-half / 3} ${-half} 0 ${-2 * half}`}
      />
      <path className={css.benchCard} d={`M${paper} 20V120`} />
      <Length from={lens} to={paper} y={138} words={formatLength(image, units)} />
      <text x={16} y={20}>
        {t('bench-far-window')}
      </text>
    </>
  );
}

function Bends({ bench, units }: { bench: Written; units: Units }) {
  const t = useBenchWords();
  const rows = ((bench.bends ?? []) as Rows).map((r) => ({
    r: Number(r.radius),
    creased: r.creased === true,
  }));
  const scale = 120 / Math.max(...rows.map((b) => b.r), 0.1);
  return (
    <>
      <path className={css.benchLength} d={`M20 140H${WIDE - 20}`} />
      {rows.map((b, k) => {
        const x = 90 + (k * (WIDE - 140)) / Math.max(rows.length, 3);
        const r = b.r * scale;
        return (
          <g key={`${b.r}${b.creased}`}>
            <path
              className={b.creased ? css.benchBad : css.benchSheet}
              d={`M${x + r + 30} 140H${x + r}A${r} ${r} 0 0 1 ${x} ${140 - r}V16`}
            />
            <text x={x + 4} y={160}>
              {formatLength(b.r, units)}
              {b.creased ? t('bench-creased') : ''}
            </text>
          </g>
        );
      })}
    </>
  );
}

const DRAWN: Record<string, typeof Lens> = {
  sheet: SheetSetUp,
  face: FaceSetUp,
  black: FaceSetUp,
  lamp: Beam,
  lens: Lens,
  'ground sheet': Bends,
};

export function BenchDrawing({ bench, units }: { bench: Written; units: Units }) {
  const t = useBenchWords();
  const Drawn = DRAWN[bench.of];
  if (!Drawn) return null;
  return (
    <svg
      className={css.benchDrawing}
      viewBox={`0 0 ${WIDE} ${TALL}`}
      role="img"
      aria-label={t('bench-how-it-is-set-up')}
    >
      <Drawn bench={bench} units={units} />
    </svg>
  );
}
