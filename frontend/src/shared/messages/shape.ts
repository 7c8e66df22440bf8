// The words of Shape and of the gauge strip.
import source from '../../../../src/wenlo/messages/en/shape.ftl?raw';
import { pageWords } from './page';

export const useShapeWords = pageWords(source);
