import * as z from 'zod';

/** A character that databases refuse: U+0000, or half of a surrogate pair standing alone. */
const REFUSED = /\u0000|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/** Text that can be stored, of at most so many characters. */
export function storableText(mostCharacters: number): z.ZodString {
  return z
    .string()
    .max(mostCharacters)
    .refine((text) => !REFUSED.test(text), { message: 'holds a character that cannot be stored' });
}

/** Storable text without line breaks. */
export function oneLine(mostCharacters: number): z.ZodString {
  return storableText(mostCharacters).refine((text) => !/[\n\r]/.test(text), { message: 'holds a line break' });
}
