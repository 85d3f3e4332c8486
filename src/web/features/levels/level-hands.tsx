import { useMemo } from 'react';
import { styled } from 'styled-components';
import type { HeldChord } from '../../../core/arrange/levels/level-chords.ts';
import type { PlayedLevel } from '../../../core/arrange/levels/levels.ts';
import { type HeldText, readHeld } from '../../../core/formats/text-chart/pin-text.ts';
import { type ChordSymbol, isSameChord, parseChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { uniqueBy } from '../../../core/kernel/list.ts';
import { formatMetre } from '../../../core/rhythm/metre.ts';
import { findFingering, type Instrument, rankShapes } from '../../../core/shapes/rank-shapes.ts';
import { type Fingering, formatShape, isBarreChord } from '../../../core/shapes/shape.ts';
import { soundsOnly } from '../../../core/shapes/sounding.ts';
import { toStoredPattern } from '../../../core/song/attachments/right-hand.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import type { LevelEdit } from '../../../core/song/document/document.ts';
import type { Level } from '../../../core/song/document/level.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePatterns } from '../../editor/use-patterns.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Field } from '../../ui/field.tsx';
import { Select } from '../../ui/select.tsx';
import type { ChosenChord } from './line-table.tsx';

const OFFERED = 6;

/** The chosen chord of a level in other shapes, here or wherever it comes on the level. */
export function LeftHandOfLevel(props: {
  readonly chosen: ChosenChord;
  readonly playedLevels: readonly PlayedLevel[];
  readonly played: readonly PlayedBar[];
  readonly run: (command: SongCommand) => void;
}) {
  const { chosen, playedLevels, played, run } = props;
  const document = useDocument();
  const part = usePart();
  const { players } = usePlayers();
  const nameOf = useChordName();
  const slot = played[chosen.barIndex]?.slots.find(({ id }) => id === chosen.slotId);
  const sounding = slot?.chord ?? null;
  const chord = sounding === null ? null : songKeysOf(document, part).toShapeChord(sounding);
  const here = heldHere(playedLevels, chosen);
  const offers = useMemo(() => {
    const onLevels = playedLevels.flatMap(
      ({ bars }) => bars[chosen.barIndex]?.slots.find((each) => each.slot.id === chosen.slotId)?.held ?? [],
    );
    const found =
      chord === null
        ? []
        : rankShapes(chord, { setup: part.setup, ...part.instrument, hand: players.hand }, OFFERED).map(
            ({ fingering }) => fingering,
          );
    return uniqueBy(
      [...onLevels.filter((held) => held.how !== 'easier').map((held) => held.fingering), ...found],
      ({ shape }) => formatShape(shape),
    );
  }, [playedLevels, chosen, chord, part, players]);
  if (chord === null) {
    return null;
  }
  const edit = (fingering: Fingering | null, slotId: number | null, instead?: ChordSymbol): void =>
    run({
      kind: 'edit-level',
      partId: part.id,
      edit: {
        hand: 'left',
        level: chosen.level,
        chord,
        slotId,
        fingering,
        ...(instead === undefined ? {} : { instead }),
      },
    });
  return (
    <section aria-label="Left hand">
      <h3>
        {nameOf(chord)} on level {chosen.level}
      </h3>
      <Offers>
        {offers.map((fingering) => (
          <li key={formatShape(fingering.shape)} data-now={isHeld(here, fingering) || undefined}>
            <ShapeBox fingering={fingering} capoFret={part.setup.capoFret} gridPx={38} detail="fingers" />
            <Button
              weight="word"
              aria-label={`${formatShape(fingering.shape)} wherever ${nameOf(chord)} comes`}
              onPress={() => edit(fingering, null)}
            >
              throughout
            </Button>
            <Button
              weight="word"
              aria-label={`${formatShape(fingering.shape)} in bar ${played[chosen.barIndex]?.number} only`}
              onPress={() => edit(fingering, chosen.slotId)}
            >
              here only
            </Button>
          </li>
        ))}
      </Offers>
      <InsteadField
        onChoose={(other, fingering) => edit(fingering, null, isSameChord(other, chord) ? undefined : other)}
      />
      <Button weight="word" onPress={() => edit(null, chosen.slotId)}>
        Let the chord before go on here
      </Button>
      {offers.some(isBarreChord) && (
        <Caution>
          Barres in short sets, with rests; stop where it hurts, and ask a teacher or a doctor if it lasts.
        </Caution>
      )}
    </section>
  );
}

/** Where another chord is typed that stands in for the chosen one. */
function InsteadField({ onChoose }: { readonly onChoose: (instead: ChordSymbol, fingering: Fingering) => void }) {
  const { setup, instrument } = usePart();
  const { players } = usePlayers();
  return (
    <Field
      label="Held otherwise, or another chord in its place"
      value=""
      hint="such as Am x02210 / --231-"
      onCommit={(text) => {
        if (text.trim() === '') {
          return null;
        }
        const read = readInstead(text, { setup, ...instrument, hand: players.hand });
        if (typeof read === 'string') {
          return read;
        }
        onChoose(read.instead, read.fingering);
        return null;
      }}
    />
  );
}

/** "Am", "Am x02210" or "Am x02210 / --231-", as the chart writes it; a sentence where it cannot be read or held. */
function readInstead(
  text: string,
  instrument: Instrument,
): { readonly instead: ChordSymbol; readonly fingering: Fingering } | string {
  const plain = parseChordSymbol(text.trim());
  const read = plain.ok ? null : readHeld(text.trim(), instrument.setup.tuning.openMidi.length);
  const held = read === null || read === 'bad-fingers' ? null : read;
  const instead = plain.ok ? plain.value : (held?.instead ?? null);
  const fingering = instead === null ? null : fingeringOf(instead, held, instrument);
  return instead !== null && fingering !== null
    ? { instead, fingering }
    : 'Write a chord as the hand plays it, with its frets and fingers if you like: Am, Am x02210, or Am x02210 / --231-.';
}

/** A chord with the frets and fingers that were typed, or the easiest ones; null where no hand can, or they sound something else. */
function fingeringOf(chord: ChordSymbol, held: HeldText | null, instrument: Instrument): Fingering | null {
  const { shape = null, fingers = null } = held ?? {};
  if (shape === null) {
    return rankShapes(chord, instrument, 1)[0]?.fingering ?? null;
  }
  if (!soundsOnly(shape, chord, instrument.setup.tuning)) {
    return null;
  }
  return fingers === null ? findFingering(shape, instrument) : { shape, fingers };
}

function heldHere(playedLevels: readonly PlayedLevel[], { level, barIndex, slotId }: ChosenChord): HeldChord | null {
  const playedLevel = playedLevels.find(({ levels }) => levels.includes(level));
  return playedLevel?.bars[barIndex]?.slots.find(({ slot }) => slot.id === slotId)?.held ?? null;
}

function isHeld(held: HeldChord | null, { shape }: Fingering): boolean {
  return held !== null && formatShape(held.fingering.shape) === formatShape(shape);
}

/** Another pattern for a level, in a line, its section, or the whole song. */
export function RightHandOfLevel(props: {
  readonly level: Level;
  readonly bar: PlayedBar;
  readonly run: (command: SongCommand) => void;
}) {
  const { level, bar, run } = props;
  const part = usePart();
  const fitting = usePatterns().filter(({ pattern }) => formatMetre(pattern.metre) === formatMetre(bar.metre));
  const places = [
    { id: bar.lineId, text: 'this line' },
    { id: bar.section.id, text: bar.section.name },
    { id: null, text: 'the whole song' },
  ];
  const editOf = (targetId: number | null) =>
    part.levelEdits.find(
      (edit): edit is Extract<LevelEdit, { hand: 'right' }> =>
        edit.hand === 'right' && edit.level === level && edit.targetId === targetId,
    );
  return (
    <section aria-label="Right hand">
      <h3>Right hand on level {level}</h3>
      {places.map(({ id, text }) => (
        <Select
          key={text}
          label={`In ${text}`}
          options={[
            { value: '', text: 'as worked out' },
            ...fitting.map(({ pattern }) => ({ value: pattern.name, text: pattern.name })),
          ]}
          value={editOf(id)?.pattern.name ?? ''}
          onChange={(name) => {
            const found = fitting.find(({ pattern }) => pattern.name === name)?.pattern;
            const old = editOf(id);
            if (found !== undefined) {
              const pattern = toStoredPattern(found);
              run({ kind: 'edit-level', partId: part.id, edit: { hand: 'right', level, targetId: id, pattern } });
            } else if (old !== undefined) {
              run({ kind: 'drop-level-edit', partId: part.id, edit: old });
            }
          }}
        />
      ))}
    </section>
  );
}

const Offers = styled.ul`
  list-style: none; margin: 0; padding: 0; display: flex; flex-wrap: wrap; gap: 10px 14px;
  li { display: grid; justify-items: center; padding: 4px; border-bottom: 2px solid transparent; }
  li[data-now] { border-bottom-color: ${colour.brass}; }
  button { font-size: 13px; }
`;
