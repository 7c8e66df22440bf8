// The words of shoots.
import source from '../../../../src/wenlo/messages/en/shoots.ftl?raw';
import { pageWords } from './page';

export const useShootsWords = pageWords(source);
