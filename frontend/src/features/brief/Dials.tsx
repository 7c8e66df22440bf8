// From where the key comes: dragged round the head, seen from above, and up and down, seen from the side.
import { Button } from 'antd';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';
import type { Shoot } from '../../shared/api/client';
import { useBriefWords } from '../../shared/messages/brief';
import type { PageWords } from '../../shared/messages/page';
import { accepted } from '../../shared/state/limits';
import { type Edit, edit, endDrag, startDrag } from '../../shared/state/store';
import { useDrag } from '../../shared/ui/useDrag';
import css from './brief.module.css';
import { sideOf } from './readWishes';

const W = 150;
const H = 132;
const R = 52;
const HEAD = { x: W / 2, y: H / 2 };
const BY_KEY = 5;
const LOW = -30;
const HIGH = 90;

/** What is drawn where nobody has asked for an angle or a height. [degree] */
const USUAL = { angle: 50, height: 25 };

/** Edits that ask for the key from so far round, right positive, and turn the present design there as far as it
 * goes. [degree] */
export function askedAngle(document: Shoot, degrees: number): Edit[] {
  const to = Math.round(Math.max(-180, Math.min(180, degrees)));
  const changes: Edit[] = [
    { path: 'brief.wanted.key_angle', value: Math.abs(to) },
    { path: 'brief.wanted.key_side', value: sideOf(to) },
    { path: 'design.key_angle', value: accepted('design.key_angle', document, to) },
  ];
  return changes;
}

/** The key's angle as it is drawn: what is asked, on the side that is asked or where the design stands. [degree] */
export function drawnAngle(document: Shoot): number {
  const { key_angle, key_side } = document.brief.wanted;
  const now = document.design.key_angle;
  const side = key_side === 'either' ? Math.sign(now) || 1 : key_side === 'right' ? 1 : -1;
  return side * (key_angle ?? USUAL.angle);
}

function Dial(props: {
  label: string;
  now: number;
  low: number;
  high: number;
  text: string;
  /** Degrees of a place on the drawing. */
  read: (x: number, y: number) => number;
  ask: (degrees: number) => void;
  children: ReactNode;
}) {
  const drawing = useRef<HTMLDivElement>(null);
  const at = (event: { clientX: number; clientY: number }) => {
    const box = drawing.current?.getBoundingClientRect();
    if (!box) return props.now;
    const scale = W / box.width;
    return props.read((event.clientX - box.left) * scale, (event.clientY - box.top) * scale);
  };
  const drag = useDrag<HTMLDivElement, number>({
    at,
    begins: (to) => {
      startDrag();
      props.ask(to);
      return true;
    },
    moves: (_, to) => props.ask(to),
    ends: () => endDrag(props.label),
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    props.ask(Math.max(props.low, Math.min(props.high, props.now + by * BY_KEY)));
  };
  return (
    <div
      ref={drawing}
      className={css.dial}
      role="slider"
      tabIndex={0}
      aria-label={props.label}
      aria-valuemin={props.low}
      aria-valuemax={props.high}
      aria-valuenow={Math.round(props.now)}
      aria-valuetext={props.text}
      onKeyDown={onKeyDown}
      {...drag}
    >
      <svg viewBox={`0 0 ${W} ${H}`} aria-hidden="true">
        {props.children}
      </svg>
    </div>
  );
}

const rad = (degrees: number) => (degrees * Math.PI) / 180;
const placed = (degrees: number) => ({
  x: HEAD.x + R * Math.sin(rad(degrees)),
  y: HEAD.y + R * Math.cos(rad(degrees)),
});

function Beam({ from, faint }: { from: { x: number; y: number }; faint: boolean }) {
  const [dx, dy] = [from.x - HEAD.x, from.y - HEAD.y];
  const size = Math.hypot(dx, dy) || 1;
  const [nx, ny] = [(-dy / size) * 11, (dx / size) * 11];
  const ends = `${from.x + nx} ${from.y + ny} L${from.x - nx} ${from.y - ny}`;
  return (
    <g className={faint ? css.dialFaint : undefined}>
      <path d={`M${HEAD.x} ${HEAD.y} L${ends} Z`} className={css.dialLight} />
      <path d={`M${ends}`} className={css.dialSource} />
    </g>
  );
}

function Around({ document, t }: { document: Shoot; t: PageWords }) {
  const { key_angle, key_side } = document.brief.wanted;
  const now = drawnAngle(document);
  const place = placed(now);
  const text =
    key_angle === null
      ? t('brief-from-anywhere')
      : t('brief-round', {
          angle: { kind: 'angle', value: rad(key_angle) },
          side: { kind: 'choice', value: key_side },
        });
  const change = (edits: Edit[], words: string) => edit(edits, words);
  return (
    <div className={css.dialBox}>
      <Dial
        label={t('brief-key-round-the-head')}
        now={now}
        low={-180}
        high={180}
        text={text}
        read={(x, y) => (Math.atan2(x - HEAD.x, y - HEAD.y) * 180) / Math.PI}
        ask={(degrees) => change(askedAngle(document, degrees), t('brief-key-round-the-head'))}
      >
        <circle cx={HEAD.x} cy={HEAD.y} r={R} className={css.dialRing} />
        {key_side === 'either' ? <Beam from={placed(-now)} faint /> : null}
        <Beam from={place} faint={key_angle === null} />
        <ellipse cx={HEAD.x} cy={HEAD.y} rx="13" ry="16" className={css.dialHead} />
        <path d={`M${HEAD.x - 4} ${HEAD.y + 15} l4 6 l4 -6 Z`} className={css.dialHead} />
        <path d={`M${HEAD.x - 7} ${H - 1} v-7 h14 v7 Z m4 -7 v-4 h6 v4`} className={css.dialCamera} />
      </Dial>
      <b>{text}</b>
      <span className={css.dialActs}>
        {key_side === 'either' && key_angle === null ? t('brief-drag-it') : null}
        {key_side === 'either' ? null : (
          <Button
            size="small"
            type="link"
            onClick={() =>
              change([{ path: 'brief.wanted.key_side', value: 'either' }], t('brief-either-side'))
            }
          >
            {t('brief-either-side')}
          </Button>
        )}
        {key_angle === null ? null : (
          <Button
            size="small"
            type="link"
            onClick={() => change([{ path: 'brief.wanted.key_angle', value: null }], t('brief-any-angle'))}
          >
            {t('brief-any-angle')}
          </Button>
        )}
      </span>
    </div>
  );
}

function UpAndDown({ document, t }: { document: Shoot; t: PageWords }) {
  const { key_height } = document.brief.wanted;
  const now = key_height ?? USUAL.height;
  const eyes = { x: 44, y: 92 };
  const reach = 76;
  const spot = (degrees: number) => ({
    x: eyes.x + reach * Math.cos(rad(degrees)),
    y: eyes.y - reach * Math.sin(rad(degrees)),
  });
  const place = spot(now);
  const [low, high] = [spot(LOW), spot(HIGH)];
  const text =
    key_height === null
      ? t('brief-any-height')
      : t('brief-height-over-the-eyes', {
          angle: { kind: 'angle', value: rad(Math.abs(now)) },
          way: { kind: 'choice', value: now < 0 ? 'below' : 'over' },
        });
  const ask = (degrees: number) =>
    edit(
      [{ path: 'brief.wanted.key_height', value: Math.round(Math.max(LOW, Math.min(HIGH, degrees))) }],
      t('brief-key-height'),
    );
  return (
    <div className={css.dialBox}>
      <Dial
        label={t('brief-key-height')}
        now={now}
        low={LOW}
        high={HIGH}
        text={text}
        read={(x, y) => (Math.atan2(eyes.y - y, Math.max(x - eyes.x, 0)) * 180) / Math.PI}
        ask={ask}
      >
        <path
          d={`M${low.x} ${low.y} A${reach} ${reach} 0 0 0 ${high.x} ${high.y}`}
          className={css.dialRing}
        />
        <path d={`M${eyes.x} ${eyes.y} H${W - 4}`} className={css.dialRing} />
        <g className={key_height === null ? css.dialFaint : undefined}>
          <path d={`M${eyes.x} ${eyes.y} L${place.x} ${place.y}`} className={css.dialRay} />
          <circle cx={place.x} cy={place.y} r="7" className={css.dialLamp} />
        </g>
        <path
          d="M24 70 q18 -4 21 16 l5 9 l-5 2 q1 12 -6 12 l-4 1 v10 h-22 q4 -10 2 -18 q-8 -24 9 -32 Z"
          className={css.dialHead}
        />
      </Dial>
      <b>{text}</b>
      <span className={css.dialActs}>
        {key_height === null ? (
          t('brief-drag-it')
        ) : (
          <Button
            size="small"
            type="link"
            onClick={() => edit([{ path: 'brief.wanted.key_height', value: null }], t('brief-any-height'))}
          >
            {t('brief-any-height')}
          </Button>
        )}
      </span>
    </div>
  );
}

export function Dials({ document }: { document: Shoot }) {
  const t = useBriefWords();
  return (
    <div className={css.dials}>
      <Around document={document} t={t} />
      <UpAndDown document={document} t={t} />
    </div>
  );
}
