/*
 * XML text to plain elements, piece by piece, so that a reading can be ended in the middle.
 *
 * Nothing is taken on trust: a document that declares entities is refused before it is parsed, so that none is ever expanded or fetched;
 * elements may be neither more nor deeper than any score needs. A document type that only names its DTD is passed over.
 */
import { SaxesParser } from 'saxes';
import type { XmlNode } from '../core/formats/musicxml/xml-node.ts';
import { err, ok, type Result } from '../core/kernel/result.ts';
import { runSteps, type Steps } from '../core/kernel/steps.ts';

/** Why a text is no XML that is read; the detail begins with line and column. */
export type XmlError =
  | { readonly kind: 'declares-entities' }
  | { readonly kind: 'too-deep' }
  | { readonly kind: 'too-much' }
  | { readonly kind: 'not-xml'; readonly detail: string };

const DEEPEST = 64;
/** Most tags and attributes together: several times what a song of the greatest size comes to. Read, each takes many times its text. */
export const MOST_MARKUP = 400_000;
/** Characters between two steps: some 10 ms of work. */
const PIECE = 50_000;
const [LESS_THAN, EQUALS] = [0x3c, 0x3d];

/** Reads a document to its root element. */
export function parseXml(text: string): Result<XmlNode, XmlError> {
  return runSteps(parseXmlInSteps(text));
}

/** Reads a document to its root element, in steps. */
export function* parseXmlInSteps(text: string): Steps<Result<XmlNode, XmlError>> {
  if (declaresEntities(text)) {
    return err({ kind: 'declares-entities' });
  }
  if (holdsTooMuch(text)) {
    return err({ kind: 'too-much' });
  }
  const tree = createTree();
  const whole = text.replace(BARE_AMPERSAND, '&amp;');
  try {
    for (let at = 0; at < whole.length; at += PIECE) {
      tree.write(whole.slice(at, at + PIECE));
      if (tree.isTooDeep()) {
        return err({ kind: 'too-deep' });
      }
      yield { share: at / whole.length };
    }
    return ok(tree.close());
  } catch (error) {
    return err({ kind: 'not-xml', detail: error instanceof Error ? error.message : String(error) });
  }
}

/** People write it so; a parser would take all that follows for the name of an entity. */
const BARE_AMPERSAND = /&(?!#?\w{1,40};)/g;

/** Faults of a text, not of the tree: a character that XML does not have, or one written as an unknown entity. It stays as it is written. */
const IN_TEXT = /: (?:disallowed character|malformed character entity|undefined entity)\.$/;

type Growing = Omit<XmlNode, 'children' | 'text'> & { readonly children: Growing[]; text: string };

/** A tree that grows as text is written to it; `close` gives its root. What is not well formed is thrown as an error. */
function createTree() {
  const parser = new SaxesParser();
  const root: Growing = { name: '', attributes: {}, children: [], text: '' };
  const open: Growing[] = [root];
  let deepest = 0;
  const take = (text: string): void => {
    const node = open.at(-1);
    if (node !== undefined) {
      node.text += text;
    }
  };
  parser.on('opentag', ({ name, attributes }) => {
    const node: Growing = { name, attributes: { ...attributes }, children: [], text: '' };
    open.at(-1)?.children.push(node);
    open.push(node);
    deepest = Math.max(deepest, open.length - 1);
  });
  parser.on('error', (error) => {
    if (!IN_TEXT.test(error.message)) {
      throw error;
    }
  });
  parser.on('closetag', () => void open.pop());
  parser.on('text', take);
  parser.on('cdata', take);
  return {
    write: (piece: string): void => void parser.write(piece),
    isTooDeep: (): boolean => deepest > DEEPEST,
    close: (): XmlNode => {
      parser.close();
      const [node] = root.children;
      if (node === undefined) {
        throw new Error('no element');
      }
      return node;
    },
  };
}

/** Whether entities are declared: by themselves, in a document type with declarations of its own, or in a second one. */
function declaresEntities(text: string): boolean {
  const at = text.search(/<!DOCTYPE/i);
  if (/<!ENTITY/i.test(text)) {
    return true;
  }
  if (at < 0) {
    return false;
  }
  const end = text.indexOf('>', at);
  const bracket = text.indexOf('[', at);
  const isOwn = bracket >= 0 && (end < 0 || bracket < end);
  return isOwn || end < 0 || /<!DOCTYPE/i.test(text.slice(end));
}

/** Whether there are more tags and attributes than may be, counted from the text alone. */
function holdsTooMuch(text: string): boolean {
  let count = 0;
  for (let at = 0; at < text.length && count <= MOST_MARKUP; at += 1) {
    const code = text.charCodeAt(at);
    count += code === LESS_THAN || code === EQUALS ? 1 : 0;
  }
  return count > MOST_MARKUP;
}
