/* Plain elements to XML text. */
import { XMLBuilder } from 'fast-xml-parser';
import type { XmlNode } from '../core/formats/musicxml/xml-node.ts';

const TEXT = '#text';
const ATTRIBUTES = ':@';

type Raw = Readonly<Record<string, unknown>>;

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
