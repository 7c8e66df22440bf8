// An outline traced in a photograph: a scale is marked, the thing boxed, its border found; then drawn at true size.

import { Button, Segmented } from 'antd';
import { type PointerEvent, useEffect, useState } from 'react';
import { saveOutline, type TraceAsked, useTrace } from '../../shared/api/bench';
import { useBenchWords } from '../../shared/messages/bench';
import { NumberField } from '../../shared/ui/NumberField';
import { useDrag } from '../../shared/ui/useDrag';
import type { Units } from '../../shared/units/length';
import css from './bench.module.css';

type Point = [number, number];
type Scale = 'a4' | 'letter' | 'ruler';

const PAPER: Record<'a4' | 'letter', Point> = { a4: [0.297, 0.21], letter: [0.2794, 0.2159] };
const NAMES: { value: Scale; label: string }[] = [
  { value: 'a4', label: 'A4 sheet' },
  { value: 'letter', label: 'Letter sheet' },
  { value: 'ruler', label: 'ruler' },
];

export function OutlineTrace(props: {
  points: Point[];
  units: Units;
  set: (points: Point[], error: number) => void;
}) {
  const t = useBenchWords();
  const { points, units, set } = props;
  const [file, setFile] = useState<File | null>(null);
  const [url, setUrl] = useState<string | null>(null);
  const [scale, setScale] = useState<Scale>('a4');
  const [marks, setMarks] = useState<Point[]>([]);
  const [length, setLength] = useState<number | null>(0.3);
  const [box, setBox] = useState<[Point, Point] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const trace = useTrace();
  useEffect(() => {
    if (!file) return;
    const made = URL.createObjectURL(file);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [file]);
  const wanted = scale === 'ruler' ? 2 : 4;
  const marking = marks.length < wanted;
  const at = (e: PointerEvent<SVGSVGElement>): Point => {
    const frame = e.currentTarget.getBoundingClientRect();
    const within = (x: number) => Math.min(Math.max(x, 0), 1);
    return [within((e.clientX - frame.left) / frame.width), within((e.clientY - frame.top) / frame.height)];
  };
  const find = (corners: [Point, Point]) => {
    if (!file) return;
    const [a, b] = corners;
    const asked: TraceAsked = {
      within: {
        name: 'thing',
        shows: 'light',
        x: Math.min(a[0], b[0]),
        y: Math.min(a[1], b[1]),
        width: Math.max(Math.abs(a[0] - b[0]), 0.006),
        height: Math.max(Math.abs(a[1] - b[1]), 0.006),
      },
      corners: scale === 'ruler' ? [] : marks,
      paper: scale === 'ruler' ? PAPER.a4 : PAPER[scale],
      ruler: scale === 'ruler' ? marks : [],
      length: length ?? 0.3,
    };
    trace.mutate({ file, asked }, { onSuccess: (got) => set(got.points, got.error) });
  };
  const save = (form: 'pdf' | 'svg' | 'dxf') =>
    saveOutline({ name: 'outline', points, form, paper: units === 'imperial' ? 'letter' : 'a4', units })
      .then(() => setTrouble(null))
      .catch((e: Error) => setTrouble(e.message));
  const drag = useDrag<SVGSVGElement, Point>({
    at,
    begins: (place) => {
      if (marking) setMarks([...marks, place]);
      return !marking;
    },
    moves: (from, to) => setBox([from, to]),
    ends: (from, to) => {
      if (!to) return;
      setBox([from, to]);
      find([from, to]);
    },
  });
  return (
    <div className={css.outlineTrace}>
      <div className="reading-entry">
        <label className={css.fileButton}>
          {t('bench-photograph')}
          <input
            type="file"
            accept="image/jpeg,image/png,image/tiff,image/webp"
            aria-label={t('bench-photograph-of-the-thing')}
            onChange={(e) => {
              setFile(e.currentTarget.files?.[0] ?? null);
              setMarks([]);
              setBox(null);
              trace.reset();
            }}
          />
        </label>
        <Segmented
          size="small"
          aria-label={t('bench-what-the-scale-is')}
          options={NAMES}
          value={scale}
          onChange={(next) => {
            setScale(next);
            setMarks([]);
          }}
        />
        {scale === 'ruler' ? (
          <NumberField label={t('bench-between-its-marks')} kind="length" value={length} set={setLength} />
        ) : null}
        {marks.length ? (
          <Button
            size="small"
            onClick={() => {
              setMarks([]);
              setBox(null);
            }}
          >
            {t('bench-mark-anew')}
          </Button>
        ) : null}
      </div>
      {url ? (
        <>
          <p className="faint" aria-live="polite">
            {marking
              ? t('bench-tap-of', {
                  first:
                    scale === 'ruler'
                      ? t('bench-the-ends-of-the-ruler')
                      : t('bench-the-corners-of-the-sheet'),
                  marks: String(marks.length),
                  wanted: String(wanted),
                })
              : t('bench-now-drag-a-box-round')}
          </p>
          <div className="photo">
            <img src={url} alt={t('bench-thing-and-scale')} draggable={false} />
            <svg
              viewBox="0 0 1 1"
              preserveAspectRatio="none"
              role="img"
              aria-label={t('bench-photograph-with-the-scale-and')}
              {...drag}
            >
              {marks.length > 1 ? (
                <polygon className={css.scaleMarks} points={marks.map((m) => m.join(',')).join(' ')} />
              ) : null}
              {box ? (
                <rect
                  x={Math.min(box[0][0], box[1][0])}
                  y={Math.min(box[0][1], box[1][1])}
                  width={Math.abs(box[0][0] - box[1][0])}
                  height={Math.abs(box[0][1] - box[1][1])}
                />
              ) : null}
              {trace.data ? (
                <polygon className={css.traced} points={trace.data.seen.map((p) => p.join(',')).join(' ')} />
              ) : null}
            </svg>
            {marks.map((m) => (
              <span
                key={m.join()}
                className={css.scaleMark}
                style={{ left: `${m[0] * 100}%`, top: `${m[1] * 100}%` }}
              />
            ))}
          </div>
        </>
      ) : null}
      {trace.isPending ? <p className="faint">{t('bench-looking-for-its-border')}</p> : null}
      {trace.error ? (
        <p className="field-error" role="alert">
          {trace.error.message}
        </p>
      ) : null}
      {points.length > 2 ? (
        <div className="reading-entry">
          <span>{t('bench-at-its-true-size')}</span>
          <Button size="small" onClick={() => void save('pdf')}>
            {t('bench-template-pdf')}
          </Button>
          <Button size="small" onClick={() => void save('svg')}>
            {t('bench-svg')}
          </Button>
          <Button size="small" onClick={() => void save('dxf')}>
            {t('bench-dxf')}
          </Button>
        </div>
      ) : null}
      {trouble ? (
        <p className="field-error" role="alert">
          {trouble}
        </p>
      ) : null}
    </div>
  );
}
