// The words of common.
import source from '../../../../src/wenlo/messages/en/common.ftl?raw';
import { pageWords } from './page';

export const useCommonWords = pageWords(source);
