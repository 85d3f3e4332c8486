import { describe, expect, test } from 'vitest';
import { DEMO_SONGS } from '../../../test-support/demo-songs.ts';
import { handoutOf } from '../../../test-support/handout-of.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { sumOf } from '../../kernel/list.ts';
import { applyCommand } from '../../song/commands.ts';
import { speakHandout } from './handout-spoken.ts';
import { planLesson } from './lesson-sheet.ts';

const minutesOf = (lines: readonly string[]) => sumOf(lines, (line) => Number(/^(\d+) min/.exec(line)?.[1] ?? 0));

describe('beside a page', () => {
  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))(
    'the lesson on %s comes to 45 minutes: tuning first, the whole song last',
    (_, song) => {
      const { lesson } = handoutOf(song, { options: { shows: { lesson: true } } });
      expect(minutesOf(lesson)).toBe(45);
      expect(lesson[0]).toBe('5 min  Tune');
      expect(lesson.at(-1)).toMatch(/The whole song, once through$/);
      expect(lesson.length).toBeGreaterThan(4);
    },
  );

  test('who was absent is told what was played, and what to practise in fifteen minutes', () => {
    const [song] = DEMO_SONGS;
    const { catchUp } = handoutOf(song ?? songFromChart('| G |'), { options: { shows: { 'catch-up': true } } });
    expect(catchUp[0]).toBe('We played: Intro, Verse, Chorus, Bridge, Outro.');
    expect(minutesOf(catchUp)).toBe(15);
    expect(catchUp.join('\n')).toMatch(
      /4 min {2}\S+ to \S+: begin at \d+\n3 min {2}Strum: Porch Step\n6 min {2}The song, A Intro first/,
    );
    const spoken = speakHandout(
      handoutOf(song ?? songFromChart('| G |'), { options: { shows: { 'catch-up': true } } }),
    );
    expect(spoken.map(({ heading }) => heading)).toContain('What we did, what to practise');
  });

  test('what a lesson leaves out is not yet played', () => {
    const song = songFromChart('form: Verse, Bridge, Verse\n\nVerse:\n| G | D |\n\nBridge:\n| Am | C |\n');
    const outcome = applyCommand(song, {
      kind: 'leave-out-passes',
      passIds: song.map.form.slice(1, 2).map(({ id }) => id),
      isLeftOut: true,
    });
    const lesson = outcome.ok ? outcome.value.document : song;
    const { catchUp } = handoutOf(lesson, { options: { shows: { 'catch-up': true } } });
    expect(catchUp.slice(0, 2)).toEqual(['We played: Verse.', 'Not yet: Bridge.']);
  });

  test('neither stands on a page that nobody asked it for', () => {
    expect(handoutOf(songFromChart('| G | D |'))).toMatchObject({ lesson: [], catchUp: [] });
  });

  test('a song without bars, changes and patterns is a lesson all the same', () => {
    expect(planLesson({ blocks: [], drills: [], patterns: [], seconds: null }).map(({ text }) => text)).toEqual([
      'Tune',
      'The whole song, once through',
    ]);
  });
});
