import type { Page } from '@playwright/test';

/** Pastes a text over the whole chart of the open song. */
export async function pasteChart(page: Page, text: string): Promise<void> {
  const editor = page.getByRole('textbox', { name: 'Chart of the song' });
  await editor.focus();
  await page.keyboard.press('Control+A');
  await editor.evaluate((element, pasted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pasted);
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
}
