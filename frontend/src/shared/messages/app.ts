// The words of app.
import source from '../../../../src/wenlo/messages/en/app.ftl?raw';
import { pageWords } from './page';

export const useAppWords = pageWords(source);
