import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';

/** Texts of JSON, as the database gives them, as canonical ones. */
export function toCanonicalTexts(texts: readonly string[]): readonly string[] {
  return texts.map((text) => toCanonicalJson(JSON.parse(text)));
}
