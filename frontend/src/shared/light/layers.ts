// The layers of light over a room that can be drawn.
import type { Schemas, Shoot } from '../api/client';

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

const WALLS: Layer[] = ['backdrop', 'end wall', 'left wall', 'right wall', 'wall behind the camera'];

/** Layers of one shoot: those of every room, its slopes, the table under a thing, the modifier's sheet, boards and furniture. */
export function layersOf(document: Shoot): { value: string; label: string }[] {
  const { room, pieces, subject } = document.brief;
  const slopes = room.slope === 'both' ? ['left', 'right'] : room.slope === 'none' ? [] : [room.slope];
  const person = subject.kind === 'bust' || subject.kind === 'standing';
  return [
    ...LAYERS.filter(
      (l) => !room.outdoors || l.value === 'none' || !['ceiling', ...WALLS.slice(1)].includes(l.value),
    ),
    ...(room.outdoors ? [] : slopes.map((s) => ({ value: `${s} slope`, label: `light on the ${s} slope` }))),
    ...(person ? [] : [{ value: 'table', label: 'light on the table' }]),
    { value: 'sheet', label: "light on the sheet, lamp's side" },
    ...pieces.flatMap((p, i) =>
      p.hidden || p.kind === 'figure'
        ? []
        : [{ value: `thing ${i}`, label: `light on ${p.kind === 'block' ? 'top of ' : ''}${p.name}` }],
    ),
  ];
}

/** What is asked of the server for a choice of :func:`layersOf`. */
export function askedLayer(value: string): { layer: Layer | 'none'; thing: number } {
  const thing = /^thing (\d+)$/.exec(value);
  return thing ? { layer: 'thing', thing: Number(thing[1]) } : { layer: value as Layer | 'none', thing: 0 };
}

/** Whether a layer is drawn square to itself, not on the plan or an elevation. */
export const standsAlone = (layer: Layer): boolean =>
  !['face_level', 'action', 'floor', 'ceiling', ...WALLS].includes(layer);
