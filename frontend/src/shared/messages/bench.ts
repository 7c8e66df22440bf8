// The words of bench.
import source from '../../../../src/wenlo/messages/en/bench.ftl?raw';
import { pageWords } from './page';

export const useBenchWords = pageWords(source);
