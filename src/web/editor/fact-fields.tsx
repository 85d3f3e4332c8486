/* Facts of a song and of its guitar that are changed in more than one place: each is read, set and refused in one way. */
import { TUNINGS } from '../../core/fretboard/tuning.ts';
import { formatKey, parseKey } from '../../core/harmony/key.ts';
import { isEqual } from '../../core/kernel/equal.ts';
import { formatMinutes, parseMinutes } from '../../core/rhythm/clock.ts';
import { formatTempo, parseTempo } from '../../core/rhythm/tempo.ts';
import type { SongCommand } from '../../core/song/commands.ts';
import { sayCommandError } from '../../core/words/command-error-words.ts';
import { useSettings } from '../api/settings.tsx';
import { Field } from '../ui/field.tsx';
import { Select } from '../ui/select.tsx';
import { useDocument, usePart, useSongEditor } from './use-song.tsx';

type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false };

/** Runs a command and answers what is wrong with it, or null. */
export function useSaid(): (command: SongCommand) => string | null {
  const editor = useSongEditor();
  return (command) => {
    const error = editor.run(command);
    return error === null ? null : sayCommandError(error);
  };
}

/** Reads a text and sets what it says; an empty one clears the fact. */
export function commitParsed<T>(
  text: string,
  parse: (text: string) => Read<T>,
  set: (value: T | null) => string | null,
  complaint: string,
): string | null {
  if (text.trim() === '') {
    return set(null);
  }
  const parsed = parse(text.trim());
  return parsed.ok ? set(parsed.value) : complaint;
}

/** The key that sounds, as it is called; empty where it is found from the chords. */
export function KeyField(props: { readonly label: string; readonly hint: string; readonly isDisabled?: boolean }) {
  const { label, hint, isDisabled = false } = props;
  const { key } = useDocument().facts;
  const run = useSaid();
  return (
    <Field
      label={label}
      value={key === null ? '' : formatKey(key)}
      hint={hint}
      isDisabled={isDisabled}
      onCommit={(text) =>
        commitParsed(
          text,
          parseKey,
          (value) => run({ kind: 'set-facts', facts: { key: value } }),
          'Write a key such as Bb or F#m.',
        )
      }
    />
  );
}

/** How long the record is. */
export function LengthField({ isDisabled = false }: { readonly isDisabled?: boolean }) {
  const { recordSeconds } = useDocument().facts;
  const run = useSaid();
  return (
    <Field
      label="Length of the record"
      value={recordSeconds === null ? '' : formatMinutes(recordSeconds)}
      hint="such as 3:25"
      isDisabled={isDisabled}
      onCommit={(text) =>
        commitParsed(
          text,
          parseMinutes,
          (value) => run({ kind: 'set-facts', facts: { recordSeconds: value } }),
          'Write minutes and seconds such as 3:25.',
        )
      }
    />
  );
}

/** How fast the song goes. */
export function TempoField() {
  const { tempo, metre } = useDocument().facts;
  const run = useSaid();
  return (
    <Field
      label="Tempo, beats a minute"
      value={tempo === null ? '' : formatTempo(tempo, metre)}
      hint="such as 92"
      onCommit={(text) =>
        commitParsed(
          text,
          (typed) => parseTempo(typed, metre),
          (value) => run({ kind: 'set-facts', facts: { tempo: value } }),
          'Write a number of beats a minute such as 92.',
        )
      }
    />
  );
}

/** How the guitar is tuned: one of those that are known, or its own. */
export function TuningSelect({ isDisabled = false }: { readonly isDisabled?: boolean }) {
  const part = usePart();
  const { ownTunings } = useSettings();
  const run = useSaid();
  const { tuning } = part.setup;
  const offered = [...TUNINGS, ...ownTunings];
  const tunings = offered.some((each) => isEqual(each, tuning)) ? offered : [...offered, tuning];
  return (
    <Select
      label="Tuning"
      isDisabled={isDisabled}
      options={tunings.map(({ name }, index) => ({ value: String(index), text: name }))}
      value={String(tunings.findIndex((each) => isEqual(each, tuning)))}
      onChange={(index) => {
        const chosen = tunings[Number(index)];
        if (chosen !== undefined) {
          run({ kind: 'set-tuning', partId: part.id, tuning: chosen });
        }
      }}
    />
  );
}
