import { styled } from 'styled-components';
import type { Recognised } from '../../../../core/arrange/recogniser/map-proposals.ts';
import { formatFinding } from '../../../../core/words/finding-words.ts';
import { formatProposal } from '../../../../core/words/proposal-words.ts';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { runCommands } from '../acts/map-stores.ts';
import { useMapStores } from '../use-map.tsx';

const MOST_SHOWN = 10;

/** What repeats and what differs, as plain statements, and what could be written shorter, each done by one press. */
export function Proposals({ recognised }: { readonly recognised: Recognised }) {
  const stores = useMapStores();
  const { findings, proposals } = recognised;
  const proposed = new Set(proposals.flatMap((each) => (each.kind === 'merge-section' ? [each.section] : [])));
  const sentences = findings
    .filter((finding) => !('section' in finding) || !proposed.has(finding.section))
    .map(formatFinding);
  return (
    <Frame>
      {proposals.slice(0, MOST_SHOWN).map((proposal) => {
        const { seen, act } = formatProposal(proposal);
        return (
          <li key={`${seen} ${act}`}>
            {seen}{' '}
            <Button weight="word" onPress={() => runCommands(stores, [proposal.command])}>
              {act}
            </Button>
          </li>
        );
      })}
      {sentences.slice(0, MOST_SHOWN).map((sentence) => (
        <li key={sentence}>{sentence}</li>
      ))}
      {sentences.length > MOST_SHOWN && <li>And {sentences.length - MOST_SHOWN} more lines that come again.</li>}
    </Frame>
  );
}

const Frame = styled.ul`
  list-style: none; margin: 0; padding: 0; font-size: 14px; display: grid; gap: 8px;
  li { padding: 0 0 6px; border-bottom: 1px solid ${colour.hairline}; }
  li:last-child { border-bottom: 0; }
`;
