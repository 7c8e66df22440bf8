// The words of the ranking of kinds, and of what a shiny thing mirrors.
import source from '../../../../src/wenlo/messages/en/ranking.ftl?raw';
import { factWords } from './facts';

export const { say: sayRanking, useWords: useRankingWords } = factWords(source);
