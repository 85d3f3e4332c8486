import type { OpenSong, SongId } from '../../contract/api.ts';
import type { LostAttachment } from '../../core/song/attachments/attachments.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import type { History } from '../../core/song/document/history.ts';

/** How the document stands to the server. */
export type SaveState = 'saved' | 'changed' | 'saving' | 'waiting' | 'conflict' | 'refused';

/** The state of an open song. */
export type SongState = {
  readonly id: SongId;
  readonly history: History<SongDocument>;
  readonly revision: number;
  /** The document of that revision, as the server has it. */
  readonly saved: SongDocument;
  /** What the server was given and has not answered yet, made from that revision: it may have been taken or not. */
  readonly sent: SongDocument | null;
  readonly saveState: SaveState;
  /** What the server said when it refused a save. */
  readonly refusal: string;
  /** The version the server holds instead, once it is known in a conflict. */
  readonly other: OpenSong | null;
  /** What lost its place in the last change that took something; empty once it was read. */
  readonly lost: readonly LostAttachment[];
  /** The part that the screens speak of; null: the first. Not saved. */
  readonly partId: number | null;
};

/** Whether the server has the present document, and has answered so. */
export function isAtServer({ history, saved, sent }: SongState): boolean {
  return history.present === saved && sent === null;
}
