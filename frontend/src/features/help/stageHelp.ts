// What is said of each stage, in the order in which it is read.
import type { PageWords } from '../../shared/messages/page';

export const HELPED = [
  'brief',
  'shape',
  'place',
  'build',
  'rig',
  'prove',
  'shelf',
  'bench',
  'practice',
] as const;
export type Helped = (typeof HELPED)[number];

export const isHelped = (stage: string | undefined): stage is Helped =>
  HELPED.some((known) => known === stage);

export type StageHelp = { name: string; about: string; steps: string[]; mind: string[] };

const lines = (text: string) => text.split('\n').map((line) => line.trim());

export function stageHelp(stage: Helped, t: PageWords): StageHelp {
  const said = {
    brief: [t('help-of-brief'), t('help-brief'), t('help-brief-steps'), t('help-brief-mind')],
    shape: [t('help-of-shape'), t('help-shape'), t('help-shape-steps'), t('help-shape-mind')],
    place: [t('help-of-place'), t('help-place'), t('help-place-steps'), t('help-place-mind')],
    build: [t('help-of-build'), t('help-build'), t('help-build-steps'), t('help-build-mind')],
    rig: [t('help-of-rig'), t('help-rig'), t('help-rig-steps'), t('help-rig-mind')],
    prove: [t('help-of-prove'), t('help-prove'), t('help-prove-steps'), t('help-prove-mind')],
    shelf: [t('help-of-shelf'), t('help-shelf'), t('help-shelf-steps'), t('help-shelf-mind')],
    bench: [t('help-of-bench'), t('help-bench'), t('help-bench-steps'), t('help-bench-mind')],
    practice: [t('help-of-practice'), t('help-practice'), t('help-practice-steps'), t('help-practice-mind')],
  }[stage];
  const [name = '', about = '', steps = '', mind = ''] = said;
  return { name, about, steps: lines(steps), mind: lines(mind) };
}
