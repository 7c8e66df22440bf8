// The words of gauges, figures and notes of the light.
import source from '../../../../src/wenlo/messages/en/light.ftl?raw';
import { factWords } from './facts';

export const { say: sayLight, useWords: useLightWords } = factWords(source);
