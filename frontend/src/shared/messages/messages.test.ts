// The same facts give the same words here and in the papers (tests/message_vectors.json).
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import source from '../../../../src/wenlo/messages/en/build.ftl?raw';
import ofLight from '../../../../src/wenlo/messages/en/light.ftl?raw';
import type { Units } from '../units/length';
import { stepWords } from './build';
import { type Part, PSEUDO, pseudo, speaker, valueWords } from './speaker';
import { type Argument, type Fact, shown } from './values';

const vectors = JSON.parse(
  readFileSync(new URL('../../../../tests/message_vectors.json', import.meta.url), 'utf8'),
) as {
  values: [Argument['kind'], Argument['value'], Units, string][];
  facts: { room?: string; fact: Fact; part: Part | null; units: Units; text: string }[];
};

describe('arguments', () => {
  it.each(vectors.values)('%s %j in %s is %s', (kind, value, units, text) => {
    expect(shown({ kind, value }, units, valueWords())).toBe(text);
  });
});

describe('facts', () => {
  it.each(vectors.facts.map((one) => [one.fact.code, one] as const))('%s is said as on paper', (_, one) => {
    const faults: string[] = [];
    const say = speaker(one.room === 'light' ? ofLight : source, one.units, 'en', (what) =>
      faults.push(what),
    );
    expect(say(one.fact, one.part ?? undefined)).toBe(one.text);
    expect(faults).toEqual([]);
  });

  it('that have no message, or not its arguments, are told and never hidden', () => {
    const faults: string[] = [];
    const say = speaker(source, 'metric', 'en', (what) => faults.push(what));
    expect(say({ code: 'steps_nobody-wrote-this', args: {} })).toBe('steps_nobody-wrote-this');
    say({ code: 'steps_diagonals', args: {} });
    expect(faults).toHaveLength(2);
    expect(faults[0]).toContain('steps_nobody-wrote-this');
    expect(faults[1]).toContain('diagonal');
  });

  it('have no part that is not written', () => {
    const say = speaker(source, 'metric');
    expect(say({ code: 'fittings_staples', args: {} }, 'check')).toBe('');
  });
});

describe('the made-up language', () => {
  it('is longer, and every word of it has an accent', () => {
    expect(pseudo('Shadow edge')).toBe('Sháádów éédgé');
    const say = speaker(ofLight, 'metric', PSEUDO);
    const text = say({ code: 'gauge_spill', args: { missed: { kind: 'share', value: 0.17 } } }, 'detail');
    expect(text).toMatch(/^17 % óóf thé láámp's/);
    const stops = { kind: 'by_stops' as const, value: -1.9 };
    const off = { kind: 'in_stops' as const, value: 1.9 };
    const way = { kind: 'choice' as const, value: 'less' };
    expect(say({ code: 'gauge_background', args: { stops, off, way } }, 'value')).toBe('−1.9 stóóps');
  });
});

describe('a step', () => {
  const fact = (code: string, args: Fact['args'] = {}): Fact => ({ code, args });
  const said = {
    says: fact('tube-frame_cut-the-tube', {
      saw: { kind: 'label', value: 'hacksaw' },
      extra: { kind: 'length', value: 0.0508 },
    }),
    instead: fact('steps_cut-the-bars'),
    further: [],
    checks: [],
    cautions: [fact('fittings_staples'), fact('fittings_staples')],
  };
  it('has the words of another where it has none, and no caution twice', () => {
    const words = stepWords(said, 'metric');
    expect(words.title).toBe('Cut the tube');
    expect(words.check).toContain('flush at both ends');
    expect(words.mistake).toContain('51 mm too wide');
    expect(words.caution.split('staple gun')).toHaveLength(2);
  });
  it('changes with the units at once', () => {
    expect(stepWords(said, 'imperial').mistake).toContain('2" too wide');
  });
});
