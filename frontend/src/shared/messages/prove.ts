// The words of prove.
import source from '../../../../src/wenlo/messages/en/prove.ftl?raw';
import { pageWords } from './page';

export const useProveWords = pageWords(source);
