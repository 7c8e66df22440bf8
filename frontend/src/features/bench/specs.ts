// What is written down for each thing on the Bench: fields of the set-up, columns of its readings.
import type { Kind } from '../../shared/units/quantity';

type Choice = { value: string | number | boolean; label: string };
export type Column = {
  key: string;
  label: string;
  kind: Kind;
  /** Given, one of these is chosen. */
  choices?: Choice[];
  /** An empty cell is allowed and means this. */
  empty?: string;
  /** Shown only where another cell of the row holds this. */
  where?: [key: string, value: string];
};
export type Table = {
  key: string;
  title: string;
  columns: Column[];
  row: Record<string, unknown>;
};
export type Spec = {
  of: string;
  name: string;
  how: string[];
  setup: Column[];
  tables: Table[];
  start: Record<string, unknown>;
};

const LUX: Column = { key: 'lux', label: 'reading', kind: 'lux' };

export const SPECS: Spec[] = [
  {
    of: 'sheet',
    name: 'A sheet',
    how: [
      'Darken the room. Lamp and meter stay where they are; only the sheet comes and goes.',
      'Lay the sheet flat on the meter: read without, with one layer, with two.',
      'Then lay a black card with a hole on it and step back: read on the axis, and at 30° and 60° off it.',
    ],
    setup: [
      { key: 'lamp_to_sheet', label: 'lamp to sheet', kind: 'length' },
      { key: 'sheet_to_meter', label: 'hole to meter', kind: 'length' },
      { key: 'hole', label: 'width of the hole', kind: 'length' },
    ],
    tables: [
      {
        key: 'readings',
        title: 'Readings',
        columns: [
          {
            key: 'layers',
            label: 'layers',
            kind: 'number',
            choices: [
              { value: 0, label: 'none' },
              { value: 1, label: 'one' },
              { value: 2, label: 'two' },
            ],
          },
          {
            key: 'through',
            label: 'where',
            kind: 'number',
            choices: [
              { value: 'on the meter', label: 'on the meter' },
              { value: 'hole', label: 'through the hole' },
            ],
          },
          { key: 'angle', label: 'off the axis', kind: 'degrees', where: ['through', 'hole'] },
          LUX,
        ],
        row: { layers: 0, through: 'on the meter', angle: 0 },
      },
    ],
    start: { lamp_to_sheet: 1, sheet_to_meter: 0.3, hole: 0.08, readings: [] },
  },
  {
    of: 'face',
    name: 'A bounce face',
    how: [
      'Let the lamp fall on it from well back. Read the light on it, the meter turned to the lamp.',
      'Turn the meter round before its middle, keep your shadow off, and read what comes back.',
      'Or photograph it beside a card of known reflectance and take the stops and the cast from Prove.',
    ],
    setup: [
      { key: 'width', label: 'width', kind: 'length' },
      { key: 'height', label: 'height', kind: 'length' },
      { key: 'distance', label: 'meter to the face', kind: 'length' },
      { key: 'card', label: 'card gives back', kind: 'share' },
    ],
    tables: [
      {
        key: 'readings',
        title: 'Readings',
        columns: [
          {
            key: 'by',
            label: 'by',
            kind: 'number',
            choices: [
              { value: 'meter', label: 'meter' },
              { value: 'photograph', label: 'photograph' },
            ],
          },
          { key: 'there', label: 'on it', kind: 'lux', where: ['by', 'meter'] },
          { key: 'back', label: 'comes back', kind: 'lux', where: ['by', 'meter'] },
          { key: 'stops', label: 'over the card', kind: 'stops', where: ['by', 'photograph'] },
          { key: 'warm', label: 'warmer by', kind: 'stops', where: ['by', 'photograph'] },
          { key: 'green', label: 'greener by', kind: 'stops', where: ['by', 'photograph'] },
        ],
        row: { by: 'meter' },
      },
    ],
    start: { width: 1, height: 0.7, distance: 0.2, card: 0.18, readings: [] },
  },
  {
    of: 'black',
    name: 'A black',
    how: [
      'As a bounce face; blacks are best told by a photograph beside a card.',
      'For what leaks through: read before it and close behind it.',
    ],
    setup: [
      { key: 'width', label: 'width', kind: 'length' },
      { key: 'height', label: 'height', kind: 'length' },
      { key: 'distance', label: 'meter to it', kind: 'length' },
      { key: 'card', label: 'card gives back', kind: 'share' },
      { key: 'before', label: 'light before it', kind: 'lux', empty: 'not read' },
      { key: 'behind', label: 'light behind it', kind: 'lux', empty: 'not read' },
    ],
    tables: [],
    start: { width: 1, height: 0.7, distance: 0.2, card: 0.18, before: null, behind: null, readings: [] },
  },
  {
    of: 'lamp',
    name: 'A lamp',
    how: [
      'The bare lamp at full, warm for ten minutes, in a dark room, the meter always as far off.',
      'Read on the axis, then at angles until hardly any light is left.',
      'At one place, read with the dial at full, half, a quarter. Do not look into it.',
    ],
    setup: [
      { key: 'distance', label: 'lamp to meter', kind: 'length' },
      { key: 'balance', label: 'camera balanced for', kind: 'kelvin', empty: 'not held' },
      { key: 'warm', label: 'card warmer by', kind: 'stops' },
      { key: 'green', label: 'card greener by', kind: 'stops' },
    ],
    tables: [
      {
        key: 'beam',
        title: 'Beam, at full',
        columns: [{ key: 'angle', label: 'off the axis', kind: 'degrees' }, LUX],
        row: {},
      },
      {
        key: 'dial',
        title: 'Dial, at one place',
        columns: [{ key: 'mark', label: 'dial at', kind: 'share' }, LUX],
        row: {},
      },
    ],
    start: { distance: 2, balance: null, warm: 0, green: 0, beam: [], dial: [] },
  },
  {
    of: 'lens',
    name: 'A found lens',
    how: [
      'Let it throw the image of a far window on paper; measure from lens to paper when it is sharp.',
      'Never point it at the sun: its focus sets things alight.',
    ],
    setup: [{ key: 'width', label: 'width of the lens', kind: 'length' }],
    tables: [
      {
        key: 'readings',
        title: 'Images',
        columns: [
          { key: 'thing', label: 'thing to lens', kind: 'length', empty: 'far window' },
          { key: 'image', label: 'lens to image', kind: 'length' },
        ],
        row: { thing: null },
      },
    ],
    start: { width: 0.08, readings: [] },
  },
  {
    of: 'outline',
    name: 'An outline',
    how: [
      'Lay the thing on something much lighter or darker, with a sheet of paper or a ruler beside it.',
      'Photograph it from straight above, as far up as you can. Mark the scale, then box the thing.',
    ],
    setup: [],
    tables: [],
    start: { points: [], error: 0.002 },
  },
  {
    of: 'ground sheet',
    name: 'A ground sheet',
    how: [
      'Bend fresh pieces round tins of several widths, and note which leave a crease.',
      'Clamp a strip level over the table’s edge and measure how far its end droops.',
      'In a photograph under raking light, take the stops between both sides of a crease.',
    ],
    setup: [
      { key: 'overhang', label: 'over the edge', kind: 'length', empty: 'not measured' },
      { key: 'droop', label: 'its end droops', kind: 'length', empty: 'not measured' },
      { key: 'relief', label: 'sides of a crease differ', kind: 'stops', empty: 'not measured' },
      { key: 'raking', label: 'light over the sheet', kind: 'degrees' },
    ],
    tables: [
      {
        key: 'bends',
        title: 'Bends',
        columns: [
          { key: 'radius', label: 'to a radius of', kind: 'length' },
          {
            key: 'creased',
            label: 'crease',
            kind: 'number',
            choices: [
              { value: false, label: 'none stayed' },
              { value: true, label: 'stayed' },
            ],
          },
        ],
        row: { creased: false },
      },
    ],
    start: { overhang: null, droop: null, relief: null, raking: 20, bends: [] },
  },
];

const face = SPECS.find((s) => s.of === 'face');
const black = SPECS.find((s) => s.of === 'black');
if (face && black) black.tables = face.tables;

export const specOf = (of: string): Spec => SPECS.find((s) => s.of === of) ?? (SPECS[0] as Spec);

/** The category of the Shelf that a thing goes to. */
export const CATEGORY: Record<string, string> = {
  sheet: 'sheet',
  face: 'face',
  black: 'black',
  lamp: 'lamp',
  lens: 'found',
  outline: 'found',
  'ground sheet': 'backdrop',
};
