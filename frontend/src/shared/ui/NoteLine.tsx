// Something to know about the set, with a button that mends it where one change does.
import { Button } from 'antd';
import type { Figures } from '../api/client';
import { useLightWords } from '../messages/light';
import { useShapeWords } from '../messages/shape';
import { edit } from '../state/store';

export function NoteLine({ note }: { note: Figures['notes'][number] }) {
  const say = useLightWords();
  const t = useShapeWords();
  const said = say(note.says);
  const cure = note.cure ?? [];
  return (
    <li className={`note note-${note.level}`}>
      <b>{t('note-level', { level: { kind: 'choice', value: note.level } })}</b> {said}
      {cure.length ? (
        <Button
          size="small"
          aria-label={t('note-mend-this', { what: said })}
          onClick={() =>
            edit(
              cure.map((c) => ({ path: c.path, value: c.value })),
              t('note-mended'),
            )
          }
        >
          {t('note-mend')}
        </Button>
      ) : null}
    </li>
  );
}
