import { useMemo } from 'react';
import { ToggleButton } from 'react-aria-components';
import { styled } from 'styled-components';
import type { OpenClass } from '../../../contract/class-schema.ts';
import { PLAIN_QUESTION } from '../../../core/arrange/problem/setup-question.ts';
import { STANDARD_TUNING } from '../../../core/fretboard/tuning.ts';
import { uniqueBy } from '../../../core/kernel/list.ts';
import { listBookShapes } from '../../../core/shapes/familiar.ts';
import { AVERAGE_HAND } from '../../../core/shapes/hand.ts';
import { findFingering } from '../../../core/shapes/rank-shapes.ts';
import { type Fingering, formatShape } from '../../../core/shapes/shape.ts';
import {
  CLASS_LIMITS,
  type ClassLevel,
  formatKnown,
  type GuitarClass,
  type KnownShape,
  setKnown,
} from '../../../core/song/document/guitar-class.ts';
import { useClassActions } from '../../api/classes.ts';
import { useChordName } from '../../api/settings.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Field } from '../../ui/field.tsx';
import { HandFields } from '../../ui/hand-fields.tsx';
import { Signed } from '../../ui/signed.tsx';

const LEVELS = [
  { value: '1', text: '1 roots and triads' },
  { value: '2', text: '2 first shapes' },
  { value: '3', text: '3 steady' },
  { value: '4', text: '4 the song' },
  { value: '5', text: '5 showpiece' },
] as const;

/** One class: name, level, hand, and its shapes to be ticked. */
export function ClassSheet(props: { readonly guitarClass: OpenClass; readonly onProblem: (problem: string) => void }) {
  const { guitarClass, onProblem } = props;
  const { value, id } = guitarClass;
  const actions = useClassActions();
  const change = (edit: (value: GuitarClass) => GuitarClass): void => {
    void actions.change(guitarClass, edit).then((refusal) => onProblem(refusal ?? ''));
  };
  return (
    <Sheet>
      <Field
        label="Name"
        value={value.name}
        maxLength={CLASS_LIMITS.nameCharacters}
        onCommit={(text) => {
          if (text.trim() === '') {
            return 'A class needs a name.';
          }
          change((before) => ({ ...before, name: text.trim() }));
          return null;
        }}
      />
      <Choice
        label="Level"
        options={LEVELS}
        value={String(value.level) as (typeof LEVELS)[number]['value']}
        onChange={(level) => change((before) => ({ ...before, level: Number(level) as ClassLevel }))}
      />
      <section>
        <h2>Its hand</h2>
        <HandFields hand={value.hand} onChange={(hand) => change((before) => ({ ...before, hand }))} />
      </section>
      <KnownShapes value={value} onTick={(shape, isKnown) => change((before) => setKnown(before, shape, isKnown))} />
      <Button onPress={() => void actions.remove(id).then((refusal) => onProblem(refusal ?? ''))}>
        Delete this class
      </Button>
    </Sheet>
  );
}

type Shown = KnownShape & { readonly fingering: Fingering };

/** The shapes the class knows beside those of a first chord book, each to be ticked. */
function KnownShapes(props: {
  readonly value: GuitarClass;
  readonly onTick: (shape: KnownShape, isKnown: boolean) => void;
}) {
  const { value, onTick } = props;
  const nameOf = useChordName();
  const known = useMemo(() => new Set(value.known.map(formatKnown)), [value.known]);
  const shapes = useMemo(() => listShown(value.known), [value.known]);
  return (
    <section>
      <h2>Shapes it knows: {value.known.length}</h2>
      <p>Tick what the class can hold. Marking a song as taught, on its Capo step, ticks the song’s shapes.</p>
      <Grid>
        {shapes.map((shape) => (
          <Tick
            key={formatKnown(shape)}
            isSelected={known.has(formatKnown(shape))}
            onChange={(isKnown) => onTick({ chord: shape.chord, shape: shape.shape }, isKnown)}
            aria-label={`${nameOf(shape.chord)} ${formatShape(shape.shape)}`}
          >
            <b>
              <Signed text={nameOf(shape.chord)} />
            </b>
            <ShapeBox fingering={shape.fingering} capoFret={0} gridPx={34} />
            <span aria-hidden="true">{known.has(formatKnown(shape)) ? 'known' : '–'}</span>
          </Tick>
        ))}
      </Grid>
    </section>
  );
}

/** The book's shapes in its order, then what the class knows beyond them. */
function listShown(known: readonly KnownShape[]): readonly Shown[] {
  const book = listBookShapes().map(({ chord, fingering }): Shown => ({ chord, shape: fingering.shape, fingering }));
  return uniqueBy([...book, ...known.map(toShown)], formatKnown);
}

function toShown({ chord, shape }: KnownShape): Shown {
  const instrument = {
    ...PLAIN_QUESTION.guitar,
    hand: AVERAGE_HAND,
    setup: { tuning: STANDARD_TUNING, capoFret: 0 },
  };
  const isStandard = shape.length === STANDARD_TUNING.openMidi.length;
  const found = isStandard ? findFingering(shape, instrument) : null;
  return { chord, shape, fingering: found ?? { shape, fingers: shape.map(() => null) } };
}

const Sheet = styled.div`
  display: grid; gap: 18px; justify-items: start;
  h2 { font-size: 17px; }
  section { display: grid; gap: 6px; justify-items: start; width: 100%; }
`;
const Grid = styled.div`
  display: grid; grid-template-columns: repeat(auto-fill, minmax(78px, 1fr)); gap: 8px; width: 100%;
`;
const Tick = styled(ToggleButton)`
  display: grid; justify-items: center; gap: 2px; padding: 6px 2px; border: 1px solid ${colour.hairline}; border-radius: 4px;
  background: transparent; cursor: pointer; color: ${colour.ink};
  b { font: 650 16px/1.2 ${nameFace}; }
  span { font-size: 12px; color: ${colour.quiet}; }
  &[data-selected] { border-color: ${colour.spruce}; background: ${colour.spruceSoft}; }
  &[data-hovered] { border-color: ${colour.spruce}; }
`;
