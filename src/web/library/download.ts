/** Hands a file to the browser. */
export function download(content: Uint8Array | string, type: string, name: string): void {
  const blob = new Blob([typeof content === 'string' ? content : content.slice().buffer], { type });
  const link = window.document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
