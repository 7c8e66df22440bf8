// What can be taken back and done again: this browser's own edits, in their order.
import type { Change } from '../journal/merge';

export type Step = {
  id: string;
  label: string;
  changes: Change[];
  undoes?: string | null | undefined;
  redoes?: string | null | undefined;
};
export type Stacks = { undo: Step[]; redo: Step[] };

/** The stacks that a row of edits leaves; taking back and doing again are edits like any other. */
export function stacks(steps: Step[]): Stacks {
  const undo: Step[] = [];
  let redo: Step[] = [];
  for (const step of steps) {
    if (step.undoes) {
      const k = undo.findLastIndex((s) => s.id === step.undoes);
      if (k >= 0) redo.push(...undo.splice(k, 1));
    } else if (step.redoes) {
      const k = redo.findLastIndex((s) => s.id === step.redoes);
      if (k >= 0) undo.push(...redo.splice(k, 1));
    } else {
      undo.push(step);
      redo = [];
    }
  }
  return { undo, redo };
}

/** Two rows of edits in one, each edit once. */
export function joined(first: Step[], then: Step[]): Step[] {
  const known = new Set(first.map((s) => s.id));
  return [...first, ...then.filter((s) => !known.has(s.id))];
}
