/* Why a library cannot be opened, in sentences that say what to do. What engine and system say themselves never reaches a person. */

import { NewerDatabaseError } from '../db/connect.ts';
import { EngineRefused } from '../db/engine/engine-errors.ts';
import { isDiskFull, isForbidden } from '../db/file-trouble.ts';

/** Why the library cannot be opened, in a sentence that says what to do. */
export class LibraryError extends Error {
  override readonly name = 'LibraryError';
}

/** What hinders the library, told from what was thrown. */
type Hindrance = 'newer' | 'no-right' | 'no-room' | 'damaged';

function hindranceOf(error: unknown): Hindrance {
  if (error instanceof NewerDatabaseError) {
    return 'newer';
  }
  const said = error instanceof EngineRefused ? error.said.join('\n') : '';
  if (isForbidden(error) || /permission denied|read-only file system|operation not permitted/i.test(said)) {
    return 'no-right';
  }
  return isDiskFull(error) || /no space left|quota exceeded/i.test(said) ? 'no-room' : 'damaged';
}

/** The sentence for a library that cannot be opened; `newestBackup` is the file that could be brought back, or null. */
export function sayWhyNot(error: unknown, folder: string, newestBackup: string | null): string {
  switch (hindranceOf(error)) {
    case 'newer':
      return `The library in ${folder} was made by a newer Golden Ladder. Update this one, or choose another folder with GOLDEN_LADDER_DATA; nothing was changed.`;
    case 'no-right':
      return `The library in ${folder} cannot be read and written by the user who started Golden Ladder. It is not damaged for all that is known: give yourself the right to all that is in that folder and start again; nothing was changed.`;
    case 'no-room':
      return `The disk of the data folder ${folder} is full. Make room and start again; what was saved is there.`;
    default:
      return `The library in ${folder} is damaged and cannot be opened. It was left as it is. ${
        newestBackup === null
          ? 'There is no backup beside it; keep the folder, and choose another with GOLDEN_LADDER_DATA to go on.'
          : `The newest backup can be brought back with: npm run restore -- ${newestBackup}`
      }`;
  }
}
