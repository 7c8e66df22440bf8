import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { catalogueQuery } from '../../shared/api/queries';
import { isPerson, PlanView } from '../../shared/drawing/PlanView';
import { useBriefWords } from '../../shared/messages/brief';
import { useFigures } from '../../shared/state/figures';
import { edit, useShoot } from '../../shared/state/store';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import { ShelfChoice } from '../../shared/ui/ShelfChoice';
import css from './brief.module.css';
import { FromPicture } from './FromPicture';
import { wishesOf } from './wishes';

const EDGE_WORDS = [
  { word: 'crisp', value: 0.0015 },
  { word: 'firm', value: 0.004 },
  { word: 'gentle', value: 0.01 },
  { word: 'soft', value: 0.022 },
  { word: 'wrapped', value: 0.045 },
];

const FINISHES = [
  ['matt', 'matt'],
  ['textured', 'textured'],
  ['satin', 'satin'],
  ['glossy', 'glossy'],
  ['varnish', 'dark varnish'],
  ['wrapped', 'wrapped in film'],
  ['mirror', 'mirror metal'],
  ['translucent', 'translucent'],
].map(([id = '', name = '']) => ({ id, name }));

const WHITES = [
  { id: 'null', name: 'balanced for the key lamp' },
  ...[2700, 3200, 4000, 5000, 5600, 6500].map((k) => ({ id: String(k), name: `${k} K` })),
];

const HAZE = { kind: 'steam', density: 'plain', x: 0.35, y: 0.1, z: 1.3, width: 0.3, height: 0.6 };

function HazeFields() {
  const t = useBriefWords();
  return (
    <>
      <Choice
        path="brief.haze.density"
        label={t('brief-it-is')}
        options={['thin', 'plain', 'thick'].map((id) => ({ id, name: id }))}
      />
      <Quantity path="brief.haze.x" kind="length" label={t('brief-to-the-right')} />
      <Quantity path="brief.haze.y" kind="length" label={t('brief-behind')} />
      <Quantity
        path="brief.haze.z"
        kind="length"
        label={t('brief-its-middle')}
        hint={t('brief-above-the-floor')}
      />
      <Quantity path="brief.haze.width" kind="length" label={t('brief-its-width')} />
      <Quantity path="brief.haze.height" kind="length" label={t('brief-its-height')} />
    </>
  );
}

export function BriefStage() {
  const t = useBriefWords();
  const document = useShoot((s) => s.document);
  const figures = useFigures((s) => s.figures);
  const { data } = useQuery(catalogueQuery);
  if (!document || !data) return null;
  const { brief } = document;
  const person = isPerson(brief);
  const flash = data.lamps.find((l) => l.id === brief.lamp.id)?.group === 'flash';
  return (
    <div className={`stage ${css.briefStage}`}>
      <div className={css.briefColumns}>
        <section className="panel" aria-label={t('brief-picture')}>
          <h2>{t('brief-picture')}</h2>
          <Choice
            path="brief.picture_for"
            label={t('brief-it-is-for')}
            options={[
              { id: 'mood', name: 'mood portrait' },
              { id: 'listing', name: 'listing' },
              { id: 'cut_out', name: 'cut-out' },
              { id: 'film', name: 'film' },
            ]}
            also={(id) => wishesOf(document, data.uses, id)}
          />
          <Choice path="brief.subject.kind" label={t('brief-subject')} options={data.subjects} />
          <Choice
            path="brief.subject.finish"
            label={person ? t('brief-skin') : t('brief-finish')}
            options={FINISHES}
          />
          {person ? null : <Quantity path="brief.subject.size" kind="length" label={t('brief-its-height')} />}
          {brief.subject.kind === 'plate' ? (
            <Quantity
              path="brief.subject.lean"
              kind="degrees"
              label={t('brief-leans-back')}
              hint={t('brief-90-lies-flat')}
            />
          ) : null}
          <Quantity
            path="brief.subject.face_height"
            kind="length"
            label={person ? t('brief-face-height') : t('brief-its-middle')}
            hint={person ? t('brief-eyes-above-the-floor') : t('brief-above-the-floor')}
          />
          <Quantity
            path="brief.subject.movement"
            kind="speed"
            label={t('brief-moves-at')}
            hint={t('brief-nods-2-hand-work-1')}
          />
          <Choice
            path="brief.haze"
            label={t('brief-in-the-air')}
            options={[
              { id: 'null', name: 'nothing' },
              { id: 'steam', name: 'steam' },
              { id: 'dust', name: 'dust' },
            ]}
            value={brief.haze?.kind ?? 'null'}
            choose={(id) => [
              { path: 'brief.haze', value: id === 'null' ? null : { ...(brief.haze ?? HAZE), kind: id } },
            ]}
          />
          {brief.haze ? <HazeFields /> : null}
          <Quantity path="brief.backdrop.distance" kind="length" label={t('brief-to-backdrop')} />
          <Quantity
            path="brief.backdrop.sweep"
            kind="length"
            label={t('brief-its-sweep')}
            hint={t('brief-radius-0-is-flat')}
          />
          <ShelfChoice
            path="brief.backdrop.finish"
            label={t('brief-backdrop')}
            options={data.finishes}
            category="backdrop"
          />
          <h2>{t('brief-room')}</h2>
          <Quantity path="brief.room.width" kind="length" label={t('brief-width')} />
          <Quantity
            path="brief.room.depth"
            kind="length"
            label={t('brief-depth')}
            hint={t('brief-along-the-lens')}
          />
          <Quantity path="brief.room.height" kind="length" label={t('brief-ceiling')} />
          <ShelfChoice
            path="brief.room.walls"
            label={t('brief-walls')}
            options={data.finishes}
            category="backdrop"
          />
          <ShelfChoice
            path="brief.room.ceiling"
            label={t('brief-ceiling-is')}
            options={data.finishes}
            category="backdrop"
          />
          <ShelfChoice
            path="brief.room.floor"
            label={t('brief-floor-is')}
            options={data.finishes}
            category="backdrop"
          />
          <h2>{t('brief-notes')}</h2>
          <textarea
            key={document.notes}
            className={css.notesBox}
            aria-label={t('brief-notes')}
            maxLength={2000}
            defaultValue={document.notes}
            placeholder={t('brief-window-props-what-the-picture')}
            onBlur={(e) => {
              if (e.currentTarget.value !== document.notes)
                edit([{ path: 'notes', value: e.currentTarget.value }], 'Notes');
            }}
          />
        </section>
        <section className="panel" aria-label={t('brief-wanted')}>
          <h2>{t('brief-wanted')}</h2>
          <FromPicture document={document} />
          <div className={`field ${css.wide}`}>
            <span className="field-label">{t('brief-shadow-edge')}</span>
            <Segmented
              size="small"
              aria-label={t('brief-shadow-edge-in-words')}
              options={EDGE_WORDS.map((e) => e.word)}
              value={EDGE_WORDS.find((e) => Math.abs(e.value - brief.wanted.shadow_edge) < 1e-6)?.word ?? ''}
              onChange={(word) => {
                const found = EDGE_WORDS.find((e) => e.word === word);
                if (found)
                  edit([{ path: 'brief.wanted.shadow_edge', value: found.value }], `Shadow edge: ${word}`);
              }}
            />
          </div>
          <Quantity path="brief.wanted.shadow_edge" kind="millimetres" label={t('brief-edge-width')} />
          <Quantity
            path="brief.wanted.occluder_distance"
            kind="millimetres"
            label={t('brief-behind-an-edge')}
            hint={t('brief-nose-to-cheek-30-mm')}
          />
          <Quantity
            path="brief.wanted.contrast"
            kind="stops"
            label={t('brief-contrast')}
            hint={t('brief-lit-side-over-far-side')}
          />
          <Choice
            path="brief.wanted.key_side"
            label={t('brief-key-from')}
            options={[
              { id: 'either', name: 'either side' },
              { id: 'left', name: 'the left of the picture' },
              { id: 'right', name: 'the right of the picture' },
            ]}
          />
          <Quantity
            path="brief.wanted.key_height"
            kind="degrees"
            label={t('brief-key-height')}
            hint={t('brief-over-the-eyes-is-any')}
          />
          <Quantity
            path="brief.wanted.background"
            kind="stops"
            label={t('brief-background')}
            hint={t('brief-light-on-it-against-the')}
          />
          <Quantity
            path="brief.wanted.evenness"
            kind="stops"
            label={t('brief-evenness')}
            hint={t('brief-most-fall-middle-to-edge')}
          />
          <Quantity
            path="brief.wanted.spill"
            kind="share"
            label={t('brief-spill')}
            hint={t('brief-most-that-misses-the-sheet')}
          />
          <Quantity
            path="brief.wanted.loss"
            kind="stops"
            label={t('brief-loss')}
            hint={t('brief-most-light-given-up')}
          />
          <h2>{t('brief-must-stay-dark')}</h2>
          <Quantity
            path="brief.dark.backdrop"
            kind="stops"
            label={t('brief-backdrop')}
            hint={t('brief-against-the-key-is-no')}
          />
          <Quantity path="brief.dark.ceiling" kind="stops" label={t('brief-ceiling')} />
          <Quantity path="brief.dark.floor" kind="stops" label={t('brief-floor')} />
          <Quantity path="brief.dark.left_wall" kind="stops" label={t('brief-left-wall')} />
          <Quantity path="brief.dark.right_wall" kind="stops" label={t('brief-right-wall')} />
          <Quantity
            path="brief.dark.wall_behind"
            kind="stops"
            label={t('brief-wall-behind')}
            hint={t('brief-behind-the-camera')}
          />
          <h2>{t('brief-limits')}</h2>
          <Quantity
            path="brief.carrying_length"
            kind="length"
            label={t('brief-carrying')}
            hint={t('brief-longest-piece-in-the-car')}
          />
          <Quantity
            path="brief.limits.money"
            kind="euro"
            label={t('brief-money')}
            hint={t('brief-for-parts-is-no-limit')}
          />
          <Quantity
            path="brief.limits.people"
            kind="number"
            label={t('brief-helpers')}
            hint={t('brief-people-at-the-set-up')}
          />
          <Quantity
            path="brief.limits.build_hours"
            kind="number"
            label={t('brief-build-time')}
            hint={t('brief-hours')}
          />
          <Quantity
            path="brief.limits.setup_minutes"
            kind="number"
            label={t('brief-set-up-time')}
            hint={t('brief-minutes')}
          />
        </section>
        <section className="panel" aria-label={t('brief-camera-and-lamp')}>
          <h2>{t('brief-camera')}</h2>
          <Choice path="brief.camera.sensor" label={t('brief-sensor')} options={data.sensors} />
          <Quantity path="brief.camera.focal_length" kind="millimetres" label={t('brief-lens')} />
          <Quantity path="brief.camera.distance" kind="length" label={t('brief-distance')} />
          <Quantity
            path="brief.camera.rise"
            kind="degrees"
            label={t('brief-looks-down')}
            hint={t('brief-0-is-level')}
          />
          <Quantity path="brief.camera.aperture" kind="aperture" label={t('brief-aperture')} />
          {flash ? null : <Quantity path="brief.camera.shutter" kind="shutter" label={t('brief-shutter')} />}
          <Quantity path="brief.camera.iso" kind="number" label={t('brief-iso')} />
          <Choice
            path="brief.camera.white_balance"
            label={t('brief-white')}
            options={WHITES}
            value={String(brief.camera.white_balance)}
            choose={(id) => [
              { path: 'brief.camera.white_balance', value: id === 'null' ? null : Number(id) },
            ]}
          />
          <Choice
            path="brief.wanted.solve_for"
            label={t('brief-work-out')}
            options={[
              { id: 'iso', name: 'the ISO' },
              { id: 'aperture', name: 'the aperture' },
              { id: 'power', name: 'the lamp power' },
            ]}
          />
          {brief.wanted.solve_for === 'iso' ? (
            <Quantity path="brief.wanted.iso_highest" kind="number" label={t('brief-iso-at-most')} />
          ) : null}
          {brief.wanted.solve_for === 'power' ? null : (
            <Quantity path="brief.wanted.aperture_widest" kind="aperture" label={t('brief-widest-lens')} />
          )}
          <Choice
            path="brief.receptor"
            label={t('brief-metered-by')}
            options={[
              { id: 'dome', name: 'dome toward the camera' },
              { id: 'flat', name: 'flat toward the sheet' },
            ]}
          />
          <h2>{t('brief-lamp')}</h2>
          <ShelfChoice path="brief.lamp.id" label={t('brief-lamp')} options={data.lamps} category="lamp" />
          <Quantity path="brief.lamp.power" kind="share" label={t('brief-power')} />
          <h2>{t('brief-action-area')}</h2>
          <Quantity
            path="brief.action.width"
            kind="length"
            label={t('brief-width')}
            hint={t('brief-drawn-on-the-plan-drag')}
          />
          <Quantity path="brief.action.depth" kind="length" label={t('brief-depth')} />
          <Quantity
            path="brief.action.band"
            kind="length"
            label={t('brief-band')}
            hint={t('brief-up-and-down-about-the')}
          />
          <Quantity path="brief.action.vary" kind="stops" label={t('brief-key-may-vary')} />
        </section>
      </div>
      <figure className="card">
        <figcaption>{t('brief-plan-of-the-room-to')}</figcaption>
        {figures ? (
          <PlanView document={document} figures={figures} dimensions />
        ) : (
          <div className="waiting">{t('brief-drawing')}</div>
        )}
      </figure>
    </div>
  );
}
