import { useState } from 'react';
import { parseBarPlaces } from '../../../../core/arrange/form/bar-places.ts';
import { isEqual } from '../../../../core/kernel/equal.ts';
import { listRangeChoices, type RangeChoice } from '../../../../core/rehearse/range-choices.ts';
import { type PracticeRange, RANGE_KINDS } from '../../../../core/song/document/scene.ts';
import { formatBarNumbers } from '../../../../core/song/played/bar-numbers.ts';
import { listPlayedBars } from '../../../../core/song/played/played-bars.ts';
import { sayBarPlacesError } from '../../../../core/words/bar-place-words.ts';
import { RANGE_WORDS } from '../../../../core/words/rehearse/scene-words.ts';
import { useDocument } from '../../../editor/use-song.tsx';
import { Field } from '../../../ui/field.tsx';
import { Select } from '../../../ui/select.tsx';
import { Tick } from '../../../ui/tick.tsx';
import { useSongChordName } from '../use-song-chord-name.ts';
import { usePasses } from '../use-stage.ts';

/** The fields of a range: its kind, and which one of that kind. */
export function RangeFields(props: {
  readonly label: string;
  readonly range: PracticeRange;
  readonly onChange: (range: PracticeRange) => void;
}) {
  const { label, range, onChange } = props;
  const document = useDocument();
  const chooseKind = (kind: PracticeRange['kind']): void => {
    const [first] = listRangeChoices(document, kind);
    if (first !== undefined && kind !== range.kind) {
      onChange(first.range);
    }
  };
  return (
    <>
      <Select
        label={label}
        options={RANGE_KINDS.map((kind) => ({ value: kind, text: RANGE_WORDS[kind] }))}
        value={range.kind}
        onChange={chooseKind}
      />
      <WhichOne range={range} onChange={onChange} />
    </>
  );
}

function WhichOne({
  range,
  onChange,
}: {
  readonly range: PracticeRange;
  readonly onChange: (range: PracticeRange) => void;
}) {
  switch (range.kind) {
    case 'song':
      return null;
    case 'bars':
      return <BarsField range={range} onChange={onChange} />;
    case 'joined':
      return <JoinedTicks range={range} onChange={onChange} />;
    default:
      return <OneOf range={range} onChange={onChange} />;
  }
}

function OneOf({
  range,
  onChange,
}: {
  readonly range: PracticeRange;
  readonly onChange: (range: PracticeRange) => void;
}) {
  const document = useDocument();
  const nameOf = useSongChordName();
  const choices = listRangeChoices(document, range.kind);
  const textOf = ({ name, change }: RangeChoice): string =>
    change === null ? name : `${nameOf(change[0])} to ${nameOf(change[1])}`;
  const chosen = choices.findIndex((each) => isEqual(each.range, range));
  return (
    <Select
      label="Which"
      options={choices.map((each, at) => ({ value: String(at), text: textOf(each) }))}
      value={String(chosen)}
      onChange={(at) => {
        const choice = choices[Number(at)];
        if (choice !== undefined) {
          onChange(choice.range);
        }
      }}
    />
  );
}

/** Bars by their numbers or their places; what lies between the first and the last is played too. */
function BarsField({
  range,
  onChange,
}: {
  readonly range: Extract<PracticeRange, { kind: 'bars' }>;
  readonly onChange: (range: PracticeRange) => void;
}) {
  const document = useDocument();
  const passes = usePasses();
  const { from, to } = range;
  const [told, setTold] = useState('');
  const take = (text: string): string | null => {
    const read = parseBarPlaces(text, listPlayedBars(document), passes);
    if (!read.ok) {
      setTold('');
      return sayBarPlacesError(read.error);
    }
    const bars = read.value.map(({ number }) => number);
    const [first, last] = [Math.min(...bars), Math.max(...bars)];
    const isRow = bars.length === last - first + 1;
    setTold(isRow ? '' : `Bars ${formatBarNumbers(bars)} are not in a row: ${first} to ${last} are played.`);
    onChange({ kind: 'bars', from: first, to: last });
    return null;
  };
  return (
    <>
      <Field
        label="Bars"
        hint="such as 5-8, or Chorus, line 1, bars 1-2"
        value={from === to ? String(from) : `${from}-${to}`}
        onCommit={take}
      />
      {told !== '' && <p role="status">{told}</p>}
    </>
  );
}

function JoinedTicks({
  range,
  onChange,
}: {
  readonly range: Extract<PracticeRange, { kind: 'joined' }>;
  readonly onChange: (range: PracticeRange) => void;
}) {
  const document = useDocument();
  const choices = listRangeChoices(document, 'pass');
  return choices.map(({ range: own, name }) => {
    const passId = own.kind === 'pass' ? own.passId : -1;
    const isOn = range.passIds.includes(passId);
    const order = choices.flatMap((each) => (each.range.kind === 'pass' ? [each.range.passId] : []));
    const next = isOn ? range.passIds.filter((id) => id !== passId) : [...range.passIds, passId];
    return (
      <Tick
        key={passId}
        text={name}
        isOn={isOn}
        isDisabled={isOn && range.passIds.length === 1}
        onChange={() => onChange({ kind: 'joined', passIds: order.filter((id) => next.includes(id)) })}
      />
    );
  });
}
