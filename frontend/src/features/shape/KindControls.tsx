// Every parameter of the present kind, as the server publishes them.
import { Fragment } from 'react';
import type { Catalogue, Shoot } from '../../shared/api/client';
import { byDay } from '../../shared/light/byDay';
import { useShapeWords } from '../../shared/messages/shape';
import { barsOf, isSawn, isTimber } from '../../shared/ui/barSections';
import { Choice } from '../../shared/ui/Choice';
import { MadeOf } from '../../shared/ui/MadeOf';
import { ManyChoice } from '../../shared/ui/ManyChoice';
import { Quantity } from '../../shared/ui/Quantity';
import { type ShelfCategory, ShelfChoice } from '../../shared/ui/ShelfChoice';
import { KIND_OF } from '../../shared/units/quantity';
import css from './shape.module.css';

/** Parameters that may take a thing of one's own. */
const OWN: Record<string, ShelfCategory> = {
  'design.sheet': 'sheet',
  'design.acrylic': 'sheet',
  'design.face': 'face',
  'design.lining': 'face',
  'design.backdrop': 'backdrop',
  'design.foil': 'black',
  'design.bar': 'bar',
  'design.batten': 'bar',
  'design.lower_batten': 'bar',
};

/** A sheet that is bent is as thick as it is sold. */
const asThick = (values: Record<string, unknown>) =>
  typeof values.thickness === 'number' ? [{ path: 'design.thickness', value: values.thickness }] : [];

/** Parameters of lamps, which do nothing by day. */
const OF_THE_LAMP = ['design.lamps', 'design.lamp_distance'];

/** Why the frame is of battens alone. */
function NoBars({ refused }: { refused: Catalogue['kinds'][number]['refused_frames'] }) {
  const t = useShapeWords();
  const why = refused.filter((r) => r.id === 'tube' || r.id === 'pipe');
  return why.length ? (
    <ul className={css.noBars}>
      {why.map((r) => (
        <li key={r.id}>{t('frame-not', { of: { kind: 'choice', value: r.id }, why: r.detail })}</li>
      ))}
    </ul>
  ) : null;
}

export function KindControls({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useShapeWords();
  const kind = data.kinds.find((k) => k.id === document.design.kind);
  if (!kind) return null;
  const dark = byDay(document.design, data.kinds);
  return (
    <section className="panel kind-controls" aria-label={t('control-kind')}>
      <h2>{kind.name.charAt(0).toUpperCase() + kind.name.slice(1)}</h2>
      <MadeOf document={document} data={data} />
      {kind.controls.map((c) => {
        // a list has a place of its own, and by day there is no lamp to place
        if (c.path === 'design.cloths' || (dark && OF_THE_LAMP.includes(c.path))) return null;
        const label = c.label.charAt(0).toUpperCase() + c.label.slice(1);
        if (c.path === 'design.other_grounds')
          return (
            <ManyChoice
              key={c.path}
              path={c.path}
              label={label}
              options={c.options}
              category="backdrop"
              most={6}
            />
          );
        if (c.path === 'design.corner' && !['timber', undefined].includes(barsOf(document.design, data)))
          return null;
        const own = OWN[c.path];
        if (own && (c.options.length > 2 || own === 'black'))
          return (
            <Fragment key={c.path}>
              <ShelfChoice
                path={c.path}
                label={label}
                options={c.options}
                category={own}
                {...(c.path === 'design.acrylic' ? { also: asThick } : {})}
                {...(own === 'bar' ? { suits: c.path === 'design.bar' ? isSawn : isTimber } : {})}
              />
              {c.path === 'design.batten' ? <NoBars refused={kind.refused_frames} /> : null}
            </Fragment>
          );
        return c.options.length ? (
          <Choice key={c.path} path={c.path} label={label} options={c.options} />
        ) : (
          <Quantity key={c.path} path={c.path} kind={KIND_OF[c.unit] ?? 'number'} label={label} />
        );
      })}
    </section>
  );
}
