import { styled } from 'styled-components';
import { spellInKey } from '../../../core/harmony/spelling.ts';
import { formatRange, parseRange } from '../../../core/pitch/midi.ts';
import { soundingKeyOf } from '../../../core/song/chart/song-keys.ts';
import type { LooseFacts } from '../../../core/song/commands.ts';
import { SONG_LIMITS } from '../../../core/song/document/song-limits.ts';
import { formatTags, readTags } from '../../../core/song/document/tags.ts';
import { sayCommandError } from '../../../core/words/command-error-words.ts';
import { formatKeyWords } from '../../../core/words/setup-words.ts';
import { commitParsed, KeyField, LengthField } from '../../editor/fact-fields.tsx';
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
  const { melodyRange } = document.facts;
  const found = soundingKeyOf(document).key;
  const isEmpty = document.map.sections.length === 0;
  const melody = melodyRange === null ? '' : formatRange(melodyRange, (pitch) => spellInKey(pitch, found));
  return (
    <>
      <KeyField
        label="Sounding key"
        hint={isEmpty ? 'such as Bb or F#m' : `found from the chords: ${formatKeyWords(found)}`}
        isDisabled={isWaiting}
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
      <LengthField isDisabled={isWaiting} />
    </>
  );
}

const Form = styled.section`
  display: grid; gap: 12px;
  > p { font-size: 14px; color: ${colour.quiet}; }
`;
