/** An element of an XML document as plain data; `text` is its own text, without that of its children. */
export type XmlNode = {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlNode[];
  readonly text: string;
};

type Content = string | number | readonly (XmlNode | null)[];

/** An element with children or a text; children that are null are left out. */
export function el(name: string, content: Content = [], attributes: Readonly<Record<string, string>> = {}): XmlNode {
  return typeof content === 'object'
    ? { name, attributes, children: content.filter((child) => child !== null), text: '' }
    : { name, attributes, children: [], text: String(content) };
}

/** The first child of a name, or null. */
export function childOf(node: XmlNode | null, name: string): XmlNode | null {
  return node?.children.find((child) => child.name === name) ?? null;
}

/** All children of a name. */
export function childrenOf(node: XmlNode | null, name: string): readonly XmlNode[] {
  return node?.children.filter((child) => child.name === name) ?? [];
}

/** The text at the end of a path without space around it; empty where there is none. */
export function textAt(node: XmlNode | null, ...path: readonly string[]): string {
  return path.reduce<XmlNode | null>((at, name) => childOf(at, name), node)?.text.trim() ?? '';
}

/** The number at the end of a path, or null. */
export function numberAt(node: XmlNode | null, ...path: readonly string[]): number | null {
  const text = textAt(node, ...path);
  return /^[+-]?\d{1,9}(?:\.\d{1,9})?$/.test(text) ? Number(text) : null;
}
