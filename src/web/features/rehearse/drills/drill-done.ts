import type { DrillResult } from '../../../../core/rehearse/drill-result.ts';

/** What a drill hands over to be kept: whose it is, and of which song, is known where it is kept. */
export type DrillDone = Omit<DrillResult, 'id' | 'songId' | 'doneAt' | 'who' | 'drill'>;
