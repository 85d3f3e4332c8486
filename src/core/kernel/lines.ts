/** The lines of a text, whatever ends them (LF, CR LF, or CR alone), without a byte order mark at its start. */
export function splitLines(text: string): readonly string[] {
  return text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
}
