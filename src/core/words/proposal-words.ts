import type { MapProposal } from '../arrange/recogniser/map-proposals.ts';
import { uniqueBy } from '../kernel/list.ts';
import { formatCount } from '../kernel/plural.ts';
import { joinWords } from './sentence.ts';

/** A proposal in words: what was seen, and the act that would change it. */
export type ProposalWords = { readonly seen: string; readonly act: string };

/** Says a proposal: "Verse lines 1 to 3 begin alike." and "Write them as repeats of one line". */
export function formatProposal(proposal: MapProposal): ProposalWords {
  switch (proposal.kind) {
    case 'fold-lines': {
      const { section, fromLine, toLine, hasEndings, savedBars } = proposal;
      const lines = `${section} lines ${fromLine}${toLine === fromLine + 1 ? ' and' : ' to'} ${toLine}`;
      return hasEndings
        ? { seen: `${lines} begin alike.`, act: `Write one line with endings: ${formatCount(savedBars, 'bar')} fewer` }
        : { seen: `${lines} are the same.`, act: `Write one line, played ${toLine - fromLine + 1} times` };
    }
    case 'fold-section':
      return {
        seen: `${proposal.section} goes ${proposal.times} times through the same lines.`,
        act: `Write it once, × ${proposal.times}`,
      };
    case 'merge-section':
      return {
        seen: `${proposal.section} is ${proposal.into}${proposal.differs ? ' but for one bar' : ''}.`,
        act: `Make it another time of ${proposal.into}`,
      };
    case 'divide-section': {
      const names = uniqueBy(proposal.pieces, ({ name }) => name).map(({ name }) => name);
      return {
        seen: `${proposal.section} comes apart into ${formatCount(proposal.pieces.length, 'piece')}: ${joinWords(names)}.`,
        act: 'Cut it into these sections',
      };
    }
    case 'cut-line':
      return {
        seen: `${proposal.section} line ${proposal.line} is a long row of bars.`,
        act: `Cut it into lines of ${proposal.every}`,
      };
  }
}
