import { foldText } from '../../kernel/fold-text.ts';
import { uniqueBy } from '../../kernel/list.ts';

/** Bounds on the tags of a song. */
export const TAG_LIMITS = { tags: 20, characters: 40 } as const;

/** Tags as somebody types them, parted by commas: without blanks around them, each once whatever its case and accents. */
export function readTags(text: string): readonly string[] {
  const tags = text.split(',').map((tag) => tag.trim().replace(/\s+/g, ' '));
  return uniqueBy(
    tags.filter((tag) => tag !== ''),
    foldText,
  );
}

/** Tags as they are typed. */
export function formatTags(tags: readonly string[]): string {
  return tags.join(', ');
}

/** Whether tags can be kept: not too many, none too long, none with a comma or blanks at its ends. */
export function areTags(tags: readonly string[]): boolean {
  const read = readTags(formatTags(tags));
  return (
    tags.length <= TAG_LIMITS.tags &&
    tags.every((tag, index) => tag.length <= TAG_LIMITS.characters && tag === read[index]) &&
    read.length === tags.length
  );
}
