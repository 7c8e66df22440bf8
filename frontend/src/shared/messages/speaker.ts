// Facts in words, by the messages that the papers read too (src/wenlo/messages).
import { FluentBundle, FluentResource, type FluentVariable } from '@fluent/bundle';
import ofValues from '../../../../src/wenlo/messages/en/values.ftl?raw';
import type { Units } from '../units/length';
import { type Argument, type Fact, shown, tape, type Words } from './values';

export type Part =
  | 'text'
  | 'check'
  | 'mistake'
  | 'caution'
  | 'value'
  | 'spread'
  | 'detail'
  | 'reason'
  | 'figure'
  | 'limit'
  | 'source';

/** A made-up language, longer and with accents everywhere: what is not in it is still written in code. */
export const PSEUDO = 'pseudo';

const ACCENTED: Record<string, string> = {
  a: 'á',
  e: 'é',
  i: 'í',
  o: 'ó',
  u: 'ú',
  y: 'ý',
  A: 'Á',
  E: 'É',
  I: 'Í',
  O: 'Ó',
  U: 'Ú',
};

/** Text in the made-up language; vowels twice where a third more room is wanted. */
export function pseudo(text: string): string {
  let vowels = 0;
  return text.replace(/[aeiouyAEIOU]/g, (letter) => {
    vowels += 1;
    const accented = ACCENTED[letter] ?? letter;
    return vowels % 2 ? accented + accented.toLowerCase() : accented;
  });
}

export type Say = (fact: Fact, part?: Part) => string;
type Given = Record<string, FluentVariable>;

function isFact(value: unknown): value is Fact {
  return typeof value === 'object' && value !== null && 'code' in value;
}

function listed(items: string[]): string {
  return items.join(items.some((one) => one.includes(', ')) ? '; ' : ', ');
}

function bundleIn(language: string, functions = {}): FluentBundle {
  return new FluentBundle(language === PSEUDO ? 'en' : language, {
    useIsolating: false,
    functions,
    ...(language === PSEUDO ? { transform: pseudo } : {}),
  });
}

const values = new Map<string, Words>();

/** The words that numbers need in a language. */
export function valueWords(language = 'en'): Words {
  const there = values.get(language);
  if (there) return there;
  const bundle = bundleIn(language);
  bundle.addResource(new FluentResource(ofValues));
  const say: Words = (code, given) => {
    const pattern = bundle.getMessage(code)?.value;
    return pattern ? bundle.formatPattern(pattern, given) : code;
  };
  values.set(language, say);
  return say;
}

/** Puts facts into the words of one file of messages. What is missing or does not fit is told to `fault`. */
export function speaker(
  source: string,
  units: Units,
  language = 'en',
  fault: (what: string) => void = (what) => console.error(what),
): Say {
  const bundle = bundleIn(language, {
    LENGTH: ([metres]: FluentVariable[]) => tape(Number(metres?.valueOf()), units),
    CAP: ([text]: FluentVariable[]) => `${text}`.replace(/^./u, (first) => first.toUpperCase()),
  });
  bundle.addResource(new FluentResource(source));
  const words = valueWords(language);

  const filled = (args: Record<string, Argument>) => {
    const given: Given = {};
    for (const [name, argument] of Object.entries(args)) {
      const { kind, value } = argument;
      if (isFact(value)) given[name] = say(value);
      else if (kind === 'list' && Array.isArray(value))
        given[name] = listed(value.map((one) => (isFact(one) ? say(one) : String(one))));
      else {
        given[name] = shown(argument, units, words);
        // plurals and nothings are told from the bare number
        if (typeof value === 'number' || value === null) given[`${name}_n`] = value ?? 0;
      }
    }
    return given;
  };

  const say: Say = (fact, part) => {
    const message = bundle.getMessage(fact.code);
    if (!message) {
      fault(`there is no message ${fact.code}`);
      return part ? '' : fact.code;
    }
    const pattern = part ? message.attributes[part] : message.value;
    if (!pattern) return '';
    const errors: Error[] = [];
    const text = bundle.formatPattern(pattern, filled(fact.args), errors);
    for (const error of errors) fault(`${fact.code}: ${error.message}`);
    return text.trim();
  };
  return say;
}
