// @vitest-environment happy-dom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { asked, FromPicture, ReadRows } from './FromPicture';
import { editsOf, type ReadWish, sideOf, wordsOf } from './readWishes';

const wish = (
  key: ReadWish['key'],
  value: number | null,
  error: number | null = 1,
  problem = '',
): ReadWish => ({
  key,
  value,
  error,
  problem,
});

describe('wishes that were read', () => {
  it('come from a side only where they clearly do', () => {
    expect([sideOf(60), sideOf(-130), sideOf(5), sideOf(175)]).toEqual(['right', 'left', 'either', 'either']);
  });

  it('are told with their ±, or with why not', () => {
    expect(wordsOf(wish('key_side', -52.4, 6.6), 'metric')).toBe('52° to the left of the camera, ± 7°');
    expect(wordsOf(wish('key_height', -12.2, 8.6), 'metric')).toBe('12° below the eyes, ± 9°');
    expect(wordsOf(wish('contrast', 2.46, 0.31), 'metric')).toBe('2.5 stops, ± 0.3');
    expect(wordsOf(wish('shadow_edge', 0.0124, 0.002), 'metric')).toBe('12 mm, ± 2 mm');
    expect(wordsOf(wish('background', null, null, 'Draw the box round the head too.'), 'metric')).toBe(
      'Draw the box round the head too.',
    );
  });

  it('become edits within what the Brief takes; what was not read changes nothing', () => {
    expect(
      editsOf([
        wish('key_side', 60),
        wish('key_height', 95),
        wish('contrast', -0.4),
        wish('background', -9.3),
        wish('shadow_edge', null),
      ]),
    ).toEqual([
      { path: 'brief.wanted.key_side', value: 'right' },
      { path: 'brief.wanted.key_angle', value: 60 },
      { path: 'brief.wanted.key_height', value: 90 },
      { path: 'brief.wanted.contrast', value: 0 },
      { path: 'brief.wanted.background', value: -8 },
    ]);
  });

  it('are asked for by boxes and a line in shares of the picture', () => {
    const drawn = { from: { x: 0.6, y: 0.5 }, to: { x: 0.4, y: 0.2 } };
    const sent = asked({ head: drawn, edge: drawn }, 'slate_blue');
    expect(sent.head).toMatchObject({ name: 'head', x: 0.4, y: 0.2 });
    expect(sent.head?.width).toBeCloseTo(0.2);
    expect(sent.background).toBeNull();
    expect(sent.edge).toEqual({ across: 'edge', x1: 0.6, y1: 0.5, x2: 0.4, y2: 0.2 });
    expect(sent.backdrop).toBe('slate_blue');
  });

  it('are shown in the order in which they were read', () => {
    serve({});
    show(<ReadRows wishes={[wish('key_side', 40), wish('key_height', 20)]} units="metric" />);
    expect(screen.getAllByRole('term').map((t) => t.textContent)).toEqual(['Key from', 'Key height']);
  });

  it('are asked for in a window that says what it wants first', async () => {
    serve({});
    open(opened({ brief: { backdrop: { finish: 'slate_blue' }, wanted: {}, assumed: [] } }));
    const document = useShoot.getState().document;
    if (!document) throw new Error('no document');
    show(<FromPicture document={document} />);
    await userEvent.click(screen.getByRole('button', { name: /Read them off a photograph/ }));
    expect(await screen.findByRole('button', { name: 'Choose a photograph' })).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Use these wishes' }).disabled).toBe(true);
  });
});
