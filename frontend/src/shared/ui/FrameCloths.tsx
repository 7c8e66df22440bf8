// Further cloths for one frame: any sheet, face or black, with or without a floppy's flap; one of them is on.

import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Radio, Select } from 'antd';
import type { Shoot } from '../api/client';
import { shelfQuery } from '../api/queries';
import { useCommonWords } from '../messages/common';
import { edit, useShoot } from '../state/store';
import type { ChoiceOption } from './Choice';
import css from './ui.module.css';

type Clothed = Extract<Shoot['design'], { cloths?: unknown }>;
type Cloths = NonNullable<Clothed['cloths']>;
type Cover = NonNullable<Cloths[number]['cover']>;

export const MOST_CLOTHS = 4;

/** What one is called: its id, or the item that it is. */
export const coverId = (cover: Cover): string => (typeof cover === 'string' ? cover : `own ${cover.item}`);

/** The cloth that is on once one is taken away. */
export function wornWithout(worn: number, gone: number): number {
  if (worn === gone + 1) return 0;
  return worn > gone + 1 ? worn - 1 : worn;
}

export function FrameCloths({ options }: { options: ChoiceOption[] }) {
  const t = useCommonWords();
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const design = useShoot((s) => s.document?.design);
  const error = useShoot((s) => s.fieldErrors['design.cloths'] ?? s.fieldErrors['design.worn']);
  const { data: shelf } = useQuery(shelfQuery(units));
  if (!design || !('cloths' in design)) return null;
  const cloths = design.cloths ?? [];
  const worn = design.worn ?? 0;
  const mine = (shelf ?? []).filter(
    (i) =>
      i.own && (i.item.category === 'sheet' || i.item.category === 'face') && i.item.values?.form !== 'board',
  );
  const held = cloths.flatMap((c) =>
    typeof c.cover === 'object' && !mine.some((i) => coverId(c.cover as Cover) === `own ${i.id}`)
      ? [{ value: coverId(c.cover), label: c.cover.name }]
      : [],
  );
  const choices = [
    ...held,
    ...mine.map((i) => ({ value: `own ${i.id}`, label: i.item.name })),
    ...options.map((o) => ({ value: o.id, label: o.name })),
  ];
  const put = (next: Cloths, say: string, on = worn) =>
    edit(
      [
        { path: 'design.cloths', value: next },
        { path: 'design.worn', value: on },
      ],
      say,
    );
  const change = (k: number, of: Partial<Cloths[number]>, say: string) =>
    put(
      cloths.map((c, j) => (j === k ? { ...c, ...of } : c)),
      say,
    );
  return (
    <fieldset className={css.cloths}>
      <legend>{t('common-cloths-for-this-frame')}</legend>
      <Radio.Group
        value={worn}
        onChange={(e) => edit([{ path: 'design.worn', value: e.target.value }], 'another cloth on the frame')}
        aria-label={t('common-which-cloth-is-on')}
      >
        <div className={css.clothRow}>
          <Radio value={0}>{t('common-the-sheet')}</Radio>
        </div>
        {cloths.map((c, k) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two cloths may be alike
          <div key={k} className={css.clothRow}>
            <Radio value={k + 1} aria-label={t('common-cloth-is-on', { k: String(k + 1) })} />
            <Select
              aria-label={t('common-cloth', { k: String(k + 1) })}
              value={coverId(c.cover ?? 'black_cotton')}
              options={choices}
              showSearch
              optionFilterProp="label"
              popupMatchSelectWidth={false}
              onChange={(id: string) => {
                const own = mine.find((i) => `own ${i.id}` === id);
                const value = own ? own.own : id;
                change(k, { cover: value as Cover }, `cloth ${k + 1}`);
              }}
            />
            <Checkbox
              checked={c.floppy ?? false}
              onChange={(e) => change(k, { floppy: e.target.checked }, 'floppy')}
              title={t('common-a-flap-as-high-as')}
            >
              {t('common-floppy')}
            </Checkbox>
            <Button
              size="small"
              type="text"
              aria-label={t('common-take-cloth-away', { k: String(k + 1) })}
              onClick={() =>
                put(
                  cloths.filter((_, j) => j !== k),
                  'a cloth less',
                  wornWithout(worn, k),
                )
              }
            >
              ×
            </Button>
          </div>
        ))}
      </Radio.Group>
      {cloths.length < MOST_CLOTHS ? (
        <Button
          size="small"
          onClick={() => put([...cloths, { cover: 'black_cotton', floppy: false }], 'a further cloth')}
        >
          {t('common-one-more-cloth')}
        </Button>
      ) : null}
      {error ? (
        <span className="field-error" role="alert">
          {error}
        </span>
      ) : null}
    </fieldset>
  );
}
