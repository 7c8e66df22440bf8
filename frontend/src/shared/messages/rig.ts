// The words of rig.
import source from '../../../../src/wenlo/messages/en/rig.ftl?raw';
import { pageWords } from './page';

export const useRigWords = pageWords(source);
