// Putting things into the set: by themselves, or for a job that says where they go.

import { CheckCircleOutlined, DownOutlined, PlusOutlined, WarningOutlined } from '@ant-design/icons';
import { useMutation } from '@tanstack/react-query';
import { Button, Dropdown, Select, Spin } from 'antd';
import { useState } from 'react';
import { answer, api, type Catalogue, type Figures, type Schemas, type Shoot } from '../../shared/api/client';
import { LAMP } from '../../shared/light/LampDesk';
import { inOneGo } from '../../shared/messages/facts';
import { usePlaceWords } from '../../shared/messages/place';
import { useRoleWords } from '../../shared/messages/roles';
import { keyed } from '../../shared/state/keys';
import { choose } from '../../shared/state/place';
import { type Edit, edit } from '../../shared/state/store';
import css from './place.module.css';
import { freeName, type Mark, type Other, type Piece } from './things';

type Role = Schemas['RoleResult'];

const BOARD: Omit<Extract<Piece, { kind: 'board' }>, 'key' | 'name' | 'face'> = {
  kind: 'board',
  x: -0.8,
  y: -0.2,
  z: 1.3,
  width: 0.7,
  height: 1,
  turn: 90,
  tilt: 0,
  locked: false,
  hidden: false,
};
const BLOCK: Omit<Extract<Piece, { kind: 'block' }>, 'key' | 'name'> = {
  kind: 'block',
  x: -1,
  y: 0.9,
  z: 0,
  width: 1.2,
  depth: 0.6,
  height: 0.85,
  turn: 0,
  finish: 'timber',
  locked: false,
  hidden: false,
};

type Unkeyed<T> = T extends object ? Omit<T, 'key'> : never;

function add(
  document: Shoot,
  list: 'pieces' | 'others' | 'meters',
  item: Unkeyed<Piece | Other | Mark>,
): Edit[] {
  const path = list === 'meters' ? 'meters' : `brief.${list}`;
  const rows = list === 'meters' ? document.meters : document.brief[list];
  choose(`${path}.${rows.length}`);
  return [{ path, value: [...rows, keyed(list, item)] }];
}

/** What a job would put in the set, argued, before it is put there. */
function RoleOffer(props: { role: Role; document: Shoot; done: () => void }) {
  const t = usePlaceWords();
  const say = useRoleWords();
  const { role, document, done } = props;
  const words = inOneGo(say, role.says);
  const accept = () => {
    const { brief } = document;
    const edits: Edit[] = role.changes.map((c) => ({ path: c.path, value: c.value }));
    if (role.lights.length)
      edits.push({
        path: 'brief.others',
        value: [...brief.others, ...role.lights.map((l) => keyed('others', l))],
      });
    if (role.boards.length)
      edits.push({
        path: 'brief.pieces',
        value: [...brief.pieces, ...role.boards.map((b) => keyed('pieces', b))],
      });
    if (role.lights.length) choose(`brief.others.${brief.others.length}`);
    else if (role.boards.length) choose(`brief.pieces.${brief.pieces.length}`);
    edit(edits, words.slice(0, 100));
    done();
  };
  return (
    <div className={css.roleOffer} role="status">
      <p>{role.why_not ? say(role.why_not) : words}</p>
      {role.why_not ? null : (
        <ul>
          {role.checks.map((c) => (
            <li key={say(c.says)} className={c.holds ? 'check-holds' : 'check-fails'}>
              {c.holds ? (
                <CheckCircleOutlined aria-label={t('place-holds')} />
              ) : (
                <WarningOutlined aria-label={t('place-look-out')} />
              )}{' '}
              {say(c.says)}
            </li>
          ))}
        </ul>
      )}
      <div className={css.roleButtons}>
        {role.why_not ? null : (
          <Button size="small" type="primary" onClick={accept}>
            {role.changes.length ? t('place-turn-the-key') : t('place-place-it')}
          </Button>
        )}
        <Button size="small" onClick={done}>
          {t('place-leave-it')}
        </Button>
      </div>
    </div>
  );
}

export function AddThings(props: { document: Shoot; figures: Figures; data: Catalogue }) {
  const t = usePlaceWords();
  const say = useRoleWords();
  const { document, figures, data } = props;
  const [offer, setOffer] = useState<Role | null>(null);
  const [lamp, setLamp] = useState('panel_45');
  const ask = useMutation({
    mutationFn: (role: string) =>
      answer(api.POST('/api/role', { body: { document, role: role as Role['role'], lamp } })),
    onSuccess: setOffer,
  });
  const { brief, meters } = document;
  const lampsFull = brief.others.length >= 12;
  const piecesFull = brief.pieces.length >= 60;
  const things: Record<string, () => void> = {
    card: () =>
      edit(
        add(document, 'pieces', { ...BOARD, name: freeName(document, 'white card'), face: 'white' }),
        'White card added',
      ),
    flag: () =>
      edit(
        add(document, 'pieces', { ...BOARD, name: freeName(document, 'flag'), face: 'black' }),
        'Flag added',
      ),
    furniture: () =>
      edit(add(document, 'pieces', { ...BLOCK, name: freeName(document, 'bench') }), 'Furniture added'),
    person: () =>
      edit(
        add(document, 'pieces', {
          kind: 'figure',
          name: freeName(document, 'second person'),
          x: 0.6,
          y: 0.2,
          z: brief.subject.face_height,
          turn: 0,
          pose: 'bust',
          locked: false,
          hidden: false,
        }),
        'Person added',
      ),
    lamp: () =>
      edit(add(document, 'others', { ...LAMP, name: freeName(document, 'second lamp') }), 'Lamp added'),
    window: () =>
      edit(
        add(document, 'others', {
          ...LAMP,
          id: 'window',
          name: freeName(document, 'window'),
          x: figures.drawing.room_left,
          y: 0,
          z: 1.4,
        }),
        'Window added',
      ),
    sun: () =>
      edit(add(document, 'others', { ...LAMP, id: 'sun', name: freeName(document, 'sun') }), 'Sun added'),
    sky: () =>
      edit(
        add(document, 'others', {
          ...LAMP,
          id: 'sky',
          name: freeName(document, 'open sky'),
          daylight: 10000,
        }),
        'Sky added',
      ),
    meter: () =>
      edit(
        add(document, 'meters', {
          name: freeName(document, 'meter'),
          x: 0.3,
          y: -0.05,
          z: brief.subject.face_height,
          facing: 'key',
          receptor: 'flat',
        }),
        'Meter added',
      ),
  };
  return (
    <div className="add-things">
      <div className={css.addRow}>
        <Dropdown
          autoFocus
          trigger={['click']}
          menu={{
            onClick: ({ key }) => things[key]?.(),
            items: [
              { key: 'card', label: t('place-white-card'), disabled: piecesFull },
              { key: 'flag', label: t('place-black-flag'), disabled: piecesFull },
              { key: 'furniture', label: t('place-furniture'), disabled: piecesFull },
              { key: 'person', label: t('place-person'), disabled: piecesFull },
              { key: 'lamp', label: t('place-lamp'), disabled: lampsFull },
              { key: 'window', label: t('place-window'), disabled: lampsFull || brief.room.outdoors },
              { key: 'sun', label: t('place-sun'), disabled: lampsFull || !brief.room.outdoors },
              { key: 'sky', label: t('place-open-sky'), disabled: lampsFull || !brief.room.outdoors },
              { key: 'meter', label: t('place-meter'), disabled: meters.length >= 12 },
            ],
          }}
        >
          <Button size="small" icon={<PlusOutlined />}>
            {t('place-add')} <DownOutlined />
          </Button>
        </Dropdown>
        <Dropdown
          autoFocus
          trigger={['click']}
          menu={{
            onClick: ({ key }) => ask.mutate(key),
            items: data.roles.map((r) => ({
              key: String(r.args.role?.value),
              label: (
                <span className="choice">
                  <span>{say(r)}</span>
                  <small>{say(r, 'detail')}</small>
                </span>
              ),
            })),
          }}
        >
          <Button size="small" loading={ask.isPending}>
            {t('place-for-a-job')} <DownOutlined />
          </Button>
        </Dropdown>
        <Select
          size="small"
          value={lamp}
          aria-label={t('place-lamp-for-jobs')}
          popupMatchSelectWidth={false}
          options={data.lamps.map((l) => ({ value: l.id, label: l.name }))}
          onChange={setLamp}
        />
      </div>
      {ask.isPending ? (
        <p className="faint-words">
          <Spin size="small" /> {t('place-finding-the-place')}
        </p>
      ) : null}
      {ask.error ? (
        <p className="picture-problem" role="alert">
          {ask.error.message}
        </p>
      ) : null}
      {offer && !ask.isPending ? (
        <RoleOffer role={offer} document={document} done={() => setOffer(null)} />
      ) : null}
    </div>
  );
}
