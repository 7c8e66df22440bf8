// Wishes read off a photograph whose light one likes: three things are drawn on it, and each tells a wish with its ±.

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Button, Modal, Segmented, Upload } from 'antd';
import { type PointerEvent, useState } from 'react';
import { answer, api, type Shoot } from '../../shared/api/client';
import { useBriefWords } from '../../shared/messages/brief';
import { edit } from '../../shared/state/store';
import { useDrag } from '../../shared/ui/useDrag';
import css from './brief.module.css';
import { editsOf, nameOf, type ReadWish, wordsOf } from './readWishes';

type Point = { x: number; y: number };
type Drawn = { from: Point; to: Point };
type Tool = 'head' | 'background' | 'edge';
export type Marks = Partial<Record<Tool, Drawn>>;

const TOOLS: { value: Tool; label: string; how: string }[] = [
  { value: 'head', label: 'round the head', how: 'Drag a box from the crown to the chin, ear to ear.' },
  { value: 'background', label: 'the background', how: 'Drag a box over the background near the head.' },
  {
    value: 'edge',
    label: 'across a shadow’s edge',
    how: 'Drag a line across an edge, such as the nose’s on the cheek, from light to shade.',
  },
];

const LEAST = 0.01;
const LONGEST = 1600;

const box = ({ from, to }: Drawn) => ({
  x: Math.min(from.x, to.x),
  y: Math.min(from.y, to.y),
  width: Math.max(Math.abs(from.x - to.x), LEAST),
  height: Math.max(Math.abs(from.y - to.y), LEAST),
});

/** What is sent of the marks. */
export function asked(marks: Marks, backdrop: unknown) {
  const area = (name: Tool) => {
    const drawn = marks[name];
    return drawn ? { name, ...box(drawn) } : null;
  };
  const line = marks.edge;
  return {
    head: area('head'),
    background: area('background'),
    edge: line ? { across: 'edge', x1: line.from.x, y1: line.from.y, x2: line.to.x, y2: line.to.y } : null,
    backdrop,
  };
}

/** The photograph no larger than is looked at; as it came where the browser cannot make it small. */
async function small(file: File): Promise<Blob> {
  try {
    const image = await createImageBitmap(file);
    const scale = Math.min(1, LONGEST / Math.max(image.width, image.height));
    if (scale === 1) return file;
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.width * scale);
    canvas.height = Math.round(image.height * scale);
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise<Blob>((done) => canvas.toBlob((made) => done(made ?? file), 'image/jpeg', 0.95));
  } catch {
    return file;
  }
}

function Marked(props: { source: string; marks: Marks; tool: Tool; draw: (drawn: Drawn) => void }) {
  const t = useBriefWords();
  const { source, marks, tool, draw } = props;
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const drag = useDrag<SVGSVGElement, Point>({
    at: (e: PointerEvent<SVGSVGElement>) => {
      const frame = e.currentTarget.getBoundingClientRect();
      const share = (value: number) => Math.min(Math.max(value, 0), 1);
      return {
        x: share((e.clientX - frame.left) / (frame.width || 1)),
        y: share((e.clientY - frame.top) / (frame.height || 1)),
      };
    },
    moves: (from, to) => setDrawn({ from, to }),
    ends: (from, to) => {
      setDrawn(null);
      if (to && Math.hypot(to.x - from.x, to.y - from.y) > LEAST) draw({ from, to });
    },
  });
  const shown = { ...marks, ...(drawn ? { [tool]: drawn } : {}) } as Marks;
  return (
    <div className="photo">
      <img src={source} alt={t('brief-the-one-whose-light-you')} draggable={false} />
      <svg
        viewBox="0 0 1 1"
        preserveAspectRatio="none"
        role="img"
        aria-label={t('brief-marks-on-the-photograph-drag')}
        {...drag}
      >
        {shown.head ? <rect {...box(shown.head)} /> : null}
        {shown.background ? <rect {...box(shown.background)} /> : null}
        {shown.edge ? (
          <line x1={shown.edge.from.x} y1={shown.edge.from.y} x2={shown.edge.to.x} y2={shown.edge.to.y} />
        ) : null}
      </svg>
    </div>
  );
}

export function ReadRows({ wishes, units }: { wishes: ReadWish[]; units: Shoot['units'] }) {
  return (
    <dl className={css.readWishes}>
      {wishes.map((wish) => (
        <div key={wish.key}>
          <dt>{nameOf(wish)}</dt>
          <dd className={wish.value === null ? 'field-error' : ''}>{wordsOf(wish, units ?? 'metric')}</dd>
        </div>
      ))}
    </dl>
  );
}

export function FromPicture({ document: shoot }: { document: Shoot }) {
  const words = useBriefWords();
  const [open, setOpen] = useState(false);
  const [photo, setPhoto] = useState<{ blob: Blob; source: string } | null>(null);
  const [marks, setMarks] = useState<Marks>({});
  const [tool, setTool] = useState<Tool>('head');
  const question = asked(marks, shoot.brief.backdrop.finish);
  const read = useQuery({
    queryKey: ['wishes', photo?.source, question],
    queryFn: () => {
      const form = new FormData();
      if (photo) form.append('file', photo.blob, 'photograph.jpg');
      form.append('marks', JSON.stringify(question));
      return answer(api.POST('/api/wishes', { body: form as unknown as { file: string; marks: string } }));
    },
    enabled: open && photo !== null && Object.keys(marks).length > 0,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const take = async (file: File) => {
    const blob = await small(file);
    if (photo) URL.revokeObjectURL(photo.source);
    setPhoto({ blob, source: URL.createObjectURL(blob) });
    setMarks({});
    setTool('head');
  };
  const wishes = read.data?.wishes ?? [];
  const edits = editsOf(wishes);
  const how = TOOLS.find((t) => t.value === tool)?.how;
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)}>
        {words('brief-read-them-off-a-photograph')}
      </Button>
      <Modal
        open={open}
        onCancel={() => setOpen(false)}
        title={words('brief-wishes-from-a-photograph-whose')}
        width={760}
        okText={words('brief-use-these-wishes')}
        okButtonProps={{ disabled: !edits.length || read.isFetching }}
        onOk={() => {
          edit(edits, 'wishes read off a photograph');
          setOpen(false);
        }}
      >
        <Upload
          accept="image/*"
          showUploadList={false}
          beforeUpload={(file) => {
            void take(file);
            return false;
          }}
        >
          <Button size="small">
            {photo ? words('brief-another-photograph') : words('brief-choose-a-photograph')}
          </Button>
        </Upload>
        {photo ? (
          <>
            <div className={css.readTools}>
              <Segmented<Tool>
                size="small"
                aria-label={words('brief-what-is-drawn')}
                value={tool}
                options={TOOLS.map(({ value, label }) => ({ value, label }))}
                onChange={setTool}
              />
              <p className="faint">{how}</p>
            </div>
            <Marked
              source={photo.source}
              marks={marks}
              tool={tool}
              draw={(drawn) => {
                setMarks((now) => ({ ...now, [tool]: drawn }));
                if (tool === 'head' && !marks.background) setTool('background');
              }}
            />
            {read.error ? (
              <p className="field-error" role="alert">
                {read.error.message}
              </p>
            ) : null}
            {read.isFetching && !wishes.length ? <p className="faint">{words('brief-reading')}</p> : null}
            <ReadRows wishes={wishes} units={shoot.units} />
            {wishes.length ? <p className="faint">{words('brief-is-meant-for-95-of')}</p> : null}
          </>
        ) : (
          <p className="faint">{words('brief-one-face-or-ball-lit')}</p>
        )}
      </Modal>
    </>
  );
}
