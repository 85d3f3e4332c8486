import { useState } from 'react';

/** Files that take a moment to write: which one is being written, and what went wrong or has to be said about the last. */
export function useDownload() {
  const [busy, setBusy] = useState('');
  const [news, setNews] = useState('');
  /** Writes a file; the text it answers is said. */
  const take = async (what: string, write: () => Promise<string>): Promise<void> => {
    setBusy(what);
    setNews('');
    try {
      setNews(await write());
    } catch (error) {
      const reason = error instanceof Error ? ` (${error.message})` : '';
      setNews(`The ${what} could not be written${reason}. Try again when the server answers.`);
    } finally {
      setBusy('');
    }
  };
  return { busy, news, take };
}
