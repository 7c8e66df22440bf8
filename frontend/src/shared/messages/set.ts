// The words of what stands in the set: what cannot stand, what meters read, where light goes, flags and maps.
import source from '../../../../src/wenlo/messages/en/set.ftl?raw';
import { factWords } from './facts';

export const { useWords: useSetWords } = factWords(source);
