/* A score as a song: its chart applied to an empty document, its shapes pinned where they sound their chords, its syllables under their slots. */

import type { Planner } from '../../arrange/problem/planner.ts';
import { fillShapesInSteps, fingerPin } from '../../arrange/shapes/part-shapes.ts';
import { toShapeKey } from '../../fretboard/capo.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import { partOfSteps, type Steps } from '../../kernel/steps.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { soundsOnly } from '../../shapes/sounding.ts';
import { barsOfLines, type ChartPin } from '../../song/chart/chart.ts';
import { plainPin } from '../../song/chart/chart-pins.ts';
import { soundingKeyOf } from '../../song/chart/song-keys.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { newSong } from '../../song/document/new-song.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { applyChart } from '../../song/map/apply-chart.ts';
import { countPlayedBars } from '../../song/played/played-bars.ts';
import type { ScoreFinding } from './finding.ts';
import type { ReadScore } from './read-score.ts';
import { type ScoreChart, toScoreChart } from './score-chart.ts';

/** A song made of a score, with what was assumed and what was left. */
export type ScoreSong = {
  readonly document: SongDocument;
  readonly findings: readonly ScoreFinding[];
  readonly bars: number;
  readonly pinnedShapes: number;
};

/** Makes a song of a score, in steps; `name` is its title where the score has none. */
export function* toScoreSong(read: ReadScore, name: string, planner: Planner): Steps<ScoreSong> {
  const made = toScoreChart(read);
  yield { share: 0.1 };
  const { chart } = made;
  const applied = applyChart(newSong(name), chart, { unreadHeaders: [], fingerPin }).document;
  yield { share: 0.3 };
  const { pins, findings } = listPins(made, applied);
  const pinned =
    pins.length === 0
      ? applied
      : applyChart(
          applied,
          { ...chart, headers: { ...chart.headers, title: applied.facts.title, pins } },
          { unreadHeaders: [], fingerPin },
        ).document;
  yield { share: 0.5 };
  const filled = yield* partOfSteps(fillShapesInSteps(withSyllables(pinned, made), planner), 0.5, 1);
  return {
    document: filled,
    findings: [...made.findings, ...findings],
    bars: countPlayedBars(filled),
    pinnedShapes: pins.length,
  };
}

/** Whether every stopped string has a finger and no other. */
function hasFingers({ shape, fingers }: Fingering): boolean {
  return shape.every((fret, string) => (fret !== null && fret > 0) === (fingers[string] !== null));
}

/** The shapes of the score by the chord the hand plays; a shape that does not sound its chord in this tuning is left. */
function listPins(
  { shapes }: ScoreChart,
  document: SongDocument,
): {
  readonly pins: readonly ChartPin[];
  readonly findings: readonly ScoreFinding[];
} {
  const { key } = soundingKeyOf(document);
  const { setup } = mainPartOf(document);
  const findings: ScoreFinding[] = [];
  const pins = shapes.flatMap(({ chord, fingering }) => {
    if (chord === null || fingering === null) {
      return [];
    }
    const named = transposeChord(chord, key, toShapeKey(key, setup));
    const isRight =
      fingering.shape.length === setup.tuning.openMidi.length && soundsOnly(fingering.shape, named, setup.tuning);
    if (!isRight) {
      findings.push({ kind: 'shape-left', measure: '', chord: formatChordSymbol(chord) });
      return [];
    }
    return [{ ...plainPin(named, fingering.shape), fingers: hasFingers(fingering) ? fingering.fingers : null }];
  });
  return { pins, findings };
}

/** The document with the syllables of the score under its slots; sections and lines are in step with the chart. */
function withSyllables(document: SongDocument, { syllables }: ScoreChart): SongDocument {
  if (syllables.flat(2).every((bar) => bar.every((text) => text === null))) {
    return document;
  }
  const byBar = new Map<number, readonly (string | null)[]>();
  for (const [index, section] of document.map.sections.entries()) {
    for (const [at, line] of section.lines.entries()) {
      for (const [place, bar] of barsOfLines([line]).entries()) {
        byBar.set(bar.id, syllables[index]?.[at]?.[place] ?? []);
      }
    }
  }
  const withCues = <B extends SongDocument['map']['sections'][number]['lines'][number]['bars'][number]>(bar: B): B => ({
    ...bar,
    slots: bar.slots.map((slot, place) => ({ ...slot, cue: byBar.get(bar.id)?.[place]?.slice(0, 300) ?? null })),
  });
  const sections = document.map.sections.map((section) => ({
    ...section,
    lines: section.lines.map((line) => ({
      ...line,
      bars: line.bars.map(withCues),
      endings: line.endings.map((ending) => ({ ...ending, bars: ending.bars.map(withCues) })),
    })),
  }));
  return { ...document, map: { ...document.map, sections } };
}
