// Lines that are ticked off with a thumb and kept on the server.
import { useQuery } from '@tanstack/react-query';
import { Checkbox } from 'antd';
import { ticksQuery, useTick } from '../api/build';

export function TickList(props: {
  shoot: string;
  list: 'build' | 'rig';
  label: string;
  lines: { key: string; text: string }[];
}) {
  const ticks = useQuery(ticksQuery(props.shoot, props.list));
  const tick = useTick(props.shoot, props.list);
  const done = new Set(ticks.data ?? []);
  return (
    <ul className="tick-list" aria-label={props.label}>
      {props.lines.map((line) => (
        <li key={line.key} className={done.has(line.key) ? 'done' : ''}>
          <Checkbox
            checked={done.has(line.key)}
            onChange={(e) => tick.mutate({ key: line.key, done: e.target.checked })}
          >
            {line.text}
          </Checkbox>
        </li>
      ))}
      {tick.error ? (
        <li className="field-error">The tick was not kept; tick it again when Wenlo answers.</li>
      ) : null}
    </ul>
  );
}
