import { expect, type Page } from '@playwright/test';
import { collectComplaints, expectNoAxeFindings } from './pages.ts';
import { openStored } from './stored-songs.ts';
import { test } from './test.ts';

const CHART = 'title: Rungs\nkey: Bb\ntempo: 92\nrange: C4-D5\n\nVerse:\n| Bb | F | Gm | Eb |\n| Bb | F | Eb | F |\n';

/** A song of its own with its Capo step open and every rung worked out. */
async function openCapo(page: Page, chart = CHART): Promise<void> {
  await openStored(page, chart, 'capo');
  await expect(page.getByText(/^(best capo|as easy as the best)$/).first()).toBeVisible();
}
const rung = (page: Page, fret: number) =>
  page.getByRole('radio', { name: new RegExp(fret === 0 ? '^No capo' : `^Capo ${fret}:`) });
/** The button that brings a string nearer, by what the tuner says of it. */
const turnFor = (words: string): string => {
  const cents =
    words.includes('semitone') || words.includes('too high') ? 100 : Number(/(\d+) cent/.exec(words)?.[1] ?? 0);
  const size = cents >= 100 ? 100 : cents >= 10 ? 10 : 1;
  return /sharp|too high/.test(words) ? `−${size}` : `+${size}`;
};
const panel = (page: Page, name: RegExp) => page.getByRole('button', { name });

test('the capo is dragged from rung to rung, tapped, and keyed; each is one step back', async ({ page }) => {
  const complaints = collectComplaints(page);
  await openCapo(page);
  const neck = page.getByTestId('neck');
  const box = await neck.boundingBox();
  const at = (fret: number) => rung(page, fret).locator('..').boundingBox();
  const [from, to] = [await at(0), await at(5)];
  const x = (box?.x ?? 0) + 40;
  await page.mouse.move(x, (from?.y ?? 0) + 26);
  await page.mouse.down();
  await page.mouse.move(x, (to?.y ?? 0) + 20, { steps: 12 });
  await expect(rung(page, 0)).toBeChecked();
  const passed = page.getByTestId('passed');
  await expect(passed).toHaveCount(1);
  await expect(
    page
      .locator('label')
      .filter({ has: rung(page, 5) })
      .filter({ has: passed }),
  ).toHaveCount(1);
  await page.mouse.up();
  await expect(passed).toHaveCount(0);
  await expect(rung(page, 5)).toBeChecked();
  await expect(page.getByRole('heading', { name: /^Capo 5, hands in F$/ })).toBeVisible();
  await neck.click({
    position: { x: 40, y: (await at(3))?.y !== undefined ? ((await at(3))?.y ?? 0) - (box?.y ?? 0) + 20 : 0 },
  });
  await expect(rung(page, 3)).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(rung(page, 5)).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(rung(page, 0)).toBeChecked();
  expect(complaints).toEqual([]);
});

test('setups are laid side by side, differences only', async ({ page }) => {
  await openCapo(page);
  const tick = (name: string) => page.locator('label').filter({ has: page.getByRole('checkbox', { name }) });
  await tick('Compare capo 3').click();
  await tick('Compare capo 8').click();
  await expect(page.getByText('Capo 3 and Capo 8 are ticked.')).toBeVisible();
  // Ticking neither moves the capo nor opens anything.
  await expect(rung(page, 3)).not.toBeChecked();
  await page.getByRole('button', { name: 'Side by side' }).click();
  const sheet = page.getByRole('dialog', { name: 'Side by side' });
  await expect(sheet.getByRole('columnheader')).toHaveCount(3);
  await expect(sheet.getByRole('row', { name: /^shapes in/ })).toContainText('G major');
  await expect(sheet.getByRole('row', { name: /^sounds in/ })).toHaveCount(0);
  await expectNoAxeFindings(page);
  await sheet
    .getByRole('columnheader', { name: /Capo 3/ })
    .getByRole('button', { name: 'Take this one' })
    .click();
  await page.keyboard.press('Escape');
  await expect(rung(page, 3)).toBeChecked();
});

test('pins that exclude everything say which to loosen, and nothing typed is lost', async ({ page }) => {
  await openCapo(page);
  await panel(page, /^Must stay/).click();
  await page.getByRole('textbox', { name: 'A sounding note must stay in reach' }).fill('H9');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Write a note with its octave, such as D2.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'A sounding note must stay in reach' })).toHaveValue('H9');
  await page.getByRole('textbox', { name: 'A sounding note must stay in reach' }).fill('E2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: /^Capo 1: cannot keep: E2 can be played/ })).toBeAttached();
  await rung(page, 0).click({ force: true });
  await page.getByRole('button', { name: 'An open string must ring, as it sounds here' }).click();
  await page.getByRole('option', { name: 'string 4, D3' }).click();
  await expect(rung(page, 0)).toBeAttached();
  await page.getByRole('textbox', { name: 'A sounding note must stay in reach' }).fill('C2');
  await page.keyboard.press('Enter');
  const nothing = page.getByText('No setup of this tuning keeps everything');
  await expect(nothing).toBeVisible();
  await expect(page.getByText('leaves 1 capo fret')).toBeVisible();
  await expectNoAxeFindings(page);
  await page
    .getByRole('listitem')
    .filter({ hasText: 'leaves 1 capo fret' })
    .getByRole('button', { name: 'C2 can be played' })
    .click();
  await expect(nothing).toBeHidden();
});

test('a singer frees the key: a range upside down is refused, a rung brings its key, and the way back is there', async ({
  page,
}) => {
  await openCapo(page);
  await panel(page, /^Key and singer/).click();
  const range = page.getByRole('textbox', { name: 'Easy from the lowest to the highest note' });
  await range.fill('E5-A3');
  await page.keyboard.press('Enter');
  await expect(page.getByText('this range is upside down')).toBeVisible();
  await expect(range).toHaveValue('E5-A3');
  await range.fill('F3-A4');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/too high for the singer; F major \((?:no capo|capo \d)\) brings it in/)).toBeVisible();
  await page.getByRole('radio', { name: 'free' }).click({ force: true });
  await expect(page.getByText('The key is free: each fret has the key that is easiest there')).toBeVisible();
  await expect(page.locator('section[aria-busy=false]')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('g');
  await expect(page.getByText(/The song stands \d semitones? (?:above|below) the record/)).toBeVisible();
  await page.getByRole('button', { name: 'Back to the record’s key' }).click();
  await expect(page.getByText(/The song stands/)).toBeHidden();
  await expect(page.getByRole('term').filter({ hasText: 'sounds in' }).locator('..')).toContainText('B♭ major');
  await page.getByRole('textbox', { name: /^The record is off concert pitch/ }).fill('-20');
  await page.keyboard.press('Enter');
  await expect(page.getByText('A = 434.9 Hz')).toBeVisible();
});

test('a class knows its shapes: what is new is counted, and a taught song is known', async ({ page }) => {
  await page.goto('/classes');
  const name = `Evening ${Date.now()}`;
  await page.getByRole('textbox', { name: 'New class' }).fill(name);
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'G 320003' }).click();
  await expect(page.getByRole('heading', { name: 'Shapes it knows: 1' })).toBeVisible();
  await expectNoAxeFindings(page);
  await openCapo(page);
  await panel(page, /^The class/).click();
  await page.getByRole('button', { name: /Planned for/ }).click();
  await page.getByRole('option', { name }).click();
  await expect(rung(page, 3)).toHaveAccessibleName(/3 new/);
  await rung(page, 3).click({ force: true });
  await expect(page.getByText(new RegExp(`3 new for ${name}`)).first()).toBeVisible();
  await page.getByRole('button', { name: 'Mark as taught' }).click();
  await expect(rung(page, 3)).not.toHaveAccessibleName(/new/);
  await expect(page.getByText('This class was taught the song.')).toBeVisible();
});

test('a second guitar gets a capo of its own, and a key change inside the song is planned three ways', async ({
  page,
}) => {
  await openCapo(
    page,
    'title: Lift\nkey: G\ntempo: 60\n\nVerse:\n| G | C | D | N.C. |\n\nLast verse:\n| (key A) A | D | E | A |\n',
  );
  await expect(page.getByText('Bar 5, Last verse: G major becomes A major, 2 semitones up.')).toBeVisible();
  await expect(page.getByText(/The hands are free for 4\.0 s before it/)).toBeVisible();
  await panel(page, /^Two capos in the room/).click();
  await page.getByRole('button', { name: 'Add a second guitar' }).click();
  const guitars = page.getByRole('radiogroup', { name: 'Guitar' });
  await guitars.getByRole('radio', { name: '2' }).click({ force: true });
  await expect(page.getByRole('radio', { name: /^Capo [3-9]:/, checked: true })).toBeAttached();
});

test('a string is tuned down without a guitar', async ({ page }) => {
  const complaints = collectComplaints(page);
  await openCapo(page);
  await panel(page, /^The guitar/).click();
  await page.getByRole('button', { name: /^(?:standard )?Tuning/ }).click();
  await page.getByRole('option', { name: 'drop D', exact: true }).click();
  await expect(page.getByText('string 6: down 2 semitones, E2 to D2')).toBeVisible();
  await page.getByRole('button', { name: 'Tune it' }).click();
  const tuner = page.getByRole('dialog', { name: 'Tune to drop D' });
  await expect(tuner.getByRole('status')).toContainText(
    /D2 is (?:1 semitone|2 semitones) and \d+ cents? sharp: let it down\.|too high: let it down/,
  );
  const peg = tuner.getByRole('slider');
  await peg.focus();
  await tuner.getByRole('button', { name: 'Hear the note' }).click();
  for (let turns = 0; turns < 30 && !(await tuner.getByText('D2 is in tune.').isVisible()); turns += 1) {
    const turn = turnFor((await tuner.getByRole('status').textContent()) ?? '');
    await tuner.getByRole('button', { name: turn, exact: true }).click();
  }
  await expect(tuner.getByText('D2 is in tune.')).toBeVisible();
  await expectNoAxeFindings(page);
  expect(complaints).toEqual([]);
});
