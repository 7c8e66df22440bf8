// Side view of any kind of modifier with the subject, true to scale; its dimensions are edited where they are read.
import type { Figures, Shoot } from '../../shared/api/client';
import { Dimension } from '../../shared/drawing/Dimension';
import { FlagMarks } from '../../shared/drawing/FlagMarks';
import { HandleLayer } from '../../shared/drawing/HandleLayer';
import { middleOf } from '../../shared/drawing/labels';
import { MirrorMarks } from '../../shared/drawing/MirrorMarks';
import { ModifierShapes } from '../../shared/drawing/ModifierShapes';
import { isPerson } from '../../shared/drawing/PlanView';
import { SubjectSide } from '../../shared/drawing/SubjectSide';
import { fitScale } from '../../shared/drawing/scale';
import { ScaleBar } from '../../shared/drawing/symbols';
import { useShapeWords } from '../../shared/messages/shape';
import { useMirrors } from '../../shared/state/mirrors';
import { useSize } from '../../shared/ui/useSize';

const LANE = 30;

export function KindSide({ document, figures }: { document: Shoot; figures: Figures }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const { brief, units } = document;
  const t = useShapeWords();
  const { mirrors } = useMirrors();
  const m = figures.modifier;
  const points = [...m.side.flatMap((o) => o.points), ...m.side_lamps.map((l) => l.place)];
  // what stands on a table is drawn as large as its own height lets it; the ceiling is far from it
  const onTable = !isPerson(brief);
  const far = Math.max(onTable ? 0.3 : 1, ...points.map((p) => p[0] ?? 0));
  const near = Math.min(onTable ? -0.3 : -0.62, ...points.map((p) => (p[0] ?? 0) - 0.1));
  const highest = Math.max(
    brief.subject.face_height + brief.subject.size / 2,
    ...points.map((p) => (p[1] ?? 0) + 0.12),
  );
  const top = onTable
    ? Math.min(highest, figures.drawing.room_height)
    : Math.max(figures.drawing.room_height, highest - 0.12);
  // a length that is written over what hangs highest needs its place
  const over = m.marks.some((k) => k.start[1] === k.end[1] && (k.start[1] ?? 0) > top - 0.2);
  const onFloor = m.marks.filter((k) => k.start[1] === k.end[1] && (k.start[1] ?? 0) < 0.01);
  const s = fitScale({ left: near, right: far + 0.35, bottom: 0, top }, size, {
    left: 14,
    right: 44,
    top: over ? 34 : 16,
    bottom: 36 + LANE * Math.max(1, onFloor.length),
  });
  const floor = s.y(0);
  const grips = m.handles
    .filter((h) => h.view === 'side')
    .map(({ at: [x = 0, y = 0] }) => ({ x: s.x(x), y: s.y(y) }));
  const lines = m.marks.map((mark) => {
    const [x1 = 0, z1 = 0] = mark.start;
    const [x2 = 0, z2 = 0] = mark.end;
    const lane = onFloor.indexOf(mark);
    const down = lane < 0 ? 0 : floor + 24 + LANE * lane - s.y(z1);
    return { mark, ends: { x1: s.x(x1), y1: s.y(z1) + down, x2: s.x(x2), y2: s.y(z2) + down } };
  });
  return (
    <div ref={ref} className="drawing" data-testid="side-section">
      {size.width > 0 ? (
        <svg width={size.width} height={size.height} role="group" aria-label={t('drawing-side')}>
          <title>{t('drawing-side', {}, 'detail')}</title>
          <rect x={0} y={floor} width={size.width} height={7} fill="url(#floor-hatch)" />
          <path d={`M0 ${floor} H${size.width}`} className="ground" />
          <path d={`M0 ${s.y(figures.drawing.room_height)} H${size.width}`} className="ceiling" />
          <text x={6} y={s.y(figures.drawing.room_height) + 13} className="faint">
            {t('drawing-ceiling')}
          </text>
          <SubjectSide brief={brief} scale={s} />
          <ModifierShapes outlines={m.side} lamps={m.side_lamps} scale={s} />
          <FlagMarks view="side" scale={s} />
          {mirrors ? <MirrorMarks mirrors={mirrors} view="side" scale={s} /> : null}
          {lines.map(({ mark, ends }) => (
            <Dimension
              key={mark.path}
              {...ends}
              path={mark.path}
              label={mark.label}
              keepClear={[...grips, ...lines.filter((l) => l.mark !== mark).map((l) => middleOf(l.ends))]}
            />
          ))}
          <HandleLayer handles={m.handles} view="side" scale={s} />
          <ScaleBar x={10} y={size.height - 6} perMetre={s.perMetre} units={units} />
        </svg>
      ) : null}
    </div>
  );
}
