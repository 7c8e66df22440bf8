import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { catalogueQuery } from '../../shared/api/queries';
import { isPerson, PlanView } from '../../shared/drawing/PlanView';
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
  return (
    <>
      <Choice
        path="brief.haze.density"
        label="It is"
        options={['thin', 'plain', 'thick'].map((id) => ({ id, name: id }))}
      />
      <Quantity path="brief.haze.x" kind="length" label="To the right" />
      <Quantity path="brief.haze.y" kind="length" label="Behind" />
      <Quantity path="brief.haze.z" kind="length" label="Its middle" hint="above the floor" />
      <Quantity path="brief.haze.width" kind="length" label="Its width" />
      <Quantity path="brief.haze.height" kind="length" label="Its height" />
    </>
  );
}

export function BriefStage() {
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
        <section className="panel" aria-label="Picture">
          <h2>Picture</h2>
          <Choice
            path="brief.picture_for"
            label="It is for"
            options={[
              { id: 'mood', name: 'mood portrait' },
              { id: 'listing', name: 'listing' },
              { id: 'cut_out', name: 'cut-out' },
              { id: 'film', name: 'film' },
            ]}
            also={(id) => wishesOf(document, data.uses, id)}
          />
          <Choice path="brief.subject.kind" label="Subject" options={data.subjects} />
          <Choice path="brief.subject.finish" label={person ? 'Skin' : 'Finish'} options={FINISHES} />
          {person ? null : <Quantity path="brief.subject.size" kind="length" label="Its height" />}
          {brief.subject.kind === 'plate' ? (
            <Quantity path="brief.subject.lean" kind="degrees" label="Leans back" hint="90 lies flat" />
          ) : null}
          <Quantity
            path="brief.subject.face_height"
            kind="length"
            label={person ? 'Face height' : 'Its middle'}
            hint={person ? 'eyes above the floor' : 'above the floor'}
          />
          <Quantity
            path="brief.subject.movement"
            kind="speed"
            label="Moves at"
            hint="nods .2, hand work 1 m/s"
          />
          <Choice
            path="brief.haze"
            label="In the air"
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
          <Quantity path="brief.backdrop.distance" kind="length" label="To backdrop" />
          <Quantity path="brief.backdrop.sweep" kind="length" label="Its sweep" hint="radius; 0 is flat" />
          <ShelfChoice
            path="brief.backdrop.finish"
            label="Backdrop"
            options={data.finishes}
            category="backdrop"
          />
          <h2>Room</h2>
          <Quantity path="brief.room.width" kind="length" label="Width" />
          <Quantity path="brief.room.depth" kind="length" label="Depth" hint="along the lens" />
          <Quantity path="brief.room.height" kind="length" label="Ceiling" />
          <ShelfChoice path="brief.room.walls" label="Walls" options={data.finishes} category="backdrop" />
          <ShelfChoice
            path="brief.room.ceiling"
            label="Ceiling is"
            options={data.finishes}
            category="backdrop"
          />
          <ShelfChoice path="brief.room.floor" label="Floor is" options={data.finishes} category="backdrop" />
          <h2>Notes</h2>
          <textarea
            key={document.notes}
            className={css.notesBox}
            aria-label="Notes"
            maxLength={2000}
            defaultValue={document.notes}
            placeholder="Window, props, what the picture must not show…"
            onBlur={(e) => {
              if (e.currentTarget.value !== document.notes)
                edit([{ path: 'notes', value: e.currentTarget.value }], 'Notes');
            }}
          />
        </section>
        <section className="panel" aria-label="Wanted">
          <h2>Wanted</h2>
          <FromPicture document={document} />
          <div className={`field ${css.wide}`}>
            <span className="field-label">Shadow edge</span>
            <Segmented
              size="small"
              aria-label="Shadow edge in words"
              options={EDGE_WORDS.map((e) => e.word)}
              value={EDGE_WORDS.find((e) => Math.abs(e.value - brief.wanted.shadow_edge) < 1e-6)?.word ?? ''}
              onChange={(word) => {
                const found = EDGE_WORDS.find((e) => e.word === word);
                if (found)
                  edit([{ path: 'brief.wanted.shadow_edge', value: found.value }], `Shadow edge: ${word}`);
              }}
            />
          </div>
          <Quantity path="brief.wanted.shadow_edge" kind="millimetres" label="Edge width" />
          <Quantity
            path="brief.wanted.occluder_distance"
            kind="millimetres"
            label="Behind an edge"
            hint="nose to cheek 30 mm"
          />
          <Quantity
            path="brief.wanted.contrast"
            kind="stops"
            label="Contrast"
            hint="lit side over far side"
          />
          <Choice
            path="brief.wanted.key_side"
            label="Key from"
            options={[
              { id: 'either', name: 'either side' },
              { id: 'left', name: 'the left of the picture' },
              { id: 'right', name: 'the right of the picture' },
            ]}
          />
          <Quantity
            path="brief.wanted.key_height"
            kind="degrees"
            label="Key height"
            hint="over the eyes; – is any"
          />
          <Quantity
            path="brief.wanted.background"
            kind="stops"
            label="Background"
            hint="light on it against the face"
          />
          <Quantity
            path="brief.wanted.evenness"
            kind="stops"
            label="Evenness"
            hint="most fall, middle to edge"
          />
          <Quantity path="brief.wanted.spill" kind="share" label="Spill" hint="most that misses the sheet" />
          <Quantity path="brief.wanted.loss" kind="stops" label="Loss" hint="most light given up" />
          <h2>Must stay dark</h2>
          <Quantity
            path="brief.dark.backdrop"
            kind="stops"
            label="Backdrop"
            hint="against the key; – is no limit"
          />
          <Quantity path="brief.dark.ceiling" kind="stops" label="Ceiling" />
          <Quantity path="brief.dark.floor" kind="stops" label="Floor" />
          <Quantity path="brief.dark.left_wall" kind="stops" label="Left wall" />
          <Quantity path="brief.dark.right_wall" kind="stops" label="Right wall" />
          <Quantity path="brief.dark.wall_behind" kind="stops" label="Wall behind" hint="behind the camera" />
          <h2>Limits</h2>
          <Quantity
            path="brief.carrying_length"
            kind="length"
            label="Carrying"
            hint="longest piece in the car"
          />
          <Quantity path="brief.limits.money" kind="euro" label="Money" hint="for parts; – is no limit" />
          <Quantity path="brief.limits.people" kind="number" label="Helpers" hint="people at the set-up" />
          <Quantity path="brief.limits.build_hours" kind="number" label="Build time" hint="hours" />
          <Quantity path="brief.limits.setup_minutes" kind="number" label="Set-up time" hint="minutes" />
        </section>
        <section className="panel" aria-label="Camera and lamp">
          <h2>Camera</h2>
          <Choice path="brief.camera.sensor" label="Sensor" options={data.sensors} />
          <Quantity path="brief.camera.focal_length" kind="millimetres" label="Lens" />
          <Quantity path="brief.camera.distance" kind="length" label="Distance" />
          <Quantity path="brief.camera.rise" kind="degrees" label="Looks down" hint="0 is level" />
          <Quantity path="brief.camera.aperture" kind="aperture" label="Aperture" />
          {flash ? null : <Quantity path="brief.camera.shutter" kind="shutter" label="Shutter" />}
          <Quantity path="brief.camera.iso" kind="number" label="ISO" />
          <Choice
            path="brief.camera.white_balance"
            label="White"
            options={WHITES}
            value={String(brief.camera.white_balance)}
            choose={(id) => [
              { path: 'brief.camera.white_balance', value: id === 'null' ? null : Number(id) },
            ]}
          />
          <Choice
            path="brief.wanted.solve_for"
            label="Work out"
            options={[
              { id: 'iso', name: 'the ISO' },
              { id: 'aperture', name: 'the aperture' },
              { id: 'power', name: 'the lamp power' },
            ]}
          />
          {brief.wanted.solve_for === 'iso' ? (
            <Quantity path="brief.wanted.iso_highest" kind="number" label="ISO at most" />
          ) : null}
          {brief.wanted.solve_for === 'power' ? null : (
            <Quantity path="brief.wanted.aperture_widest" kind="aperture" label="Widest lens" />
          )}
          <Choice
            path="brief.receptor"
            label="Metered by"
            options={[
              { id: 'dome', name: 'dome toward the camera' },
              { id: 'flat', name: 'flat toward the sheet' },
            ]}
          />
          <h2>Lamp</h2>
          <ShelfChoice path="brief.lamp.id" label="Lamp" options={data.lamps} category="lamp" />
          <Quantity path="brief.lamp.power" kind="share" label="Power" />
          <h2>Action area</h2>
          <Quantity path="brief.action.width" kind="length" label="Width" hint="drawn on the plan; drag it" />
          <Quantity path="brief.action.depth" kind="length" label="Depth" />
          <Quantity path="brief.action.band" kind="length" label="Band" hint="up and down about the face" />
          <Quantity path="brief.action.vary" kind="stops" label="Key may vary" />
        </section>
      </div>
      <figure className="card">
        <figcaption>Plan of the room, to scale</figcaption>
        {figures ? (
          <PlanView document={document} figures={figures} dimensions />
        ) : (
          <div className="waiting">Drawing…</div>
        )}
      </figure>
    </div>
  );
}
