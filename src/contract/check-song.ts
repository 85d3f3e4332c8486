import { sumOf } from '../core/kernel/list.ts';
import type { Metre } from '../core/rhythm/metre.ts';
import { type BarFault, checkBar } from '../core/song/chart/bar-check.ts';
import { barsOfLines } from '../core/song/chart/chart.ts';
import { barsOfEdit } from '../core/song/chart/pass-lines.ts';
import type { Line, SongDocument } from '../core/song/document/document.ts';
import { STORED_SONG_SIZE } from '../core/song/document/song-limits.ts';
import { findExcess, sayExcess, sizeOfSong } from '../core/song/played/song-size.ts';

/** What is wrong with a song as a whole, each finding with its place, counted from 1; empty for a sound one. */
export function checkSong(document: SongDocument): readonly string[] {
  return [
    ...checkIds(document),
    ...checkNames(document),
    ...checkRange(document),
    ...linesOf(document).flatMap(({ line, path }) => checkLine(line, path, document.facts.metre)),
    ...checkForm(document),
    ...checkShapes(document),
  ];
}

function linesOf(document: SongDocument): readonly { readonly line: Line; readonly path: string }[] {
  const inSections = document.map.sections.flatMap(({ lines }, section) =>
    lines.map((line, index) => ({ line, path: `section ${section + 1}, line ${index + 1}` })),
  );
  const inPasses = document.map.form.flatMap(({ edits }, pass) =>
    edits.flatMap((edit, index) =>
      edit.kind === 'insert-line' ? [{ line: edit.line, path: `pass ${pass + 1}, difference ${index + 1}` }] : [],
    ),
  );
  return [...inSections, ...inPasses];
}

function checkIds(document: SongDocument): readonly string[] {
  const lines = linesOf(document).map(({ line }) => line);
  const editBars = document.map.form.flatMap(({ edits }) => edits.flatMap(barsOfEdit));
  const parts = document.arrangements.flatMap((arrangement) => arrangement.parts);
  const bars = [...barsOfLines(document.map.sections.flatMap((section) => section.lines)), ...editBars];
  const ids = [
    ...document.map.sections,
    ...lines,
    ...lines.flatMap(({ endings }) => endings),
    ...bars,
    ...bars.flatMap(({ slots }) => slots),
    ...document.map.form,
    ...document.arrangements,
    ...parts,
    ...parts.flatMap(({ ornaments }) => ornaments),
    ...document.scenes,
  ].map(({ id }) => id);
  const seen = new Set<number>();
  return ids.flatMap((id) => {
    const isTwice = seen.has(id);
    seen.add(id);
    return [
      ...(isTwice ? [`id ${id} stands twice`] : []),
      ...(id >= document.nextId ? [`id ${id} is not below nextId ${document.nextId}`] : []),
    ];
  });
}

function checkNames(document: SongDocument): readonly string[] {
  const names = document.map.sections.map(({ name }) => name.toLowerCase());
  return names.flatMap((name, index) =>
    names.indexOf(name) < index ? [`section ${index + 1}: a section is already called ${name}`] : [],
  );
}

function checkRange({ facts: { melodyRange, metre }, arrangements }: SongDocument): readonly string[] {
  const singers = arrangements.flatMap(({ parts }) => parts.flatMap(({ wishes }) => wishes.singer ?? []));
  const isUpsideDown = melodyRange !== null && melodyRange.lowMidi > melodyRange.highMidi;
  const isUneven = metre.groups !== null && sumOf(metre.groups, (group) => group) !== metre.beats;
  return [
    ...(isUpsideDown ? ['the melody’s range: lowest above highest'] : []),
    ...singers.flatMap(({ range }) =>
      range.lowMidi > range.highMidi ? ['the singer’s range: lowest above highest'] : [],
    ),
    ...(isUneven ? ['the metre’s groups do not add up'] : []),
  ];
}

function checkLine(line: Line, path: string, metre: Metre): readonly string[] {
  const rounds = line.endings.flatMap((ending) => ending.rounds);
  const isPastTimes = rounds.some((round) => round > line.times);
  return [
    ...(isPastTimes || new Set(rounds).size < rounds.length
      ? [`${path}: the endings’ rounds overlap or pass the last`]
      : []),
    ...(line.cues.length > line.times ? [`${path}: more first words than rounds`] : []),
    ...barsOfLines([line]).flatMap((bar) =>
      checkBar(bar, metre).map((fault) => `${path}: bar ${bar.id} ${sayFault(fault)}`),
    ),
  ];
}

function sayFault(fault: BarFault): string {
  switch (fault.kind) {
    case 'repeats-and-has-content':
      return 'repeats and has its own content';
    case 'does-not-fill':
      return `holds ${fault.beats} of ${fault.wantedBeats} beats`;
    case 'off-the-half-beat':
      return 'changes off the half beat';
    case 'tie-inside':
      return 'has a tie that is not first, or has marks';
  }
}

function checkForm(document: SongDocument): readonly string[] {
  const sections = new Set(document.map.sections.map(({ id }) => id));
  const missing = document.map.form.flatMap(({ sectionId }, index) =>
    sections.has(sectionId) ? [] : [`pass ${index + 1}: there is no section ${sectionId}`],
  );
  const excess = missing.length === 0 ? findExcess(sizeOfSong(document), STORED_SONG_SIZE) : null;
  return [...missing, ...(excess === null ? [] : [sayExcess(excess)])];
}

function checkShapes(document: SongDocument): readonly string[] {
  return document.arrangements.flatMap(({ parts }) =>
    parts.flatMap((part) =>
      part.shapes.flatMap(({ fingering }, index) =>
        fingering.shape.length === fingering.fingers.length &&
        fingering.shape.every((fret, string) => (fret !== null && fret > 0) === (fingering.fingers[string] !== null))
          ? []
          : [`part ${part.id}, shape ${index + 1}: fingers and frets do not match`],
      ),
    ),
  );
}
