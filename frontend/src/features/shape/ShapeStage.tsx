import { useQuery } from '@tanstack/react-query';
import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { type Catalogue, type Figures, isStanding, type Shoot } from '../../shared/api/client';
import { catalogueQuery } from '../../shared/api/queries';
import { isPerson } from '../../shared/drawing/PlanView';
import { byDay } from '../../shared/light/byDay';
import { FlagFinder } from '../../shared/light/FlagFinder';
import { LampDesk } from '../../shared/light/LampDesk';
import { useLightWords } from '../../shared/messages/light';
import { useShapeWords } from '../../shared/messages/shape';
import { PredictedPicture } from '../../shared/picture/PredictedPicture';
import { useFigures, useFiguresDrawn } from '../../shared/state/figures';
import { useMirrorView } from '../../shared/state/mirrors';
import { edit, useShoot } from '../../shared/state/store';
import { Choice } from '../../shared/ui/Choice';
import { NoteLine } from '../../shared/ui/NoteLine';
import { Quantity } from '../../shared/ui/Quantity';
import { ShelfChoice } from '../../shared/ui/ShelfChoice';
import { StructureChoices } from '../../shared/ui/StructureChoices';
import { Against } from './Against';
import { FrontView, GlowKey } from './FrontView';
import { isHeld } from './heldFrame';
import { KindControls } from './KindControls';
import { KindFront } from './KindFront';
import { KindSide } from './KindSide';
import { LightLayers } from './LightLayers';
import { MirrorWords } from './MirrorWords';
import { Ranking } from './Ranking';
import { ShadowStrip } from './ShadowStrip';
import { SideSection } from './SideSection';
import css from './shape.module.css';
import { WhatIf } from './WhatIf';

const LAYER_GAP = 0.1;

function Controls({ figures }: { figures: Figures | null }) {
  const document = useShoot((s) => s.document);
  const { data } = useQuery(catalogueQuery);
  const t = useShapeWords();
  if (!document || !data) return null;
  if (!isStanding(document, data)) return <OtherKind document={document} data={data} figures={figures} />;
  const { design } = document;
  return (
    <>
      <section className="panel" aria-label={t('control-sheet')}>
        <h2>{t('control-sheet')}</h2>
        <ShelfChoice
          path="design.sheet"
          label={t('control-material')}
          options={data.sheets}
          category="sheet"
        />
        <div className="field">
          <span className="field-label">{t('control-layers')}</span>
          <Segmented
            size="small"
            options={[1, 2, 3]}
            value={design.layers}
            onChange={(n) =>
              edit(
                [
                  { path: 'design.layers', value: n },
                  ...(n === 1 ? [{ path: 'design.layer_gap', value: 0 }] : []),
                ],
                t('edit-layers', { count: { kind: 'count', value: n } }),
              )
            }
          />
        </div>
        {design.layers > 1 ? (
          <>
            <div className="field">
              <span className="field-label">{t('control-layers-hang')}</span>
              <Segmented
                size="small"
                options={(['touching', 'apart'] as const).map((how) => ({
                  value: how,
                  label: t('layers-hang', { how: { kind: 'choice', value: how } }),
                }))}
                value={design.layer_gap > 0 ? 'apart' : 'touching'}
                onChange={(v) =>
                  edit(
                    [{ path: 'design.layer_gap', value: v === 'apart' ? LAYER_GAP : 0 }],
                    t('edit-layers-hang', { how: { kind: 'choice', value: v } }),
                  )
                }
              />
            </div>
            {design.layer_gap > 0 ? (
              <Quantity path="design.layer_gap" kind="length" label={t('control-gap')} />
            ) : null}
          </>
        ) : null}
      </section>
      <section className="panel" aria-label={t('control-lamp')}>
        <h2>{t('control-lamp')}</h2>
        <ShelfChoice path="brief.lamp.id" label={t('control-lamp')} options={data.lamps} category="lamp" />
        <Choice path="brief.lamp.gel" label={t('control-gel')} options={data.gels} />
        {document.brief.lamp.id === 'flash_hotshoe' ? (
          <Quantity
            path="brief.lamp.zoom"
            kind="millimetres"
            label={t('control-zoom')}
            hint={t('control-zoom', {}, 'detail')}
          />
        ) : null}
        <div className="field">
          <span className="field-label">{t('control-height')}</span>
          {design.lamp_height === null ? (
            <span className="field-static">{t('lamp-level')}</span>
          ) : (
            <button
              type="button"
              className="link"
              onClick={() => edit([{ path: 'design.lamp_height', value: null }], t('edit-lamp-level'))}
            >
              {t('lamp-put-level')}
            </button>
          )}
        </div>
        <Quantity
          path="design.key_angle"
          kind="degrees"
          label={t('control-key-angle')}
          hint={t('control-key-angle', {}, 'detail')}
        />
      </section>
      {figures ? <LampDesk document={document} figures={figures} data={data} /> : null}
      <section className="panel" aria-label={t('control-frame')}>
        <h2>{t('control-frame')}</h2>
        <StructureChoices document={document} data={data} />
        {isHeld(document.design) ? null : (
          <Quantity path="design.foot_length" kind="length" label={t('control-foot')} />
        )}
      </section>
    </>
  );
}

function LampPanel({ data }: { data: Catalogue }) {
  const t = useShapeWords();
  return (
    <section className="panel" aria-label={t('control-lamp')}>
      <h2>{t('control-lamp')}</h2>
      <ShelfChoice path="brief.lamp.id" label={t('control-lamp')} options={data.lamps} category="lamp" />
      <Choice path="brief.lamp.gel" label={t('control-gel')} options={data.gels} />
    </section>
  );
}

function OtherKind(props: { document: Shoot; data: Catalogue; figures: Figures | null }) {
  const { document, data, figures } = props;
  return (
    <>
      <KindControls document={document} data={data} />
      {byDay(props.document.design, data.kinds) ? null : <LampPanel data={data} />}
      {figures ? <LampDesk document={document} figures={figures} data={data} /> : null}
    </>
  );
}

type Group = 'light' | 'picture' | 'what if';

function FigureList(props: { document: Shoot; figures: Figures; stale: boolean }) {
  const { document, figures, stale } = props;
  const { data } = useQuery(catalogueQuery);
  const [group, setGroup] = useState<Group>('light');
  const say = useLightWords();
  const t = useShapeWords();
  return (
    <section className={`card figures-card${stale ? ' is-stale' : ''}`} aria-label={t('figures')}>
      <div className="picture-head">
        <h2>{t('figures')}</h2>
        <Segmented
          size="small"
          aria-label={t('figures-which')}
          options={[
            { value: 'light', label: t('figures-light'), title: t('figures-light', {}, 'detail') },
            { value: 'picture', label: t('figures-picture'), title: t('figures-picture', {}, 'detail') },
            { value: 'what if', label: t('figures-what-if'), title: t('figures-what-if', {}, 'detail') },
          ]}
          value={group}
          onChange={(value) => setGroup(value as Group)}
        />
      </div>
      {group === 'what if' && data ? <WhatIf document={document} data={data} /> : null}
      <dl className={css.figures}>
        {figures.figures
          .filter((f) => f.group === group || (group === 'light' && f.group === 'own'))
          .map((f) => (
            <div key={f.key} title={say(f.says, 'detail')}>
              <dt>{say(f.says)}</dt>
              <dd>{say(f.says, 'value')}</dd>
            </div>
          ))}
      </dl>
    </section>
  );
}

export function ShapeStage() {
  const document = useShoot((s) => s.document);
  const figures = useFiguresDrawn();
  const stale = useFigures((s) => s.stale);
  const { data } = useQuery(catalogueQuery);
  const [query] = useSearchParams();
  const [ranking, setRanking] = useState(query.has('kinds'));
  const { shown, show } = useMirrorView();
  const say = useLightWords();
  const t = useShapeWords();
  if (!document) return null;
  const thing = !isPerson(document.brief);
  const mirrors = thing && shown;
  const kind = data?.kinds.find((k) => k.id === document.design.kind)?.name ?? t('shape-modifier');
  if (ranking)
    return (
      <div className={`stage ${css.rankingStage}`}>
        <Ranking document={document} close={() => setRanking(false)} />
      </div>
    );
  return (
    <div className="stage shape-stage">
      <div className="shape-main">
        {figures ? (
          <>
            <div className={`shape-drawings${stale ? ' is-stale' : ''}`}>
              <PredictedPicture
                figures={figures}
                document={document}
                more={<Against document={document} />}
              />
              <figure className="card">
                <figcaption className="plan-head">
                  <span>
                    {t(isStanding(document, data) ? 'shape-section' : 'shape-side', {
                      kind: kind.charAt(0).toUpperCase() + kind.slice(1),
                    })}
                  </span>
                  <Button size="small" onClick={() => setRanking(true)}>
                    {t('shape-all-kinds')}
                  </Button>
                </figcaption>
                {isStanding(document, data) ? (
                  <SideSection document={document} figures={figures} />
                ) : (
                  <KindSide document={document} figures={figures} />
                )}
              </figure>
            </div>
            <div className="shape-lower">
              <figure className="card">
                <figcaption>
                  {t('shape-from-subject')} <GlowKey />
                </figcaption>
                {isStanding(document, data) ? (
                  <FrontView document={document} figures={figures} />
                ) : (
                  <KindFront figures={figures} />
                )}
              </figure>
              <LightLayers document={document} figures={figures} />
              <section
                className="card"
                aria-label={t(thing ? 'shadow-and-mirrors' : 'shadow-on-face')}
                // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls when there is much to say, also by keyboard
                tabIndex={0}
              >
                <div className="picture-head">
                  <h2>{t(mirrors ? 'mirrors-heading' : 'shadow-on-face')}</h2>
                  {thing ? (
                    <Segmented
                      size="small"
                      aria-label={t('shadow-or-mirrors')}
                      options={[
                        { value: 'shadow', label: t('shadow-tab') },
                        {
                          value: 'mirrors',
                          label: t('mirrors-tab'),
                          title: t('mirrors-tab', {}, 'detail'),
                        },
                      ]}
                      value={mirrors ? 'mirrors' : 'shadow'}
                      onChange={(value) => show(value === 'mirrors')}
                    />
                  ) : null}
                </div>
                {mirrors ? (
                  <MirrorWords />
                ) : (
                  <>
                    <ShadowStrip document={document} figures={figures} />
                    <ul className="notes" aria-live="polite">
                      {figures.notes.map((note) => (
                        <NoteLine key={say(note.says)} note={note} />
                      ))}
                    </ul>
                    <FlagFinder document={document} />
                  </>
                )}
              </section>
              <FigureList document={document} figures={figures} stale={stale} />
            </div>
          </>
        ) : (
          <div className="card waiting">{t('shape-waiting')}</div>
        )}
      </div>
      <aside className="controls" aria-label={t('shape-controls')}>
        <Controls figures={figures} />
      </aside>
    </div>
  );
}
