// Every thing that is held: by what, how far out, with what counterweight and ballast.

import { Select } from 'antd';
import type { Schemas, Shoot } from '../../shared/api/client';
import type { Holding, Rig } from '../../shared/api/rig';
import { useRigWords } from '../../shared/messages/rig';
import { edit } from '../../shared/state/store';
import { NumberInput } from '../../shared/ui/NumberInput';
import { formatLength } from '../../shared/units/length';
import { type Kind, read, show } from '../../shared/units/quantity';
import css from './rig.module.css';

type Choice = Required<Schemas['HoldChoice']>;

const NONE: Choice = {
  way: null,
  support: null,
  reach: null,
  counterweight: null,
  ballast: null,
  grip: null,
};

const GRIPS: Record<string, string> = {
  behind: 'in a board holder, its bar behind the board',
  below: 'in a board holder, its bar below, so that light passes',
};

const WAYS: Record<string, string> = {
  stand: 'on a stand',
  boom: 'from a boom',
  arm: 'on a clamped arm',
  ceiling: 'from the ceiling',
};

function chosen(document: Shoot, id: string): Choice {
  return { ...NONE, ...document.rig.holds[id] };
}

function choose(document: Shoot, id: string, change: Partial<Choice>, label: string): void {
  const holds = { ...document.rig.holds, [id]: { ...chosen(document, id), ...change } };
  edit([{ path: 'rig.holds', value: holds }], label);
}

/** One answer about one thing; empty goes back to the proposal. */
function Answer(props: {
  document: Shoot;
  id: string;
  name: string;
  field: 'reach' | 'counterweight' | 'ballast';
  label: string;
  kind: Kind;
  proposed: number;
  most: number;
}) {
  const { document, id, name, field, label, kind, proposed, most } = props;
  const given = chosen(document, id)[field];
  const { units } = document;
  return (
    <div className={css.holdAnswer}>
      <span>{label}</span>
      <NumberInput
        name={`${label} of ${name}`}
        shown={given === null ? '' : show(given, kind, units)}
        placeholder={show(Math.ceil(proposed * 10) / 10, kind, units)}
        read={(text) => {
          if (!text.trim()) return null;
          const value = read(text, kind, units);
          return typeof value === 'number' && (value < 0 || value > most)
            ? `${label} must be between ${show(0, kind, units)} and ${show(most, kind, units)}.`
            : value;
        }}
        set={(value) => {
          const words = value === null ? 'as proposed' : show(value, kind, units);
          if (value !== given) choose(document, id, { [field]: value }, `${name}: ${label} ${words}`);
        }}
      />
    </div>
  );
}

const HELD: Record<string, string> = {
  floor: 'stands on the floor by itself',
  lamp: 'on the lamp',
  table: 'on the table',
};

function worst(rig: Rig, holding: Holding): Rig['checks'][number]['state'] {
  const mine = rig.checks.filter((c) => c.about_id === holding.id);
  if (mine.some((c) => c.state === 'outside')) return 'outside';
  return mine.some((c) => c.state === 'needs an answer') ? 'needs an answer' : 'within';
}

export function Holdings(props: { rig: Rig; document: Shoot; open: string; setOpen: (id: string) => void }) {
  const t = useRigWords();
  const { rig, document, open, setOpen } = props;
  const { units } = document;
  return (
    <ul className={css.holdings}>
      {rig.holdings.map((h) => {
        const state = worst(rig, h);
        const shown = h.id === open;
        return (
          <li key={h.id} className={shown ? 'open' : ''}>
            <button type="button" aria-expanded={shown} onClick={() => setOpen(h.id)}>
              <i
                className={`${css.state} ${css[`state-${state.replaceAll(' ', '-')}`]}`}
                aria-hidden="true"
              />
              <b>{h.name}</b>
              <span>
                {t('rig-kg-at-2', {
                  mass: h.mass.toFixed(1),
                  height: formatLength(h.height, units),
                  it: h.support?.name ?? HELD[h.by] ?? t('rig-nothing-carries-it'),
                })}
                <span className="sr-only">, {state}</span>
              </span>
            </button>
            {shown ? (
              <div className={css.holdAnswers}>
                {h.over ? <p className="faint">{t('rig-right-under-it-is-no', { over: h.over })}</p> : null}
                {h.ways.length ? (
                  <Select
                    size="small"
                    aria-label={t('rig-how-is-held-up', { name: h.name })}
                    popupMatchSelectWidth={false}
                    value={chosen(document, h.id).way ?? 'proposed'}
                    options={[
                      { value: 'proposed', label: t('rig-proposed', { by: WAYS[h.by] ?? h.by }) },
                      ...h.ways.map((way) => ({ value: way, label: WAYS[way] ?? way })),
                    ]}
                    onChange={(way: string) =>
                      choose(
                        document,
                        h.id,
                        { way: way === 'proposed' ? null : (way as Choice['way']), support: null },
                        `${h.name}: ${way === 'proposed' ? 'held as proposed' : (WAYS[way] ?? way)}`,
                      )
                    }
                  />
                ) : null}
                {h.grips.length ? (
                  <Select
                    size="small"
                    aria-label={t('rig-what-grips', { name: h.name })}
                    popupMatchSelectWidth={false}
                    value={h.grip ?? 'clamp'}
                    options={[
                      { value: 'clamp', label: t('rig-gripped-by-clamps') },
                      ...h.grips.map((grip) => ({ value: grip, label: GRIPS[grip] ?? grip })),
                    ]}
                    onChange={(grip: string) =>
                      choose(
                        document,
                        h.id,
                        { grip: grip === 'clamp' ? null : (grip as Choice['grip']) },
                        `${h.name}: ${grip === 'clamp' ? 'gripped by clamps' : (GRIPS[grip] ?? grip)}`,
                      )
                    }
                  />
                ) : null}
                {h.choices.length ? (
                  <Select
                    size="small"
                    aria-label={t('rig-what-holds', { name: h.name })}
                    popupMatchSelectWidth={false}
                    value={chosen(document, h.id).support ?? 'proposed'}
                    options={[
                      {
                        value: 'proposed',
                        label: h.support
                          ? t('rig-proposed-2', { name: h.support.name })
                          : t('rig-nothing-carries-it'),
                      },
                      ...h.choices.map((c) => ({
                        value: c.id,
                        label: t('rig-kg-2', {
                          name: c.name,
                          yours: c.own ? t('rig-yours') : '',
                          carries: c.carries.toFixed(1),
                        }),
                      })),
                    ]}
                    onChange={(id: string) =>
                      choose(
                        document,
                        h.id,
                        { support: id === 'proposed' ? null : id },
                        `${h.name}: ${id === 'proposed' ? 'as proposed' : (h.choices.find((c) => c.id === id)?.name ?? id)}`,
                      )
                    }
                  />
                ) : null}
                {h.by === 'boom' || h.by === 'arm' ? (
                  <Answer
                    document={document}
                    id={h.id}
                    name={h.name}
                    field="reach"
                    label={t('rig-reach')}
                    kind="length"
                    proposed={h.reach}
                    most={6}
                  />
                ) : null}
                {h.by === 'boom' ? (
                  <Answer
                    document={document}
                    id={h.id}
                    name={h.name}
                    field="counterweight"
                    label={t('rig-counterweight')}
                    kind="kilograms"
                    proposed={h.counterweight}
                    most={200}
                  />
                ) : null}
                {h.moments ? (
                  <Answer
                    document={document}
                    id={h.id}
                    name={h.name}
                    field="ballast"
                    label={t('rig-ballast')}
                    kind="kilograms"
                    proposed={h.ballast}
                    most={300}
                  />
                ) : null}
                {h.under ? (
                  <p className="faint">{t('rig-the-boom-stands-on', { name: h.under.name })}</p>
                ) : null}
                {h.joints.length ? (
                  <p className="faint">{t('rig-joints', { joints: h.joints.join('; ') })}</p>
                ) : null}
              </div>
            ) : null}
          </li>
        );
      })}
    </ul>
  );
}
