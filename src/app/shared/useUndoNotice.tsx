/** What was done, said in passing, with the way back beside it for as long as it is shown. */
import { App as AntApp } from 'antd';
import { useCallback, type ReactNode } from 'react';

const SHOWN_S = 12;

type UndoNotice = {
  /** A notice with the same key takes its place. */
  key: string;
  says: ReactNode;
  undo: () => void;
  /** Not all of it was done. */
  isPartial?: boolean;
  /** What the way back is called. */
  back?: string;
};

export function useUndoNotice(): (notice: UndoNotice) => void {
  const { message } = AntApp.useApp();
  return useCallback(
    ({ key, says, undo, isPartial = false, back = 'Undo' }) =>
      void message.open({
        key,
        type: isPartial ? 'warning' : 'info',
        duration: SHOWN_S,
        content: (
          <span>
            {says}{' '}
            <button
              type="button"
              className="word"
              onClick={() => {
                message.destroy(key);
                undo();
              }}
            >
              {back}
            </button>
          </span>
        ),
      }),
    [message],
  );
}
