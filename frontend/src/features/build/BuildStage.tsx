import { DownloadOutlined } from '@ant-design/icons';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Segmented, Tabs } from 'antd';
import { type ReactNode, useState } from 'react';
import { ApiProblem, answer, api, type Build, isFrame, type Shoot } from '../../shared/api/client';
import { buildQuery } from '../../shared/api/queries';
import { refresh } from '../../shared/api/refresh';
import { useShoot } from '../../shared/state/store';
import { formatLength, type Units } from '../../shared/units/length';
import { CutPlan } from './CutPlan';
import { FrameParts } from './FrameParts';
import { MeasureBack } from './MeasureBack';
import { SheetPlans } from './SheetPlans';
import { Steps } from './Steps';

/** Equal pieces are numbered in one run: A1 A2, or A1–A10 when there are more. */
function labels(all: string[]): string {
  return all.length > 4 ? `${all[0]}–${all[all.length - 1]}` : all.join(' ');
}

function Pieces({ build, units }: { build: Build; units: Units }) {
  const pieces = build.bars
    .flatMap((bar) => bar.pieces)
    .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }));
  const rows = Map.groupBy(pieces, (p) => `${p.name} ${p.cut.toFixed(5)}`);
  return (
    <table className="list">
      <caption className="sr-only">Pieces to cut</caption>
      <thead>
        <tr>
          <th scope="col">Labels</th>
          <th scope="col">Piece</th>
          <th scope="col" className="right">
            Cut to
          </th>
        </tr>
      </thead>
      <tbody>
        {[...rows.values()].map((group) => {
          const first = group[0];
          return first ? (
            <tr key={first.label} title={first.reason}>
              <td className="labels">{labels(group.map((p) => p.label))}</td>
              <td>
                {first.name}
                <small>{first.reason}</small>
              </td>
              <td className="right strong">{formatLength(first.cut, units, true)}</td>
            </tr>
          ) : null;
        })}
        {build.cloth.map((c) => (
          <tr key={c.label}>
            <td className="labels">{c.label}</td>
            <td>
              {c.material}
              <small>{c.note}</small>
            </td>
            <td className="right strong">
              {formatLength(c.cut[0] ?? 0, units)} × {formatLength(c.cut[1] ?? 0, units)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A part of the page that scrolls, also by keyboard. */
function Scrolls({ label, children }: { label: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by keyboard
    <section className="scroll" aria-label={label} tabIndex={0}>
      {children}
    </section>
  );
}

function Shopping({ build }: { build: Build }) {
  return (
    <table className="list">
      <caption className="sr-only">Shopping list</caption>
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">How much</th>
          <th scope="col" className="right">
            EUR
          </th>
        </tr>
      </thead>
      <tbody>
        {build.shopping.map((line) => (
          <tr key={line.name + line.amount}>
            <td>{line.name}</td>
            <td>{line.amount}</td>
            <td className="right">{line.price.toFixed(2)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td>Total, typical prices</td>
          <td />
          <td className="right strong">{build.total.toFixed(2)}</td>
        </tr>
      </tfoot>
    </table>
  );
}

function Downloads({ id, units }: { id: string; units: Units }) {
  const [paper, setPaper] = useState<'a4' | 'letter'>(units === 'metric' ? 'a4' : 'letter');
  const base = `/api/shoots/${id}`;
  return (
    <div className="downloads">
      <Segmented
        size="small"
        aria-label="Paper"
        value={paper}
        onChange={setPaper}
        options={[
          { value: 'a4', label: 'A4' },
          { value: 'letter', label: 'Letter' },
        ]}
      />
      <Button
        size="small"
        type="primary"
        icon={<DownloadOutlined />}
        href={`${base}/cut-list.pdf?paper=${paper}`}
      >
        Cut list PDF
      </Button>
      <Button size="small" href={`${base}/cut-list.csv`}>
        CSV
      </Button>
      <Button size="small" href={`${base}/cut-list.svg`} title="Boards and cloth true to size, for a plotter">
        SVG
      </Button>
      <Button size="small" href={`${base}/cut-list.dxf`} title="Boards and cloth true to size, for a laser">
        DXF
      </Button>
      <Button size="small" href={`${base}/project.json`}>
        Project file
      </Button>
    </div>
  );
}

/** Once the bars are cut: what was used leaves the Shelf, what is left comes to it and is used first the next time. */
function CutDone({ document, build }: { document: Shoot; build: Build }) {
  const client = useQueryClient();
  const done = useMutation({
    mutationFn: () => answer(api.POST('/api/build/cut', { body: { document } })),
    onSuccess: () => Promise.all([refresh(client, 'shelf'), refresh(client, 'build')]),
  });
  const worth = build.bars.filter((b) => b.offcut >= 0.3).length;
  if (!build.bars.length) return null;
  return (
    <p className="cut-done">
      <Button size="small" loading={done.isPending} disabled={done.isSuccess} onClick={() => done.mutate()}>
        I have cut them: keep {worth} offcut{worth === 1 ? '' : 's'} on my Shelf
      </Button>{' '}
      {done.data ? (
        <span role="status">
          {done.data.kept} kept{done.data.used ? `, ${done.data.used} of yours used` : ''}; the next plan uses
          them first.
        </span>
      ) : null}
      {done.error ? <span className="field-error">{done.error.message}</span> : null}
    </p>
  );
}

export function BuildStage() {
  const document = useShoot((s) => s.document);
  const id = useShoot((s) => s.id);
  if (!document || !id) return null;
  return <BuildOf document={document} id={id} />;
}

function BuildOf({
  document,
  id,
}: {
  document: NonNullable<ReturnType<typeof useShoot.getState>['document']>;
  id: string;
}) {
  const { data: build, error, isPlaceholderData } = useQuery(buildQuery(document));
  const { units } = document;
  if (error) {
    const words = error instanceof ApiProblem ? error.message : 'The parts cannot be worked out.';
    return (
      <div className="stage">
        <div className="card waiting" role="alert">
          <h2>This cannot be built like that</h2>
          <p>{words}</p>
          <p className="faint">Change it in Shape or in the Brief; nothing was lost.</p>
        </div>
      </div>
    );
  }
  if (!build) return <div className="stage waiting">Working out the parts…</div>;
  const hours = `${Math.floor(build.minutes / 60)} h ${String(Math.round(build.minutes % 60)).padStart(2, '0')} min`;
  return (
    <div className={`stage build-stage${isPlaceholderData ? ' is-stale' : ''}`}>
      <div className="build-left">
        <div className="build-top">
          <figure className="card">
            <figcaption>
              {isFrame(document)
                ? 'Parts in place, to scale'
                : 'Boards and cloth as they are cut, on one scale'}
            </figcaption>
            {isFrame(document) ? (
              <FrameParts build={build} document={document} />
            ) : (
              <Scrolls label="Boards and cloth">
                <SheetPlans build={build} units={units} />
              </Scrolls>
            )}
          </figure>
          <section className="card" aria-label="Pieces">
            <h2>Pieces</h2>
            <Scrolls label="All pieces">
              <Pieces build={build} units={units} />
            </Scrolls>
          </section>
        </div>
        <section className="card" aria-label="Cut plan">
          <h2>
            Cut plan
            <span className="faint">
              {' '}
              {build.bar_name}; {formatLength(build.bought, units)} bought
              {build.own ? `, ${formatLength(build.own, units)} of yours` : ''},{' '}
              {formatLength(build.used, units)} used, {formatLength(build.offcuts, units)} left over;{' '}
              {build.saw}
            </span>
          </h2>
          <CutDone document={document} build={build} />
          <Scrolls label="Bars and boards">
            <CutPlan build={build} units={units} />
            {isFrame(document) ? <SheetPlans build={build} units={units} /> : null}
          </Scrolls>
        </section>
      </div>
      <div className="build-right card">
        <div className="build-summary">
          <div>
            <b>{build.mass.toFixed(1)} kg</b>
            <span>without ballast</span>
          </div>
          <div>
            <b>{build.total.toFixed(0)} EUR</b>
            <span>to buy</span>
          </div>
          <div>
            <b>{hours}</b>
            <span>of work</span>
          </div>
          <div>
            <b>{formatLength(build.longest, units)}</b>
            <span>longest piece</span>
          </div>
        </div>
        <Tabs
          size="small"
          items={[
            { key: 'steps', label: 'Steps', children: <Steps build={build} shoot={id} /> },
            { key: 'buy', label: 'To buy', children: <Shopping build={build} /> },
            {
              key: 'measure',
              label: 'Measure back',
              children: <MeasureBack build={build} document={document} />,
            },
          ]}
        />
        <Downloads id={id} units={units} />
      </div>
    </div>
  );
}
