// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import source from '../../../../src/wenlo/messages/en/brief.ftl?raw';
import type { Catalogue, Shoot } from '../../shared/api/client';
import { sayPage } from '../../shared/messages/page';
import { speaker } from '../../shared/messages/speaker';
import { rememberLimits } from '../../shared/state/limits';
import { setFieldError, useShoot } from '../../shared/state/store';
import { limit, open, opened, show } from '../../testing/bench';
import { askedAngle, Dials, drawnAngle } from './Dials';
import { isFound, lineOf, SECTIONS } from './fields';
import { shade } from './glyphs';
import { More } from './More';
import { HowDeep, named, What } from './Questions';

const t = sayPage(speaker(source, 'metric'));

const DATA = {
  subjects: [
    { id: 'bust', name: 'one person', group: 'person' },
    { id: 'bottle', name: 'a bottle or jar', group: 'thing' },
  ],
  subject_colours: [
    { id: 'tan', name: '#a0754f', group: 'person' },
    { id: 'amber', name: '#c98a2b', group: 'thing' },
  ],
  lamps: [{ id: 'bulb', name: 'bulb 15 W', group: 'steady' }],
  finishes: [{ id: 'cream', name: 'cream painted' }],
  sensors: [
    { id: 'full_frame', name: '36 × 24 mm' },
    { id: 'phone_wide', name: 'a phone' },
  ],
  fixed_lenses: [{ sensor: 'phone_wide', focal_length: 0.0069, aperture: 1.8 }],
  uses: [
    { id: 'listing', wishes: [{ path: 'brief.wanted.contrast', value: 1, usual: 2.5 }] },
    { id: 'mood', wishes: [] },
  ],
} as unknown as Catalogue;

const brief = (parts: object = {}) => ({
  assumed: ['brief.wanted.contrast'],
  picture_for: 'mood',
  subject: { kind: 'bust', finish: 'matt', face_height: 1.25, movement: 0, size: 0.25 },
  room: { width: 4.2, depth: 5.6, height: 2.4, walls: 'cream', ceiling: 'cream', floor: 'cream' },
  camera: {
    sensor: 'full_frame',
    focal_length: 0.085,
    distance: 2.1,
    aperture: 2.8,
    shutter: 0.01,
    iso: 400,
    rise: 0,
    white_balance: null,
  },
  lamp: { id: 'bulb', power: 0.5 },
  haze: null,
  receptor: 'dome',
  backdrop: { finish: 'cream', distance: 1.9, sweep: 0 },
  wanted: {
    contrast: 2.5,
    key_side: 'either',
    key_angle: null,
    key_height: null,
    evenness: 2,
    spill: 0.3,
    loss: 3,
    solve_for: 'iso',
  },
  dark: { backdrop: null, ceiling: -4, floor: null, left_wall: null, right_wall: null, wall_behind: null },
  action: { width: 0.3, depth: 0.3, band: 0.1, vary: 1 },
  carrying_length: 1.5,
  limits: { money: 80, people: 2, build_hours: null, setup_minutes: null },
  ...parts,
});

const shoot = (parts: object = {}): Shoot =>
  opened({ brief: brief(parts), design: { kind: 'diffusion_frame', key_angle: -40 }, notes: '' });

const now = () => {
  const { document } = useShoot.getState();
  if (!document) throw new Error('no document');
  return document.brief;
};

describe('a question answered by a picture', () => {
  it('knows which picture is meant, and that a value between them is none', () => {
    expect(named({ flat: 0.5, deep: 4 }, 4.04, 0.05)).toBe('deep');
    expect(named({ flat: 0.5, deep: 4 }, 3.9, 0.05)).toBeNull();
  });

  it('is answered by a click, and by the arrow keys', async () => {
    const document = shoot();
    open(document);
    show(<HowDeep document={document} />, [limit('brief.wanted.contrast', 0, 8, 'stop')]);
    expect(screen.getByRole('radio', { name: 'shaped' }).getAttribute('aria-checked')).toBe('true');
    await userEvent.click(screen.getByRole('radio', { name: 'deep' }));
    expect(now().wanted.contrast).toBe(4);
    fireEvent.keyDown(screen.getByRole('radio', { name: 'shaped' }), { key: 'ArrowLeft' });
    expect(now().wanted.contrast).toBe(1.5);
  });

  it('asks for the colour of the skin or of the thing, and forgets the one with the other', async () => {
    const document = shoot();
    open(document);
    const shown = show(<What document={document} data={DATA} />);
    expect(screen.queryByRole('button', { name: 'amber' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'tan skin' }));
    expect(now().subject.colour).toBe('#a0754f');
    const { document: coloured } = useShoot.getState();
    shown.unmount();
    show(<What document={coloured as Shoot} data={DATA} />);
    expect(screen.getByRole('button', { name: 'tan skin' }).getAttribute('aria-pressed')).toBe('true');
    await userEvent.click(screen.getByRole('radio', { name: 'bottle' }));
    expect(now().subject.kind).toBe('bottle');
    expect(now().subject.colour).toBeNull();
  });

  it('says what else followed from what the picture is for', async () => {
    const document = shoot();
    open(document);
    show(<What document={document} data={DATA} />);
    await userEvent.click(screen.getByText('listing'));
    expect(now().picture_for).toBe('listing');
    expect(now().wanted.contrast).toBe(1);
    expect(now().assumed).toEqual([]);
    expect(screen.getByRole('status').textContent).toContain('contrast');
  });

  it('shows a stop less light as half of it, on the curve of a screen', () => {
    const red = (text: string) => Number(/\d+/.exec(text)?.[0]);
    expect(red(shade(0.25)) / red(shade(0.5))).toBeCloseTo(0.5 ** (1 / 2.2), 2);
    expect(shade(7)).toBe(shade(1));
  });
});

describe('the key round the head', () => {
  it('is asked on the side where it was dragged to, and turns the design there', () => {
    open(shoot());
    rememberLimits([limit('diffusion_frame:design.key_angle', -75, 75, 'degree')]);
    expect(askedAngle(shoot(), -110)).toEqual([
      { path: 'brief.wanted.key_angle', value: 110 },
      { path: 'brief.wanted.key_side', value: 'left' },
      { path: 'design.key_angle', value: -75 },
    ]);
    expect(askedAngle(shoot(), 4)[1]).toEqual({ path: 'brief.wanted.key_side', value: 'either' });
  });

  it('is drawn where it is asked, or where the design stands', () => {
    const wanted = { ...brief().wanted, key_angle: 70 };
    expect(drawnAngle(shoot({ wanted }))).toBe(-70);
    expect(drawnAngle(shoot({ wanted: { ...wanted, key_side: 'right' } }))).toBe(70);
  });

  it('is moved by keys as well, and let go of again', async () => {
    const document = shoot({ wanted: { ...brief().wanted, key_height: 30 } });
    open(document);
    show(<Dials document={document} />);
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Key height' }), { key: 'ArrowUp' });
    expect(now().wanted.key_height).toBe(35);
    await userEvent.click(screen.getByRole('button', { name: 'any height' }));
    expect(now().wanted.key_height).toBeNull();
  });
});

describe('everything else', () => {
  it('is a line in words each', () => {
    const said = (id: Parameters<typeof lineOf>[0]) => lineOf(id, shoot(), DATA, t);
    expect(said('room')).toBe('4.20 m × 5.60 m, ceiling 2.40 m, cream painted walls');
    expect(said('lamp')).toBe('bulb 15 W at 50 %');
    expect(said('dark')).toBe('ceiling −4.0 stops');
    expect(said('limits')).toBe('carried 1.50 m, 80.00 €, helpers: 2');
    expect(said('air')).toBe('nothing');
    expect(lineOf('dark', shoot({ dark: {} }), DATA, t)).toBe('nothing asked');
  });

  it('is found by its name, by what is said under it, and by its line', () => {
    const found = (typed: string) =>
      SECTIONS.flatMap((s) => s.fields.filter((f) => isFound(s, f, typed, t)).map((f) => f.path));
    expect(found('shutter')).toEqual(['brief.camera.shutter']);
    expect(found('in the CAR')).toEqual(['brief.carrying_length']);
    expect(found('room')).toContain('brief.room.floor');
  });

  it('has every field once', () => {
    const paths = SECTIONS.flatMap((s) => s.fields.map((f) => f.path));
    expect(new Set(paths).size).toBe(paths.length);
  });

  it('opens where it is asked to, where something is searched for and where something is wrong', async () => {
    const document = shoot();
    open(document);
    show(<More document={document} data={DATA} />, [limit('brief.room.width', 1.5, 30)]);
    expect(screen.queryByText('Ceiling is')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: /^Room/ }));
    expect(screen.getByText('Ceiling is')).toBeDefined();
    await userEvent.type(screen.getByRole('textbox', { name: 'Find a setting' }), 'shutter');
    expect(screen.getByText('Shutter')).toBeDefined();
    expect(screen.queryByText('Ceiling is')).toBeNull();
    await userEvent.clear(screen.getByRole('textbox', { name: 'Find a setting' }));
    setFieldError('brief.carrying_length', 'too long');
    expect(await screen.findByText('too long')).toBeDefined();
  });

  it('brings a phone with its lens', () => {
    const sensor = SECTIONS.flatMap((s) => s.fields).find((f) => f.path === 'brief.camera.sensor');
    expect(sensor?.choose?.('phone_wide', shoot().brief, DATA)).toContainEqual({
      path: 'brief.camera.focal_length',
      value: 0.0069,
    });
    expect(sensor?.choose?.('full_frame', shoot().brief, DATA)).toHaveLength(1);
  });
});
