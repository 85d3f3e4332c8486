/* Whether frets and boxes sound as they are pressed. It belongs to the device: a tablet in class is quiet, the one at home is not. */
const KEY = 'golden-ladder presses heard';

/** Whether presses are heard; they are unless somebody said otherwise here. */
export function arePressesHeard(): boolean {
  return localStorage.getItem(KEY) !== 'no';
}

/** Says whether they are. */
export function hearPresses(are: boolean): void {
  localStorage.setItem(KEY, are ? 'yes' : 'no');
}
