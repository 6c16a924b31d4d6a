import { useState } from 'react';
import { contactOf, type BoardKey } from '../../core/board';
import { countChanges } from '../../core/compare';
import { legendOf, sentencesOf } from '../../core/notation';
import { answerFrom, diff, sameData, timingOf, type Profile } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import type { KeyFace } from '../shared/Cap';
import { keyName } from '../shared/keyNames';
import { LayerRow } from '../shared/LayerChoices';
import { Named } from '../shared/named';
import { boardNow } from '../state/boards';
import { useHosts } from '../state/hosts';
import type { Waiting } from '../state/incoming';
import './LookAround.css';

/** The board as one layer of the profile shows it; keys that differ from mine are marked. */
export const LookAround = ({ waiting, met }: { waiting: Waiting; met: Profile | undefined }) => {
  const { profile } = waiting;
  const board = waiting.ownBoard ?? boardNow(profile.board);
  const [layer, setLayer] = useState(0);
  const [chosen, setChosen] = useState('');
  const { state } = useHosts([profile.hostLayout]);
  if (!board) return null;
  const at = Math.min(layer, profile.layers.length - 1);
  const mine = met?.layers.find(({ id }) => id === profile.layers[at]?.id);
  const isOther = (key: string): boolean =>
    met !== undefined && met.board === profile.board && !sameData(mine?.keys[key], profile.layers[at]?.keys[key]);
  const said = (key: string): string => {
    const answer = answerFrom(profile, at, key);
    return answer
      ? sentencesOf(answer.assignment.does, timingOf(profile, answer.assignment.does), profile).join(' ')
      : 'Nothing answers.';
  };
  const face = (key: BoardKey): KeyFace => {
    const id = contactOf(board, key.id);
    const answer = answerFrom(profile, at, id);
    const legend = answer && state === 'here' ? legendOf(answer.assignment, profile) : { main: '', held: '' };
    return {
      label: `${keyName(board, key.id)}: ${state === 'here' ? said(id) : ''}${isOther(id) ? ' Differs from yours.' : ''}`,
      className: `${id === chosen ? 'selected' : ''} ${isOther(id) ? 'differs' : ''}`,
      cap: { main: legend.main, held: legend.held, below: answer?.layerIndex !== at },
    };
  };
  return (
    <section aria-label="Look around">
      <p className="section-line">
        <strong>Look around</strong>
        {met && met.board === profile.board && (
          <span className="soft">
            from <Named name={met.name} /> it differs in {countChanges(diff(met, profile), met, profile) || 'nothing'}
          </span>
        )}
      </p>
      {profile.layers.length > 1 && (
        <LayerRow
          label="Layers"
          layers={profile.layers}
          chosen={profile.layers[at]?.id}
          onChoose={(id) => setLayer(profile.layers.findIndex((one) => one.id === id))}
        />
      )}
      <BoardView
        board={board}
        face={face}
        label={`${board.name}, as it would be`}
        selected={chosen}
        onSelect={setChosen}
      />
      <p className="soft look-said" role="status">
        {chosen === ''
          ? 'Choose a key to read what it would do.'
          : `${keyName(board, chosen)}: ${said(contactOf(board, chosen))}`}
      </p>
    </section>
  );
};
