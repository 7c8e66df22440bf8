// The set as files: plan on paper, three dimensions, readings, picture.
import { DownloadOutlined } from '@ant-design/icons';
import { useMutation } from '@tanstack/react-query';
import { Button, Dropdown } from 'antd';
import { answer, api, type Schemas, type Shoot } from '../../shared/api/client';
import { saveAs } from '../../shared/api/files';

type Form = Schemas['SetFileRequest']['form'];

const FILES: { key: Form | 'png'; label: string }[] = [
  { key: 'pdf-a4', label: 'Plan with distances and kit list, A4 (PDF)' },
  { key: 'pdf-letter', label: 'Plan with distances and kit list, Letter (PDF)' },
  { key: 'svg', label: 'Plan (SVG)' },
  { key: 'glb', label: 'Set in three dimensions (glTF)' },
  { key: 'csv', label: 'Readings of the meters (CSV)' },
  { key: 'png', label: 'Picture as shown (PNG)' },
  { key: 'exr', label: 'Picture, linear (OpenEXR)' },
];

const ENDING: Record<Form | 'png', string> = {
  'pdf-a4': 'plan.pdf',
  'pdf-letter': 'plan.pdf',
  svg: 'plan.svg',
  glb: 'set.glb',
  csv: 'readings.csv',
  exr: 'picture.exr',
  png: 'picture.png',
};

/** The bytes of a set's file. */
export async function fetchSetFile(document: Shoot, form: Form, signal?: AbortSignal): Promise<Blob> {
  return answer(
    api.POST('/api/set-file', { body: { document, form }, parseAs: 'blob', ...(signal ? { signal } : {}) }),
  );
}

async function picture(): Promise<Blob> {
  const canvas = globalThis.document.querySelector<HTMLCanvasElement>('.picture-card canvas');
  const blob = await new Promise<Blob | null>((resolve) => {
    if (canvas) canvas.toBlob(resolve, 'image/png');
    else resolve(null);
  });
  if (!blob) throw new Error('There is no picture yet; wait until it is taken.');
  return blob;
}

export function Exports({ document }: { document: Shoot }) {
  const make = useMutation({
    mutationFn: async (form: Form | 'png') =>
      saveAs(
        form === 'png' ? await picture() : await fetchSetFile(document, form),
        `${document.title} ${ENDING[form]}`,
      ),
  });
  return (
    <span className="exports">
      {make.error ? (
        <span className="picture-problem" role="alert">
          {make.error.message}
        </span>
      ) : null}
      <Dropdown
        autoFocus
        trigger={['click']}
        menu={{ items: FILES, onClick: ({ key }) => make.mutate(key as Form | 'png') }}
      >
        <Button size="small" icon={<DownloadOutlined />} loading={make.isPending}>
          Save as…
        </Button>
      </Dropdown>
    </span>
  );
}
