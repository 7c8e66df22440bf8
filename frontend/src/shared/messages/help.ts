// The words of help.
import source from '../../../../src/wenlo/messages/en/help.ftl?raw';
import { pageWords } from './page';

export const useHelpWords = pageWords(source);
