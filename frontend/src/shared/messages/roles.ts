// The words of lights and boards by their job, and of lights against the key lamp.
import source from '../../../../src/wenlo/messages/en/roles.ftl?raw';
import { factWords } from './facts';

export const { useWords: useRoleWords } = factWords(source);
