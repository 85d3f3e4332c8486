import { isUtf8 } from 'node:buffer';
import { readFile } from 'node:fs/promises';

/** The JSON in a backup file, or why there is none: it cannot be read, is not UTF-8, or no JSON. */
export async function readBackupJson(
  file: string,
): Promise<{ readonly value: unknown } | { readonly fault: 'unreadable' | 'not-utf-8' | 'no-json' }> {
  const bytes = await readFile(file).catch(() => null);
  if (bytes === null || !isUtf8(bytes)) {
    return { fault: bytes === null ? 'unreadable' : 'not-utf-8' };
  }
  try {
    return { value: JSON.parse(bytes.toString('utf8')) };
  } catch {
    return { fault: 'no-json' };
  }
}
