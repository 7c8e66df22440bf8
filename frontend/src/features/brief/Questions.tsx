// The five questions of a Brief, each answered by a picture or a handle.
import { Segmented } from 'antd';
import { type ReactNode, useState } from 'react';
import type { Catalogue, Shoot } from '../../shared/api/client';
import { isPerson } from '../../shared/drawing/PlanView';
import { useBriefWords } from '../../shared/messages/brief';
import { edit } from '../../shared/state/store';
import { Quantity } from '../../shared/ui/Quantity';
import { ShelfChoice } from '../../shared/ui/ShelfChoice';
import css from './brief.module.css';
import { Dials } from './Dials';
import { FromPicture } from './FromPicture';
import { ContrastSwatch, EdgeSwatch, FinishBall, GroundSwatch, SubjectGlyph } from './glyphs';
import { PictureChoice } from './PictureChoice';
import { SubjectColour } from './SubjectColour';
import { wishesOf } from './wishes';

type Subject = Shoot['brief']['subject'];

const FINISHES: Subject['finish'][] = [
  'matt',
  'textured',
  'satin',
  'glossy',
  'varnish',
  'wrapped',
  'mirror',
  'translucent',
];
const USES: Shoot['brief']['picture_for'][] = ['mood', 'film', 'listing', 'cut_out'];

/** Shadow edges [m], contrasts and backgrounds [stops] that have a name. */
const EDGES = { crisp: 0.0015, firm: 0.004, gentle: 0.01, soft: 0.022, wrapped: 0.045 };
const CONTRASTS = { flat: 0.5, gentle: 1.5, shaped: 2.5, deep: 4, black: 6 };
const GROUNDS = { black: -4, dark: -2, dim: -1, same: 0, brighter: 1 };

/** The name of a value among those that have one; null where it lies between. */
export function named(values: Record<string, number>, value: number, within: number): string | null {
  return Object.entries(values).find(([, v]) => Math.abs(v - value) <= within)?.[0] ?? null;
}

function Question(props: { title: string; wide?: boolean; exact?: ReactNode; children: ReactNode }) {
  return (
    <section className={`panel${props.wide ? ` ${css.wideQuestion}` : ''}`} aria-label={props.title}>
      <div className={css.questionHead}>
        <h2>{props.title}</h2>
        {props.exact}
      </div>
      {props.children}
    </section>
  );
}

export function What({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useBriefWords();
  const { subject, picture_for } = document.brief;
  const [followed, setFollowed] = useState<string[]>([]);
  const person = isPerson(document.brief);
  const of = (id: string, value: string) => t(id, { of: { kind: 'choice', value } });
  return (
    <Question
      title={t('brief-what')}
      wide
      exact={
        <span className={css.fromPicture}>
          <FromPicture document={document} />
          <span className="faint">{t('brief-or-answer-these')}</span>
        </span>
      }
    >
      <PictureChoice
        label={t('brief-subject')}
        value={subject.kind}
        options={data.subjects.map((s) => ({
          id: s.id,
          name: of('brief-subject-is', s.id),
          picture: <SubjectGlyph kind={s.id as Subject['kind']} />,
        }))}
        choose={(id) => {
          // a skin is no colour for a thing, nor a thing's for a skin
          const other = (data.subjects.find((s) => s.id === id)?.group === 'person') !== person;
          const plain = other && subject.colour ? [{ path: 'brief.subject.colour', value: null }] : [];
          edit([{ path: 'brief.subject.kind', value: id }, ...plain], of('brief-subject-is', id));
        }}
      />
      <div className={css.what}>
        <div>
          <PictureChoice
            label={person ? t('brief-skin') : t('brief-finish')}
            value={subject.finish}
            options={FINISHES.map((id) => ({
              id,
              name: of('brief-finish-is', id),
              picture: <FinishBall finish={id} />,
            }))}
            choose={(id) => edit([{ path: 'brief.subject.finish', value: id }], of('brief-finish-is', id))}
          />
          <SubjectColour
            label={person ? t('brief-colour-of-skin') : t('brief-colour')}
            options={data.subject_colours
              .filter((c) => (c.group === 'person') === person)
              .map((c) => ({ id: c.id, name: of('brief-colour-is', c.id), colour: c.name }))}
            value={subject.colour ?? null}
            own={t('brief-colour-own')}
            choose={(colour) =>
              edit([{ path: 'brief.subject.colour', value: colour }], t('brief-colour').toLowerCase())
            }
          />
          {followed.length ? (
            <p className={css.followed} role="status">
              {t('brief-this-also-set', {
                what: { kind: 'label', value: followed.map((path) => of('brief-wish-is', path)).join(', ') },
              })}
            </p>
          ) : null}
        </div>
        <div>
          <div className={css.use}>
            <span className="field-label">{t('brief-it-is-for')}</span>
            <Segmented
              size="small"
              aria-label={t('brief-it-is-for')}
              options={USES.map((id) => ({ value: id, label: of('brief-use-is', id) }))}
              value={picture_for}
              onChange={(id) => {
                const also = wishesOf(document, data.uses, id);
                setFollowed(also.map(({ path }) => path.split('.').slice(1).join('-')));
                edit([{ path: 'brief.picture_for', value: id }, ...also], of('brief-use-is', id));
              }}
            />
          </div>
          {person ? null : <Quantity path="brief.subject.size" kind="length" label={t('brief-its-height')} />}
          <Quantity
            path="brief.subject.face_height"
            kind="length"
            label={person ? t('brief-face-height') : t('brief-its-middle')}
            hint={person ? t('brief-eyes-above-the-floor') : t('brief-above-the-floor')}
          />
          {subject.kind === 'plate' ? (
            <Quantity
              path="brief.subject.lean"
              kind="degrees"
              label={t('brief-leans-back')}
              hint={t('brief-90-lies-flat')}
            />
          ) : null}
        </div>
      </div>
    </Question>
  );
}

/** A question that is answered by the picture of a value that has a name, or by any other value. */
function Level(props: {
  title: string;
  path: string;
  kind: 'millimetres' | 'stops';
  label: string;
  name: (value: string) => string;
  hint: string;
  values: Record<string, number>;
  now: number;
  within: number;
  picture: (value: number) => ReactNode;
  children?: ReactNode;
}) {
  const { name } = props;
  return (
    <Question
      title={props.title}
      exact={
        <span className={css.exact} title={props.hint}>
          <Quantity path={props.path} kind={props.kind} label={props.label} />
        </span>
      }
    >
      <PictureChoice
        label={props.title}
        value={named(props.values, props.now, props.within)}
        options={Object.entries(props.values).map(([id, value]) => ({
          id,
          name: name(id),
          picture: props.picture(value),
        }))}
        choose={(id) => edit([{ path: props.path, value: props.values[id] }], `${props.label}: ${name(id)}`)}
      />
      {props.children}
    </Question>
  );
}

export function HowSoft({ document }: { document: Shoot }) {
  const t = useBriefWords();
  return (
    <Level
      title={t('brief-how-soft')}
      path="brief.wanted.shadow_edge"
      kind="millimetres"
      label={t('brief-edge-width')}
      name={(value) => t('brief-edge-is', { of: { kind: 'choice', value } })}
      hint={t('brief-edge-of-what')}
      values={EDGES}
      now={document.brief.wanted.shadow_edge}
      within={1e-6}
      picture={(edge) => <EdgeSwatch edge={edge} />}
    />
  );
}

export function HowDeep({ document }: { document: Shoot }) {
  const t = useBriefWords();
  const from = document.brief.wanted.key_side === 'right' ? 'right' : 'left';
  return (
    <Level
      title={t('brief-how-deep')}
      path="brief.wanted.contrast"
      kind="stops"
      label={t('brief-contrast')}
      name={(value) => t('brief-contrast-is', { of: { kind: 'choice', value } })}
      hint={t('brief-lit-side-over-far-side')}
      values={CONTRASTS}
      now={document.brief.wanted.contrast}
      within={0.05}
      picture={(stops) => <ContrastSwatch stops={stops} from={from} />}
    />
  );
}

export function FromWhere({ document }: { document: Shoot }) {
  const t = useBriefWords();
  return (
    <Question title={t('brief-from-where')}>
      <Dials document={document} />
    </Question>
  );
}

export function BehindIt({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useBriefWords();
  return (
    <Level
      title={t('brief-behind-it')}
      path="brief.wanted.background"
      kind="stops"
      label={t('brief-background')}
      name={(value) => t('brief-ground-is', { of: { kind: 'choice', value } })}
      hint={t('brief-light-on-it-against-the')}
      values={GROUNDS}
      now={document.brief.wanted.background}
      within={0.05}
      picture={(stops) => <GroundSwatch stops={stops} />}
    >
      <ShelfChoice
        path="brief.backdrop.finish"
        label={t('brief-backdrop')}
        options={data.finishes}
        category="backdrop"
      />
      <Quantity path="brief.backdrop.distance" kind="length" label={t('brief-to-backdrop')} />
    </Level>
  );
}
