/* What is said of a bar that is played several times, and not always in the same way. */
import { plural } from '../../kernel/plural.ts';

/** One time at which a printed bar is played: the time of its section and the repeat of its line, from 1; and what is said of it. */
export type SaidThen = { readonly said: string; readonly time: number; readonly round: number };

/**
 * What is said of all times together: "loud", "loud (time 2)", "soft; loud (times 2, 3)", "riff a (repeat 2)". What is said most often
 * goes first and names no time; `none` is said where nothing else is, beside something that is said otherwise.
 */
export function sayByTime(then: readonly SaidThen[], none: string): string {
  const kinds = [...new Set(then.map(({ said }) => said))];
  const countOf = (said: string): number => then.filter((each) => each.said === said).length;
  const [main = '', ...others] = kinds.toSorted((a, b) => countOf(b) - countOf(a));
  const exceptions = others.map((said) => `${said === '' ? none : said} (${sayWhen(then, said)})`);
  return [main, ...exceptions].filter((text) => text !== '').join('; ');
}

/** When something is said: "time 2", "times 2, 3", "repeat 2", "time 1, repeat 2; time 2, repeat 1". */
export function sayWhen(then: readonly SaidThen[], said: string): string {
  const own = then.filter((each) => each.said === said);
  const isWhole = (key: 'time' | 'round', value: number): boolean =>
    then.every((each) => each[key] !== value || each.said === said);
  for (const [key, word] of [
    ['time', 'time'],
    ['round', 'repeat'],
  ] as const) {
    const values = [...new Set(own.map((each) => each[key]))];
    if (values.every((value) => isWhole(key, value))) {
      return `${plural(values.length, word)} ${values.join(', ')}`;
    }
  }
  return [...new Set(own.map(({ time, round }) => `time ${time}, repeat ${round}`))].join('; ');
}
