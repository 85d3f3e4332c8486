import { createHash } from 'node:crypto';

/** One hash of several texts or bytes in their order. */
export function hashOf(parts) {
  const hash = createHash('sha256');
  for (const part of parts) {
    hash.update(part);
    hash.update('\0');
  }
  return hash.digest('hex');
}
