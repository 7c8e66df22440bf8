import { DownloadOutlined } from '@ant-design/icons';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Dropdown, Segmented, Tabs } from 'antd';
import { type ReactNode, useState } from 'react';
import { buildQuery, picturesQuery } from '../../shared/api/build';
import { ApiProblem, answer, api, type Build, type Shoot } from '../../shared/api/client';
import { refresh } from '../../shared/api/refresh';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { useShoot } from '../../shared/state/store';
import { clock } from '../../shared/units/clock';
import { formatLength, type Units } from '../../shared/units/length';
import { money } from '../../shared/units/money';
import { BuiltThing } from './BuiltThing';
import css from './build.module.css';
import { Change } from './Change';
import { CutPlan } from './CutPlan';
import { Holes, Prints, Templates } from './Details';
import { MeasureBack } from './MeasureBack';
import { SheetPlans } from './SheetPlans';
import { Shopping } from './Shopping';
import { Steps } from './Steps';
import { Workshop, WorkshopFields } from './Workshop';

/** Equal pieces are numbered in one run: A1 A2, or A1–A10 when there are more. */
function labels(all: string[]): string {
  return all.length > 4 ? `${all[0]}–${all[all.length - 1]}` : all.join(' ');
}

function Pieces({ build, units }: { build: Build; units: Units }) {
  const t = useBuildPageWords();
  const [exact, setExact] = useState(false);
  const pieces = build.bars
    .flatMap((bar) => bar.pieces)
    .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }));
  const rows = Map.groupBy(pieces, (p) => `${p.name} ${p.cut.toFixed(5)}`);
  return (
    <>
      {build.put_on?.length ? (
        <p className="note note-hint">
          {t('build-page-enough-for-every-look', {
            look: build.put_on.map((p) => `${p.label} for “${p.look}”`).join(', '),
          })}
        </p>
      ) : null}
      <table className="list">
        <caption className="sr-only">{t('build-page-pieces-to-cut')}</caption>
        <thead>
          <tr>
            <th scope="col">{t('build-page-labels')}</th>
            <th scope="col">{t('build-page-piece')}</th>
            <th scope="col" className="right">
              <Button
                type="link"
                size="small"
                aria-pressed={exact}
                title={t('build-page-as-it-was-worked-out')}
                onClick={() => setExact(!exact)}
              >
                {exact ? t('build-page-exactly') : t('build-page-cut-to')}
              </Button>
            </th>
          </tr>
        </thead>
        <tbody>
          {[...rows.values()].map((group) => {
            const first = group[0];
            return first ? (
              <tr key={first.label} title={first.reason}>
                <td className={css.labels}>{labels(group.map((p) => p.label))}</td>
                <td>
                  {first.name}
                  <small>{first.reason}</small>
                </td>
                <td className="right strong">{formatLength(exact ? first.exact : first.cut, units, true)}</td>
              </tr>
            ) : null;
          })}
          {build.cloth.map((c) => (
            <tr key={c.label}>
              <td className={css.labels}>{c.label}</td>
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
    </>
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

/** Papers for the bench and the shop, and files to send out. */
function Downloads({ id, units }: { id: string; units: Units }) {
  const t = useBuildPageWords();
  const [paper, setPaper] = useState<'a4' | 'letter'>(units === 'metric' ? 'a4' : 'letter');
  const base = `/api/shoots/${id}`;
  const files: { key: string; label: string }[] = [
    { key: 'cut-list.csv', label: t('build-page-cut-list-csv') },
    { key: 'cut-list.svg', label: t('build-page-boards-and-cloth-svg') },
    { key: 'cut-list.dxf', label: t('build-page-boards-and-cloth-dxf') },
    { key: 'templates.svg', label: t('build-page-templates-svg') },
    { key: 'templates.dxf', label: t('build-page-templates-dxf') },
    { key: 'prints.3mf', label: t('build-page-parts-to-print-3mf') },
    { key: 'built.glb', label: t('build-page-built-thing-gltf') },
    { key: 'built.stl', label: t('build-page-built-thing-stl') },
    { key: 'built.3mf', label: t('build-page-built-thing-3mf') },
    { key: 'project.json', label: t('build-page-project-file') },
  ];
  return (
    <div className={css.downloads}>
      <Segmented
        size="small"
        aria-label={t('build-page-paper')}
        value={paper}
        onChange={setPaper}
        options={[
          { value: 'a4', label: 'A4' },
          { value: 'letter', label: t('build-page-letter') },
        ]}
      />
      <Button
        size="small"
        type="primary"
        icon={<DownloadOutlined />}
        href={`${base}/cut-list.pdf?paper=${paper}`}
      >
        {t('build-page-cut-list-pdf')}
      </Button>
      {['Steps', 'Labels', 'Templates', 'Order'].map((name) => (
        <Button
          key={name}
          size="small"
          href={`${base}/${name.toLowerCase()}.pdf?paper=${paper}`}
          aria-label={t('build-page-pdf', { name })}
        >
          {name}
        </Button>
      ))}
      <Dropdown
        trigger={['click']}
        menu={{
          items: files.map((f) => ({ key: f.key, label: <a href={`${base}/${f.key}`}>{f.label}</a> })),
        }}
      >
        <Button size="small">{t('build-page-files')}</Button>
      </Dropdown>
    </div>
  );
}

/** Once the bars are cut: what was used leaves the Shelf, what is left comes to it and is used first the next time. */
function CutDone({ document, build }: { document: Shoot; build: Build }) {
  const t = useBuildPageWords();
  const client = useQueryClient();
  const done = useMutation({
    mutationFn: () => answer(api.POST('/api/build/cut', { body: { document } })),
    onSuccess: () => Promise.all([refresh(client, 'shelf'), refresh(client, 'build')]),
  });
  if (!build.bars.length && !build.covers.some((c) => c.form === 'board')) return null;
  return (
    <p className={css.cutDone}>
      <Button size="small" loading={done.isPending} disabled={done.isSuccess} onClick={() => done.mutate()}>
        {t('build-page-all-is-cut-keep-what')}
      </Button>{' '}
      {done.data ? (
        <span role="status">
          {t('build-page-kept-the-next-plan-uses', {
            kept: String(done.data.kept),
            used: done.data.used ? t('build-page-of-yours-used', { used: String(done.data.used) }) : '',
          })}
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
  const t = useBuildPageWords();
  const { data: build, error, isPlaceholderData } = useQuery(buildQuery(document));
  const { data: pictures } = useQuery(picturesQuery(document));
  const { units } = document;
  if (error) {
    const words = error instanceof ApiProblem ? error.message : 'The parts cannot be worked out.';
    return (
      <div className={`stage ${css.cannot}`}>
        <div className="card" role="alert">
          <h2>{t('build-page-this-cannot-be-built-like')}</h2>
          <p>{words}</p>
          <p className="faint">{t('build-page-put-it-right-here-in')}</p>
        </div>
        <section className={`card ${css.workshop}`} aria-label={t('build-page-workshop')}>
          <WorkshopFields document={document} />
        </section>
      </div>
    );
  }
  if (!build) return <div className="stage waiting">{t('build-page-working-out-the-parts')}</div>;
  return (
    <div className={`stage ${css.buildStage}${isPlaceholderData ? ' is-stale' : ''}`}>
      <div className={css.buildLeft}>
        <div className={css.buildTop}>
          <BuiltThing build={build} document={document} />
          <section className={`card ${css.detailsCard}`} aria-label={t('build-page-pieces')}>
            <Tabs
              size="small"
              items={[
                {
                  key: 'pieces',
                  label: t('build-page-pieces'),
                  children: (
                    <Scrolls label={t('build-page-all-pieces')}>
                      <Pieces build={build} units={units} />
                    </Scrolls>
                  ),
                },
                {
                  key: 'holes',
                  label: t('build-page-holes'),
                  children: (
                    <Scrolls label={t('build-page-holes-and-fasteners')}>
                      <Holes build={build} units={units} />
                    </Scrolls>
                  ),
                },
                {
                  key: 'templates',
                  label: t('build-page-templates'),
                  children: (
                    <Scrolls label={t('build-page-templates-at-full-size')}>
                      <Templates build={build} units={units} id={id} />
                    </Scrolls>
                  ),
                },
                {
                  key: 'prints',
                  label: t('build-page-to-print'),
                  children: (
                    <Scrolls label={t('build-page-parts-to-print')}>
                      <Prints build={build} units={units} id={id} />
                    </Scrolls>
                  ),
                },
              ]}
            />
          </section>
        </div>
        <section className="card" aria-label={t('build-page-cut-plan')}>
          <h2>
            {t('build-page-cut-plan')}
            <span className="faint">
              {' '}
              {build.bars.length
                ? t('build-page-bought-used-left-over', {
                    bar_name: build.bar_name,
                    bought: formatLength(build.bought, units),
                    yours: build.own ? t('build-page-of-yours', { own: formatLength(build.own, units) }) : '',
                    used: formatLength(build.used, units),
                    offcuts: formatLength(build.offcuts, units),
                    saw: build.saw,
                  })
                : t('build-page-no-bars-in-it')}
            </span>
          </h2>
          <CutDone document={document} build={build} />
          <Scrolls label={t('build-page-bars-and-boards')}>
            <CutPlan build={build} units={units} />
            <SheetPlans build={build} units={units} />
          </Scrolls>
        </section>
      </div>
      <div className={`${css.buildRight} card`}>
        <div className={css.buildSummary}>
          <div>
            <b>{t('build-page-kg', { mass: build.mass.toFixed(1) })}</b>
            <span>{t('build-page-without-ballast')}</span>
          </div>
          <div>
            <b>{money(build.total, build.currency)}</b>
            <span>{t('build-page-to-buy')}</span>
          </div>
          <div>
            <b>{clock(build.minutes)}</b>
            <span>{t('build-page-of-work')}</span>
          </div>
          {build.longest > 0 ? (
            <div>
              <b>{formatLength(build.longest, units)}</b>
              <span>{t('build-page-longest-piece')}</span>
            </div>
          ) : null}
        </div>
        <Tabs
          size="small"
          items={[
            {
              key: 'steps',
              label: t('build-page-steps'),
              children: <Steps build={build} shoot={id} units={units} pictures={pictures?.pictures ?? []} />,
            },
            {
              key: 'buy',
              label: t('build-page-to-buy-2'),
              children: <Shopping build={build} document={document} />,
            },
            {
              key: 'workshop',
              label: t('build-page-workshop'),
              children: <Workshop build={build} document={document} />,
            },
            {
              key: 'change',
              label: t('build-page-change'),
              children: <Change document={document} id={id} />,
            },
            {
              key: 'measure',
              label: t('build-page-measure-back'),
              children: <MeasureBack build={build} document={document} />,
            },
          ]}
        />
        <Downloads id={id} units={units} />
      </div>
    </div>
  );
}
