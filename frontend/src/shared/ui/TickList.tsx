// Lines that are ticked off with a thumb and kept on the server.
import { Checkbox } from 'antd';
import { useTicks } from '../api/lists';
import { add, useJournal } from '../journal/journal';
import css from './ui.module.css';

export function TickList(props: {
  shoot: string;
  list: 'build' | 'rig';
  label: string;
  lines: { key: string; text: string }[];
}) {
  const { shoot, list } = props;
  const done = useTicks(shoot, list);
  const refused = useJournal((s) => s.refused[shoot]);
  return (
    <ul className={css.tickList} aria-label={props.label}>
      {props.lines.map((line) => (
        <li key={line.key} className={done.has(line.key) ? 'done' : ''}>
          <Checkbox
            checked={done.has(line.key)}
            onChange={(e) => add({ kind: 'tick', of: shoot, list, key: line.key, done: e.target.checked })}
          >
            {line.text}
          </Checkbox>
        </li>
      ))}
      {refused ? <li className="field-error">{refused}</li> : null}
    </ul>
  );
}
