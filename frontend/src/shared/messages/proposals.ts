// The words of what brings a gauge into its band, and of how it is worked out.
import source from '../../../../src/wenlo/messages/en/proposals.ftl?raw';
import { factWords } from './facts';

export const { useWords: useProposalWords } = factWords(source);
