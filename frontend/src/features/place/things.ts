// Everything that stands in the set as one list, and how it is moved, turned, copied, mirrored.
import type { Shoot } from '../../shared/api/client';
import { keyed } from '../../shared/state/keys';
import { accepted } from '../../shared/state/limits';
import type { Edit } from '../../shared/state/store';

export type Piece = Shoot['brief']['pieces'][number];
export type Other = Shoot['brief']['others'][number];
export type Mark = Shoot['meters'][number];
export type ThingKind =
  | 'key'
  | 'camera'
  | 'backdrop'
  | 'board'
  | 'block'
  | 'figure'
  | 'lamp'
  | 'window'
  | 'sky'
  | 'meter';

export type Thing = {
  /** Path in the document; “design”, “camera” and “backdrop” for what is always there. */
  key: string;
  kind: ThingKind;
  name: string;
  x: number;
  y: number;
  z: number;
  turn: number | null;
  locked: boolean;
  hidden: boolean;
  /** Place in the list of second modifiers, for a lamp that shines through one. */
  second?: number;
};

const round = (value: number) => Math.round(value * 1000) / 1000;

/** Degrees in −180 … 180. */
export const wrap = (degrees: number) => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** Which length of a modifier takes it away from the subject. */
export function reachOf(of: Shoot['design']): string | null {
  const design = of as unknown as Record<string, unknown>;
  return (
    ['sheet_distance', 'distance', 'board_distance'].find((name) => typeof design[name] === 'number') ?? null
  );
}

export const isNatural = (id: Other['id']) => id === 'window' || id === 'sun' || id === 'sky';

/** The list of all that stands in the set; `kindName` is what the modifier is called. */
export function thingsOf(
  document: Shoot,
  kindName: string,
  source: { x: number; y: number; z: number },
  /** Middle of what shines of each second modifier, by the light's key. */
  centres: Map<string, number[]> = new Map(),
): Thing[] {
  const { brief, meters } = document;
  const fixed = { locked: false, hidden: false, turn: null };
  const rise = (brief.camera.rise * Math.PI) / 180;
  return [
    { key: 'design', kind: 'key', name: kindName, ...source, ...fixed },
    {
      key: 'camera',
      kind: 'camera',
      name: 'camera',
      x: 0,
      y: -brief.camera.distance * Math.cos(rise),
      z: brief.subject.face_height + brief.camera.distance * Math.sin(rise),
      ...fixed,
    },
    { key: 'backdrop', kind: 'backdrop', name: 'backdrop', x: 0, y: brief.backdrop.distance, z: 0, ...fixed },
    ...brief.others.map((o, i): Thing => {
      const second = document.second.findIndex((m) => m.light === o.key);
      const [x = o.x, y = o.y, z = o.z] = (second >= 0 && centres.get(o.key)) || [];
      return {
        key: `brief.others.${i}`,
        kind: o.id === 'window' ? 'window' : isNatural(o.id) ? 'sky' : 'lamp',
        name: o.name,
        x,
        y,
        z,
        turn: null,
        locked: o.locked,
        hidden: !o.on,
        ...(second >= 0 ? { second } : {}),
      };
    }),
    ...brief.pieces.map(
      (p, i): Thing => ({
        key: `brief.pieces.${i}`,
        kind: p.kind,
        name: p.name,
        x: p.x,
        y: p.y,
        z: p.z,
        turn: p.turn,
        locked: p.locked,
        hidden: p.hidden,
      }),
    ),
    ...meters.map(
      (m, i): Thing => ({
        key: `meters.${i}`,
        kind: 'meter',
        name: m.name,
        x: m.x,
        y: m.y,
        z: m.z,
        turn: null,
        locked: false,
        hidden: false,
      }),
    ),
  ];
}

/** The modifier that a thing is or shines through, with its path. */
export function shapedBy(document: Shoot, thing: Thing): { design: Shoot['design']; path: string } | null {
  if (thing.kind === 'key') return { design: document.design, path: 'design' };
  const second = thing.second === undefined ? undefined : document.second[thing.second];
  return second ? { design: second.design, path: `second.${thing.second}.design` } : null;
}

/** The edits that put a thing at a place [m]; nothing for a locked one. The modifier keeps its height. */
export function moveTo(document: Shoot, thing: Thing, to: { x?: number; y?: number; z?: number }): Edit[] {
  if (thing.locked || thing.kind === 'sky') return [];
  if (thing.kind === 'camera')
    return to.y === undefined
      ? []
      : [{ path: 'brief.camera.distance', value: round(accepted('brief.camera.distance', document, -to.y)) }];
  if (thing.kind === 'backdrop')
    return to.y === undefined
      ? []
      : [
          {
            path: 'brief.backdrop.distance',
            value: round(accepted('brief.backdrop.distance', document, to.y)),
          },
        ];
  const shaped = shapedBy(document, thing);
  if (shaped) {
    const x = to.x ?? thing.x;
    const y = to.y ?? thing.y;
    if (to.x === undefined && to.y === undefined) return [];
    const turn = `${shaped.path}.key_angle`;
    const angle = accepted(turn, document, (Math.atan2(x, -y) * 180) / Math.PI);
    const edits: Edit[] = [{ path: turn, value: Math.round(angle * 10) / 10 }];
    const reach = reachOf(shaped.design);
    const before = Math.hypot(thing.x, thing.y);
    if (reach) {
      const now = (shaped.design as unknown as Record<string, number>)[reach] ?? 1;
      const path = `${shaped.path}.${reach}`;
      edits.push({ path, value: round(accepted(path, document, now + Math.hypot(x, y) - before)) });
    }
    return edits;
  }
  const edits: Edit[] = [];
  if (to.x !== undefined)
    edits.push({ path: `${thing.key}.x`, value: round(accepted(`${thing.key}.x`, document, to.x)) });
  if (to.y !== undefined)
    edits.push({ path: `${thing.key}.y`, value: round(accepted(`${thing.key}.y`, document, to.y)) });
  if (to.z !== undefined)
    edits.push({ path: `${thing.key}.z`, value: round(accepted(`${thing.key}.z`, document, to.z)) });
  return edits;
}

/** The edits that turn a thing by so many degrees. */
export function turnBy(document: Shoot, thing: Thing, degrees: number): Edit[] {
  if (thing.locked) return [];
  if (thing.turn !== null)
    return [{ path: `${thing.key}.turn`, value: Math.round(wrap(thing.turn + degrees) * 10) / 10 }];
  const shaped = shapedBy(document, thing);
  if (!shaped) return [];
  const path = `${shaped.path}.key_angle`;
  const angle = accepted(path, document, shaped.design.key_angle + degrees);
  return [{ path, value: Math.round(angle * 10) / 10 }];
}

const listOf = (key: string) => key.replace(/\.\d+$/, '');
const indexOf = (key: string) => Number(key.split('.').pop());

/** A name that nothing else in the set has. */
export function freeName(document: Shoot, wanted: string): string {
  const taken = new Set(
    [...document.brief.others, ...document.brief.pieces, ...document.meters].map((t) => t.name),
  );
  const stem = wanted.replace(/ \d+$/, '');
  if (!taken.has(wanted)) return wanted;
  let k = 2;
  while (taken.has(`${stem} ${k}`)) k += 1;
  return `${stem} ${k}`;
}

type Lists = { pieces: Piece[]; others: Other[]; meters: Mark[] };
const MOST = { pieces: 60, others: 12, meters: 12 };

function asEdits(document: Shoot, lists: Lists): Edit[] {
  const { brief, meters } = document;
  const edits: Edit[] = [];
  if (lists.pieces !== brief.pieces)
    edits.push({ path: 'brief.pieces', value: lists.pieces.slice(0, MOST.pieces) });
  if (lists.others !== brief.others)
    edits.push({ path: 'brief.others', value: lists.others.slice(0, MOST.others) });
  if (lists.meters !== meters) edits.push({ path: 'meters', value: lists.meters.slice(0, MOST.meters) });
  return edits;
}

/** Take things out of the set for good. */
export function removeAll(document: Shoot, keys: string[]): Edit[] {
  const gone = new Set(keys);
  const keep = <T>(list: T[], path: string): T[] => {
    const rest = list.filter((_, i) => !gone.has(`${path}.${i}`));
    return rest.length === list.length ? list : rest;
  };
  const edits = asEdits(document, {
    pieces: keep(document.brief.pieces, 'brief.pieces'),
    others: keep(document.brief.others, 'brief.others'),
    meters: keep(document.meters, 'meters'),
  });
  const dark = new Set(
    document.brief.others.filter((_, i) => gone.has(`brief.others.${i}`)).map((o) => o.key),
  );
  const second = document.second.filter((m) => !dark.has(m.light));
  return second.length < document.second.length ? [...edits, { path: 'second', value: second }] : edits;
}

/** The same thing on the other side of the camera's line. */
export function mirrored<T extends Piece | Other | Mark>(thing: T): T {
  const turned = { ...thing, x: -thing.x } as T & { turn?: number; aim_x?: number; facing?: string };
  if (typeof turned.turn === 'number') turned.turn = wrap(-turned.turn);
  if (typeof turned.aim_x === 'number') turned.aim_x = -turned.aim_x;
  if (turned.facing === 'left' || turned.facing === 'right')
    turned.facing = turned.facing === 'left' ? 'right' : 'left';
  return turned;
}

/** Copies beside the originals, or mirrored about the camera's line. */
export function copyAll(document: Shoot, keys: string[], mirror: boolean): Edit[] {
  let working = document;
  for (const key of keys) {
    const list = listOf(key);
    const index = indexOf(key);
    const add = <T extends Piece | Other | Mark>(to: keyof Lists, row: T | undefined): T[] => {
      if (!row) return [];
      const moved = mirror ? mirrored(row) : { ...row, x: round(row.x + 0.15), y: round(row.y - 0.15) };
      return [keyed(to, { ...moved, name: freeName(working, row.name) })];
    };
    const { brief, meters } = working;
    if (list === 'brief.pieces')
      working = {
        ...working,
        brief: { ...brief, pieces: [...brief.pieces, ...add('pieces', brief.pieces[index])] },
      };
    else if (list === 'brief.others')
      working = {
        ...working,
        brief: { ...brief, others: [...brief.others, ...add('others', brief.others[index])] },
      };
    else if (list === 'meters')
      working = { ...working, meters: [...meters, ...add('meters', meters[index])] };
  }
  return asEdits(document, {
    pieces: working.brief.pieces,
    others: working.brief.others,
    meters: working.meters,
  });
}

/** What a person takes of the floor. [m] */
const BODY = { kind: 'block', z: 0, width: 0.46, depth: 0.26, height: 1 } as Extract<
  Piece,
  { kind: 'block' }
>;

/** Corners of a board or block from above, in order. [m] */
export function footprint(piece: Piece): [number, number][] {
  const turn = (piece.turn * Math.PI) / 180;
  const across = [Math.cos(turn), Math.sin(turn)] as const;
  const front = [Math.sin(turn), -Math.cos(turn)] as const;
  if (piece.kind === 'figure') return footprint({ ...BODY, x: piece.x, y: piece.y + 0.1, turn: piece.turn });
  const deep =
    piece.kind === 'block'
      ? piece.depth / 2
      : (Math.abs(Math.sin((piece.tilt * Math.PI) / 180)) * piece.height) / 2;
  const wide = piece.width / 2;
  return (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const
  ).map(([a, b]) => [
    piece.x + a * wide * across[0] + b * deep * front[0],
    piece.y + a * wide * across[1] + b * deep * front[1],
  ]);
}

/** Its lowest and highest point. [m] */
export function heights(piece: Piece): [number, number] {
  if (piece.kind === 'block') return [piece.z, piece.z + piece.height];
  if (piece.kind === 'figure')
    return [piece.pose === 'bust' ? Math.max(piece.z - 0.75, 0) : 0, piece.z + 0.13];
  const half = (Math.cos((piece.tilt * Math.PI) / 180) * piece.height) / 2;
  return [piece.z - half, piece.z + half];
}

const SNAP_PX = 7;

export type Snapped = { x: number; y: number; guides: { x?: number; y?: number }[] };

/** A place drawn to what it nearly lines up with: the camera's line, the subject's mark, other things and their mirror
 * images, a step from the walls. */
export function snap(
  at: { x: number; y: number },
  others: { x: number; y: number }[],
  room: { left: number; right: number; front: number; back: number },
  perMetre: number,
): Snapped {
  const near = SNAP_PX / perMetre;
  const clear = 0.25;
  const xs = [0, ...others.flatMap((o) => [o.x, -o.x]), room.left + clear, room.right - clear];
  const ys = [0, ...others.map((o) => o.y), room.front + clear, room.back - clear];
  const best = (value: number, list: number[]) => {
    const found = list.reduce((a, b) => (Math.abs(b - value) < Math.abs(a - value) ? b : a));
    return Math.abs(found - value) <= near ? found : null;
  };
  const x = best(at.x, xs);
  const y = best(at.y, ys);
  return {
    x: x ?? at.x,
    y: y ?? at.y,
    guides: [...(x !== null ? [{ x }] : []), ...(y !== null ? [{ y }] : [])],
  };
}

/** A height drawn to the face's, another thing's, or that of an ordinary stand. [m] */
export function snapHeight(at: number, others: number[], perMetre: number): number {
  const stands = [0, 0.75, 1.5, 2, 2.5];
  const list = [...others, ...stands];
  const found = list.reduce((a, b) => (Math.abs(b - at) < Math.abs(a - at) ? b : a));
  return Math.abs(found - at) <= (SNAP_PX * 0.7) / perMetre ? found : at;
}
