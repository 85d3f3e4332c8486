const RULES = new Intl.PluralRules('en');

/** The form of a word, or of a few, that goes with a count: `plural(2, 'time')`; without a second one an s is added. */
export function plural(count: number, one: string, many: string = `${one}s`): string {
  return RULES.select(count) === 'one' ? one : many;
}

/** A number of things of which one is said in words of its own: "a pattern", "2 patterns"; "once", "3 times". */
export function formatFew(count: number, one: string, noun: string, many?: string): string {
  return RULES.select(count) === 'one' ? one : formatCount(count, noun, many);
}

/** A number of things: "1 semitone", "2 bars". */
export function formatCount(count: number, noun: string, many?: string): string {
  return `${count} ${plural(count, noun, many)}`;
}
