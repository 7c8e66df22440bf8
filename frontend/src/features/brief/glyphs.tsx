// Small pictures to choose by: subjects, finishes, shadow edges, contrasts and backgrounds.
import { useId } from 'react';
import type { Shoot } from '../../shared/api/client';
import css from './brief.module.css';

type Subject = Shoot['brief']['subject'];

/** Light adds up linearly; the eye and the screen do not, hence the display curve of about 2.2. */
export function shade(light: number, colour: [number, number, number] = [244, 208, 176]): string {
  const value = Math.min(Math.max(light, 0), 1) ** (1 / 2.2);
  return `rgb(${colour.map((c) => Math.round(c * value)).join(' ')})`;
}

const SUBJECTS: Record<Subject['kind'], string> = {
  bust: 'M22 7 a7 8.5 0 0 1 0 17 a7 8.5 0 0 1 0 -17 Z M6 41 q2 -12 12 -13 h8 q10 1 12 13 Z',
  standing: 'M22 3 a4 4.6 0 0 1 0 9.2 a4 4.6 0 0 1 0 -9.2 Z M15 14 h14 l2 14 h-4 l-1 14 h-8 l-1 -14 h-4 Z',
  box: 'M7 17 L24 12 L38 17 V35 L21 40 L7 35 Z M7 17 L21 22 L38 17 M21 22 V40',
  bottle: 'M19 4 h6 v9 q6 3 6 9 v16 q0 3 -3 3 h-12 q-3 0 -3 -3 v-16 q0 -6 6 -9 Z',
  jar: 'M13 6 h18 v6 h-18 Z M11 14 h22 q3 0 3 4 v18 q0 4 -4 4 h-20 q-4 0 -4 -4 v-18 q0 -4 3 -4 Z M12 22 h20 v10 h-20 Z',
  bowl: 'M5 20 h34 q-2 17 -13 18 h-8 q-11 -1 -13 -18 Z M15 38 v3 h14 v-3',
  violin:
    'M21 2 h2 v15 q6 0 6 5 q0 3 -2 5 q4 3 4 8 q0 7 -9 7 q-9 0 -9 -7 q0 -5 4 -8 q-2 -2 -2 -5 q0 -5 6 -5 Z',
  cloth:
    'M4 6 h36 v3 h-3 v30 q-3 3 -5 0 q-3 -3 -5 0 q-2 3 -5 0 q-3 -3 -5 0 q-2 3 -5 0 q-3 -3 -5 0 v-30 h-3 Z',
  plate: 'M10 12 L33 7 V35 L10 40 Z',
  ring: 'M22 12 a13 13 0 1 0 0.01 0 Z M22 17 a9 9 0 1 1 -0.01 0 Z M17 11 l5 -7 l5 7 Z',
  ball: 'M22 8 a15 15 0 1 1 -0.01 0 Z',
};

/** Whoever or whatever is before the camera, in outline. */
export function SubjectGlyph({ kind }: { kind: Subject['kind'] }) {
  return (
    <svg viewBox="0 0 44 44" aria-hidden="true" className={css.glyph}>
      <path d={SUBJECTS[kind]} fillRule="evenodd" />
    </svg>
  );
}

type Ball = { body: [number, number, number]; shine: number; spread: number; glow?: boolean; ring?: boolean };
const BALLS: Record<Subject['finish'], Ball> = {
  matt: { body: [214, 190, 160], shine: 0, spread: 0 },
  textured: { body: [206, 180, 148], shine: 0, spread: 0 },
  satin: { body: [190, 160, 130], shine: 0.5, spread: 0.42 },
  glossy: { body: [166, 70, 52], shine: 1, spread: 0.16 },
  varnish: { body: [74, 40, 24], shine: 1, spread: 0.2 },
  wrapped: { body: [188, 196, 200], shine: 0.9, spread: 0.1, ring: true },
  mirror: { body: [232, 232, 232], shine: 1, spread: 0.3, ring: true },
  translucent: { body: [240, 200, 130], shine: 0.3, spread: 0.2, glow: true },
};

/** A ball of a finish under one light from the upper left. */
export function FinishBall({ finish }: { finish: Subject['finish'] }) {
  const id = useId();
  const { body, shine, spread, glow, ring } = BALLS[finish];
  return (
    <svg viewBox="0 0 36 36" aria-hidden="true" className={css.ball}>
      <defs>
        <radialGradient id={`${id}b`} cx={glow ? 0.6 : 0.34} cy={glow ? 0.7 : 0.3} r={glow ? 0.75 : 0.85}>
          <stop offset="0" stopColor={shade(0.9, body)} />
          <stop offset="0.6" stopColor={shade(0.34, body)} />
          <stop offset="1" stopColor={shade(glow ? 0.22 : 0.03, body)} />
        </radialGradient>
        <radialGradient id={`${id}s`} cx="0.34" cy="0.28" r={spread}>
          <stop offset="0.45" stopColor="#fff" stopOpacity={shine} />
          <stop offset="1" stopColor="#fff" stopOpacity="0" />
        </radialGradient>
      </defs>
      <circle cx="18" cy="18" r="15" fill={`url(#${id}b)`} />
      {finish === 'textured'
        ? [0, 1, 2, 3, 4, 5, 6, 7].map((k) => (
            <circle
              key={k}
              cx={9 + ((k * 7) % 18)}
              cy={9 + ((k * 11) % 19)}
              r="1.4"
              className={css.ballGrain}
            />
          ))
        : null}
      {ring ? <path d="M6 22 q12 7 24 -1 l-1 3 q-11 7 -21 1 Z" className={css.ballBand} /> : null}
      {shine > 0 ? <circle cx="18" cy="18" r="15" fill={`url(#${id}s)`} /> : null}
    </svg>
  );
}

/** How much of a face a picture of a shadow edge shows across. [m] */
const ACROSS = 0.12;

/** The shadow of a nose on a cheek, whose edge is so wide, to scale. */
export function EdgeSwatch({ edge }: { edge: number }) {
  const id = useId();
  const half = Math.min(edge / 0.8 / ACROSS / 2, 0.5);
  return (
    <svg viewBox="0 0 60 40" aria-hidden="true" className={css.swatch}>
      <defs>
        <linearGradient id={id}>
          {[0, 0.25, 0.5, 0.75, 1].map((k) => (
            <stop key={k} offset={0.5 + half * (2 * k - 1)} stopColor={shade(0.05 + 0.75 * k)} />
          ))}
        </linearGradient>
      </defs>
      <rect width="60" height="40" fill={`url(#${id})`} />
    </svg>
  );
}

/** A head whose lit cheek is so many stops over the other. */
export function ContrastSwatch({ stops, from }: { stops: number; from: 'left' | 'right' }) {
  const id = useId();
  const dark = 0.8 * 2 ** -stops;
  const shades = [0.8, 0.72, (0.8 + dark) / 2, dark, dark].map((v) => shade(v));
  if (from === 'right') shades.reverse();
  return (
    <svg viewBox="0 0 60 48" aria-hidden="true" className={css.swatch}>
      <defs>
        <linearGradient id={id}>
          {[0.02, 0.32, 0.5, 0.68, 0.98].map((at, i) => (
            <stop key={at} offset={at} stopColor={shades[i] ?? ''} />
          ))}
        </linearGradient>
      </defs>
      <rect width="60" height="48" className={css.swatchGround} />
      <ellipse cx="30" cy="25" rx="15" ry="19" fill={`url(#${id})`} />
    </svg>
  );
}

/** A head before a ground of the same tone that gets so many stops more or less light. */
export function GroundSwatch({ stops }: { stops: number }) {
  return (
    <svg viewBox="0 0 60 48" aria-hidden="true" className={css.swatch}>
      <rect width="60" height="48" fill={shade(0.45 * 2 ** stops, [240, 238, 234])} />
      <ellipse cx="30" cy="21" rx="11" ry="14" fill={shade(0.45)} />
      <path d="M10 48 q2 -12 14 -13 h12 q12 1 14 13 Z" fill={shade(0.16, [200, 206, 214])} />
    </svg>
  );
}
