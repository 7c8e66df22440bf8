// The frame of every stage: rail, top bar, stage, gauge strip.

import { Alert } from 'antd';
import { useEffect, useState } from 'react';
import { Link, Navigate, NavLink, useNavigate, useParams } from 'react-router';
import { BriefStage } from '../features/brief/BriefStage';
import { BuildStage } from '../features/build/BuildStage';
import { GaugeStrip } from '../features/gauges/GaugeStrip';
import { HistoryPage } from '../features/history/HistoryPage';
import { PlaceStage } from '../features/place/PlaceStage';
import { ProveStage } from '../features/prove/ProveStage';
import { RigStage } from '../features/rig/RigStage';
import { ShapeStage } from '../features/shape/ShapeStage';
import { ApiProblem } from '../shared/api/client';
import { useAppWords } from '../shared/messages/app';
import { useFiguresInStep } from '../shared/state/figures';
import { useOthers } from '../shared/state/others';
import { openShoot, redo, refresh, undo, useShoot } from '../shared/state/store';
import css from './app.module.css';
import { STAGES } from './stages';
import { TopBar } from './TopBar';

const VIEWS = {
  history: HistoryPage,
  brief: BriefStage,
  shape: ShapeStage,
  place: PlaceStage,
  build: BuildStage,
  rig: RigStage,
  prove: ProveStage,
} as const;

function useShortcuts(id: string): void {
  const go = useNavigate();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]');
      if (typing) return;
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && key === 'z') {
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
      } else if ((event.ctrlKey || event.metaKey) && key === 'y') {
        event.preventDefault();
        redo();
      } else if (!event.ctrlKey && !event.metaKey && !event.altKey) {
        const stage = STAGES[Number(key) - 1];
        if (stage) void go(`/shoots/${id}/${stage}`);
      }
    };
    const look = () => void refresh();
    window.addEventListener('keydown', press);
    window.addEventListener('focus', look);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener('focus', look);
    };
  }, [go, id]);
}

export function Shell() {
  const t = useAppWords();
  const { id = '', stage = 'brief' } = useParams();
  const document = useShoot((s) => (s.id === id ? s.document : null));
  const problem = useShoot((s) => s.problem);
  const [missing, setMissing] = useState<string | null>(null);
  useEffect(() => {
    setMissing(null);
    openShoot(id).catch((e: unknown) => setMissing(e instanceof ApiProblem ? e.message : String(e)));
  }, [id]);
  useFiguresInStep();
  useShortcuts(id);
  useOthers(document ? id : null, stage);
  const View = VIEWS[stage as keyof typeof VIEWS];
  if (!View) return <Navigate to={`/shoots/${id}/brief`} replace />;
  return (
    <>
      <TopBar />
      <nav className={css.rail} aria-label={t('app-stages')}>
        {STAGES.map((key, i) => {
          const of = { kind: 'choice' as const, value: key };
          const name = t('app-stage', { of });
          return (
            <NavLink
              key={key}
              to={`/shoots/${id}/${key}`}
              title={t('app-key', { name, question: t('app-stage-asks', { of }), i: String(i + 1) })}
            >
              <span className={css.railNumber}>{i + 1}</span>
              {name}
            </NavLink>
          );
        })}
      </nav>
      <main className={css.main} aria-label={stage}>
        {problem ? <Alert type="warning" showIcon banner title={problem} /> : null}
        {missing ? (
          <div className="card waiting" role="alert">
            <h2>{missing}</h2>
            <Link to="/">{t('app-to-the-list-of-shoots')}</Link>
          </div>
        ) : null}
        {document ? <View /> : missing ? null : <div className="waiting">{t('app-opening-the-shoot')}</div>}
      </main>
      <GaugeStrip />
    </>
  );
}
