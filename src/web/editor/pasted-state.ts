/** What goes along to a song that was just made of a pasted text: what was assumed and left out while it was read. */
export type PastedState = { readonly pasted: { readonly findings: readonly string[] } };

/** That, from what the browser kept with the address; null where there is none. */
export function readPasted(state: unknown): PastedState['pasted'] | null {
  const pasted = typeof state === 'object' && state !== null && 'pasted' in state ? state.pasted : null;
  const findings = typeof pasted === 'object' && pasted !== null && 'findings' in pasted ? pasted.findings : null;
  return Array.isArray(findings) && findings.every((each) => typeof each === 'string') ? { findings } : null;
}
