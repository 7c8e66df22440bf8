// The predicted picture of the shoot on screen: coarse ones while something is dragged, then a small one, then a
// clean one when nothing moves.
// Power, gels, switches, shutter and ISO are no reason for a new one: they only multiply the light of each lamp.
import { useEffect } from 'react';
import { create } from 'zustand';
import { answer, api, type Shoot } from '../api/client';
import type { OutlinePlace, RawPicture } from '../picture/develop';
import { useShoot } from './store';

export type Quality = 'coarse' | 'first' | 'clean';

type State = {
  picture: RawPicture | null;
  state: 'none' | Quality;
  waiting: boolean;
  problem: string | null;
};

export const usePicture = create<State>(() => ({
  picture: null,
  state: 'none',
  waiting: false,
  problem: null,
}));

const editor = crypto.randomUUID();
const SETTLE_MS = 250;

/** What the light in the picture depends on. */
export function pictureKey(document: Shoot): string {
  const { lamp, camera, subject, backdrop, room, others, haze, pieces, day } = document.brief;
  const { shutter, iso: _iso, white_balance: _white, ...lens } = camera;
  const standing = others.map(
    ({ power: _power, on: _on, gel: _gel, name: _name, locked: _locked, seen: _seen, ...rest }) => rest,
  );
  const things = pieces.map(({ name: _name, locked: _locked, ...rest }) => rest);
  // what moves is smeared by the time of the exposure
  const time = subject.movement > 0 ? [shutter, lamp.power] : [];
  return JSON.stringify([
    document.design,
    document.second,
    lamp.id,
    lamp.zoom,
    lens,
    subject,
    backdrop,
    room,
    standing,
    haze,
    things,
    day,
    time,
  ]);
}

/** The predicted picture of a document; for one `editor` the newest request wins. */
export async function takePicture(
  document: Shoot,
  quality: Quality,
  signal: AbortSignal,
  editor: string,
): Promise<RawPicture> {
  const call = api.POST('/api/picture', {
    body: { document, editor, quality },
    parseAs: 'arrayBuffer',
    signal,
  });
  const light = new Uint16Array(await answer(call));
  const { response } = await call;
  const number = (name: string) => Number(response.headers.get(`X-Picture-${name}`));
  const outline = JSON.parse(response.headers.get('X-Picture-Outline') ?? '[]') as OutlinePlace[];
  return {
    width: number('Width'),
    height: number('Height'),
    lamps: number('Lamps'),
    noise: number('Noise'),
    light,
    outline,
  };
}

async function follow(document: Shoot, signal: AbortSignal): Promise<void> {
  usePicture.setState({ waiting: true });
  try {
    for (const quality of ['first', 'clean'] as const) {
      const picture = await takePicture(document, quality, signal, editor);
      if (signal.aborted) return;
      usePicture.setState({ picture, state: quality, waiting: quality === 'first', problem: null });
    }
  } catch (error) {
    if (signal.aborted) return;
    usePicture.setState({ waiting: false, problem: error instanceof Error ? error.message : String(error) });
  }
}

/** Coarse pictures, one after another, each of what is on screen when it is asked for. */
async function followDrag(signal: AbortSignal): Promise<void> {
  let shown = '';
  while (!signal.aborted) {
    const { document } = useShoot.getState();
    const key = document ? pictureKey(document) : '';
    if (document && key !== shown) {
      shown = key;
      try {
        const picture = await takePicture(document, 'coarse', signal, editor);
        if (!signal.aborted) usePicture.setState({ picture, state: 'coarse', problem: null });
      } catch {
        // the last picture stays; what is wrong is said when the drag has ended
      }
    }
    await new Promise(requestAnimationFrame);
  }
}

/** Keep the picture in step with the document while it is looked at. */
export function usePictureInStep(): void {
  const document = useShoot((s) => s.document);
  const key = document ? pictureKey(document) : '';
  const dragging = useShoot((s) => s.dragging);
  useEffect(() => {
    if (!dragging) return;
    const control = new AbortController();
    void followDrag(control.signal);
    return () => control.abort();
  }, [dragging]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for all of the document that matters
  useEffect(() => {
    if (!document || dragging) return;
    const control = new AbortController();
    const timer = setTimeout(() => void follow(document, control.signal), SETTLE_MS);
    return () => {
      clearTimeout(timer);
      control.abort();
    };
  }, [key, dragging]);
}
