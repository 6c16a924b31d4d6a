/** What goes beyond one key: joint presses, layers that are joined or shown by a lamp, and roles. */
import { memo, useState } from 'react';
import { printAction } from '../../core/notation';
import { lampTitle } from '../../core/codes';
import { idIn, type Joint } from '../../core/profile';
import { keyLegend } from '../shared/keyNames';
import { Term } from '../shared/Term';
import type { Bench } from '../shared/useBench';
import { JoinedLayersDialog } from './JoinedLayersDialog';
import { JointDialog } from './JointDialog';
import { LampLayerDialog } from './LampLayerDialog';
import { RolesDialog } from './RolesDialog';
import './Together.css';

type Open = { what: 'joint'; joint?: Joint } | { what: 'joined' | 'lamp'; index?: number } | { what: 'roles' } | null;

export const Together = memo(({ bench }: { bench: Bench }) => {
  const { profile, board } = bench;
  const [open, setOpen] = useState<Open>(null);
  const layerName = (id: string): string => profile.layers.find((layer) => layer.id === id)?.name ?? id;
  return (
    <section className="together" aria-label="Together">
      <h2>Together</h2>
      <ul>
        {profile.joints.map((joint) => (
          <li key={joint.id}>
            <button type="button" className="together-item" onClick={() => setOpen({ what: 'joint', joint })}>
              <b>{joint.keys.map((key) => keyLegend(board, profile, key)).join(' + ')}</b>{' '}
              <span>{printAction(joint.action, profile) ?? 'more than a line'}</span>
            </button>
          </li>
        ))}
        {profile.joinedLayers.map(({ when, also }, index) => (
          <li key={`${index} ${when.join()} ${also}`}>
            <button type="button" className="together-item" onClick={() => setOpen({ what: 'joined', index })}>
              <b>{when.map(layerName).join(' + ')}</b> <span>also {layerName(also)}</span>
            </button>
          </li>
        ))}
        {profile.lampLayers.map((shown, index) => (
          <li key={`${index} ${idIn(shown)}`}>
            <button type="button" className="together-item" onClick={() => setOpen({ what: 'lamp', index })}>
              <b>
                {lampTitle(shown.lamp)} {shown.lit ? 'lit' : 'dark'}
              </b>{' '}
              <span>{layerName(shown.shows)}</span>
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="word"
        disabled={profile.joints.length >= board.device.joints}
        onClick={() => setOpen({ what: 'joint' })}
      >
        + Joint press
      </button>
      <span className="together-more">
        <button
          type="button"
          className="word"
          disabled={profile.layers.length < 3}
          onClick={() => setOpen({ what: 'joined' })}
        >
          + Joined layers
        </button>
        <Term word="Joined layers" />
      </span>
      <span className="together-more">
        <button
          type="button"
          className="word"
          disabled={profile.layers.length < 2}
          onClick={() => setOpen({ what: 'lamp' })}
        >
          + Layer of a lamp
        </button>
        <Term word="Layer of a lamp" />
      </span>
      <h2>Roles</h2>
      <button type="button" className="word" onClick={() => setOpen({ what: 'roles' })}>
        {profile.roles.length === 0 ? '+ Role' : `${profile.roles.length} role${profile.roles.length > 1 ? 's' : ''} …`}
      </button>
      {open?.what === 'roles' && <RolesDialog bench={bench} onClose={() => setOpen(null)} />}
      {open?.what === 'joint' && <JointDialog bench={bench} joint={open.joint} onClose={() => setOpen(null)} />}
      {open?.what === 'lamp' && <LampLayerDialog bench={bench} index={open.index} onClose={() => setOpen(null)} />}
      {open?.what === 'joined' && <JoinedLayersDialog bench={bench} index={open.index} onClose={() => setOpen(null)} />}
    </section>
  );
});
Together.displayName = 'Together';
