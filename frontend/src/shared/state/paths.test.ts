import { describe, expect, it } from 'vitest';
import type { Shoot } from '../api/client';
import { getPath, setPath } from './paths';

const shoot = {
  title: 'Bridge and soundpost',
  brief: { room: { width: 4.2 }, assumed: ['brief.room.width'] },
  design: { width: 1.2, lamp_height: null },
} as unknown as Shoot;

describe('paths of the document', () => {
  it('reads through the parts', () => {
    expect(getPath(shoot, 'brief.room.width')).toBe(4.2);
    expect(getPath(shoot, 'design.lamp_height')).toBeNull();
    expect(getPath(shoot, 'brief.nothing.there')).toBeUndefined();
  });
  it('changes a copy and leaves the original alone', () => {
    const changed = setPath(shoot, 'brief.room.width', 5);
    expect(getPath(changed, 'brief.room.width')).toBe(5);
    expect(getPath(shoot, 'brief.room.width')).toBe(4.2);
    expect(changed.design).toEqual(shoot.design);
  });
});
