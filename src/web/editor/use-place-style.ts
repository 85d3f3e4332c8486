import { boxStyleOf } from '../../core/page/handout/telling.ts';
import type { PlaceStyle } from '../../core/words/finger-change-words.ts';
import { useSettings } from '../api/settings.tsx';
import { usePart } from './use-song.tsx';

/** How this class says where a finger stands. */
export function usePlaceStyle(): PlaceStyle {
  const settings = useSettings();
  const { tuning, capoFret } = usePart().setup;
  const { fretsAdded } = boxStyleOf(capoFret, settings, 'fingers');
  return { tuning, stringNaming: settings.stringNaming, fretOffset: fretsAdded };
}
