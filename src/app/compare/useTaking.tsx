/** Taking something of another profile over into the first, as one step with the way back beside what is said of it. */
import { App as AntApp } from 'antd';
import { taking } from '../../core/compare';
import type { Change, Profile } from '../../core/profile';
import { foreign } from '../../core/reading';
import { useUndoNotice } from '../shared/useUndoNotice';
import { useShelf } from '../state/shelf';
import { beforeLargeStep } from '../state/snapshots';
import type { Compared } from './useCompared';

export function useTaking(
  first: Compared | undefined,
): (what: string, wants: (change: Change) => boolean, theirs: Profile) => void {
  const { message } = AntApp.useApp();
  const notice = useUndoNotice();
  const edit = useShelf((state) => state.edit);
  const undo = useShelf((state) => state.undo);
  return (what, wants, theirs) => {
    if (!first || first.on !== 'shelf') return;
    const { edit: made, along, changes } = taking(first.profile, theirs, wants);
    if (!made) {
      void message.info('There is nothing to take: it is the same.');
      return;
    }
    if (changes > 1) beforeLargeStep(first.profile, `${what} from “${theirs.name}”`);
    const refused = edit(first.profile.id, made, `${what} from “${foreign(theirs.name)}”`);
    if (refused !== undefined) {
      void message.error(`Nothing was taken: ${refused}`);
      return;
    }
    notice({
      key: 'taken',
      says: (
        <>
          Taken: {what}
          {along.length > 0 && `; ${along.join(', ')} came along`}.
        </>
      ),
      undo: () => {
        const back = undo(first.profile.id);
        if (back && 'refused' in back) void message.error(back.refused);
      },
    });
  };
}
