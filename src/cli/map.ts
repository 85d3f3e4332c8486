import { listSeamRuns } from '../core/arrange/form/chord-runs.ts';
import { listPasses } from '../core/arrange/form/form-summary.ts';
import { listOddBars } from '../core/arrange/form/odd-bars.ts';
import { checkRecord, type RecordCheck } from '../core/arrange/form/record-check.ts';
import { listGapPlaces } from '../core/arrange/form/record-gap.ts';
import { recogniseMap } from '../core/arrange/recogniser/map-proposals.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import { formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { formatKey } from '../core/harmony/key.ts';
import { beatTicks, formatMetre } from '../core/rhythm/metre.ts';
import { soundingKeyOf } from '../core/song/chart/song-keys.ts';
import type { Bar, SongDocument } from '../core/song/document/document.ts';
import { listPlayedBars, type PlayedBar, totalsOf } from '../core/song/played/played-bars.ts';
import { changesPerMinute, toTimeline } from '../core/song/played/timeline.ts';
import { formatGapPlace, formatOddBar, formatSeamRuns } from '../core/words/bar-words.ts';
import { formatFinding } from '../core/words/finding-words.ts';
import { formatProposal } from '../core/words/proposal-words.ts';
import { formatTotals } from '../core/words/setup-words.ts';
import { type Answer, answer } from './answer.ts';
import { readOneSong } from './one-song.ts';

/** ladder map FILE: sections as written, the song unrolled bar by bar, what it adds up to, and what repeats in it. */
export function runMap(args: readonly string[]): Answer {
  const { document, isJson } = readOneSong('map', args);
  const played = listPlayedBars(document);
  const totals = totalsOf(played);
  const { findings, proposals } = recogniseMap(document);
  const record = checkRecord(document, totals);
  const nameOf = formatChordSymbol;
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
    passes: listPasses(document, played).map(({ passIndex, label, bars, firstBar, remarks }) => ({
      label,
      bars,
      firstBar,
      remarks,
      changesPerMinute: rounded(changesPerMinute(played.filter((bar) => bar.passIndex === passIndex))),
    })),
    bars: toPlayedBars(played),
    events: toEvents(played),
    totals,
    record: record === null ? null : { ...record, places: placesOf(document, record).map(formatGapPlace) },
    oddBars: listOddBars(document, played).map((odd) => ({
      ...odd,
      metre: formatMetre(odd.metre),
      text: formatOddBar(odd),
    })),
    seams: formatSeamRuns(listSeamRuns(played), nameOf),
    findings: findings.map((finding) => ({ kind: finding.kind, text: formatFinding(finding), data: finding })),
    proposals: proposals.map((proposal) => ({
      kind: proposal.kind,
      ...formatProposal(proposal),
      command: proposal.command,
    })),
  };
  const sentences = [
    ...json.oddBars.map(({ text }) => text),
    ...findings.map(formatFinding),
    ...proposals.map((proposal) => Object.values(formatProposal(proposal)).join(' ')),
  ];
  return answer(isJson, json, textOf(document, played, sentences));
}

function toWrittenBar({ slots, same, metre }: Bar) {
  return {
    ...(metre === null ? {} : { metre: formatMetre(metre) }),
    ...(same ? { same: true } : {}),
    chords: slots.map(({ chord, isTied, isStarred }) =>
      isTied ? '~' : chord === null ? 'N.C.' : `${formatChordSymbol(chord)}${isStarred ? '*' : ''}`,
    ),
  };
}

/** Beats and seconds count from the first beat of the song; seconds are null without a tempo. */
function toPlayedBars(played: readonly PlayedBar[]) {
  const { bars } = toTimeline(played);
  return played.map(({ number, section, passIndex, metre, lengthTicks, slots }, index) => ({
    number,
    section: section.name,
    pass: passIndex + 1,
    metre: formatMetre(metre),
    beats: lengthTicks / beatTicks(metre),
    startBeat: bars[index]?.startBeat ?? 0,
    startSeconds: rounded(bars[index]?.startSeconds ?? null),
    chords: slots.map(({ chord, ticks, isTied, isStarred }) => ({
      chord: chord === null ? null : formatChordSymbol(chord),
      beats: ticks / beatTicks(metre),
      ...(isTied ? { ringsOn: true } : {}),
      ...(isStarred ? { marked: true } : {}),
    })),
  }));
}

/** Every chord as it is struck; one that comes early starts before its bar or beat. */
function toEvents(played: readonly PlayedBar[]) {
  return toTimeline(played).events.map((event) => ({
    bar: played[event.barIndex]?.number ?? 0,
    chord: event.chord === null ? null : formatChordSymbol(event.chord),
    startTick: event.startTick,
    lengthTicks: event.lengthTicks,
    startSeconds: rounded(event.startSeconds),
    ...(event.isChange ? { change: true } : {}),
    ...(event.pushTicks > 0 ? { pushTicks: event.pushTicks } : {}),
    ...(event.hold ? { hold: true } : {}),
    ...(event.stopTick === null ? {} : { stopTick: event.stopTick }),
  }));
}

function rounded(value: number | null): number | null {
  return value === null ? null : Math.round(value * 1000) / 1000;
}

function placesOf(document: SongDocument, { gapSeconds, bars }: RecordCheck) {
  return listGapPlaces(document, gapSeconds > 0 ? bars : -bars);
}

function textOf(document: SongDocument, played: readonly PlayedBar[], findings: readonly string[]): string {
  return [chartTextOf(document).trimEnd(), '', `${formatTotals(totalsOf(played))}.`, ...findings].join('\n');
}
