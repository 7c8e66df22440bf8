// One item of the Shelf: its drawing, its values, photographs, measured beam, versions and what it can become.

import { CopyOutlined, DeleteOutlined, PlusOutlined, UploadOutlined } from '@ant-design/icons';
import { useQuery } from '@tanstack/react-query';
import { Button, Input, Popconfirm, Segmented, Upload } from 'antd';
import { Link } from 'react-router';
import type { Schemas, Shoot } from '../../shared/api/client';
import { versionsQuery } from '../../shared/api/queries';
import { useShelfWords } from '../../shared/messages/shelf';
import { NumberInput } from '../../shared/ui/NumberInput';
import { type FieldLine, typed, ValueField } from '../../shared/ui/ValueField';
import { WaitingPhotographs } from '../../shared/ui/WaitingPhotographs';
import { Becomes } from './Becomes';
import { ItemDrawing, WhereLightGoes } from './ItemDrawing';
import css from './shelf.module.css';
import type { ItemAnswer, ShelfActions, Starter } from './useShelf';

type CategoryLine = Schemas['CategoryAnswer'];

const COUNT: FieldLine = {
  name: 'count',
  label: 'how many',
  kind: 'number',
  unit: 'count',
  low: 0,
  high: 100_000,
  optional: false,
  options: [],
};

const RARELY = new Set(['tint_red', 'tint_green', 'tint_blue']);

function Values(props: {
  category: CategoryLine;
  values: Record<string, unknown>;
  units: Shoot['units'];
  errors?: Record<string, string>;
  change?: (name: string, value: unknown) => void;
}) {
  const { category, values, units, change } = props;
  const neutral = [...RARELY].every((n) => (values[n] ?? 1) === 1);
  return (
    <div className={css.itemValues}>
      {category.fields
        .filter((f) => change || !(RARELY.has(f.name) && neutral))
        .filter((f) => change || values[f.name] != null)
        .filter((f) => !(f.name === 'board_length' && values.form === 'cloth'))
        .filter((f) => !(f.name === 'joined' && values.form === 'board'))
        .filter((f) => !(f.name === 'on_hand' && values.form === 'board'))
        .map((f) => (
          <ValueField
            key={f.name}
            field={f}
            value={values[f.name]}
            units={units}
            error={props.errors?.[f.name]}
            readOnly={!change}
            change={(value) => change?.(f.name, value)}
          />
        ))}
    </div>
  );
}

export function GenericPanel(props: {
  thing: Starter;
  category: CategoryLine;
  units: Shoot['units'];
  actions: ShelfActions;
  taken: (item: ItemAnswer) => void;
}) {
  const t = useShelfWords();
  const { thing, category, units, actions } = props;
  return (
    <section className="card item-panel" aria-label={thing.name}>
      <h2>{thing.name}</h2>
      <p className="faint">{t('shelf-generic-with-typical-values-put')}</p>
      <ItemDrawing thing={thing} size={120} units={units} />
      <WhereLightGoes category={thing.category} values={thing.values} />
      <Button
        type="primary"
        icon={<PlusOutlined />}
        loading={actions.busy}
        onClick={() =>
          void actions.take(thing).then((got) => {
            if (got) props.taken(got);
          })
        }
      >
        {t('shelf-put-it-on-my-shelf')}
      </Button>
      <Values category={category} values={thing.values} units={units} />
      {thing.category === 'found' ? <Becomes of={{ generic: thing.id }} /> : null}
    </section>
  );
}

function Versions({ item }: { item: ItemAnswer }) {
  const t = useShelfWords();
  const { data } = useQuery(versionsQuery(item.id, item.version));
  if (!data || data.length < 2) return null;
  const changed = (k: number) => {
    const now = data[k];
    const then = data[k + 1];
    if (!now || !then) return 'made';
    const names = Object.keys(now.values).filter(
      (n) => JSON.stringify(now.values[n]) !== JSON.stringify(then.values[n]),
    );
    return names.length ? names.map((n) => n.replaceAll('_', ' ')).join(', ') : 'count, name or note';
  };
  return (
    <section aria-label={t('shelf-versions')}>
      <h3>{t('shelf-versions')}</h3>
      <ol className={css.versions}>
        {data.slice(0, 8).map((v, k) => (
          <li key={v.number} value={v.number}>
            {changed(k)}{' '}
            <span className="faint">
              {new Date(v.created_at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Beam({ item, actions }: { item: ItemAnswer; actions: ShelfActions }) {
  const t = useShelfWords();
  const measured = item.item.values?.distribution != null;
  return (
    <div className={css.itemFiles}>
      <Upload
        accept=".ies,.ldt"
        showUploadList={false}
        beforeUpload={(file) => {
          void actions.setBeam(item, file);
          return false;
        }}
      >
        <Button size="small" icon={<UploadOutlined />}>
          {measured ? t('shelf-another-measured-beam') : t('shelf-measured-beam-ies-eulumdat')}
        </Button>
      </Upload>
      {measured ? (
        <>
          <a href={`/api/shelf/${item.id}/beam.ies`}>{t('shelf-ies-file')}</a>
          <a href={`/api/shelf/${item.id}/beam.ldt`}>{t('shelf-eulumdat-file')}</a>
          <Button
            size="small"
            type="text"
            onClick={() => void actions.save(item, { values: { ...item.item.values, distribution: null } })}
          >
            {t('shelf-take-the-beam-away')}
          </Button>
        </>
      ) : null}
    </div>
  );
}

function Photographs({ item, actions }: { item: ItemAnswer; actions: ShelfActions }) {
  const t = useShelfWords();
  return (
    <section aria-label={t('shelf-photographs')}>
      <div className={css.photographs}>
        {item.photographs.map((p) => (
          <figure key={p.id}>
            <img
              src={`/api/shelf/photographs/${p.id}.jpg`}
              alt={`${item.item.name}: ${p.name}`}
              loading="lazy"
            />
            <Button
              size="small"
              type="text"
              icon={<DeleteOutlined />}
              aria-label={t('shelf-take-away', { name: p.name })}
              onClick={() => void actions.removePhotograph(p.id)}
            />
          </figure>
        ))}
        <Upload
          accept="image/jpeg,image/png,image/webp,image/tiff"
          showUploadList={false}
          beforeUpload={(file) => {
            void actions.addPhotograph(item.id, file);
            return false;
          }}
        >
          <Button size="small" icon={<PlusOutlined />}>
            {t('shelf-photograph')}
          </Button>
        </Upload>
      </div>
      <WaitingPhotographs of={item.id} />
    </section>
  );
}

/** What of the Shelf can lie on the Bench, and as what. */
const BENCH: Record<string, string> = {
  sheet: 'sheet',
  face: 'face',
  black: 'black',
  lamp: 'lamp',
  backdrop: 'ground sheet',
};

export function OwnPanel(props: {
  item: ItemAnswer;
  category: CategoryLine;
  units: Shoot['units'];
  actions: ShelfActions;
  choose: (id: string | null) => void;
}) {
  const t = useShelfWords();
  const { item, category, units, actions, choose } = props;
  const plain = item.item;
  const values = plain.values ?? {};
  const recount = (count: number | null) => {
    if (count !== null && count !== plain.count) void actions.save(item, { count });
  };
  return (
    <section className="card item-panel" aria-label={plain.name}>
      <input
        key={plain.name}
        className={`title-input ${css.itemName}`}
        aria-label={t('shelf-name-of-the-item')}
        defaultValue={plain.name}
        maxLength={120}
        onBlur={(e) => {
          const name = e.currentTarget.value.trim();
          if (name && name !== plain.name) void actions.save(item, { name });
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
        }}
      />
      <div className={css.itemActs}>
        <span>
          {t('shelf-i-have')}{' '}
          <NumberInput
            className="quantity"
            name="How many I have"
            shown={String(plain.count)}
            read={(text) => typed(text, COUNT, units)}
            set={recount}
            step={(way) => recount(Math.max(0, plain.count + way))}
          />
        </span>
        <Segmented
          size="small"
          aria-label={t('shelf-where-the-values-come-from')}
          options={['typical', 'measured']}
          value={plain.measured ? 'measured' : 'typical'}
          onChange={(v) => void actions.save(item, { measured: v === 'measured' })}
        />
        <Button
          size="small"
          type="text"
          icon={<CopyOutlined />}
          aria-label={t('shelf-copy')}
          title={t('shelf-copy')}
          onClick={() =>
            void actions.copy(item.id).then((got) => {
              if (got) choose(got.id);
            })
          }
        />
        <Popconfirm
          title={t('shelf-take-it-off-the-shelf')}
          okText={t('shelf-take-it-off')}
          onConfirm={() => {
            choose(null);
            void actions.remove(item);
          }}
        >
          <Button
            size="small"
            type="text"
            icon={<DeleteOutlined />}
            aria-label={t('shelf-take-off-the-shelf')}
            title={t('shelf-take-off-the-shelf')}
          />
        </Popconfirm>
      </div>
      <ItemDrawing thing={{ category: plain.category, values, curve: item.curve }} size={110} units={units} />
      <WhereLightGoes category={plain.category} values={values} />
      <Values
        category={category}
        values={values}
        units={units}
        errors={actions.fields}
        change={(name, value) => void actions.save(item, { values: { ...values, [name]: value } })}
      />
      {BENCH[plain.category] ? (
        <Link to={`/bench?of=${encodeURIComponent(BENCH[plain.category] ?? '')}&item=${item.id}`}>
          {plain.bench ? t('shelf-measured-at-the-bench-look') : t('shelf-measure-it-at-the-bench')}
        </Link>
      ) : null}
      {plain.category === 'lamp' ? <Beam item={item} actions={actions} /> : null}
      <Photographs item={item} actions={actions} />
      <Input.TextArea
        key={`${item.id} ${plain.note}`}
        aria-label={t('shelf-note')}
        placeholder={t('shelf-note-where-it-lies-what')}
        autoSize={{ minRows: 1, maxRows: 5 }}
        maxLength={2000}
        defaultValue={plain.note}
        onBlur={(e) => {
          if (e.currentTarget.value !== plain.note) void actions.save(item, { note: e.currentTarget.value });
        }}
      />
      {plain.category === 'found' ? <Becomes of={{ item: item.id, version: item.version }} /> : null}
      <Versions item={item} />
    </section>
  );
}
