/** Hands bytes to the painter as a file. */
export function saveFile(bytes: Uint8Array<ArrayBuffer>, name: string, type: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([bytes], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
