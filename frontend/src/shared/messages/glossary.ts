// The trade's words with their meaning: found by the words of a label, and listed on the help page.
import { FluentBundle, FluentResource } from '@fluent/bundle';
import source from '../../../../src/wenlo/messages/en/glossary.ftl?raw';
import { PSEUDO, pseudo } from './speaker';

export type Term = { id: string; name: string; meaning: string; forms: string[] };

const plain = (text: string) => text.trim().toLowerCase();

function read(language: string): Term[] {
  const resource = new FluentResource(source);
  const bundle = new FluentBundle(language === PSEUDO ? 'en' : language, {
    useIsolating: false,
    ...(language === PSEUDO ? { transform: pseudo } : {}),
  });
  bundle.addResource(resource);
  return resource.body
    .flatMap(({ id }): Term[] => {
      const message = bundle.getMessage(id);
      const [value, forms] = [message?.value, message?.attributes.forms];
      if (!value || !forms) return [];
      const names = bundle
        .formatPattern(forms)
        .split(',')
        .map((form) => form.trim());
      return [{ id, name: names[0] ?? id, meaning: bundle.formatPattern(value), forms: names.map(plain) }];
    })
    .sort((a, b) => a.name.localeCompare(b.name, undefined, { sensitivity: 'base' }));
}

const known = new Map<string, Term[]>();

export function terms(language: string): Term[] {
  const there = known.get(language) ?? read(language);
  known.set(language, there);
  return there;
}

/** The term that a label names, if it names one and nothing else. */
export function termOf(label: string, language: string): Term | undefined {
  const words = plain(label);
  return terms(language).find((term) => term.forms.includes(words));
}
