// The fewest flags for the surfaces that the Brief wants dark: asked for, followed, listed and drawn.
import { Button, Spin } from 'antd';
import { useEffect, useState } from 'react';
import type { Shoot } from '../api/client';
import { useFlags } from '../api/queries';
import { useFlagMarks } from '../state/flags';

const stops = (x: number) => `${x < 0 ? '−' : '+'}${Math.abs(x).toFixed(1)}`;

export function FlagFinder({ document }: { document: Shoot }) {
  const limited = Object.values(document.brief.dark).some((limit) => limit !== null);
  const [wanted, setWanted] = useState(false);
  const { data, isFetching, error, progress } = useFlags(document, limited && wanted);
  const draw = useFlagMarks((s) => s.set);
  const flags = limited && wanted ? data?.flags : undefined;
  useEffect(() => {
    draw(flags ?? []);
    return () => draw([]);
  }, [flags, draw]);
  if (!limited) return null;
  if (!wanted)
    return (
      <p>
        <Button size="small" onClick={() => setWanted(true)}>
          Find the fewest flags
        </Button>
      </p>
    );
  return (
    <section aria-label="Flags" className={isFetching && data ? 'is-stale' : ''}>
      <h3 className="cannot-head">Flags for what must stay dark</h3>
      {isFetching ? (
        <p className="faint">
          <Spin size="small" /> trying flags{progress.total ? `: ${progress.done} of ${progress.total}` : ''}…
        </p>
      ) : null}
      {error ? <p role="alert">{error.message} Try again.</p> : null}
      {data ? (
        <>
          <p>{data.sentence}</p>
          <table className="list mirror-list">
            <thead>
              <tr>
                <th>stops against the key</th>
                <th>at most</th>
                <th>now</th>
                <th>with them</th>
              </tr>
            </thead>
            <tbody>
              {data.surfaces.map((s) => (
                <tr key={s.name}>
                  <td>{s.name}</td>
                  <td>{stops(s.limit)}</td>
                  <td>{stops(s.before)}</td>
                  <td>{stops(s.after)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <ul className="notes">
            {data.flags.map((f) => (
              <li key={f.text} className="note">
                {f.text}
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
