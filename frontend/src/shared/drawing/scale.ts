// One scale for both directions, so that every drawing is true.
import type { Schemas } from '../api/client';

export type Bounds = { left: number; right: number; bottom: number; top: number };

export type Scale = {
  perMetre: number;
  x: (metres: number) => number;
  y: (metres: number) => number;
  /** Pixels back to metres, for drags. */
  metres: (pixels: number) => number;
};

/** Fit bounds [m] into a box [px] with a margin on each side, y upward; `most` caps pixels per metre. */
export function fitScale(
  bounds: Bounds,
  box: { width: number; height: number },
  margin: { left: number; right: number; top: number; bottom: number },
  most = Number.POSITIVE_INFINITY,
): Scale {
  const width = Math.max(box.width - margin.left - margin.right, 10);
  const height = Math.max(box.height - margin.top - margin.bottom, 10);
  const perMetre = Math.min(
    width / (bounds.right - bounds.left),
    height / (bounds.top - bounds.bottom),
    most,
  );
  const x0 = margin.left + (width - perMetre * (bounds.right - bounds.left)) / 2;
  const y0 = box.height - margin.bottom - (height - perMetre * (bounds.top - bounds.bottom)) / 2;
  return {
    perMetre,
    x: (m) => x0 + (m - bounds.left) * perMetre,
    y: (m) => y0 - (m - bounds.bottom) * perMetre,
    metres: (px) => px / perMetre,
  };
}

type Drawn = Pick<Schemas['ModifierDrawn'], 'side' | 'side_lamps'>;

/** One scale for several side views in a list, under one ceiling. */
export function commonSide(views: Drawn[], ceiling: number): { scale: Scale; width: number; height: number } {
  const points = views.flatMap((v) => [
    ...v.side.flatMap((o) => o.points),
    ...v.side_lamps.map((l) => l.place),
  ]);
  const left = Math.min(-0.6, ...points.map((p) => p[0] ?? 0));
  const right = Math.max(1.4, ...points.map((p) => (p[0] ?? 0) + 0.4));
  const perMetre = Math.min(46, 250 / (right - left));
  const scale: Scale = {
    perMetre,
    x: (v) => (v - left) * perMetre,
    y: (v) => (ceiling - v) * perMetre + 3,
    metres: (v) => v / perMetre,
  };
  return { scale, width: (right - left) * perMetre, height: ceiling * perMetre + 6 };
}
