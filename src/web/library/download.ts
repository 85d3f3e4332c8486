/** Hands a file to the browser. */
export function download(content: Uint8Array | string | Blob, type: string, name: string): void {
  const blob = new Blob([content instanceof Uint8Array ? content.slice().buffer : content], { type });
  const link = window.document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
