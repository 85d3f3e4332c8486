/** How a file is sent: who hears how far it is, from 0 to 1, and what ends it. */
export type Upload = { readonly onProgress: (share: number) => void; readonly signal: AbortSignal };

/** Sends a file as the body of a request; null where there is no answer. `fetch` does not say how far it is with sending. */
export function uploadFile(path: string, file: File, { onProgress, signal }: Upload): Promise<Response | null> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const stop = (): void => request.abort();
    const over = (settle: () => void): void => {
      signal.removeEventListener('abort', stop);
      settle();
    };
    request.open('POST', path);
    request.setRequestHeader('Content-Type', 'application/json');
    request.upload.onprogress = ({ loaded, total }) => onProgress(total === 0 ? 1 : loaded / total);
    request.onload = () => over(() => resolve(new Response(request.responseText, { status: request.status })));
    request.onerror = () => over(() => resolve(null));
    request.onabort = () => over(() => reject(new DOMException('It was stopped.', 'AbortError')));
    signal.addEventListener('abort', stop);
    request.send(file);
  });
}
