import type { Result } from '../../kernel/result.ts';
import type { SongDocument } from '../document/document.ts';
import type { Detached } from './attachments.ts';

/**
 * One handler for each kind of command: the song it is carried out on and the command as it was given, to the song after it and
 * what lost its place, or why it cannot be carried out. The given song is never changed.
 */
export type Handlers<Command extends { readonly kind: string }, Refusal> = {
  readonly [Kind in Command['kind']]: (
    document: SongDocument,
    command: Extract<Command, { readonly kind: Kind }>,
  ) => Result<Detached, Refusal>;
};
