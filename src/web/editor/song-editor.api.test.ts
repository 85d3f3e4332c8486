import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import type { OpenSong } from '../../contract/api.ts';
import type { Players } from '../../core/arrange/problem/planner.ts';
import { fillShapes, listShapes, needsShapes } from '../../core/arrange/shapes/part-shapes.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { chartFrom, songFromValue } from '../../test-support/read-chart.ts';
import { SHARED_PLANNER } from '../../test-support/shared-planner.ts';
import { startTestServer, type TestServer } from '../../test-support/test-server.ts';
import { api } from '../api/client.ts';
import { stepsOf } from './keep-steps.ts';
import type { LocalSteps } from './local-steps.ts';
import { createSongEditor, type SongEditor } from './song-editor.ts';

let server: TestServer;
const editors: SongEditor[] = [];
const plainFetch = globalThis.fetch;

/** Whether saves reach the server and their answers are lost. */
let losesAnswers = false;

beforeAll(async () => {
  server = await startTestServer();
  globalThis.fetch = async (input, init) => {
    const answer = await plainFetch(new URL(String(input), server.url), init);
    if (losesAnswers && init?.method === 'PUT') {
      throw new TypeError('the answer was lost');
    }
    return answer;
  };
});
afterEach(() => {
  losesAnswers = false;
  for (const editor of editors.splice(0)) {
    editor.close();
  }
});
afterAll(async () => {
  globalThis.fetch = plainFetch;
  await server.close();
});

const open = (song: OpenSong): SongEditor => {
  const editor = createSongEditor(song, api);
  editors.push(editor);
  return editor;
};
/** A song whose shapes are found beside it, when the test says so. */
const openWithoutShapes = async () => {
  const song = await api.createSong({ document: songFromValue(chartFrom('title: One\n\n| G |\n')) });
  const waiting: (() => void)[] = [];
  const find = Object.assign(
    vi.fn(async (document: SongDocument, players: Players) => {
      await new Promise<void>((resolve) => waiting.push(resolve));
      return listShapes(fillShapes(document, { ...SHARED_PLANNER, ...players }));
    }),
    {
      answer: () => {
        for (const resolve of waiting.splice(0)) {
          resolve();
        }
      },
    },
  );
  const editor = createSongEditor(song, api, null, find);
  editors.push(editor);
  return { editor, find };
};
const rename = (editor: SongEditor, title: string, group?: string) =>
  editor.run({ kind: 'set-facts', facts: { title } }, group);
const state = (editor: SongEditor) => editor.store.getState();
const stored = async (editor: SongEditor) => (await api.openSong(state(editor).id)).document.facts.title;

describe('an open song', () => {
  test('saves a change by itself, a moment later', async () => {
    const editor = open(await api.createSong({ title: 'One' }));
    rename(editor, 'Two');
    expect(state(editor).saveState).toBe('changed');
    await vi.waitFor(() => expect(state(editor).saveState).toBe('saved'), { timeout: 60_000 });
    expect(await stored(editor)).toBe('Two');
    expect(state(editor).revision).toBe(2);
  });

  test('saves the newest of changes that come while a save is under way', async () => {
    const editor = open(await api.createSong({ title: 'One' }));
    rename(editor, 'Two');
    const first = editor.flush();
    rename(editor, 'Three');
    await first;
    await editor.flush();
    expect(await stored(editor)).toBe('Three');
    expect(state(editor).saveState).toBe('saved');
  });

  test('undoes and saves the undone state; a run of typing is one step', async () => {
    const editor = open(await api.createSong({ title: 'One' }));
    rename(editor, 'Two', 'typing');
    rename(editor, 'Three', 'typing');
    editor.undo();
    expect(state(editor).history.present.facts.title).toBe('One');
    editor.redo();
    expect(state(editor).history.present.facts.title).toBe('Three');
    await editor.flush();
    expect(await stored(editor)).toBe('Three');
  });

  test('waits for a server that does not answer and saves when it is back', async () => {
    const editor = open(await api.createSong({ title: 'One' }));
    await server.stop();
    rename(editor, 'Two');
    await editor.flush();
    expect(state(editor).saveState).toBe('waiting');
    await server.start();
    await vi.waitFor(() => expect(state(editor).saveState).toBe('saved'), { timeout: 60_000 });
    expect(await stored(editor)).toBe('Two');
  });

  test('is saved before it is deleted, and changes no more: not by hand, not by shapes that were still looked for', async () => {
    const { editor, find } = await openWithoutShapes();
    rename(editor, 'Two');
    await vi.waitFor(() => expect(find).toHaveBeenCalled());
    const { id } = state(editor);
    await editor.remove();
    const { history } = state(editor);
    rename(editor, 'Three');
    editor.undo();
    find.answer();
    await editor.flush();
    expect(state(editor).history).toBe(history);
    expect(state(editor).saveState).toBe('saved');
    await api.restoreSong(id);
    expect(await stored(editor)).toBe('Two');
  });

  test('goes on where it could not be deleted, and looks for its shapes again', async () => {
    const { editor, find } = await openWithoutShapes();
    await server.stop();
    await expect(editor.remove()).rejects.toThrow('does not answer');
    await server.start();
    await vi.waitFor(() => expect(find).toHaveBeenCalled());
    find.answer();
    await vi.waitFor(() => expect(needsShapes(state(editor).history.present)).toBe(false));
    rename(editor, 'Two');
    await editor.flush();
    expect(await stored(editor)).toBe('Two');
  });

  test('stops when the song was saved from elsewhere, overwrites nothing, and can be kept as a new song', async () => {
    const song = await api.createSong({ title: 'One' });
    const [mine, theirs] = [open(song), open(song)];
    rename(theirs, 'Theirs');
    await theirs.flush();
    rename(mine, 'Mine');
    await mine.flush();
    expect(state(mine)).toMatchObject({
      saveState: 'conflict',
      refusal: expect.stringContaining('Nothing was overwritten'),
    });
    rename(mine, 'Mine still');
    await mine.flush();
    expect(await stored(theirs)).toBe('Theirs');
    const kept = await mine.keepAsNewSong();
    expect((await api.openSong(kept)).document.facts.title).toBe('Mine still');
  });

  test('refuses a command with its reason and keeps the document', async () => {
    const editor = open(await api.createSong({ title: 'One' }));
    const before = state(editor).history.present;
    expect(editor.run({ kind: 'set-capo', partId: 2, capoFret: 99 })).toMatchObject({ kind: 'capo-out-of-reach' });
    expect(state(editor).history.present).toBe(before);
  });
});

describe('a save whose answer is lost', () => {
  /** A song with a save that was taken though nobody heard so, and an edit after it. */
  const openUnanswered = async () => {
    const editor = open(await api.createSong({ title: 'One' }));
    losesAnswers = true;
    rename(editor, 'Two', 'typing');
    await editor.flush();
    expect(state(editor)).toMatchObject({ saveState: 'waiting', revision: 1 });
    expect(await stored(editor)).toBe('Two');
    losesAnswers = false;
    return editor;
  };
  /** What a browser keeps of it when the page goes away. */
  const keptOf = (editor: SongEditor): LocalSteps => JSON.parse(JSON.stringify(stepsOf(editor)));
  const reopen = async (editor: SongEditor): Promise<SongEditor> => {
    const again = createSongEditor(await api.openSong(state(editor).id), api, keptOf(editor));
    editors.push(again);
    editor.close();
    return again;
  };

  test('is known as one’s own, also under typing that left no step of it', async () => {
    const editor = await openUnanswered();
    rename(editor, 'Three', 'typing');
    await editor.flush();
    expect(state(editor)).toMatchObject({ saveState: 'saved', revision: 3, sent: null });
    expect(await stored(editor)).toBe('Three');
  });

  test('is followed by the undo of it', async () => {
    const editor = await openUnanswered();
    editor.undo();
    expect(state(editor).saveState).toBe('changed');
    await editor.flush();
    expect(state(editor).saveState).toBe('saved');
    expect(await stored(editor)).toBe('One');
  });

  test.each([
    ['nothing after it', () => undefined, 'Two'],
    ['an edit after it', (editor: SongEditor) => rename(editor, 'Three', 'typing'), 'Three'],
    ['its undo', (editor: SongEditor) => editor.undo(), 'One'],
  ])('is known after the page was loaded again, with %s', async (_, act, title) => {
    const editor = await openUnanswered();
    act(editor);
    const again = await reopen(editor);
    expect(state(again).history.present.facts.title).toBe(title);
    await again.flush();
    expect(state(again)).toMatchObject({ saveState: 'saved', sent: null, refusal: '' });
    expect(await stored(again)).toBe(title);
  });

  test('is a conflict where somebody else saved in the meantime', async () => {
    const editor = await openUnanswered();
    const theirs = open(await api.openSong(state(editor).id));
    rename(theirs, 'Theirs');
    await theirs.flush();
    rename(editor, 'Three', 'typing');
    const again = await reopen(editor);
    await again.flush();
    expect(state(again)).toMatchObject({ saveState: 'conflict', sent: null });
    expect(state(again).other?.document.facts.title).toBe('Theirs');
    expect(await stored(again)).toBe('Theirs');
  });

  test('did not arrive, and what somebody else saved stands: a conflict when it is asked', async () => {
    const editor = open(await api.createSong({ title: 'One' }));
    await server.stop();
    rename(editor, 'Two', 'typing');
    await editor.flush();
    rename(editor, 'Three', 'typing');
    await server.start();
    editor.close();
    const theirs = open(await api.openSong(state(editor).id));
    rename(theirs, 'Theirs');
    await theirs.flush();
    const again = await reopen(editor);
    await again.flush();
    expect(state(again)).toMatchObject({ saveState: 'conflict', sent: null });
    expect(state(again).other?.document.facts.title).toBe('Theirs');
    expect(state(again).history.present.facts.title).toBe('Three');
  });
});
