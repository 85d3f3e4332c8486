/** A level of difficulty of an arrangement, 1 the easiest. */
export type Level = 1 | 2 | 3 | 4 | 5;
