import { Button as AriaButton, type ButtonProps } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

const base = `
  display: inline-flex; align-items: center; justify-content: center; min-height: 34px; padding: 6px 14px;
  border-radius: 4px; font-weight: 600; cursor: pointer;
`;

/** The one act that a screen is about. */
const StrongButton = styled(AriaButton)`
  ${base}
  border: 1px solid ${colour.spruce}; background: ${colour.spruce}; color: ${colour.sheet};
  &[data-hovered] { background: ${colour.spruceDeep}; }
  &[data-disabled] { opacity: .55; cursor: default; }
`;

const PlainButton = styled(AriaButton)`
  ${base}
  border: 1px solid ${colour.spruce}; background: transparent; color: ${colour.spruce};
  &[data-hovered] { background: ${colour.spruceSoft}; }
  &[data-disabled] { opacity: .55; cursor: default; }
`;

const WordButton = styled(AriaButton)`
  border: 0; background: transparent; padding: 2px 4px; min-height: 28px; min-width: 24px; cursor: pointer; text-align: left;
  color: ${colour.spruce}; font-weight: 600; text-decoration: underline; text-underline-offset: 3px;
  &[data-hovered] { color: ${colour.spruceDeep}; background: ${colour.spruceSoft}; }
`;

/** A button in one of three weights: the main act, another act, or a word in a sentence. */
export function Button({
  weight = 'plain',
  ...props
}: ButtonProps & { readonly weight?: 'strong' | 'plain' | 'word' }) {
  const Weighted = weight === 'strong' ? StrongButton : weight === 'word' ? WordButton : PlainButton;
  return <Weighted {...props} />;
}
