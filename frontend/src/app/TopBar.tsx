import {
  BulbFilled,
  BulbOutlined,
  HistoryOutlined,
  QuestionOutlined,
  RedoOutlined,
  TeamOutlined,
  UndoOutlined,
} from '@ant-design/icons';
import { Button, Segmented, Tooltip } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { HelpDrawer } from '../features/help/HelpDrawer';
import { useAppWords } from '../shared/messages/app';
import { useThere } from '../shared/state/others';
import { toggleTheme, usePreferences } from '../shared/state/preferences';
import { edit, redo, undo, useShoot } from '../shared/state/store';
import css from './app.module.css';

function Title() {
  const t = useAppWords();
  const title = useShoot((s) => s.document?.title ?? '');
  return (
    <input
      key={title}
      className="title-input"
      aria-label={t('app-title-of-the-shoot')}
      defaultValue={title}
      maxLength={120}
      onBlur={(e) => {
        const text = e.currentTarget.value.trim();
        if (text && text !== title) edit([{ path: 'title', value: text }], 'Renamed');
        else e.currentTarget.value = title;
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
      }}
    />
  );
}

/** Who else is in the same shoot, and where. */
function Others() {
  const t = useAppWords();
  const others = useThere((s) => s.there);
  if (!others.length) return null;
  const words = others.map((o) => `${o.called} at ${o.stage || 'the list'}`).join(', ');
  return (
    <output className={css.others} title={t('app-also-here', { words })}>
      <TeamOutlined /> <span>{words}</span>
    </output>
  );
}

export function TopBar() {
  const t = useAppWords();
  const { document, canUndo, canRedo, state, id } = useShoot();
  const theme = usePreferences((s) => s.theme);
  const [help, setHelp] = useState(false);
  const inShoot = document !== null && id !== null && window.location.pathname.startsWith('/shoots/');
  return (
    <header className={css.topBar}>
      <Link to="/" className="mark" title={t('app-all-shoots')}>
        <img src="/assets/mark.svg" alt="" width="26" height="26" />
        <span>{t('app-wenlo')}</span>
      </Link>
      {inShoot ? (
        <>
          <Title />
          <Tooltip title={t('app-undo-ctrl-z')}>
            <Button
              type="text"
              icon={<UndoOutlined />}
              aria-label={t('app-undo')}
              disabled={!canUndo}
              onClick={undo}
            />
          </Tooltip>
          <Tooltip title={t('app-redo-ctrl-shift-z')}>
            <Button
              type="text"
              icon={<RedoOutlined />}
              aria-label={t('app-redo')}
              disabled={!canRedo}
              onClick={redo}
            />
          </Tooltip>
          <Tooltip title={t('app-history-who-changed-what-and')}>
            <Link to={`/shoots/${id}/history`} className={css.historyLink} aria-label={t('app-history')}>
              <HistoryOutlined />
            </Link>
          </Tooltip>
          <output className={`save-state save-${state}`} data-testid="save-state">
            {t('app-save', { of: { kind: 'choice', value: state } })}
          </output>
          <Others />
        </>
      ) : (
        <span className="title-input" />
      )}
      <span className="spacer" />
      <Link to="/shelf" className={css.shelfLink} title={t('app-what-you-own-and-can')}>
        {t('app-shelf')}
      </Link>

      <Link
        to="/bench"
        className={`${css.shelfLink} ${css.benchLink}`}
        title={t('app-measure-a-sheet-a-face')}
      >
        {t('app-bench')}
      </Link>
      {inShoot ? (
        <Segmented
          size="small"
          aria-label={t('app-units')}
          value={document.units}
          options={[
            { value: 'metric', label: 'm' },
            { value: 'imperial', label: t('app-ft-in') },
          ]}
          onChange={(units) => edit([{ path: 'units', value: units }], 'Units')}
        />
      ) : null}
      <Tooltip title={theme === 'light' ? t('app-dim-the-screen-where-it') : t('app-light-theme')}>
        <Button
          type="text"
          aria-label={theme === 'light' ? t('app-dim-theme') : t('app-light-theme')}
          icon={theme === 'light' ? <BulbOutlined /> : <BulbFilled />}
          onClick={toggleTheme}
        />
      </Tooltip>
      <Tooltip title={t('app-help')}>
        <Button
          type="text"
          aria-label={t('app-help')}
          icon={<QuestionOutlined />}
          onClick={() => setHelp(true)}
        />
      </Tooltip>
      <HelpDrawer open={help} close={() => setHelp(false)} />
    </header>
  );
}
