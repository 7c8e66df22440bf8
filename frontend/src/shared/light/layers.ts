// The layers of light over a room that can be drawn.
import type { Schemas } from '../api/client';

export type Layer = Schemas['LightMapResult']['layer'];
export const LAYERS: { value: Layer | 'none'; label: string }[] = [
  { value: 'none', label: 'no light drawn' },
  { value: 'face_level', label: 'light at face height' },
  { value: 'action', label: 'light over the action area' },
  { value: 'floor', label: 'light on the floor' },
  { value: 'ceiling', label: 'light on the ceiling' },
  { value: 'backdrop', label: 'light on the backdrop' },
  { value: 'left wall', label: 'light on the left wall' },
  { value: 'right wall', label: 'light on the right wall' },
  { value: 'end wall', label: 'light on the end wall' },
  { value: 'wall behind the camera', label: 'light behind the camera' },
];
