import { styled } from 'styled-components';
import { formatKey, parseKey } from '../../../core/harmony/key.ts';
import { spellInKey } from '../../../core/harmony/spelling.ts';
import { formatRange, parseRange } from '../../../core/pitch/midi.ts';
import { formatMinutes, parseMinutes } from '../../../core/rhythm/clock.ts';
import { soundingKeyOf } from '../../../core/song/chart/song-keys.ts';
import type { LooseFacts } from '../../../core/song/commands.ts';
import { SONG_LIMITS } from '../../../core/song/document/song-limits.ts';
import { formatTags, readTags } from '../../../core/song/document/tags.ts';
import { sayCommandError } from '../../../core/words/command-error-words.ts';
import { formatKeyWords } from '../../../core/words/setup-words.ts';
import { useDocument, useSongEditor } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Field } from '../../ui/field.tsx';

type SetFacts = (facts: Partial<LooseFacts>) => string | null;

/** The facts of the song that stand beside its chart. While the chart has errors they wait, since its text holds some of them. */
export function FactsForm({ isWaiting }: { readonly isWaiting: boolean }) {
  const editor = useSongEditor();
  const { facts } = useDocument();
  const set: SetFacts = (change) => {
    const error = editor.run({ kind: 'set-facts', facts: change });
    return error === null ? null : sayCommandError(error);
  };
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
      <HeardFacts isWaiting={isWaiting} set={set} />
      <Field
        label="Tags, parted by commas"
        value={formatTags(facts.tags)}
        isDisabled={isWaiting}
        onCommit={(text) => set({ tags: readTags(text) })}
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

/** Key, melody and length: facts that are read from what is typed, and cleared by an empty field. */
function HeardFacts({ isWaiting, set }: { readonly isWaiting: boolean; readonly set: SetFacts }) {
  const document = useDocument();
  const { key, melodyRange, recordSeconds } = document.facts;
  const found = soundingKeyOf(document).key;
  const isEmpty = document.map.sections.length === 0;
  const melody = melodyRange === null ? '' : formatRange(melodyRange, (pitch) => spellInKey(pitch, found));
  return (
    <>
      <Field
        label="Sounding key"
        value={key === null ? '' : formatKey(key)}
        hint={isEmpty ? 'such as Bb or F#m' : `found from the chords: ${formatKeyWords(found)}`}
        isDisabled={isWaiting}
        onCommit={(text) =>
          commitParsed(text, parseKey, (value) => set({ key: value }), 'Write a key such as Bb or F#m.')
        }
      />
      <Field
        label="Melody, lowest to highest note"
        value={melody}
        hint="such as C4-D5"
        isDisabled={isWaiting}
        onCommit={(text) =>
          commitParsed(
            text,
            parseRange,
            (value) => set({ melodyRange: value }),
            'Write two notes such as C4-D5, the lower one first.',
          )
        }
      />
      <Field
        label="Length of the record"
        value={recordSeconds === null ? '' : formatMinutes(recordSeconds)}
        hint="such as 3:25"
        isDisabled={isWaiting}
        onCommit={(text) =>
          commitParsed(
            text,
            parseMinutes,
            (value) => set({ recordSeconds: value }),
            'Write minutes and seconds such as 3:25.',
          )
        }
      />
    </>
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
