// The words of brief.
import source from '../../../../src/wenlo/messages/en/brief.ftl?raw';
import { pageWords } from './page';

export const useBriefWords = pageWords(source);
