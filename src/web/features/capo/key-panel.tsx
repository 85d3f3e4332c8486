import { Link } from 'react-router';
import { TYPICAL_VOICES } from '../../../core/arrange/setup/voices.data.ts';
import { referenceHz } from '../../../core/fretboard/tuner.ts';
import { spellInKey } from '../../../core/harmony/spelling.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { formatRange, type PitchRange, parseRange } from '../../../core/pitch/midi.ts';
import { soundingKeyOf } from '../../../core/song/chart/song-keys.ts';
import { HIGH_NOTE_COMES, type HighNote } from '../../../core/song/document/document.ts';
import { SONG_LIMITS } from '../../../core/song/document/song-limits.ts';
import type { Singer, Wishes } from '../../../core/song/document/wishes.ts';
import { sayCommandError } from '../../../core/words/command-error-words.ts';
import { formatKeyWords } from '../../../core/words/setup-words.ts';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Field } from '../../ui/field.tsx';
import { Panel } from '../../ui/panel.tsx';
import { Select } from '../../ui/select.tsx';
import { Signed } from '../../ui/signed.tsx';

const FREEDOM = [
  { value: 'record', text: 'the record’s' },
  { value: 'free', text: 'free' },
] as const;

const NO_PRESET = 'own';

/** Which key the song sounds in: the record's, or one that suits the singer. */
export function KeyPanel({ isWaiting }: { readonly isWaiting: boolean }) {
  const document = useDocument();
  const { wishes } = usePart();
  const setWishes = useSetWishes();
  const key = formatKeyWords(soundingKeyOf(document).key);
  const { singer } = wishes;
  const who = singer === null ? 'no singer' : singer.name === '' ? 'a singer' : singer.name;
  return (
    <Panel title="Key and singer" summary={<Signed text={`${wishes.isKeyFree ? `free, now ${key}` : key}; ${who}`} />}>
      <Choice
        label="Key"
        options={FREEDOM}
        value={wishes.isKeyFree ? 'free' : 'record'}
        onChange={(freedom) => void setWishes({ isKeyFree: freedom === 'free' })}
      />
      <RecordKey isWaiting={isWaiting} />
      <SingerFields singer={singer} onChange={(next) => setWishes({ singer: next })} />
      <TuneFields isWaiting={isWaiting} />
    </Panel>
  );
}

/** Sets what is asked of the part; answers what is wrong, or null. */
export function useSetWishes(): (wishes: Partial<Wishes>) => string | null {
  const editor = useSongEditor();
  const { id } = usePart();
  return (wishes) => {
    const error = editor.run({ kind: 'set-wishes', partId: id, wishes });
    return error === null ? null : sayCommandError(error);
  };
}

/** Where the record lies from the song as it stands, the way back, and how far it is off concert pitch. */
function RecordKey({ isWaiting }: { readonly isWaiting: boolean }) {
  const editor = useSongEditor();
  const { facts } = useDocument();
  const part = usePart();
  const { recordShift, recordCents } = facts;
  const back = (): void => {
    editor.run({ kind: 'take-setup', partId: part.id, setup: part.setup, keyShift: -recordShift, shapes: [] });
  };
  return (
    <>
      {recordShift !== 0 && (
        <p>
          The song stands {formatCount(Math.abs(recordShift), 'semitone')} {recordShift > 0 ? 'above' : 'below'} the
          record.{' '}
          <Button weight="word" isDisabled={isWaiting} onPress={back}>
            Back to the record’s key
          </Button>
        </p>
      )}
      <Field
        label="The record is off concert pitch by, in cents"
        value={recordCents === 0 ? '' : String(recordCents)}
        hint="0, or such as -20 for flat"
        onCommit={(text) => {
          const cents = text.trim() === '' ? 0 : Number(text);
          const error = Number.isInteger(cents)
            ? editor.run({ kind: 'set-facts', facts: { recordCents: cents } })
            : null;
          return !Number.isInteger(cents)
            ? 'Write a whole number of cents, minus for flat.'
            : error === null
              ? null
              : sayCommandError(error);
        }}
      />
      {recordCents !== 0 && (
        <p>To play along, set the tuner to A = {referenceHz(recordCents).toFixed(1)} Hz; the capo stays where it is.</p>
      )}
    </>
  );
}

function SingerFields(props: {
  readonly singer: Singer | null;
  readonly onChange: (singer: Singer | null) => string | null;
}) {
  const { singer, onChange } = props;
  const { key } = soundingKeyOf(useDocument());
  const name = singer?.name ?? '';
  const typical = TYPICAL_VOICES.findIndex(({ range }) => isSameRange(range, singer?.range ?? null));
  return (
    <>
      <Field
        label="Singer"
        value={name}
        hint="a name, if you like"
        maxLength={SONG_LIMITS.sectionNameCharacters}
        isDisabled={singer === null}
        onCommit={(text) => (singer === null ? null : onChange({ ...singer, name: text.trim() }))}
      />
      <Select
        label="Voice (typical ranges; ask the singer)"
        options={[
          { value: NO_PRESET, text: singer === null ? 'none' : 'by two notes' },
          ...TYPICAL_VOICES.map((voice, index) => ({
            value: String(index),
            text: `${voice.name}, ${formatRange(voice.range, (pitch) => spellInKey(pitch, key))}`,
          })),
        ]}
        value={typical < 0 ? NO_PRESET : String(typical)}
        onChange={(chosen) => {
          const voice = TYPICAL_VOICES[Number(chosen)];
          onChange(voice === undefined ? null : { name, range: voice.range });
        }}
      />
      <Field
        label="Easy from the lowest to the highest note"
        value={singer === null ? '' : formatRange(singer.range, (pitch) => spellInKey(pitch, key))}
        hint="such as A3-E5"
        onCommit={(text) => {
          if (text.trim() === '') {
            return onChange(null);
          }
          const range = parseRange(text);
          return range.ok ? onChange({ name, range: range.value }) : rangeComplaint(range.error.kind);
        }}
      />
    </>
  );
}

function rangeComplaint(kind: string): string {
  return kind === 'range-upside-down'
    ? 'The lower note comes first: this range is upside down.'
    : 'Write two notes such as A3-E5, the lower one first.';
}

function isSameRange(a: PitchRange, b: PitchRange | null): boolean {
  return b !== null && a.lowMidi === b.lowMidi && a.highMidi === b.highMidi;
}

/** What the tune asks of the voice; its range belongs to the chart as well. */
function TuneFields({ isWaiting }: { readonly isWaiting: boolean }) {
  const editor = useSongEditor();
  const document = useDocument();
  const { key } = soundingKeyOf(document);
  const { melodyRange, highNote } = document.facts;
  const setHighNote = (change: Partial<HighNote>): string | null => {
    const next = { cue: '', comes: 'a few times' as const, ...highNote, ...change };
    const error = editor.run({ kind: 'set-facts', facts: { highNote: next } });
    return error === null ? null : sayCommandError(error);
  };
  if (melodyRange === null) {
    return (
      <p>
        How the tune lies is not known yet: write its lowest and highest note on <Link to="../song">Song</Link>.
      </p>
    );
  }
  return (
    <>
      <p>
        <Signed
          text={`The tune runs ${formatRange(melodyRange, (pitch) => spellInKey(pitch, key)).replace('-', ' to ')} in this key.`}
        />
      </p>
      <Field
        label="Words at the highest note"
        value={highNote?.cue ?? ''}
        isDisabled={isWaiting}
        maxLength={SONG_LIMITS.cueCharacters}
        onCommit={(text) => setHighNote({ cue: text.trim() })}
      />
      <Select
        label="It comes (the last chorus counts double)"
        options={HIGH_NOTE_COMES.map((value) => ({ value, text: value }))}
        value={highNote?.comes ?? 'a few times'}
        onChange={(comes) => void setHighNote({ comes })}
      />
    </>
  );
}
