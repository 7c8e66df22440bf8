// The words of the rig's checks, cures and tasks.
import source from '../../../../src/wenlo/messages/en/checks.ftl?raw';
import { factWords } from './facts';

export const { useWords: useCheckWords } = factWords(source);
