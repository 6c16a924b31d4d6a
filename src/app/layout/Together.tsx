/** What goes beyond one key: joint presses, layers that are joined, and roles. */
import { memo, useState } from 'react';
import { printAction } from '../../core/notation';
import type { Joint } from '../../core/profile';
import { keyLegend } from '../shared/keyNames';
import { Term } from '../shared/Term';
import type { Bench } from '../shared/useBench';
import { JoinedLayersDialog } from './JoinedLayersDialog';
import { JointDialog } from './JointDialog';
import { RolesDialog } from './RolesDialog';
import './Together.css';

type Open = { what: 'joint'; joint?: Joint } | { what: 'joined'; index?: number } | { what: 'roles' } | null;

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
      <h2>Roles</h2>
      <button type="button" className="word" onClick={() => setOpen({ what: 'roles' })}>
        {profile.roles.length === 0 ? '+ Role' : `${profile.roles.length} role${profile.roles.length > 1 ? 's' : ''} …`}
      </button>
      {open?.what === 'roles' && <RolesDialog bench={bench} onClose={() => setOpen(null)} />}
      {open?.what === 'joint' && <JointDialog bench={bench} joint={open.joint} onClose={() => setOpen(null)} />}
      {open?.what === 'joined' && <JoinedLayersDialog bench={bench} index={open.index} onClose={() => setOpen(null)} />}
    </section>
  );
});
Together.displayName = 'Together';
