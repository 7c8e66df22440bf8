// The words of build-page.
import source from '../../../../src/wenlo/messages/en/build-page.ftl?raw';
import { pageWords } from './page';

export const useBuildPageWords = pageWords(source);
