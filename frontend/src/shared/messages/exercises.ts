// The words of exercises: what is asked, what there is to choose, and why the answer is what it is.
import source from '../../../../src/wenlo/messages/en/exercises.ftl?raw';
import { factWords } from './facts';

export const { useWords: useExerciseWords } = factWords(source);
