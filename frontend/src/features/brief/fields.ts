// Everything of a Brief beyond its five questions: which fields stand under which line, and the line in words.
import type { Catalogue, Shoot } from '../../shared/api/client';
import type { PageWords } from '../../shared/messages/page';
import type { Edit } from '../../shared/state/store';
import type { ChoiceOption } from '../../shared/ui/Choice';
import type { ShelfCategory } from '../../shared/ui/ShelfChoice';
import { type Kind, show } from '../../shared/units/quantity';

type Brief = Shoot['brief'];

export type Field = {
  path: string;
  /** Ids of messages. */
  label: string;
  hint?: string;
  number?: Kind;
  shelf?: ShelfCategory;
  options?: (data: Catalogue, t: PageWords) => ChoiceOption[];
  /** What is chosen and what choosing changes, where the document holds something else than an id. */
  value?: (brief: Brief) => string;
  choose?: (id: string, brief: Brief, data: Catalogue) => Edit[];
  when?: (brief: Brief, data: Catalogue) => boolean;
};

export type SectionId =
  | 'room'
  | 'camera'
  | 'lamp'
  | 'moves'
  | 'air'
  | 'dark'
  | 'even'
  | 'limits'
  | 'backdrop';

export type Section = { id: SectionId; name: string; fields: Field[] };

const WHITES = [2700, 3200, 4000, 5000, 5600, 6500];
const HAZE = { kind: 'steam', density: 'plain', x: 0.35, y: 0.1, z: 1.3, width: 0.3, height: 0.6 };

const named =
  (id: string, values: string[]) =>
  (_: Catalogue, t: PageWords): ChoiceOption[] =>
    values.map((value) => ({ id: value, name: t(id, { of: { kind: 'choice', value } }) }));

const isFlash = (brief: Brief, data: Catalogue) =>
  data.lamps.find((l) => l.id === brief.lamp.id)?.group === 'flash';

const whites = (_: Catalogue, t: PageWords): ChoiceOption[] => [
  { id: 'null', name: t('brief-balanced-for-the-key') },
  ...WHITES.map((k) => ({ id: String(k), name: `${k} K` })),
];

/** A phone's lens cannot be changed, nor stopped down: both come with its sensor. */
function ofSensor(id: string, _: Brief, data: Catalogue): Edit[] {
  const fixed = data.fixed_lenses.find((l) => l.sensor === id);
  return [
    { path: 'brief.camera.sensor', value: id },
    ...(fixed
      ? [
          { path: 'brief.camera.focal_length', value: fixed.focal_length },
          { path: 'brief.camera.aperture', value: fixed.aperture },
          { path: 'brief.wanted.aperture_widest', value: fixed.aperture },
        ]
      : []),
  ];
}

const hazy = (brief: Brief) => brief.haze !== null;

export const SECTIONS: Section[] = [
  {
    id: 'room',
    name: 'brief-more-room',
    fields: [
      { path: 'brief.room.width', number: 'length', label: 'brief-width' },
      { path: 'brief.room.depth', number: 'length', label: 'brief-depth', hint: 'brief-along-the-lens' },
      { path: 'brief.room.height', number: 'length', label: 'brief-ceiling' },
      { path: 'brief.room.walls', shelf: 'backdrop', label: 'brief-walls' },
      { path: 'brief.room.ceiling', shelf: 'backdrop', label: 'brief-ceiling-is' },
      { path: 'brief.room.floor', shelf: 'backdrop', label: 'brief-floor-is' },
    ],
  },
  {
    id: 'camera',
    name: 'brief-more-camera',
    fields: [
      {
        path: 'brief.camera.sensor',
        label: 'brief-sensor',
        options: (data) => data.sensors,
        choose: ofSensor,
      },
      { path: 'brief.camera.focal_length', number: 'millimetres', label: 'brief-lens' },
      { path: 'brief.camera.distance', number: 'length', label: 'brief-distance' },
      { path: 'brief.camera.rise', number: 'degrees', label: 'brief-looks-down', hint: 'brief-0-is-level' },
      { path: 'brief.camera.aperture', number: 'aperture', label: 'brief-aperture' },
      {
        path: 'brief.camera.shutter',
        number: 'shutter',
        label: 'brief-shutter',
        when: (brief, data) => !isFlash(brief, data),
      },
      { path: 'brief.camera.iso', number: 'number', label: 'brief-iso' },
      {
        path: 'brief.camera.white_balance',
        label: 'brief-white',
        options: whites,
        value: (brief) => String(brief.camera.white_balance),
        choose: (id) => [{ path: 'brief.camera.white_balance', value: id === 'null' ? null : Number(id) }],
      },
      {
        path: 'brief.wanted.solve_for',
        label: 'brief-work-out',
        options: named('brief-works-out', ['iso', 'aperture', 'power']),
      },
      {
        path: 'brief.wanted.iso_highest',
        number: 'number',
        label: 'brief-iso-at-most',
        when: (brief) => brief.wanted.solve_for === 'iso',
      },
      {
        path: 'brief.wanted.aperture_widest',
        number: 'aperture',
        label: 'brief-widest-lens',
        when: (brief) => brief.wanted.solve_for !== 'power',
      },
      {
        path: 'brief.receptor',
        label: 'brief-metered-by',
        options: named('brief-meter-is', ['dome', 'flat']),
      },
    ],
  },
  {
    id: 'lamp',
    name: 'brief-more-lamp',
    fields: [
      { path: 'brief.lamp.id', shelf: 'lamp', label: 'brief-lamp' },
      { path: 'brief.lamp.power', number: 'share', label: 'brief-power' },
    ],
  },
  {
    id: 'moves',
    name: 'brief-more-moves',
    fields: [
      {
        path: 'brief.subject.movement',
        number: 'speed',
        label: 'brief-moves-at',
        hint: 'brief-nods-2-hand-work-1',
      },
      {
        path: 'brief.action.width',
        number: 'length',
        label: 'brief-action-width',
        hint: 'brief-drawn-on-the-plan-drag',
      },
      { path: 'brief.action.depth', number: 'length', label: 'brief-action-depth' },
      {
        path: 'brief.action.band',
        number: 'length',
        label: 'brief-band',
        hint: 'brief-up-and-down-about-the',
      },
      { path: 'brief.action.vary', number: 'stops', label: 'brief-key-may-vary' },
    ],
  },
  {
    id: 'air',
    name: 'brief-more-air',
    fields: [
      {
        path: 'brief.haze',
        label: 'brief-in-the-air',
        options: named('brief-air-is', ['null', 'steam', 'dust']),
        value: (brief) => brief.haze?.kind ?? 'null',
        choose: (id, brief) => [
          { path: 'brief.haze', value: id === 'null' ? null : { ...(brief.haze ?? HAZE), kind: id } },
        ],
      },
      {
        path: 'brief.haze.density',
        label: 'brief-it-is',
        options: named('brief-haze-is', ['thin', 'plain', 'thick']),
        when: hazy,
      },
      { path: 'brief.haze.x', number: 'length', label: 'brief-to-the-right', when: hazy },
      { path: 'brief.haze.y', number: 'length', label: 'brief-behind', when: hazy },
      {
        path: 'brief.haze.z',
        number: 'length',
        label: 'brief-its-middle',
        hint: 'brief-above-the-floor',
        when: hazy,
      },
      { path: 'brief.haze.width', number: 'length', label: 'brief-its-width', when: hazy },
      { path: 'brief.haze.height', number: 'length', label: 'brief-its-height', when: hazy },
    ],
  },
  {
    id: 'dark',
    name: 'brief-more-dark',
    fields: [
      {
        path: 'brief.dark.backdrop',
        number: 'stops',
        label: 'brief-backdrop-at-most',
        hint: 'brief-against-the-key-is-no',
      },
      { path: 'brief.dark.ceiling', number: 'stops', label: 'brief-ceiling-at-most' },
      { path: 'brief.dark.floor', number: 'stops', label: 'brief-floor-at-most' },
      { path: 'brief.dark.left_wall', number: 'stops', label: 'brief-left-wall' },
      { path: 'brief.dark.right_wall', number: 'stops', label: 'brief-right-wall' },
      {
        path: 'brief.dark.wall_behind',
        number: 'stops',
        label: 'brief-wall-behind',
        hint: 'brief-behind-the-camera',
      },
    ],
  },
  {
    id: 'even',
    name: 'brief-more-even',
    fields: [
      {
        path: 'brief.wanted.evenness',
        number: 'stops',
        label: 'brief-evenness',
        hint: 'brief-most-fall-middle-to-edge',
      },
      {
        path: 'brief.wanted.spill',
        number: 'share',
        label: 'brief-spill',
        hint: 'brief-most-that-misses-the-sheet',
      },
      {
        path: 'brief.wanted.loss',
        number: 'stops',
        label: 'brief-loss',
        hint: 'brief-most-light-given-up',
      },
      {
        path: 'brief.wanted.occluder_distance',
        number: 'millimetres',
        label: 'brief-behind-an-edge',
        hint: 'brief-nose-to-cheek-30-mm',
      },
    ],
  },
  {
    id: 'limits',
    name: 'brief-more-limits',
    fields: [
      {
        path: 'brief.carrying_length',
        number: 'length',
        label: 'brief-carrying',
        hint: 'brief-longest-piece-in-the-car',
      },
      {
        path: 'brief.limits.money',
        number: 'euro',
        label: 'brief-money',
        hint: 'brief-for-parts-is-no-limit',
      },
      {
        path: 'brief.limits.people',
        number: 'number',
        label: 'brief-helpers',
        hint: 'brief-people-at-the-set-up',
      },
      {
        path: 'brief.limits.build_hours',
        number: 'number',
        label: 'brief-build-time',
        hint: 'brief-hours',
      },
      {
        path: 'brief.limits.setup_minutes',
        number: 'number',
        label: 'brief-set-up-time',
        hint: 'brief-minutes',
      },
    ],
  },
  {
    id: 'backdrop',
    name: 'brief-more-backdrop',
    fields: [
      {
        path: 'brief.backdrop.sweep',
        number: 'length',
        label: 'brief-its-sweep',
        hint: 'brief-radius-0-is-flat',
      },
    ],
  },
];

/** What is searched in: the name of a field, what is said under it, and the name of its line. */
export function isFound(section: Section, field: Field, typed: string, t: PageWords): boolean {
  const words = [t(section.name), t(field.label), field.hint ? t(field.hint) : ''];
  return words.join(' ').toLowerCase().includes(typed.trim().toLowerCase());
}

/** A thing of the catalogue by its id, or one's own by its name. */
function thing(options: { id: string; name: string }[], held: unknown): string {
  if (typeof held === 'object' && held !== null && 'name' in held) return String(held.name);
  return options.find((o) => o.id === held)?.name ?? String(held);
}

/** A line in words: what is set under it. */
export function lineOf(id: SectionId, document: Shoot, data: Catalogue, t: PageWords): string {
  const { brief, units } = document;
  const { room, camera, wanted, limits } = brief;
  const length = (value: number) => ({ kind: 'length' as const, value });
  const written = (value: number, kind: Kind) => show(value, kind, units);
  const many = (parts: string[]) => (parts.length ? parts.join(', ') : t('brief-nothing-asked'));
  switch (id) {
    case 'room':
      return t('brief-line-room', {
        width: length(room.width),
        depth: length(room.depth),
        height: length(room.height),
        walls: thing(data.finishes, room.walls),
      });
    case 'camera':
      return t('brief-line-camera', {
        lens: written(camera.focal_length, 'millimetres'),
        aperture: written(camera.aperture, 'aperture'),
        distance: length(camera.distance),
        sensor: thing(data.sensors, camera.sensor),
      });
    case 'lamp':
      return t('brief-line-lamp', {
        lamp: thing(data.lamps, brief.lamp.id),
        power: { kind: 'share', value: brief.lamp.power },
      });
    case 'moves':
      return t('brief-line-moves', {
        still: { kind: 'choice', value: brief.subject.movement > 0 ? 'no' : 'yes' },
        speed: { kind: 'speed', value: brief.subject.movement },
        width: length(brief.action.width),
        depth: length(brief.action.depth),
      });
    case 'air':
      return t('brief-air-is', { of: { kind: 'choice', value: brief.haze?.kind ?? 'null' } });
    case 'dark':
      return many(
        Object.entries(brief.dark).flatMap(([name, most]) =>
          most === null
            ? []
            : [
                t('brief-line-dark', {
                  of: { kind: 'choice', value: name },
                  most: { kind: 'by_stops', value: most },
                }),
              ],
        ),
      );
    case 'even':
      return t('brief-line-even', {
        fall: { kind: 'in_stops', value: wanted.evenness },
        spill: { kind: 'share', value: wanted.spill },
        loss: { kind: 'in_stops', value: wanted.loss },
      });
    case 'limits':
      return many([
        t('brief-line-carried', { length: length(brief.carrying_length) }),
        ...(limits.money === null ? [] : [written(limits.money, 'euro')]),
        ...(limits.people === null
          ? []
          : [t('brief-line-people', { count: { kind: 'count', value: limits.people } })]),
        ...(limits.build_hours === null
          ? []
          : [t('brief-line-hours', { count: { kind: 'tenth', value: limits.build_hours } })]),
        ...(limits.setup_minutes === null
          ? []
          : [t('brief-line-minutes', { count: { kind: 'count', value: limits.setup_minutes } })]),
      ]);
    case 'backdrop':
      return t('brief-line-sweep', {
        flat: { kind: 'choice', value: brief.backdrop.sweep > 0 ? 'no' : 'yes' },
        radius: length(brief.backdrop.sweep),
      });
  }
}
