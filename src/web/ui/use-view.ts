import { useSearchParams } from 'react-router';

/** Which of a few views a screen shows; kept in the address, so that it is there again after a reload. The first is usual. */
export function useView<T extends string>(
  name: string,
  views: readonly [T, ...T[]],
): readonly [view: T, show: (view: T) => void] {
  const [parameters, setParameters] = useSearchParams();
  const asked = parameters.get(name);
  const view = views.find((each) => each === asked) ?? views[0];
  const show = (next: T): void =>
    setParameters(
      (before) => {
        const after = new URLSearchParams(before);
        if (next === views[0]) {
          after.delete(name);
        } else {
          after.set(name, next);
        }
        return after;
      },
      { replace: true },
    );
  return [view, show];
}
