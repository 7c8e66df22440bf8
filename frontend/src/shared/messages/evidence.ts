// The words of what a shoot's readings tell of its set.
import source from '../../../../src/wenlo/messages/en/evidence.ftl?raw';
import { factWords } from './facts';

export const { useWords: useEvidenceWords } = factWords(source);
