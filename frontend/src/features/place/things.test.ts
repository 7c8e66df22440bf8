import { describe, expect, it } from 'vitest';
import type { Shoot } from '../../shared/api/client';
import { rememberLimits } from '../../shared/state/limits';
import { setPath } from '../../shared/state/paths';
import { applied, capture, isOn, lookDifferences, take } from './looks';
import {
  copyAll,
  footprint,
  freeName,
  heights,
  mirrored,
  moveTo,
  removeAll,
  snap,
  snapHeight,
  type Thing,
  thingsOf,
  turnBy,
  wrap,
} from './things';

const board = {
  key: 'thing-1',
  kind: 'board' as const,
  name: 'card',
  x: 0.8,
  y: -0.2,
  z: 1.3,
  width: 0.6,
  height: 1,
  turn: 90,
  tilt: 0,
  face: 'white' as const,
  locked: false,
  hidden: false,
};
const lamp = {
  key: 'light-1',
  name: 'rim',
  id: 'bulb_15',
  x: 1,
  y: 1,
  z: 1.8,
  aim: 'point' as const,
  aim_x: 0.2,
  aim_y: 0,
  aim_z: 1,
  seen: false,
  locked: false,
  power: 1,
  gel: 'none',
  hue: null,
  saturation: 1,
  on: true,
  width: 0.9,
  height: 1.2,
  daylight: 8000,
};
const document = {
  units: 'metric',
  design: { kind: 'diffusion_frame', key_angle: 40, sheet_distance: 1, layers: 1 },
  brief: {
    camera: { distance: 2, rise: 0 },
    subject: { face_height: 1.25 },
    backdrop: { distance: 1.5 },
    lamp: { power: 0.5, gel: 'none', on: true, hue: null, saturation: 1, id: 'chip_60_dish', zoom: 0.035 },
    others: [lamp],
    pieces: [board],
  },
  meters: [{ key: 'meter-1', name: 'meter', x: 0, y: 0, z: 1, facing: 'left', receptor: 'flat' }],
  looks: [],
  second: [],
} as unknown as Shoot;
const things = () => thingsOf(document, 'frame', { x: 0.6, y: -0.7, z: 1.4 });
const find = (key: string) => things().find((t) => t.key === key) as Thing;
const done = (edits: { path: string; value: unknown }[]) =>
  edits.reduce((d, e) => setPath(d, e.path, e.value), document);

describe('things of the set', () => {
  it('are all there, under the paths of the document', () => {
    expect(things().map((t) => t.key)).toEqual([
      'design',
      'camera',
      'backdrop',
      'brief.others.0',
      'brief.pieces.0',
      'meters.0',
    ]);
  });
  it('are moved within what the document takes, and stay when locked', () => {
    const at = (path: string, low: number, high: number) => ({
      path,
      label: path,
      unit: 'm',
      low,
      high,
      default: 0,
    });
    rememberLimits([
      at('board:brief.pieces.*.x', -15, 15),
      at('board:brief.pieces.*.z', 0, 12),
      at('diffusion_frame:design.key_angle', -90, 90),
    ]);
    expect(done(moveTo(document, find('brief.pieces.0'), { x: 99, z: -3 })).brief.pieces[0]).toMatchObject({
      x: 15,
      y: -0.2,
      z: 0,
    });
    expect(moveTo(document, { ...find('brief.pieces.0'), locked: true }, { x: 0 })).toEqual([]);
    expect(moveTo(document, find('camera'), { y: -3 })).toEqual([
      { path: 'brief.camera.distance', value: 3 },
    ]);
    expect(moveTo(document, find('camera'), { x: 1 })).toEqual([]);
  });
  it('turn the key and take it away from the subject when the modifier is dragged', () => {
    const edits = moveTo(document, find('design'), { x: 1.2, y: -1.4 });
    expect(edits[0]).toEqual({ path: 'design.key_angle', value: 40.6 });
    expect(edits[1]?.path).toBe('design.sheet_distance');
    expect(edits[1]?.value).toBeCloseTo(1 + Math.hypot(0.6, 0.7), 2);
  });
  it('are turned by degrees that stay within a turn', () => {
    expect(turnBy(document, find('brief.pieces.0'), 100)).toEqual([
      { path: 'brief.pieces.0.turn', value: -170 },
    ]);
    expect(turnBy(document, find('brief.others.0'), 10)).toEqual([]);
    expect([wrap(190), wrap(-190), wrap(180)]).toEqual([-170, 170, -180]);
  });
  it('are mirrored about the line of the camera, with their turn and aim', () => {
    expect(mirrored(board)).toMatchObject({ x: -0.8, turn: -90, y: -0.2 });
    expect(mirrored(lamp)).toMatchObject({ x: -1, aim_x: -0.2 });
    const copies = done(copyAll(document, ['brief.pieces.0', 'meters.0'], true));
    expect(copies.brief.pieces[1]).toMatchObject({ name: 'card 2', x: -0.8 });
    expect(copies.meters[1]).toMatchObject({ name: 'meter 2', facing: 'right' });
    expect(new Set(copies.brief.pieces.map((p) => p.key)).size).toBe(2);
    expect(mirrored(mirrored(board))).toEqual(board);
  });
  it('get names that nothing else has', () => {
    expect(freeName(document, 'card')).toBe('card 2');
    expect(freeName(document, 'flag')).toBe('flag');
  });
  it('are taken away together', () => {
    const left = done(removeAll(document, ['brief.pieces.0', 'brief.others.0', 'design']));
    expect([left.brief.pieces, left.brief.others, left.meters.length]).toEqual([[], [], 1]);
  });
  it('keep their modifier while other lamps come and go', () => {
    const edge = { ...lamp, key: 'light-2', name: 'edge' };
    const two = setPath(setPath(document, 'brief.others', [lamp, edge]), 'second', [
      { light: 'light-2', design: document.design },
    ]);
    const left = removeAll(two, ['brief.others.0']).reduce((d, e) => setPath(d, e.path, e.value), two);
    expect(left.second.map((m) => m.light)).toEqual(['light-2']);
    expect(thingsOf(left, 'frame', { x: 0, y: 0, z: 1 }).find((t) => t.name === 'edge')?.second).toBe(0);
    const none = removeAll(two, ['brief.others.1']).reduce((d, e) => setPath(d, e.path, e.value), two);
    expect(none.second).toEqual([]);
  });
  it('have the footprint and the heights that their turn and tilt give', () => {
    const xs = footprint(board).map((p) => p[0]);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(0, 9);
    expect(heights(board)).toEqual([0.8, 1.8]);
    expect(heights({ ...board, tilt: 90 })[0]).toBeCloseTo(1.3, 9);
  });
  it('snap to the line of the camera and to the mirror image of others', () => {
    const room = { left: -2, right: 2, front: -3, back: 2 };
    expect(snap({ x: 0.02, y: -1.1 }, [], room, 100)).toMatchObject({ x: 0, y: -1.1 });
    expect(snap({ x: -0.83, y: -0.17 }, [{ x: 0.8, y: -0.2 }], room, 100)).toMatchObject({
      x: -0.8,
      y: -0.2,
    });
    expect(snap({ x: 0.4, y: -1.1 }, [], room, 100).guides).toEqual([]);
    expect([snapHeight(1.28, [1.25], 100), snapHeight(1.98, [], 100), snapHeight(1.1, [], 100)]).toEqual([
      1.25, 2, 1.1,
    ]);
  });
});

describe('looks', () => {
  const day = capture(document, 'day');
  const evening = {
    ...capture(done([{ path: 'brief.others.0.on', value: false }]), 'evening'),
    lamp: { power: 0.25, gel: 'half_warm', on: true, hue: null, saturation: 1 },
    hidden: ['thing-1'],
  };
  it('bring lamps, things and the modifier to the state that was kept', () => {
    const to = done(take(document, evening));
    expect(to.brief.lamp).toMatchObject({ power: 0.25, gel: 'half_warm', id: 'chip_60_dish' });
    expect(to.brief.others[0]?.on).toBe(false);
    expect(to.brief.pieces[0]?.hidden).toBe(true);
    expect(isOn(to, evening)).toBe(true);
    expect(isOn(to, day)).toBe(false);
    expect(applied(to, day).brief).toEqual(document.brief);
  });
  it('leave alone what came later', () => {
    const later = done([
      { path: 'brief.others', value: [lamp, { ...lamp, key: 'light-2', name: 'new', power: 0.1 }] },
    ]);
    expect(applied(later, evening).brief.others[1]).toMatchObject({ name: 'new', power: 0.1, on: true });
  });
  it('hold the lamp and the thing whatever they are called', () => {
    const renamed = setPath(setPath(document, 'brief.others.0.name', 'hair'), 'brief.pieces.0.name', 'flag');
    const to = applied(renamed, evening);
    expect([to.brief.others[0]?.on, to.brief.pieces[0]?.hidden]).toEqual([false, true]);
  });
  it('differ in what a table names', () => {
    const rows = lookDifferences(day, evening, document.brief, (p) => p);
    expect(rows).toEqual([
      { what: 'key lamp', a: '50 %', b: '25 %, half warm' },
      { what: 'rim', a: '100 %', b: 'off' },
      { what: 'card', a: 'in the set', b: 'out' },
    ]);
    const thicker = { ...day, design: { ...day.design, layers: 2 } as typeof day.design };
    expect(lookDifferences(day, thicker, document.brief, () => 'layers')).toEqual([
      { what: 'layers', a: '1', b: '2' },
    ]);
  });
});
