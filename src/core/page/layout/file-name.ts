const LONGEST = 80;

/** A file name made of a title: letters and figures of any script, never a path, "song" where nothing is left. */
export function fileNameOf(title: string, ending: string): string {
  const plain = title
    .normalize('NFC')
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
    .slice(0, LONGEST)
    .replace(/^-|-$/g, '');
  return `${plain === '' ? 'song' : plain}.${ending}`;
}
