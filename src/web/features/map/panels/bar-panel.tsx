import { styled } from 'styled-components';
import { formatKey, parseKey } from '../../../../core/harmony/key.ts';
import { formatMetre, type Metre, parseMetre } from '../../../../core/rhythm/metre.ts';
import { formatTempo, parseTempo } from '../../../../core/rhythm/tempo.ts';
import type { ChartBar } from '../../../../core/song/chart/chart.ts';
import { refitBar } from '../../../../core/song/chart/refit-bar.ts';
import { listCutBeats, PUSH_STEPS } from '../../../../core/song/chart/slot-marks.ts';
import { songKeysOf } from '../../../../core/song/chart/song-keys.ts';
import { splitSyllables } from '../../../../core/song/chart/syllables.ts';
import type { Bar } from '../../../../core/song/document/document.ts';
import { isBarNote } from '../../../../core/song/document/song-limits.ts';
import { useChordName } from '../../../api/settings.tsx';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { Button } from '../../../ui/button.tsx';
import { Field } from '../../../ui/field.tsx';
import { Panel } from '../../../ui/panel.tsx';
import { Select } from '../../../ui/select.tsx';
import { Signed } from '../../../ui/signed.tsx';
import { changeBars, insertBar, partBars, removeBars, repeatBars, tieBars, uniteBars } from '../acts/bar-acts.ts';
import { openBar } from '../acts/bar-typing.ts';
import { editBlock } from '../acts/map-stores.ts';
import { type BarPlace, findBarIn, type MapBlock } from '../places/bar-places.ts';
import type { BarSelection } from '../places/map-session.ts';
import { useMapStores } from '../use-map.tsx';
import { HeldHere } from './held-here.tsx';

/** What the selected bars say: their metre, key and tempo, and each chord's mark and syllable. */
export function BarPanel({ block, selection }: { readonly block: MapBlock; readonly selection: BarSelection }) {
  const stores = useMapStores();
  const { facts } = useDocument();
  const bar = findBarIn(block.lines, selection.focus);
  if (bar === null) {
    return null;
  }
  const metre = bar.metre ?? facts.metre;
  /** Changes the selected bars, and says what was refused where it was typed. */
  const change = (toBar: (bar: ChartBar) => ChartBar): string | null => {
    changeBars(stores, toBar);
    return stores.session.getState().problem || null;
  };
  return (
    <Panel title="Bar" summary={bar.same ? 'the same as the bar before' : formatMetre(metre)} isOpenAtFirst>
      <Acts>
        <Button weight="word" onPress={() => openBar(stores, selection.focus)}>
          Type its chords
        </Button>
        <Button weight="word" onPress={() => insertBar(stores)}>
          Add a bar before it
        </Button>
        <Button weight="word" onPress={() => repeatBars(stores)}>
          Same as the bar before
        </Button>
        {!bar.same && (
          <Button weight="word" onPress={() => tieBars(stores)}>
            {bar.slots[0]?.isTied === true ? 'Strike the first chord again' : 'Let the chord before ring on'}
          </Button>
        )}
        <Button weight="word" onPress={() => partBars(stores)}>
          Give each chord a bar
        </Button>
        <Button weight="word" onPress={() => uniteBars(stores)}>
          Join into one bar
        </Button>
        <Button weight="word" onPress={() => removeBars(stores)}>
          Delete the bar
        </Button>
      </Acts>
      <HeldHere barId={bar.id} />
      {!bar.same && (
        <>
          {bar.slots.map((slot, index) => (
            <SlotRow key={slot.id} block={block} bar={bar} index={index} place={selection.focus} onChange={change} />
          ))}
          <Row>
            <Field
              label="Metre"
              value={bar.metre === null ? '' : formatMetre(bar.metre)}
              hint={formatMetre(facts.metre)}
              onCommit={(text) => {
                const read = text.trim() === '' ? null : parseMetre(text);
                return read?.ok === false
                  ? 'Write a metre such as 3/4 or 7/8 2+2+3.'
                  : change((each) => refitBar(each, read?.value ?? null, facts.metre));
              }}
            />
            <Field
              label="Key from here"
              value={bar.key === null ? '' : formatKey(bar.key)}
              onCommit={(text) => {
                const read = text.trim() === '' ? null : parseKey(text);
                return read?.ok === false
                  ? 'Write a key such as Bb or F#m.'
                  : change((each) => ({ ...each, key: read?.value ?? null }));
              }}
            />
            <Field
              label="Tempo from here"
              value={bar.tempo === null ? '' : formatTempo(bar.tempo, metre)}
              onCommit={(text) => {
                const read = text.trim() === '' ? null : parseTempo(text, metre);
                return read?.ok === false
                  ? 'Write a tempo such as 92.'
                  : change((each) => ({ ...each, tempo: read?.value ?? null }));
              }}
            />
          </Row>
          <Field
            label="Note on this bar"
            value={bar.note}
            onCommit={(text) =>
              isBarNote(text.trim())
                ? change((each) => ({ ...each, note: text.trim() }))
                : 'A note is one line without brackets and bar lines.'
            }
          />
        </>
      )}
    </Panel>
  );
}

const EARLY = ['on its beat', 'pushed an eighth', 'pushed a sixteenth'];

/** One chord of the bar: when it comes, how it ends, and the syllable under it. */
function SlotRow(props: {
  readonly block: MapBlock;
  readonly bar: Bar;
  readonly index: number;
  readonly place: BarPlace;
  readonly onChange: (toBar: (bar: ChartBar) => ChartBar) => string | null;
}) {
  const { block, bar, index, place, onChange } = props;
  const stores = useMapStores();
  const document = useDocument();
  const nameOf = useChordName();
  const { toShapeChord } = songKeysOf(document, usePart());
  const slot = bar.slots[index];
  if (slot === undefined || slot.chord === null) {
    return null;
  }
  const name = nameOf(toShapeChord(slot.chord));
  const setSlot = (change: Partial<ChartBar['slots'][number]>): string | null =>
    onChange((each) => ({
      ...each,
      slots: each.slots.map((own, at) => (at === index ? { ...own, ...change } : own)),
    }));
  return (
    <Slot>
      <b>
        <Signed text={name} />
      </b>
      <Select
        label={`When ${name} comes`}
        isLabelHidden
        options={EARLY.map((text, step) => ({ value: String(step), text }))}
        value={String(Math.max(0, PUSH_STEPS.indexOf(slot.pushTicks)))}
        onChange={(step) => void setSlot({ pushTicks: PUSH_STEPS[Number(step)] ?? 0 })}
      />
      <Select
        label={`How ${name} ends`}
        isLabelHidden
        options={endsOf(bar, index, bar.metre ?? document.facts.metre)}
        value={slot.hold ? 'ring' : slot.stop === null ? 'on' : `cut ${slot.stop.beat ?? ''}`}
        onChange={(end) =>
          void setSlot({
            hold: end === 'ring',
            stop: end.startsWith('cut') ? { beat: end === 'cut ' ? null : Number(end.slice(4)) } : null,
          })
        }
      />
      <Button
        weight="word"
        aria-label={slot.isStarred ? `Take the mark off ${name}` : `Mark ${name}: it differs`}
        onPress={() => void setSlot({ isStarred: !slot.isStarred })}
      >
        {slot.isStarred ? 'Marked *' : 'Mark *'}
      </Button>
      <Syllable
        block={block}
        place={place}
        slot={{ index, cue: slot.cue, name }}
        onSet={(cue) => {
          const { line, ending, at } = place;
          const edit = { kind: 'set-syllable', bar: { line, ending, at }, slot: index, cue } as const;
          return editBlock(stores, block, [edit]) ? null : stores.session.getState().problem;
        }}
      />
    </Slot>
  );
}

/** The syllable under a change: typed, or one of the line's own words. */
function Syllable(props: {
  readonly block: MapBlock;
  readonly place: BarPlace;
  readonly slot: { readonly index: number; readonly cue: string | null; readonly name: string };
  readonly onSet: (cue: string | null) => string | null;
}) {
  const { block, place, slot, onSet } = props;
  const syllables = splitSyllables(block.lines[place.line]?.cues[0] ?? '');
  return (
    <>
      <Field
        label={`Syllable under ${slot.name}`}
        value={slot.cue ?? ''}
        onCommit={(text) => onSet(text.trim() === '' ? null : text.trim())}
      />
      {syllables.length > 0 && (
        <Acts>
          {syllables.map((syllable, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the same syllable may come twice in a line
            <Button key={at} weight="word" onPress={() => void onSet(syllable)}>
              {syllable}
            </Button>
          ))}
        </Acts>
      )}
    </>
  );
}

/** The ways a chord can end: it plays on, rings, is cut at once, or is cut on a later beat inside its time. */
function endsOf(bar: Bar, index: number, metre: Metre): readonly { readonly value: string; readonly text: string }[] {
  return [
    { value: 'on', text: 'plays on' },
    { value: 'ring', text: 'one strum, rings' },
    { value: 'cut ', text: 'hit and cut' },
    ...listCutBeats(bar.slots, index, metre).map((number) => ({ value: `cut ${number}`, text: `cut on ${number}` })),
  ];
}

/** Acts side by side. */
export const Acts = styled.div`
  display: flex; flex-wrap: wrap; gap: 2px 8px;
`;
const Row = styled.div`
  display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 10px;
`;
const Slot = styled.div`
  display: grid; gap: 6px;
  > b { font-size: 15px; }
`;
