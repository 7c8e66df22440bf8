// An outline traced in a photograph: a scale is marked, the thing boxed, its border found; then drawn at true size.
import { Button, Segmented } from 'antd';
import { type PointerEvent, useEffect, useState } from 'react';
import { saveOutline, type TraceAsked, useTrace } from '../../shared/api/bench';
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
          Photograph
          <input
            type="file"
            accept="image/jpeg,image/png,image/tiff,image/webp"
            aria-label="Photograph of the thing"
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
          aria-label="What the scale is"
          options={NAMES}
          value={scale}
          onChange={(next) => {
            setScale(next);
            setMarks([]);
          }}
        />
        {scale === 'ruler' ? (
          <NumberField label="between its marks" kind="length" value={length} set={setLength} />
        ) : null}
        {marks.length ? (
          <Button
            size="small"
            onClick={() => {
              setMarks([]);
              setBox(null);
            }}
          >
            Mark anew
          </Button>
        ) : null}
      </div>
      {url ? (
        <>
          <p className="faint" aria-live="polite">
            {marking
              ? `Tap ${scale === 'ruler' ? 'the ends of the ruler' : 'the corners of the sheet, one after the other round it, a long side first'}: ${marks.length} of ${wanted}.`
              : 'Now drag a box round the thing, with only the ground at its rim.'}
          </p>
          <div className="photo">
            <img src={url} alt="Thing and scale" draggable={false} />
            <svg
              viewBox="0 0 1 1"
              preserveAspectRatio="none"
              role="img"
              aria-label="Photograph with the scale and the outline"
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
      {trace.isPending ? <p className="faint">Looking for its border…</p> : null}
      {trace.error ? (
        <p className="field-error" role="alert">
          {trace.error.message}
        </p>
      ) : null}
      {points.length > 2 ? (
        <div className="reading-entry">
          <span>At its true size:</span>
          <Button size="small" onClick={() => void save('pdf')}>
            Template (PDF)
          </Button>
          <Button size="small" onClick={() => void save('svg')}>
            SVG
          </Button>
          <Button size="small" onClick={() => void save('dxf')}>
            DXF
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
