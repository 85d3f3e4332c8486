import { styled } from 'styled-components';
import { formatKey, parseKey } from '../../../core/harmony/key.ts';
import { spellInKey } from '../../../core/harmony/spelling.ts';
import { formatKeyWords } from '../../../core/page/setup-words.ts';
import { formatRange, parseRange } from '../../../core/pitch/midi.ts';
import { formatMinutes, parseMinutes } from '../../../core/rhythm/clock.ts';
import type { LooseFacts } from '../../../core/song/commands.ts';
import { soundingKeyOf } from '../../../core/song/song-keys.ts';
import { SONG_LIMITS } from '../../../core/song/song-limits.ts';
import { sayCommandError } from '../../editor/command-messages.ts';
import { useDocument, useSongEditor } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Field } from '../../ui/field.tsx';

/** The facts of the song that stand beside its chart. While the chart has errors they wait, since its text holds some of them. */
export function FactsForm({ isWaiting }: { readonly isWaiting: boolean }) {
  const editor = useSongEditor();
  const document = useDocument();
  const { facts } = document;
  const found = soundingKeyOf(document);
  const set = (change: Partial<LooseFacts>): string | null => {
    const error = editor.run({ kind: 'set-facts', facts: change });
    return error === null ? null : sayCommandError(error);
  };
  const spell = (pitch: Parameters<typeof spellInKey>[0]) => spellInKey(pitch, found.key);
  return (
    <Form aria-label="Facts of the song">
      {isWaiting && <p>These wait until the chart can be read: its text holds some of them.</p>}
      <Field
        label="Title"
        value={facts.title}
        isDisabled={isWaiting}
        maxLength={SONG_LIMITS.titleCharacters}
        onCommit={(text) => (text.trim() === '' ? 'A song needs a title.' : set({ title: text.trim() }))}
      />
      <Field
        label="Credit"
        value={facts.credit}
        isDisabled={isWaiting}
        maxLength={SONG_LIMITS.titleCharacters}
        onCommit={(text) => set({ credit: text.trim() })}
      />
      <Field
        label="Sounding key"
        value={facts.key === null ? '' : formatKey(facts.key)}
        hint={`found from the chords: ${formatKeyWords(found.key)}`}
        isDisabled={isWaiting}
        onCommit={(text) => commitParsed(text, parseKey, (key) => set({ key }), 'Write a key such as Bb or F#m.')}
      />
      <Field
        label="Melody, lowest to highest note"
        value={facts.melodyRange === null ? '' : formatRange(facts.melodyRange, spell)}
        hint="such as C4-D5"
        isDisabled={isWaiting}
        onCommit={(text) =>
          commitParsed(
            text,
            parseRange,
            (melodyRange) => set({ melodyRange }),
            'Write two notes such as C4-D5, the lower one first.',
          )
        }
      />
      <Field
        label="Length of the record"
        value={facts.recordSeconds === null ? '' : formatMinutes(facts.recordSeconds)}
        hint="such as 3:25"
        isDisabled={isWaiting}
        onCommit={(text) =>
          commitParsed(
            text,
            parseMinutes,
            (recordSeconds) => set({ recordSeconds }),
            'Write minutes and seconds such as 3:25.',
          )
        }
      />
      <Field
        label="Notes for yourself"
        value={facts.notes}
        isLong
        isDisabled={isWaiting}
        maxLength={SONG_LIMITS.textCharacters}
        onCommit={(text) => set({ notes: text })}
      />
    </Form>
  );
}

/** Reads a text and sets what it says; an empty one clears the fact. */
function commitParsed<T>(
  text: string,
  parse: (text: string) => { readonly ok: true; readonly value: T } | { readonly ok: false },
  set: (value: T | null) => string | null,
  complaint: string,
): string | null {
  if (text.trim() === '') {
    return set(null);
  }
  const parsed = parse(text);
  return parsed.ok ? set(parsed.value) : complaint;
}

const Form = styled.section`
  display: grid; gap: 12px;
  > p { font-size: 14px; color: ${colour.quiet}; }
`;
