/** Writes a sheet as PDF away from the page: the typeface has to be taken apart for it. */
import { sheetPdf, type SheetFonts } from '../core/sheet/pdf';
import type { Sheet } from '../core/sheet';

const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data }: MessageEvent<{ sheet: Sheet; fonts: SheetFonts }>) => {
  sheetPdf(data.sheet, data.fonts)
    .then((bytes) => scope.postMessage(bytes))
    .catch((error: unknown) => reportError(error));
};
