const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** Text as it may stand in XML and HTML, in content and in quoted attributes; characters that XML forbids are left out. */
export function escapeMarkup(text: string): string {
  return text.replace(FORBIDDEN, '').replace(/[&<>"']/g, (sign) => ESCAPES[sign] ?? '');
}

/** XML 1.0, section 2.2: no control characters but tab and line ends, no halves of pairs, not U+FFFE and U+FFFF. */
const FORBIDDEN =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;
