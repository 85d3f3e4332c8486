import { fileNameOf } from '../core/page/layout/file-name.ts';

/** A file name for a title, numbered where this run has written it before. */
export function freeName(title: string, ending: string, taken: Set<string>): string {
  let name = fileNameOf(title, ending);
  for (let number = 2; taken.has(name); number += 1) {
    name = fileNameOf(`${title} ${number}`, ending);
  }
  taken.add(name);
  return name;
}
