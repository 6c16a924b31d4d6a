/** Hands the person a file, and makes names that every file system takes. */
export function download(name: string, content: string | Uint8Array<ArrayBuffer>, type = 'application/json'): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

export const fileNameOf = (name: string, ending: string): string =>
  `${
    name
      .replace(/[^\p{L}\p{N} _-]+/gu, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase() || 'profile'
  }.${ending}`;
