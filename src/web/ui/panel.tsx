import { type ReactNode, useState } from 'react';
import { Button, Disclosure, DisclosurePanel, Heading } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour, textFace } from '../theme/tokens.ts';

/** A part of the margin that is opened when it is needed; closed, it says in a few words how things stand, and nothing in it is drawn. */
export function Panel(props: {
  readonly title: string;
  readonly summary: ReactNode;
  readonly isOpenAtFirst?: boolean;
  readonly children: ReactNode;
}) {
  const { title, summary, isOpenAtFirst = false, children } = props;
  const [isOpen, setOpen] = useState(isOpenAtFirst);
  return (
    <Frame isExpanded={isOpen} onExpandedChange={setOpen}>
      <Heading level={2}>
        <Button slot="trigger">
          <b>{title}</b>
          <span>{summary}</span>
        </Button>
      </Heading>
      <DisclosurePanel>{isOpen && <Inside>{children}</Inside>}</DisclosurePanel>
    </Frame>
  );
}

const Frame = styled(Disclosure)`
  border-top: 1px solid ${colour.hairline};
  h2 { margin: 0; }
  button[slot="trigger"] {
    display: grid; grid-template-columns: minmax(0, 1fr) auto; column-gap: 8px; width: 100%; border: 0; background: transparent;
    text-align: left; padding: 9px 2px; cursor: pointer; font: 400 14px/1.4 ${textFace}; min-height: 40px; color: ${colour.ink};
  }
  button[slot="trigger"][data-hovered] { background: ${colour.spruceSoft}; }
  button[slot="trigger"] b { font-weight: 650; }
  button[slot="trigger"] span { grid-column: 1; font-size: 13px; color: ${colour.quiet}; font-weight: 400; }
  button[slot="trigger"]::after {
    content: '+'; grid-column: 2; grid-row: 1 / span 2; align-self: center; font-size: 18px; color: ${colour.spruce}; width: 16px; text-align: center;
  }
  &[data-expanded] button[slot="trigger"]::after { content: '–'; }
`;
const Inside = styled.div`
  display: grid; gap: 10px; padding: 2px 2px 16px; font-size: 14px; align-content: start;
  p { font-size: 14px; }
  ol, ul { margin: 0; padding-left: 20px; }
  a { display: inline-flex; align-items: center; min-height: 26px; }
`;
