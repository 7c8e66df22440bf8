// Which parts of the built thing are there at each step, and which it adds, as the server's pictures have it.
import type { Build, Schemas } from '../../shared/api/client';
import { stepWords } from '../../shared/messages/build';
import type { Units } from '../../shared/units/length';

type Step = Pick<Build['steps'][number], 'key' | 'said'>;
type Picture = Pick<Schemas['PictureResult'], 'key' | 'parts'>;

export type ShownStep = { number: number; title: string; added: Set<string>; present: Set<string> };

/** Steps that add parts, numbered as in the list. */
export function stepsOf(steps: Step[], pictures: Picture[], units: Units): ShownStep[] {
  const adds = new Map(pictures.map((picture) => [picture.key, picture.parts]));
  const there: string[] = [];
  return steps.flatMap((step, i) => {
    const parts = adds.get(step.key);
    if (!parts) return [];
    const shown = {
      number: i + 1,
      title: stepWords(step.said, units).title,
      added: new Set(parts),
      present: new Set(there),
    };
    there.push(...parts);
    return [shown];
  });
}
