/** Opens the text of a profile while the bench is there. */
import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Board } from '../../core/board';
import { TextDesk, type DeskState } from './desk';
import { startReader } from './textWorker';

export function useTextDesk(id: string, board: Board): { desk: TextDesk | null; state: DeskState } {
  const [made, setMade] = useState<TextDesk | null>(null);
  useEffect(() => {
    const begun = new TextDesk(id, board, startReader());
    void begun.open();
    const stop = begun.subscribe(() => setMade(begun));
    return () => {
      stop();
      begun.close();
    };
  }, [id, board]);
  const desk = made?.isOf(id, board) ? made : null;
  const state = useSyncExternalStore(desk?.subscribe ?? noSubscription, desk?.now ?? nothing);
  return { desk, state };
}

const NOTHING: DeskState = {
  text: '',
  said: { problems: [], sites: [], profiles: [] },
  problems: [],
  isRead: false,
  keeping: { state: 'loading' },
};
const nothing = (): DeskState => NOTHING;
const noSubscription = (): (() => void) => () => undefined;
