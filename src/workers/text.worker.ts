/** Reads and writes texts away from the page: a long one takes longer than a frame has. */
import { doText, type TextOrder } from '../core/notation';

const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data }: MessageEvent<TextOrder>) => scope.postMessage(doText(data));
