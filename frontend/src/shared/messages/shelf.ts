// The words of shelf.
import source from '../../../../src/wenlo/messages/en/shelf.ftl?raw';
import { pageWords } from './page';

export const useShelfWords = pageWords(source);
