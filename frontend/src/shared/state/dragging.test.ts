// @vitest-environment happy-dom
import { renderHook, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { answerWith } from '../../testing/server';
import type { Shoot } from '../api/client';
import { useFigures, useFiguresInStep } from './figures';
import { usePicture, usePictureInStep } from './picture';
import { useShoot } from './store';

// What is asked for while something is dragged, and once it is let go.
type Asked = { path: string; how: string; distance: number };
let asked: Asked[] = [];

const at = (distance: number) =>
  ({
    brief: { lamp: { id: 'bulb' }, camera: {}, subject: { movement: 0 }, others: [], pieces: [] },
    design: { kind: 'diffusion_frame', lamp_distance: distance },
  }) as unknown as Shoot;

beforeEach(() => {
  asked = [];
  answerWith(async (request) => {
    const path = new URL(request.url, 'http://localhost').pathname;
    const body = (await request.json()) as { document: Shoot; effort?: string; quality?: string };
    const { lamp_distance: distance } = body.document.design as unknown as { lamp_distance: number };
    asked.push({ path, how: body.effort ?? body.quality ?? '', distance });
    return path === '/api/figures'
      ? Response.json({ figures: [], gauges: [], at: distance })
      : new Response(new Uint16Array([distance * 100]), { headers: { 'X-Picture-Width': '1' } });
  });
  useShoot.setState({ document: at(1), dragging: false });
});

afterEach(() => answerWith(null));

it('asks for figures as soon as the document changes, and for the fine ones when it rests', async () => {
  const { unmount } = renderHook(() => useFiguresInStep());
  useShoot.setState({ dragging: true });
  useShoot.setState({ document: at(2) });
  // nothing was drawn in between
  expect(useFigures.getState().stale).toBe(true);
  await waitFor(() => expect(useFigures.getState().figures).toMatchObject({ at: 2 }));
  expect(asked.filter((a) => a.how === 'fine')).toEqual([]);
  useShoot.setState({ dragging: false });
  await waitFor(() => expect(asked.filter((a) => a.how === 'fine')).toHaveLength(1));
  expect(asked.at(-1)).toMatchObject({ how: 'fine', distance: 2 });
  unmount();
  useShoot.setState({ document: at(3) });
  expect(asked.at(-1)).toMatchObject({ distance: 2 });
});

it('follows a drag with coarse pictures and ends with a clean one', async () => {
  const { unmount } = renderHook(() => usePictureInStep());
  useShoot.setState({ dragging: true });
  await waitFor(() => expect(usePicture.getState().state).toBe('coarse'));
  useShoot.setState({ document: at(2) });
  await waitFor(() => expect(usePicture.getState().picture?.light[0]).toBe(200));
  expect(new Set(asked.map((a) => a.how))).toEqual(new Set(['coarse']));
  useShoot.setState({ dragging: false });
  await waitFor(() => expect(usePicture.getState().state).toBe('clean'));
  expect(asked.map((a) => a.how).slice(-2)).toEqual(['first', 'clean']);
  unmount();
});

it('does not ask again for a coarse picture of what it shows', async () => {
  const { unmount } = renderHook(() => usePictureInStep());
  useShoot.setState({ dragging: true });
  await waitFor(() => expect(usePicture.getState().state).toBe('coarse'));
  await new Promise((done) => setTimeout(done, 200));
  expect(asked.filter((a) => a.how === 'coarse')).toHaveLength(1);
  unmount();
});
