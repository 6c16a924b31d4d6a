/** The typeface of the page, in the form that goes into a PDF; fetched when one is made. */
import latin500 from '@fontsource/alegreya-sans/files/alegreya-sans-latin-500-normal.woff?url';
import latin700 from '@fontsource/alegreya-sans/files/alegreya-sans-latin-700-normal.woff?url';
import latinExt500 from '@fontsource/alegreya-sans/files/alegreya-sans-latin-ext-500-normal.woff?url';
import latinExt700 from '@fontsource/alegreya-sans/files/alegreya-sans-latin-ext-700-normal.woff?url';
import cyrillic500 from '@fontsource/alegreya-sans/files/alegreya-sans-cyrillic-500-normal.woff?url';
import cyrillic700 from '@fontsource/alegreya-sans/files/alegreya-sans-cyrillic-700-normal.woff?url';
import greek500 from '@fontsource/alegreya-sans/files/alegreya-sans-greek-500-normal.woff?url';
import greek700 from '@fontsource/alegreya-sans/files/alegreya-sans-greek-700-normal.woff?url';

async function bytesOf(url: string): Promise<Uint8Array> {
  const response = await fetch(url);
  if (!response.ok) throw new Error('the typeface cannot be read');
  return new Uint8Array(await response.arrayBuffer());
}

/** @throws Error when the page cannot read its own files */
export const sheetFonts = async (): Promise<{ usual: Uint8Array[]; bold: Uint8Array[] }> => ({
  usual: await Promise.all([latin500, latinExt500, cyrillic500, greek500].map(bytesOf)),
  bold: await Promise.all([latin700, latinExt700, cyrillic700, greek700].map(bytesOf)),
});
