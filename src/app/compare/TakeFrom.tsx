/** What can be taken from another profile, from one key to everything, with how much each would change. */
import { Select } from 'antd';
import { useMemo } from 'react';
import { isOfKey, isOfLayer, keyTitle, taking, type SideLayer } from '../../core/compare';
import type { Change, Profile } from '../../core/profile';
import type { Compared } from './useCompared';
import './TakeFrom.css';

type Wants = (change: Change) => boolean;
type Scope = { what: string; name: string; wants: Wants };

type TakeFromProps = {
  mine: Profile;
  source: Compared;
  others: readonly Compared[];
  onSource: (word: string) => void;
  chosen: string;
  layer: SideLayer | undefined;
  onTake: (what: string, wants: Wants) => void;
};

const SCOPES: readonly Scope[] = [
  { what: 'what keys do', name: 'what every key does', wants: ({ change }) => change === 'key' },
  { what: 'every depth', name: 'every depth', wants: ({ change }) => change === 'travel' },
  { what: 'all timing', name: 'all timing', wants: ({ change }) => change === 'timing' },
  { what: 'every macro', name: 'every macro', wants: (change) => 'list' in change && change.list === 'macros' },
  { what: 'everything', name: 'everything', wants: () => true },
];

export const TakeFrom = ({ mine, source, others, onSource, chosen, layer, onTake }: TakeFromProps) => {
  const counted = useMemo(() => {
    const scopes: Scope[] = [
      ...(chosen === ''
        ? []
        : [
            {
              what: keyTitle(chosen),
              name: `this key, ${keyTitle(chosen)}`,
              wants: (change: Change) => isOfKey(change, chosen),
            },
          ]),
      ...(layer
        ? [
            {
              what: `the layer ${layer.name}`,
              name: `the layer ${layer.name}`,
              wants: (change: Change) => isOfLayer(change, layer.id),
            },
          ]
        : []),
      ...SCOPES,
    ];
    return scopes.map((scope) => {
      const { changes, along } = taking(mine, source.profile, scope.wants);
      return { ...scope, changes, along: along.length };
    });
  }, [mine, source.profile, chosen, layer]);
  return (
    <>
      <h2>
        Take from{' '}
        {others.length > 1 ? (
          <Select
            size="small"
            aria-label="Take from"
            value={source.word}
            options={others.map(({ word, title }) => ({ value: word, label: title }))}
            onChange={onSource}
          />
        ) : (
          <bdi>{source.title}</bdi>
        )}
      </h2>
      <ul className="scopes">
        {counted.map(({ name, what, wants, changes, along }) => (
          <li key={name}>
            <button type="button" className="scope" disabled={changes === 0} onClick={() => onTake(what, wants)}>
              <strong>{name}</strong>
              <span className="soft">
                {changes} change{changes === 1 ? '' : 's'}
                {along > 0 && `, ${along} come${along === 1 ? 's' : ''} along`}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p className="soft">Nothing is lost: one undo takes it back.</p>
    </>
  );
};
