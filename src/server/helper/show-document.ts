import { loadDocument } from '../../contract/load-document.ts';

/** A stored song as JSON of the newest form, or why it cannot be shown. */
export function showDocument(
  text: string,
): { readonly text: string } | { readonly fault: 'newer-version' | 'damaged' } {
  const loaded = loadDocument(JSON.parse(text));
  if (loaded.ok) {
    return { text: JSON.stringify(loaded.value) };
  }
  return { fault: loaded.error.kind === 'newer-version' ? 'newer-version' : 'damaged' };
}
