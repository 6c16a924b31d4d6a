/** What comes of what is found: the page goes there, or the selected key becomes it. */
import { App as AntApp } from 'antd';
import { nanoid } from 'nanoid';
import { useNavigate } from 'react-router';
import type { Board } from '../../core/board';
import type { Command, Put } from '../../core/find';
import { understand } from '../../core/notation';
import { addMacro, bindKeys, together, type Binding, type Edit, type Profile } from '../../core/profile';
import { keysTitle } from '../shared/keyNames';
import { lookedAt } from '../shared/useBench';
import { useFinder } from '../state/finder';
import { lookAtMacro } from '../state/macroDesks';
import { useSelection } from '../state/selection';
import { useShelf } from '../state/shelf';
import { FindDialog } from './FindDialog';

type FinderProps = { profile: Profile; board: Board; commands: readonly Command[] };

/** What taking a line makes of a key, and what must be made before; undefined when it is no whole line. */
function bindingOf(put: Put, profile: Profile): { does: Binding; first?: Edit } | undefined {
  if (put.makes) {
    const macro = { ...put.makes, id: `macro-${nanoid(5)}` };
    return { does: { kind: 'act', action: { do: 'macro', macro: macro.id } }, first: addMacro(profile, macro) };
  }
  if (put.binding) return { does: put.binding };
  const understood = understand(put.line, profile);
  const [reading] = understood.ok ? understood.readings : [];
  return reading && { does: reading.binding };
}

const Finder = ({ profile, board, commands }: FinderProps) => {
  const { onPut, close, begin } = useFinder();
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const selected = useSelection((state) => state.byProfile.get(profile.id));
  const select = useSelection((state) => state.select);
  const edit = useShelf((state) => state.edit);
  const notify = useShelf((state) => state.notify);
  const { layerIndex, keys } = lookedAt(profile, board, selected);
  const layer = profile.layers[layerIndex];
  const title = `${keysTitle(board, profile, keys)} on ${layer?.name ?? ''}`;

  const putOnKey = (put: Put): void => {
    if (put.own) {
      begin({ line: put.line, own: put.own });
      void navigate(`/profile/${profile.id}/layout`);
      return;
    }
    const taken = bindingOf(put, profile);
    if (!taken || !layer) return;
    const bind = bindKeys(profile, layer.id, keys, taken.does);
    const refused = edit(profile.id, taken.first ? together([taken.first, bind]) : bind, title);
    if (refused === undefined) void message.info(`${title}: ${put.line}`, 3);
    else notify(`Not changed: ${refused}`);
  };

  return (
    <FindDialog
      profile={profile}
      board={board}
      commands={commands}
      keyTitle={title}
      isForKey={onPut !== undefined}
      onPut={onPut ?? putOnKey}
      onClose={close}
      onGo={({ bench, layer: to, key, macro }) => {
        if (macro !== undefined) lookAtMacro(profile.id, macro);
        if (to !== undefined || key !== undefined)
          select(profile.id, {
            also: [],
            ...(to !== undefined && { layer: to }),
            ...(key !== undefined && { key }),
          });
        void navigate(`/profile/${profile.id}/${bench}`);
      }}
    />
  );
};

export default Finder;
