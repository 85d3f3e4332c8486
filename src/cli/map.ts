import { parseArgs } from 'node:util';
import { createPlanner } from '../core/arrange/planner.ts';
import { recognise } from '../core/arrange/recogniser.ts';
import { checkRecord } from '../core/arrange/record-check.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import { formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { formatKey } from '../core/harmony/key.ts';
import { formatFinding } from '../core/page/finding-words.ts';
import { formatTotals } from '../core/page/setup-words.ts';
import { beatTicks, formatMetre } from '../core/rhythm/metre.ts';
import { ticksToSeconds } from '../core/rhythm/tempo.ts';
import type { Bar, SongDocument } from '../core/song/document.ts';
import { listPlayedBars, type PlayedBar, totalsOf } from '../core/song/played-bars.ts';
import { soundingKeyOf } from '../core/song/song-keys.ts';
import { type Answer, answer } from './answer.ts';
import { usageError } from './command-error.ts';
import { readSong } from './read-song.ts';

const OPTIONS = { json: { type: 'boolean' } } as const;

/** ladder map FILE: sections as written, the song unrolled bar by bar, what it adds up to, and what repeats in it. */
export function runMap(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0) {
    throw usageError('map needs one file, or - for standard input.');
  }
  const document = readSong(file, createPlanner());
  const played = listPlayedBars(document);
  const totals = totalsOf(played);
  const findings = recognise(document);
  const json = {
    title: document.facts.title,
    key: formatKey(soundingKeyOf(document).key),
    sections: document.map.sections.map(({ name, times, lines }) => ({
      name,
      times,
      lines: lines.map((line) => ({
        bars: line.bars.map(toWrittenBar),
        times: line.times,
        endings: line.endings.map(({ rounds, bars }) => ({ rounds, bars: bars.map(toWrittenBar) })),
        cues: line.cues,
      })),
    })),
    form: document.map.form.map(
      ({ sectionId }) => document.map.sections.find(({ id }) => id === sectionId)?.name ?? '',
    ),
    bars: toPlayedBars(played),
    totals,
    record: checkRecord(document, totals),
    findings: findings.map((finding) => ({ kind: finding.kind, text: formatFinding(finding), data: finding })),
  };
  return answer(values.json === true, json, textOf(document, played, findings.map(formatFinding)));
}

function toWrittenBar({ slots, same, metre }: Bar) {
  return {
    ...(metre === null ? {} : { metre: formatMetre(metre) }),
    ...(same ? { same: true } : {}),
    chords: slots.map(({ chord }) => (chord === null ? 'N.C.' : formatChordSymbol(chord))),
  };
}

/** Beats and seconds count from the first beat of the song; seconds are null without a tempo. */
function toPlayedBars(played: readonly PlayedBar[]) {
  let startBeat = 0;
  let startSeconds = 0;
  return played.map(({ number, section, passIndex, metre, lengthTicks, tempo, slots }) => {
    const beats = lengthTicks / beatTicks(metre);
    const bar = {
      number,
      section: section.name,
      pass: passIndex + 1,
      metre: formatMetre(metre),
      beats,
      startBeat,
      startSeconds: tempo === null ? null : Math.round(startSeconds * 1000) / 1000,
      chords: slots.map(({ chord, ticks }) => ({
        chord: chord === null ? null : formatChordSymbol(chord),
        beats: ticks / beatTicks(metre),
      })),
    };
    startBeat += beats;
    startSeconds += tempo === null ? 0 : ticksToSeconds(lengthTicks, tempo);
    return bar;
  });
}

function textOf(document: SongDocument, played: readonly PlayedBar[], findings: readonly string[]): string {
  return [chartTextOf(document).trimEnd(), '', `${formatTotals(totalsOf(played))}.`, ...findings].join('\n');
}
