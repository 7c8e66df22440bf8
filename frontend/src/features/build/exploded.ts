// Which parts of the built thing are there at each step, and which it adds.
import type { Build, Schemas } from '../../shared/api/client';

type Step = Pick<Build['steps'][number], 'title' | 'parts'>;
type Part = Pick<Schemas['DrawnResult'], 'id' | 'label' | 'joined'>;

export type ShownStep = { number: number; title: string; added: Set<string>; present: Set<string> };

/** Steps that add parts, numbered as in the list; what joins bars comes with the last of them. */
export function stepsOf(steps: Step[], parts: Part[]): ShownStep[] {
  const when = new Map(steps.flatMap((step, i) => step.parts.map((label) => [label, i] as const)));
  const comes = (part: Part): number => {
    const labels = part.label ? [part.label] : part.joined;
    return Math.max(...labels.map((label) => when.get(label) ?? Number.POSITIVE_INFINITY));
  };
  return steps.flatMap((step, i) => {
    const added = new Set(parts.filter((part) => comes(part) === i).map((part) => part.id));
    if (!added.size) return [];
    const present = new Set(parts.filter((part) => comes(part) < i).map((part) => part.id));
    return [{ number: i + 1, title: step.title, added, present }];
  });
}
