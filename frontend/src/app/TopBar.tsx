import {
  BulbFilled,
  BulbOutlined,
  HistoryOutlined,
  QuestionOutlined,
  RedoOutlined,
  TeamOutlined,
  UndoOutlined,
} from '@ant-design/icons';
import { Button, Modal, Segmented, Tooltip } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { useThere } from '../shared/state/others';
import { toggleTheme, usePreferences } from '../shared/state/preferences';
import { edit, redo, type SaveState, undo, useShoot } from '../shared/state/store';
import css from './app.module.css';

const SAID: Record<SaveState, string> = {
  saved: 'Saved',
  saving: 'Saving…',
  offline: 'Offline: kept here, trying again',
  conflict: 'Changed by somebody else, too',
  refused: 'Not accepted; last good state shown',
};

function Title() {
  const title = useShoot((s) => s.document?.title ?? '');
  return (
    <input
      key={title}
      className="title-input"
      aria-label="Title of the shoot"
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
  const others = useThere((s) => s.there);
  if (!others.length) return null;
  const words = others.map((o) => `${o.called} at ${o.stage || 'the list'}`).join(', ');
  return (
    <output className={css.others} title={`Also here: ${words}`}>
      <TeamOutlined /> <span>{words}</span>
    </output>
  );
}

function Help({ open, close }: { open: boolean; close: () => void }) {
  const rows = [
    ['1 2 3', 'go to a stage'],
    ['Tab', 'next thing that can be changed'],
    ['Enter', 'type a value; Esc leaves it'],
    ['Arrows', 'nudge by 1 cm or ½ in; with Shift ten times as far'],
    ['Ctrl Z', 'undo'],
    ['Ctrl Shift Z', 'redo'],
  ];
  return (
    <Modal open={open} onCancel={close} footer={null} title="Keys and ways of typing">
      <table className="list keys">
        <tbody>
          {rows.map(([key, text]) => (
            <tr key={key}>
              <td>
                <kbd>{key}</kbd>
              </td>
              <td>{text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>Lengths are taken either way anywhere: 1.35 m, 135 cm, 1350 mm, 5' 2 3/4", 62 1/2 in.</p>
      <p>
        On the drawings, drag the sheet, the lamp, the camera, the backdrop and the frame's edges, or click a
        number.
      </p>
    </Modal>
  );
}

export function TopBar() {
  const { document, canUndo, canRedo, state, id } = useShoot();
  const theme = usePreferences((s) => s.theme);
  const [help, setHelp] = useState(false);
  const inShoot = document !== null && id !== null && window.location.pathname.startsWith('/shoots/');
  return (
    <header className={css.topBar}>
      <Link to="/" className="mark" title="All shoots">
        <img src="/assets/mark.svg" alt="" width="26" height="26" />
        <span>Wenlo</span>
      </Link>
      {inShoot ? (
        <>
          <Title />
          <Tooltip title="Undo (Ctrl Z)">
            <Button
              type="text"
              icon={<UndoOutlined />}
              aria-label="Undo"
              disabled={!canUndo}
              onClick={undo}
            />
          </Tooltip>
          <Tooltip title="Redo (Ctrl Shift Z)">
            <Button
              type="text"
              icon={<RedoOutlined />}
              aria-label="Redo"
              disabled={!canRedo}
              onClick={redo}
            />
          </Tooltip>
          <Tooltip title="History: who changed what, and back to how it stood">
            <Link to={`/shoots/${id}/history`} className={css.historyLink} aria-label="History">
              <HistoryOutlined />
            </Link>
          </Tooltip>
          <output className={`save-state save-${state}`} data-testid="save-state">
            {SAID[state]}
          </output>
          <Others />
        </>
      ) : (
        <span className="title-input" />
      )}
      <span className="spacer" />
      <Link
        to="/shelf"
        className={css.shelfLink}
        title="What you own and can buy: lamps, sheets, stock, found objects"
      >
        Shelf
      </Link>

      <Link
        to="/bench"
        className={`${css.shelfLink} ${css.benchLink}`}
        title="Measure a sheet, a face, a lamp, a lens, an outline"
      >
        Bench
      </Link>
      {inShoot ? (
        <Segmented
          size="small"
          aria-label="Units"
          value={document.units}
          options={[
            { value: 'metric', label: 'm' },
            { value: 'imperial', label: 'ft in' },
          ]}
          onChange={(units) => edit([{ path: 'units', value: units }], 'Units')}
        />
      ) : null}
      <Tooltip title={theme === 'light' ? 'Dim the screen where it is dark' : 'Light theme'}>
        <Button
          type="text"
          aria-label={theme === 'light' ? 'Dim theme' : 'Light theme'}
          icon={theme === 'light' ? <BulbOutlined /> : <BulbFilled />}
          onClick={toggleTheme}
        />
      </Tooltip>
      <Tooltip title="Keys and ways of typing">
        <Button type="text" aria-label="Help" icon={<QuestionOutlined />} onClick={() => setHelp(true)} />
      </Tooltip>
      <Help open={help} close={() => setHelp(false)} />
    </header>
  );
}
