/**
 * The board through another host's eyes: what its keys would show there, which bindings would mean something else, and the two ways to
 * go there: take that host as it is, or aim what changes anew, so that the same characters come out. Each is one step for undo.
 */
import { Button, Checkbox, Select } from 'antd';
import { useMemo, useState } from 'react';
import { contactOf, type BoardKey } from '../../core/board';
import {
  altGrOnHost,
  hostLayout,
  hostName,
  legendOnHost,
  HOSTS,
  namedCharacter,
  type HostLayoutId,
} from '../../core/hosts';
import { legendOf, printAction } from '../../core/notation';
import { reaimed, throughHost, type MeaningChange } from '../../core/probe';
import { answerFrom, type Action, type Profile } from '../../core/profile';
import { MOST_LISTED } from '../../core/reading';
import { useHosts } from '../state/hosts';
import { BoardView } from './BoardView';
import type { KeyFace } from './Cap';
import { keyTitle } from './keyNames';
import { Named } from './named';
import type { Bench } from './useBench';
import { Dialog } from './Dialog';
import { LayerRadios } from './LayerChoices';
import './HostEyes.css';

type HostEyesProps = { bench: Bench; onClose: () => void };

const HOST_OPTIONS = HOSTS.map(({ id, name }) => ({ value: id, label: name }));

/** The keys to press there, by what stands on their caps. */
function pressedThere(action: Action, host: HostLayoutId, profile: Profile): string {
  if (action.do !== 'keys') return printAction(action, { ...profile, hostLayout: host }) ?? 'several keys';
  const layout = hostLayout(host);
  return action.codes
    .map((code) => (code === 'AltRight' && layout.altGr ? 'AltGr' : legendOnHost(layout, code)))
    .join('+');
}

/** One binding that would mean something else. */
const ChangeRow = ({ bench, host, change }: { bench: Bench; host: HostLayoutId; change: MeaningChange }) => {
  const { profile, board } = bench;
  const { layer, keys, was, becomes, instead } = change;
  return (
    <tr>
      <td>
        {keys.map((key) => keyTitle(board, profile, key)).join(' + ')}
        {layer !== '' && (
          <span className="soft">
            {' '}
            on <bdi>{layer}</bdi>
          </span>
        )}
      </td>
      <td className="mono">{was}</td>
      <td className="mono">{becomes}</td>
      <td className={instead ? undefined : 'not-kept'}>
        {instead ? pressedThere(instead, host, profile) : 'nothing makes it there'}
      </td>
    </tr>
  );
};

const Eyes = ({ bench, host, onClose }: HostEyesProps & { host: HostLayoutId }) => {
  const { profile, board, edit } = bench;
  const [layerId, setLayer] = useState(bench.layer.id);
  const [withPlain, setWithPlain] = useState(false);
  const there = useMemo(() => throughHost(profile, board, host), [profile, board, host]);
  const aim = useMemo(() => reaimed(profile, board, host, withPlain), [profile, board, host, withPlain]);
  const layerIndex = Math.max(
    0,
    profile.layers.findIndex(({ id }) => id === layerId),
  );
  const layer = profile.layers[layerIndex];
  const plain = there.changes.filter(({ isPlain }) => isPlain).length;
  const listed = there.changes.filter(({ isPlain }) => withPlain || !isPlain);
  const changed = new Set(there.changes.flatMap(({ layer: name, keys }) => (name === layer?.name ? keys : [])));
  const seen = { ...profile, hostLayout: host };

  const face = (key: BoardKey): KeyFace => {
    const id = contactOf(board, key.id);
    const answer = answerFrom(profile, layerIndex, id);
    const legend = answer ? legendOf(answer.assignment, seen) : { main: '', held: '', how: '' };
    const action = answer?.assignment.does.kind === 'act' ? answer.assignment.does.action : undefined;
    const [only, second] = action?.do === 'keys' ? action.codes : [];
    const altGr = only !== undefined && second === undefined ? altGrOnHost(hostLayout(host), only) : '';
    const isChanged = answer?.layerIndex === layerIndex && changed.has(id);
    return {
      label: `${keyTitle(board, profile, key.id)}: ${legend.main || 'nothing'}${isChanged ? ', means something else there' : ''}`,
      className: isChanged ? 'eyes-changed' : '',
      cap: {
        main: legend.main,
        held: legend.held,
        small: legend.how || (altGr === '' ? '' : `AltGr ${altGr}`),
        below: answer?.layerIndex !== layerIndex,
        isMarked: isChanged,
      },
    };
  };

  const take = (what: 'host' | 'aim'): void => {
    if (what === 'host') edit({ edit: 'describe', to: { hostLayout: host } }, `the host layout ${hostName(host)}`);
    else if (aim.edit) edit(aim.edit, `aiming at the host layout ${hostName(host)}`);
    onClose();
  };

  return (
    <>
      <div className="eyes-board">
        <LayerRadios label="Layer seen" layers={profile.layers} chosen={layer?.id} onChoose={setLayer} />
        <BoardView board={board} face={face} label={`${board.name} as ${hostName(host)} shows it`} />
      </div>
      <div className="eyes-changes">
        {listed.length === 0 ? (
          <p>Nothing that you assigned means something else there.</p>
        ) : (
          <table>
            <caption>
              {listed.length === 1 ? 'One binding means' : `${listed.length} bindings mean`} something else there
            </caption>
            <thead>
              <tr>
                <th scope="col">key</th>
                <th scope="col">now</th>
                <th scope="col">there</th>
                <th scope="col">changed to, as caps show it there</th>
              </tr>
            </thead>
            <tbody>
              {listed.map((change) => (
                <ChangeRow key={change.path.join('/')} bench={bench} host={host} change={change} />
              ))}
            </tbody>
          </table>
        )}
        {plain > 0 && (
          <Checkbox checked={withPlain} onChange={({ target }) => setWithPlain(target.checked)}>
            and the {plain} plain keys of the base, which would show what that host’s own keyboard shows
          </Checkbox>
        )}
        {there.texts.slice(0, MOST_LISTED).map(({ path, text, lacking }) => (
          <p key={path.join('/')} className="not-kept">
            The text <Named name={text} /> cannot be typed there:{' '}
            {lacking.map(({ character }) => namedCharacter(character)).join(', ')}.
          </p>
        ))}
        {there.macros.length > 0 && (
          <p className="soft">
            The keys of {there.macros.length === 1 ? 'a macro' : `${there.macros.length} macros`} make other characters
            there, and stay as they are:{' '}
            {there.macros.slice(0, MOST_LISTED).map(({ id, name }, n) => (
              <span key={id}>
                {n > 0 && ', '}
                <Named name={name} />
              </span>
            ))}
            .
          </p>
        )}
      </div>
      <p className="eyes-ways">
        <Button onClick={onClose}>Only looking</Button>
        <Button onClick={() => take('host')} disabled={host === profile.hostLayout}>
          This is my host: change nothing else
        </Button>
        <Button type="primary" disabled={aim.aimed === 0} onClick={() => take('aim')}>
          Change {aim.aimed} to mean the same there
        </Button>
        {aim.left > 0 && <span className="soft">{aim.left} stay, since nothing makes them there</span>}
      </p>
    </>
  );
};

export const HostEyes = ({ bench, onClose }: HostEyesProps) => {
  const { profile } = bench;
  const [host, setHost] = useState<HostLayoutId>(profile.hostLayout === 'us' ? 'de' : 'us');
  const { state, again } = useHosts([host]);
  return (
    <Dialog width={1060} footer={null} title="Through another host’s eyes" onCancel={onClose} part="eyes">
      <p className="eyes-hosts">
        <span>
          now <strong>{hostName(profile.hostLayout)}</strong>
        </span>
        <span aria-hidden="true">→</span>
        <Select
          aria-label="Other host layout"
          autoFocus
          showSearch={{ optionFilterProp: 'label' }}
          popupMatchSelectWidth={false}
          value={host}
          options={HOST_OPTIONS}
          onChange={setHost}
        />
      </p>
      {state === 'here' ? (
        <Eyes key={host} bench={bench} host={host} onClose={onClose} />
      ) : state === 'coming' ? (
        <p className="soft">reading that host layout …</p>
      ) : (
        <p className="not-kept" role="alert">
          That host layout cannot be read; the server does not answer.{' '}
          <button type="button" className="word" onClick={again}>
            Try again
          </button>
        </p>
      )}
    </Dialog>
  );
};
