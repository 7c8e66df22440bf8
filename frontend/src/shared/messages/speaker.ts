// Facts in words, by the messages that the papers read too (src/wenlo/messages).
import { FluentBundle, FluentResource, type FluentVariable } from '@fluent/bundle';
import type { Units } from '../units/length';
import { type Argument, type Fact, shown, tape } from './values';

export type Part = 'text' | 'check' | 'mistake' | 'caution';
export type Say = (fact: Fact, part?: Part) => string;

function isFact(value: unknown): value is Fact {
  return typeof value === 'object' && value !== null && 'code' in value;
}

function listed(items: string[]): string {
  return items.join(items.some((one) => one.includes(', ')) ? '; ' : ', ');
}

/** Puts facts into the words of one file of messages. What is missing or does not fit is told to `fault`. */
export function speaker(
  source: string,
  units: Units,
  language = 'en',
  fault: (what: string) => void = (what) => console.error(what),
): Say {
  const bundle = new FluentBundle(language, {
    useIsolating: false,
    functions: { LENGTH: ([metres]) => tape(Number(metres?.valueOf()), units) },
  });
  bundle.addResource(new FluentResource(source));

  const filled = (args: Record<string, Argument>) => {
    const given: Record<string, FluentVariable> = {};
    for (const [name, argument] of Object.entries(args)) {
      const { kind, value } = argument;
      if (isFact(value)) given[name] = say(value);
      else if (kind === 'list' && Array.isArray(value))
        given[name] = listed(value.map((one) => (isFact(one) ? say(one) : String(one))));
      else {
        given[name] = shown(argument, units);
        // plurals and nothings are told from the bare number
        if (typeof value === 'number') given[`${name}_n`] = value;
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
