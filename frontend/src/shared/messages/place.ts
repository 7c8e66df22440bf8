// The words of place.
import source from '../../../../src/wenlo/messages/en/place.ftl?raw';
import { pageWords } from './page';

export const usePlaceWords = pageWords(source);
