import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { Rig } from '../../shared/api/rig';
import { Moments } from './FreeBody';
import { Kit } from './Kit';

type Holding = Rig['holdings'][number];

const moments = (over: number, hold: number) =>
  renderToStaticMarkup(<Moments holding={{ moments: { over, hold } } as unknown as Holding} />);
const widths = (markup: string) => [...markup.matchAll(/width:([\d.]+)%/g)].map((m) => Number(m[1]));
const need = (markup: string) => Number(/left:([\d.]+)%/.exec(markup)?.[1]);

describe('bars of what tips and what holds', () => {
  it.each([
    [10, 30],
    [25, 12],
    [0.5, 0.6],
  ])('%s against %s N·m are on one scale', (over, hold) => {
    const [tips = 0, holds = 0] = widths(moments(over, hold));
    expect(tips / holds).toBeCloseTo(over / hold, 6);
    expect(Math.max(tips, holds)).toBeLessThanOrEqual(72);
    // half as much again as what tips
    expect(need(moments(over, hold)) / tips).toBeCloseTo(1.5, 6);
  });

  it('say their figures with units', () => {
    expect(moments(10.4, 30)).toContain('10 N·m');
  });

  it('are left out where nothing can tip', () => {
    expect(renderToStaticMarkup(<Moments holding={{ moments: null } as unknown as Holding} />)).toBe('');
  });
});

describe('the kit', () => {
  const rig = (more: object = {}) =>
    ({
      currency: 'GBP',
      needed: [
        { name: 'Light stand, 2.8 m', count: 3, have: 2 },
        { name: 'ballast bag, filled, 5 kg', count: 2, have: 0 },
        { name: 'screw eye 6 mm', count: 4, have: 10 },
      ],
      home_made: [
        {
          id: 'made_post',
          name: 'weighted post',
          payload: 4.9,
          mass: 2.4,
          cost: 12,
          words: 'On a cross.',
          pieces: ['1 × post, 2.00 m'],
          steps: [
            {
              says: { code: 'home-made_weigh-it-down', args: {} },
              instead: null,
              further: [],
              checks: [],
              cautions: [],
            },
          ],
          caution: 'It tips over once a leg is gone.',
        },
      ],
      ...more,
    }) as unknown as Rig;
  const markup = renderToStaticMarkup(<Kit rig={rig()} units="metric" />);

  it('marks what is short', () => {
    const rows = [...markup.matchAll(/<tr class="([^"]*)"><td>([^<]*)<\/td>/g)].map((m) => [m[2], m[1]]);
    expect(rows).toEqual([
      ['Light stand, 2.8 m', 'is-short'],
      ['ballast bag, filled, 5 kg', 'is-short'],
      ['screw eye 6 mm', ''],
    ]);
    expect(markup).toContain('none');
  });

  it('shows what can be built, what it costs in the shoot’s currency, and its caution', () => {
    expect(markup).toContain('carries 5 kg, weighs 2.4 kg, about £12');
    expect(markup).toContain('It tips over once a leg is gone.');
    expect(markup).toContain('<b>Weigh it down</b> Put the sandbags over the feet');
    expect(renderToStaticMarkup(<Kit rig={rig({ currency: 'EUR' })} units="metric" />)).toContain('€12');
  });
});
