/** A day with its time, `29 Nov 2026, 16:00`. */
export function formatMoment(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
}

/** A day: `29 Nov 2026`. */
export function formatDay(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', { dateStyle: 'medium' });
}
