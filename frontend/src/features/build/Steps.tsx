import { Checkbox } from 'antd';
import { useState } from 'react';
import type { Build } from '../../shared/api/client';

/** Steps in order, ticked off with a thumb; the ticks stay on this device. */
export function Steps({ build, shoot }: { build: Build; shoot: string }) {
  const key = `wenlo-steps-${shoot}`;
  const [done, setDone] = useState<string[]>(() => JSON.parse(localStorage.getItem(key) ?? '[]') as string[]);
  const tick = (title: string, on: boolean) => {
    const now = on ? [...done, title] : done.filter((t) => t !== title);
    setDone(now);
    localStorage.setItem(key, JSON.stringify(now));
  };
  return (
    <ol className="steps">
      {build.steps.map((step, i) => (
        <li key={step.title} className={done.includes(step.title) ? 'done' : ''}>
          <Checkbox checked={done.includes(step.title)} onChange={(e) => tick(step.title, e.target.checked)}>
            <b>
              {i + 1}. {step.title}
            </b>{' '}
            <span className="faint">{step.minutes.toFixed(0)} min</span>
          </Checkbox>
          <p>{step.text}</p>
          {step.check ? (
            <p className="check">
              <b>Check</b> {step.check}
            </p>
          ) : null}
          {step.mistake ? (
            <p className="mistake">
              <b>Usual mistake</b> {step.mistake}
            </p>
          ) : null}
          {step.caution ? (
            <p className="caution">
              <b>Caution</b> {step.caution}
            </p>
          ) : null}
        </li>
      ))}
      <li className="faint">
        Local codes and the makers' instructions come first. Mains wiring, structural fixing and public sets
        are for licensed people.
      </li>
    </ol>
  );
}
