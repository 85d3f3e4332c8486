import { createPlanner } from '../core/arrange/problem/planner.ts';

/**
 * The planner of all tests of a process: shapes that were looked for in one are there for the next. That a used memory changes no answer is
 * a law of its own (setup-plan.test.ts).
 */
export const SHARED_PLANNER = createPlanner();
