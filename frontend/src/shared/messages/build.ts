// The words of a build's steps.
import source from '../../../../src/wenlo/messages/en/build.ftl?raw';
import type { Schemas } from '../api/client';
import type { Units } from '../units/length';
import { type Part, type Say, speaker } from './speaker';
import type { Fact } from './values';

const made = new Map<Units, Say>();

function sayBuild(units: Units): Say {
  const there = made.get(units) ?? speaker(source, units);
  made.set(units, there);
  return there;
}

export type StepWords = { title: string; text: string; check: string; mistake: string; caution: string };

/** A step in words; of two that are the same, one is said. */
export function stepWords(said: Schemas['StepSaid'], units: Units): StepWords {
  const say = sayBuild(units);
  const part = (name: Part, more: Fact[] = []) => {
    const own = say(said.says, name) || (said.instead ? say(said.instead, name) : '');
    return [...new Set([own, ...more.map((fact) => say(fact))])].filter(Boolean).join(' ');
  };
  return {
    title: say(said.says),
    text: part('text', said.further),
    check: part('check', said.checks),
    mistake: part('mistake'),
    caution: part('caution', said.cautions),
  };
}
