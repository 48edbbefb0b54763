/** Hands bytes to the person as a file. What a file name cannot hold is left out of it. */
export const download = (bytes: Uint8Array, name: string, type: string): void =>
  handOver(new Blob([bytes as Uint8Array<ArrayBuffer>], { type }), name);

/** The same for a file that is one already. */
export function handOver(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  // Letters of any script, digits and a few marks: nothing that means something to a file system.
  link.download = name.replace(/[^\p{L}\p{N} ._-]+/gu, '').trim() || 'ironsky';
  link.click();
  // The browser reads it after the click has been handled.
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
