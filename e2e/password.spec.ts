import { expect } from '@playwright/test';
import { expectNoAxeFindings, expectSaved } from './pages.ts';
import { cleanUp, demoFolder, newFolder, start, URL_BASE } from './servers.ts';
import { test } from './test.ts';

test.afterEach(cleanUp);

const PASSWORD = 'seven wooden capos';

test('a library that is opened to others without a password is refused with a sentence', async () => {
  const opened = await start(newFolder(), { GOLDEN_LADDER_HOST: '0.0.0.0' });
  expect(opened.ready).toBe(false);
  expect(opened.said).toMatch(/everyone nearby could read and change the library\. Set GOLDEN_LADDER_PASSWORD/);
});

test('the password is asked once, over whatever is open; what was edited meanwhile is saved; all can be signed out', async ({
  page,
}) => {
  const env = { GOLDEN_LADDER_ORIGIN: URL_BASE, GOLDEN_LADDER_PASSWORD: PASSWORD };
  const first = await start(demoFolder(), env);
  expect(first.ready).toBe(true);
  // One refusal is so slow that it arrives after the password was given: it asks for nothing any more.
  let arrive = (): void => undefined;
  const late = new Promise<void>((resolve) => {
    arrive = resolve;
  });
  await page.route(
    '**/api/settings',
    async (route) => {
      const refusal = await route.fetch();
      expect(refusal.status()).toBe(401);
      await late;
      await route.fulfill({ response: refusal });
    },
    { times: 1 },
  );
  await page.goto(URL_BASE);
  const field = page.getByLabel('Password');
  await expect(field).toBeFocused();
  await expectNoAxeFindings(page);
  await field.fill('not this one');
  await page.keyboard.press('Enter');
  await expect(page.getByText('That is not the password.')).toBeVisible();
  await field.fill(PASSWORD);
  await page.keyboard.press('Enter');
  await expect(field).toBeHidden();
  const askedAgain = page.waitForResponse((response) => response.url().endsWith('/api/settings') && response.ok());
  arrive();
  await askedAgain;
  await expect(field).toBeHidden();
  await page.getByRole('link', { name: 'Quarry Dog' }).click();
  await page.getByRole('link', { name: /Song/ }).click();
  const title = page.getByRole('textbox', { name: 'Title' });
  await expect(title).toHaveValue('Quarry Dog');
  await page.reload();
  await expect(title).toHaveValue('Quarry Dog');

  const status = await page.evaluate(async () => (await fetch('/api/sessions', { method: 'DELETE' })).status);
  expect(status).toBe(204);
  await title.fill('Quarry Dog Behind a Door');
  await title.press('Tab');
  await field.fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expectSaved(page);
  await expect(title).toHaveValue('Quarry Dog Behind a Door');

  await page.goto(`${URL_BASE}/settings`);
  await page.getByRole('button', { name: 'Sign all browsers out' }).click();
  await expect(field).toBeVisible();
  expect((await page.request.get(`${URL_BASE}/api/songs`)).status()).toBe(401);
});
