import { expect, test } from 'vitest';
import { titleFromWords } from './first-words.ts';

const withCues = (...cues: string[]) => ({ sections: [{ lines: [{ cues: [] }, { cues }] }] });

test('a song without a title is called by the first words that are sung', () => {
  expect(titleFromWords(withCues('lamp on the quay,', 'bell in the fog'))).toBe('Lamp on the quay');
  expect(titleFromWords(withCues('…', 'ééé and then it went on and on'))).toBe('Ééé and then it went on');
  expect(titleFromWords(withCues('1 2 3'))).toBeNull();
  expect(titleFromWords({ sections: [] })).toBeNull();
});
