/*
 * XML between text and plain elements.
 *
 * Reading takes nothing on trust: a document that declares entities is refused before it is parsed, so that none is ever expanded or
 * fetched; elements may not lie deeper than any score needs. A document type that only names its DTD is passed over.
 */
import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import type { XmlNode } from '../core/formats/musicxml/xml-node.ts';
import { err, ok, type Result } from '../core/kernel/result.ts';

/** Why a text is no XML that is read. */
export type XmlError =
  | { readonly kind: 'declares-entities' }
  | { readonly kind: 'too-deep' }
  | { readonly kind: 'too-much' }
  | { readonly kind: 'not-xml'; readonly detail: string };

const DEEPEST = 64;
/** Most tags and attributes together: several times what a song of the greatest size comes to. Parsed, each takes a hundred times its text. */
export const MOST_MARKUP = 400_000;
const TEXT = '#text';
const ATTRIBUTES = ':@';

type Raw = Readonly<Record<string, unknown>>;

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
  ignoreDeclaration: true,
  ignorePiTags: true,
  processEntities: true,
  htmlEntities: false,
});

/** Reads a document to its root element. */
export function parseXml(text: string): Result<XmlNode, XmlError> {
  if (declaresEntities(text)) {
    return err({ kind: 'declares-entities' });
  }
  if (holdsTooMuch(text)) {
    return err({ kind: 'too-much' });
  }
  if (isTooDeep(text)) {
    return err({ kind: 'too-deep' });
  }
  try {
    const bare = text.replace(/<!DOCTYPE[^>]*>/i, '');
    const roots = (parser.parse(bare, true) as readonly Raw[]).flatMap(toNode);
    const [root] = roots;
    return root === undefined ? err({ kind: 'not-xml', detail: 'no element' }) : ok(root);
  } catch (error) {
    return err({ kind: 'not-xml', detail: error instanceof Error ? error.message : String(error) });
  }
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

const [LESS_THAN, EQUALS] = [0x3c, 0x3d];

/** Whether elements lie deeper than they may, counted from the tags alone, so that no parser has to go there. */
function isTooDeep(text: string): boolean {
  let depth = 0;
  for (const [tag] of text.matchAll(/<[A-Za-z_/](?:[^<>"']|"[^"]*"|'[^']*')*>/g)) {
    if (tag.startsWith('</')) {
      depth -= 1;
    } else if (!tag.endsWith('/>')) {
      depth += 1;
    }
    if (depth > DEEPEST) {
      return true;
    }
  }
  return false;
}

function toNode(raw: Raw): readonly XmlNode[] {
  const name = Object.keys(raw).find((key) => key !== ATTRIBUTES);
  if (name === undefined || name === TEXT) {
    return [];
  }
  const content = Array.isArray(raw[name]) ? (raw[name] as readonly Raw[]) : [];
  const attributes = (raw[ATTRIBUTES] ?? {}) as Readonly<Record<string, unknown>>;
  return [
    {
      name,
      attributes: Object.fromEntries(Object.entries(attributes).map(([key, value]) => [key, String(value)])),
      children: content.flatMap(toNode),
      text: content.map((part) => (part[TEXT] === undefined ? '' : String(part[TEXT]))).join(''),
    },
  ];
}

const builder = new XMLBuilder({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  format: true,
  indentBy: ' ',
  suppressEmptyNode: true,
  suppressBooleanAttributes: false,
  processEntities: true,
});

/** XML 1.0 has no way to write these. */
const FORBIDDEN = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g;

/** Writes a document with its declaration and, if given, its document type. */
export function formatXml(root: XmlNode, doctype = ''): string {
  const body = String(builder.build([toRaw(root)])).trim();
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype === '' ? '' : `${doctype}\n`}${body}\n`;
}

function toRaw({ name, attributes, children, text }: XmlNode): Raw {
  const content =
    children.length > 0 ? children.map(toRaw) : text === '' ? [] : [{ [TEXT]: text.replace(FORBIDDEN, '') }];
  const own = Object.entries(attributes).map(([key, value]) => [key, value.replace(FORBIDDEN, '')]);
  return { [name]: content, ...(own.length === 0 ? {} : { [ATTRIBUTES]: Object.fromEntries(own) }) };
}
