// The words of practice.
import source from '../../../../src/wenlo/messages/en/practice.ftl?raw';
import { pageWords } from './page';

export const usePracticeWords = pageWords(source);
