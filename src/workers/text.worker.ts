/** Brings the text of a profile away from the page: writing and reading a long one takes longer than a frame has. */
import { broughtText } from '../core/notation';
import type { TextAnswer, TextOrder } from './textOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data: { kept, profile, board } }: MessageEvent<TextOrder>) => {
  const { text, read } = broughtText(profile, board, kept);
  const { problems, sites, profiles } = read;
  const heads = profiles.map(({ isBase, line, hasId, draft: { id, board: of } }) => ({
    isBase,
    line,
    hasId,
    draft: { id, board: of },
  }));
  scope.postMessage({ text, said: { problems, sites, profiles: heads } } satisfies TextAnswer);
};
