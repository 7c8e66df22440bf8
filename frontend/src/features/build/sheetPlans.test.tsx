import { renderToStaticMarkup } from 'react-dom/server';
import { expect, it } from 'vitest';
import type { Build } from '../../shared/api/client';
import { SheetPlans, SheetRow } from './SheetPlans';

type Cover = Build['covers'][number];

const board = (more: Partial<Cover> = {}): Cover => ({
  id: 'white_foam_board',
  material: 'white foam board 5 mm',
  form: 'board',
  sawn: false,
  bought: 1,
  bound: 1,
  price: 9,
  used: 0.6,
  dust: 0,
  left: 0.1,
  sheets: [
    {
      width: 0.7,
      length: 1,
      own: false,
      host: '',
      laid: [
        { label: 'S1', x: 0, y: 0, width: 0.4, height: 0.5 },
        { label: 'S2', x: 0.4, y: 0, width: 0.3, height: 0.5 },
      ],
      offcuts: [],
    },
  ],
  ...more,
});
const shown = (cover: Cover, scale = 100) =>
  renderToStaticMarkup(<SheetRow cover={cover} units="metric" scale={scale} />);
const pieces = (markup: string) =>
  [...markup.matchAll(/<rect ([^>]*)class="piece"/g)].map((match) =>
    Object.fromEntries([...(match[1] ?? '').matchAll(/(\w+)="([-\d.]+)"/g)].map((m) => [m[1], Number(m[2])])),
  );

it('lays a long board on its side, every piece where it is cut', () => {
  const [first, second] = pieces(shown(board()));
  expect(first).toMatchObject({ x: 0, y: 0, width: 50, height: 40 });
  expect(second).toMatchObject({ x: 0, y: 40, width: 50, height: 30 });
});

it('leaves a wide board as it is', () => {
  const sheet = { width: 1, length: 0.7, own: false, host: '', offcuts: [] };
  const laid = [{ label: 'S1', x: 0.2, y: 0.1, width: 0.5, height: 0.3 }];
  const [piece] = pieces(shown(board({ sheets: [{ ...sheet, laid }] })));
  expect(piece).toMatchObject({ x: 20, y: 10, width: 50, height: 30 });
});

it.each([
  [board(), '1 board to buy, cut with a knife, 86 % used'],
  [board(), 'fewer will not do'],
  [board({ bought: 2, bound: 1, sawn: true }), '2 boards to buy, sawn'],
  [board({ bought: 0 }), 'none to buy'],
  [board({ form: 'cloth', bought: 1.5 }), '1.50 m off the roll'],
])('says what is bought', (cover, words) => {
  expect(shown(cover)).toContain(words);
});

it('does not call a plan the fewest that is not proved so', () => {
  expect(shown(board({ bought: 2, bound: 1 }))).not.toContain('fewer will not do');
  expect(shown(board({ bought: 0, bound: 0 }))).not.toContain('fewer will not do');
});

it('tells own boards and windows apart', () => {
  const [sheet] = board().sheets;
  if (!sheet) throw new Error('no sheet');
  expect(shown(board({ sheets: [{ ...sheet, own: true }] }))).toContain('yours');
  expect(shown(board({ sheets: [{ ...sheet, host: 'S7' }] }))).toContain('out of S7');
});

it('draws all materials of a build on one scale', () => {
  const roll = board({
    material: 'muslin',
    form: 'cloth',
    sheets: [
      {
        width: 1.5,
        length: 2,
        own: false,
        host: '',
        laid: [{ label: 'S3', x: 0, y: 0, width: 0.4, height: 0.5 }],
        offcuts: [],
      },
    ],
  });
  const build = { covers: [board(), roll] } as unknown as Build;
  const drawn = pieces(renderToStaticMarkup(<SheetPlans build={build} units="metric" />));
  // S1 and S3 are alike, so they are drawn alike
  expect(drawn[0]?.width).toBeCloseTo(drawn[2]?.width ?? 0);
  expect(drawn[0]?.height).toBeCloseTo(drawn[2]?.height ?? 0);
});
