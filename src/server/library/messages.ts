import type { ErrorCode } from '../../contract/api.ts';
import type { LibraryPreview } from '../../contract/library-schema.ts';
import type { LibraryHere } from './compare.ts';
import type { LibraryHead } from './file/open-library-file.ts';
import type { IncomingSong } from './prepare.ts';

/** What a library's thread is asked, one after the other. */
export type ToLibraryThread =
  | { readonly kind: 'compare'; readonly file: string; readonly scratch: string; readonly here: LibraryHere }
  | { readonly kind: 'check'; readonly file: string; readonly scratch: string }
  /** The first songs of the file that was checked; then more of them. */
  | { readonly kind: 'songs' }
  | { readonly kind: 'more' };

/** What it answers; no songs when there are no more. */
export type FromLibraryThread =
  | { readonly kind: 'compared'; readonly preview: LibraryPreview }
  | { readonly kind: 'checked'; readonly head: LibraryHead; readonly ids: readonly string[] }
  | { readonly kind: 'songs'; readonly songs: readonly IncomingSong[] }
  | { readonly kind: 'refused'; readonly code: ErrorCode; readonly message: string };
