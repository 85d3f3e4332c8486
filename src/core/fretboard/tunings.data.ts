/** The shipped tunings: open strings as MIDI numbers, lowest-sounding string position first (common practice). */
export const SHIPPED_TUNINGS = [
  { name: 'standard', openMidi: [40, 45, 50, 55, 59, 64] },
  { name: 'half step down', openMidi: [39, 44, 49, 54, 58, 63] },
  { name: 'whole step down', openMidi: [38, 43, 48, 53, 57, 62] },
  { name: 'drop D', openMidi: [38, 45, 50, 55, 59, 64] },
  { name: 'double drop D', openMidi: [38, 45, 50, 55, 59, 62] },
  { name: 'DADGAD', openMidi: [38, 45, 50, 55, 57, 62] },
  { name: 'open D', openMidi: [38, 45, 50, 54, 57, 62] },
  { name: 'open G', openMidi: [38, 43, 50, 55, 59, 62] },
] as const;
