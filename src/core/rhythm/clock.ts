/** Seconds as minutes and seconds, rounded to the second: "3:25". */
export function formatMinutes(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
