import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { songFromChart } from '../../test-support/read-chart.ts';
import { showSong } from '../../test-support/song-screen.tsx';
import { BarLinked } from './bar-links.tsx';

afterEach(cleanup);

test('a bar that a sentence quotes leads to it on the Map; one that the song has not stays text', () => {
  const song = songFromChart('Verse:\n| G | D |\n\nChorus:\n| C | G♯ |\n'.replace('♯', '#'));
  showSong(song, <BarLinked text="Bar 3, G to C♯: quick. See bar 99, and bar 1." />);
  const [verse, chorus] = song.map.sections;
  const addressOf = (name: string) => screen.getByRole('link', { name }).getAttribute('href');
  expect(addressOf('Bar 3')).toContain(`map?section=${chorus?.id}&bar=${chorus?.lines[0]?.bars[0]?.id}`);
  expect(addressOf('bar 1')).toContain(`map?section=${verse?.id}&bar=${verse?.lines[0]?.bars[0]?.id}`);
  expect(screen.getAllByRole('link')).toHaveLength(2);
});
