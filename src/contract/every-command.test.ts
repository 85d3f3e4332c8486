import { describe, expect, test } from 'vitest';
import { fingerPin } from '../core/arrange/shapes/part-shapes.ts';
import { listChanges } from '../core/song/changes.ts';
import { applyCommand, COMMAND_HANDLERS, type SongCommand } from '../core/song/commands.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { recordState, redo, startHistory, undo } from '../core/song/document/history.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import type { Scene } from '../core/song/document/scene.ts';
import { sayChanges } from '../core/words/version-words.ts';
import type { EachKind } from '../test-support/each-kind.ts';
import { chartFrom, deepFreeze, songFromChart } from '../test-support/read-chart.ts';
import { songChangeSchema } from './api.ts';
import { loadDocument } from './load-document.ts';

const CHART = `title: Kettle Road
tempo: 92
form: Verse, Chorus, Verse, Chorus, Bridge

D = x00232

Verse:
| G | D | x2
| Em | C |
"first words"

Chorus:
| C | G |
| C | G |

Chorus (time 2):
| C | G |
| C | D |

Bridge:
| Am | D |
| Am | D |
`;

const song = deepFreeze(songFromChart(CHART));
const part = mainPartOf(song);
const [verse, chorus, bridge] = song.map.sections.map(({ id }) => id) as [number, number, number];
const [first, , , secondChorus] = song.map.form.map(({ id }) => id) as [number, number, number, number];
const [bar] = song.map.sections.flatMap(({ lines }) => lines.flatMap(({ bars }) => bars));
const barId = bar?.id ?? -1;
const pattern = { name: 'boom', metre: song.facts.metre, bars: 1, swing: 'even', cells: 'D- D- D- D-' } as const;
const fingering = { shape: [3, 2, 0, 0, 0, 3], fingers: [2, 1, null, null, null, 3] } as const;
const G = { root: 'G', quality: '', bass: null } as const;
const scene: Omit<Scene, 'id'> = {
  name: 'Monday',
  range: { kind: 'section', sectionId: verse },
  bpm: 70,
  ramp: { startBpm: 60, stepBpm: 4, everyRounds: 2, goalBpm: 92 },
  isLooped: true,
  hasRest: false,
  click: 'backbeat',
  silent: ['guitar'],
  left: 2,
  right: 1,
  loop: { layer: 'bass', range: { kind: 'section', sectionId: chorus } },
  isOnPage: true,
};
const levelEdit = { hand: 'right', level: 4, targetId: verse, pattern } as const;

/** The song after some commands that must be possible. */
function after(...commands: readonly SongCommand[]): SongDocument {
  return commands.reduce((document, command) => {
    const outcome = applyCommand(document, command);
    if (!outcome.ok) {
      throw new Error(`${command.kind}: ${JSON.stringify(outcome.error)}`);
    }
    return outcome.value.document;
  }, song);
}

const withOrnament: EachKind<SongCommand>['put-ornaments'] = {
  kind: 'put-ornaments',
  partId: part.id,
  replaces: [],
  spots: [{ barId, passIds: null }],
  ornament: {
    kind: 'riff',
    level: 3,
    notes: [{ startTick: 0, lengthTicks: 5040, stringNumber: 3, fret: 2 }],
  },
};

/** One command of each kind that can be done, and the song it is done to; a kind that is missing does not compile. */
const COMMANDS: { readonly [Kind in SongCommand['kind']]: readonly [SongDocument, EachKind<SongCommand>[Kind]] } = {
  'apply-chart': [
    song,
    {
      kind: 'apply-chart',
      chart: chartFrom(CHART.replace('| Em |', '| Bm |')),
      options: { unreadHeaders: [], fingerPin },
      draftText: null,
    },
  ],
  'keep-draft': [song, { kind: 'keep-draft', draftText: '| G (' }],
  'drop-draft': [after({ kind: 'keep-draft', draftText: '| G (' }), { kind: 'drop-draft' }],
  'set-facts': [song, { kind: 'set-facts', facts: { credit: 'the class of nine' } }],
  'set-chart-chords': [song, { kind: 'set-chart-chords', chords: 'shapes' }],
  'replace-song': [song, { kind: 'replace-song', document: after({ kind: 'set-capo', partId: part.id, capoFret: 5 }) }],
  'set-capo': [song, { kind: 'set-capo', partId: part.id, capoFret: 3 }],
  'set-tuning': [
    song,
    { kind: 'set-tuning', partId: part.id, tuning: { name: 'drop D', openMidi: [38, 45, 50, 55, 59, 64] } },
  ],
  'set-instrument': [song, { kind: 'set-instrument', partId: part.id, instrument: { scaleLengthMm: 580 } }],
  'set-wishes': [
    song,
    { kind: 'set-wishes', partId: part.id, wishes: { singer: { name: 'Ada', range: { lowMidi: 50, highMidi: 65 } } } },
  ],
  'take-setup': [
    song,
    {
      kind: 'take-setup',
      partId: part.id,
      setup: { ...part.setup, capoFret: 2 },
      keyShift: 2,
      shapes: [],
    },
  ],
  'store-shape': [song, { kind: 'store-shape', partId: part.id, chord: G, stored: { fingering, origin: 'pinned' } }],
  'pin-shapes': [song, { kind: 'pin-shapes', partId: part.id, shapes: [{ chord: G, fingering }] }],
  'pick-string': [song, { kind: 'pick-string', partId: part.id, chord: G, role: 'bass', stringNumber: 5 }],
  'rename-part': [song, { kind: 'rename-part', partId: part.id, name: 'Low guitar' }],
  'add-part': [song, { kind: 'add-part', name: 'Guitar 2', setup: { ...part.setup, capoFret: 7 } }],
  'remove-part': [
    after({ kind: 'add-part', name: 'Guitar 2', setup: part.setup }),
    { kind: 'remove-part', partId: part.id },
  ],
  'assign-pattern': [song, { kind: 'assign-pattern', partId: part.id, targetId: verse, change: { pattern } }],
  regularise: [
    after({ kind: 'assign-pattern', partId: part.id, targetId: barId, change: { pattern } }),
    { kind: 'regularise', partId: part.id, sectionId: verse },
  ],
  'put-ornaments': [song, withOrnament],
  'remove-ornaments': [
    after(withOrnament),
    {
      kind: 'remove-ornaments',
      partId: part.id,
      ornamentIds: mainPartOf(after(withOrnament)).ornaments.map(({ id }) => id),
    },
  ],
  'edit-level': [song, { kind: 'edit-level', partId: part.id, edit: levelEdit }],
  'drop-level-edit': [
    after({ kind: 'edit-level', partId: part.id, edit: levelEdit }),
    { kind: 'drop-level-edit', partId: part.id, edit: levelEdit },
  ],
  'set-first-level': [
    song,
    {
      kind: 'set-first-level',
      partId: part.id,
      firstLevel: part.firstLevel === 'bass' ? 'triads' : 'bass',
    },
  ],
  'edit-lines': [
    song,
    { kind: 'edit-lines', sectionId: verse, passId: null, edit: { kind: 'split-line', line: 1, at: 1 } },
  ],
  'add-section': [song, { kind: 'add-section', at: 1, name: 'Solo', lines: [], playAt: 2 }],
  'set-section': [song, { kind: 'set-section', sectionId: chorus, note: 'softly' }],
  'remove-section': [song, { kind: 'remove-section', sectionId: bridge }],
  'move-section': [song, { kind: 'move-section', sectionId: bridge, to: 0 }],
  'send-lines': [
    song,
    { kind: 'send-lines', from: { sectionId: verse, line: 1, count: 1 }, to: { sectionId: bridge, at: 0 } },
  ],
  'divide-section': [
    song,
    {
      kind: 'divide-section',
      sectionId: bridge,
      pieces: [
        { name: 'Bridge', lines: 1 },
        { name: 'Coda', lines: 1 },
      ],
    },
  ],
  'join-sections': [
    after(
      { kind: 'remove-passes', passIds: [song.map.form[4]?.id ?? -1] },
      { kind: 'follow-section', passId: secondChorus },
    ),
    { kind: 'join-sections', sectionId: verse },
  ],
  'merge-section': [song, { kind: 'merge-section', sectionId: bridge, into: chorus }],
  'unroll-section': [
    after({ kind: 'set-section', sectionId: bridge, times: 2 }),
    { kind: 'unroll-section', sectionId: bridge },
  ],
  'fold-section': [song, { kind: 'fold-section', sectionId: bridge, times: 2 }],
  'add-pass': [song, { kind: 'add-pass', sectionId: bridge, at: 0 }],
  'remove-passes': [song, { kind: 'remove-passes', passIds: [first] }],
  'move-passes': [song, { kind: 'move-passes', passIds: [first], to: 3 }],
  'leave-out-passes': [song, { kind: 'leave-out-passes', passIds: [first], isLeftOut: true }],
  'set-pass-note': [song, { kind: 'set-pass-note', passId: secondChorus, note: 'soft, builds up' }],
  'follow-section': [song, { kind: 'follow-section', passId: secondChorus }],
  'put-scene': [song, { kind: 'put-scene', sceneId: null, scene }],
  'drop-scene': [after({ kind: 'put-scene', sceneId: null, scene }), { kind: 'drop-scene', sceneId: song.nextId }],
  'own-section': [song, { kind: 'own-section', passId: secondChorus, name: 'Last chorus' }],
};

describe('every kind of command', () => {
  test('has a handler, and nothing else has', () => {
    expect(Object.keys(COMMAND_HANDLERS).sort()).toEqual(Object.keys(COMMANDS).sort());
  });

  test.each(Object.entries(COMMANDS))('%s is done, undone, kept, loaded and said', (_, [before, command]) => {
    const outcome = applyCommand(before, command);
    expect(outcome).toMatchObject({ ok: true });
    const next = outcome.ok ? outcome.value.document : before;
    expect(next).not.toEqual(before);
    const history = recordState(startHistory(before), next, null);
    expect(undo(history).present).toBe(before);
    expect(redo(undo(history)).present).toBe(next);
    expect(loadDocument(JSON.parse(JSON.stringify(next)))).toEqual({ ok: true, value: next });
    const changes = listChanges(before, next);
    expect(changes.map((change) => songChangeSchema.parse(JSON.parse(JSON.stringify(change))))).toEqual(changes);
    expect(sayChanges(changes)).not.toMatch(/undefined|nothing that shows/);
  });
});
