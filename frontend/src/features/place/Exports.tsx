// The set as files: plan on paper, three dimensions, readings, picture.

import { DownloadOutlined } from '@ant-design/icons';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Dropdown } from 'antd';
import { answer, api, type Shoot } from '../../shared/api/client';
import { saveAs } from '../../shared/api/files';
import { catalogueQuery } from '../../shared/api/queries';
import { usePlaceWords } from '../../shared/messages/place';
import css from './place.module.css';

/** The picture as shown is saved from the screen, not made by the server. */
const SHOWN = { id: 'png', name: 'Picture as shown (PNG)', detail: 'picture.png' };

/** The bytes of a set's file. */
export async function fetchSetFile(document: Shoot, form: string, signal?: AbortSignal): Promise<Blob> {
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
  const t = usePlaceWords();
  const catalogue = useQuery(catalogueQuery);
  const forms = [...(catalogue.data?.exports ?? []), SHOWN];
  const make = useMutation({
    mutationFn: async (form: { id: string; detail: string }) =>
      saveAs(
        form === SHOWN ? await picture() : await fetchSetFile(document, form.id),
        `${document.title} ${form.detail}`,
      ),
  });
  return (
    <span className={css.exports}>
      {make.error ? (
        <span className="picture-problem" role="alert">
          {make.error.message}
        </span>
      ) : null}
      <Dropdown
        autoFocus
        trigger={['click']}
        menu={{
          items: forms.map((form) => ({ key: form.id, label: form.name, onClick: () => make.mutate(form) })),
        }}
      >
        <Button size="small" icon={<DownloadOutlined />} loading={make.isPending}>
          {t('place-save-as')}
        </Button>
      </Dropdown>
    </span>
  );
}
