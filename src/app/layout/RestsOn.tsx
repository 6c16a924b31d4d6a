/** A variant on the bench: what it rests on, what it changes, and where both it and its base have changed one thing. */
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { sayChange } from '../../core/compare';
import {
  applyChange,
  diff,
  editTowards,
  onBase,
  plainProfile,
  subjectOf,
  variantOf,
  type Change,
  type Clash,
  type Profile,
} from '../../core/profile';
import { Named } from '../shared/named';
import type { Bench } from '../shared/useBench';
import { useDocument, useShelf } from '../state/shelf';
import './RestsOn.css';

/** The change that gives a thing back to the base. */
function givenBack(profile: Profile, base: Profile, subject: string): Change | undefined {
  return diff(
    profile,
    { ...base, id: profile.id, name: profile.name, icon: profile.icon, restsOn: base.id },
    { plain: true },
  ).find((change) => subjectOf(change) === subject);
}

export const RestsOn = memo(({ bench }: { bench: Bench }) => {
  const { profile, board, select, edit } = bench;
  const document = useDocument(profile.id);
  const resolveClash = useShelf((state) => state.resolveClash);
  const [isOpen, setIsOpen] = useState(false);
  const base = document?.base;
  const clashes = document?.clashes ?? [];
  if (profile.restsOn === undefined) return null;
  if (!base)
    return (
      <section className="rests-on" aria-label="What it rests on">
        It rested on a profile that is not on the shelf, and stands by itself now.
      </section>
    );
  const own = variantOf(profile, base).changes.filter(({ change }) => change !== 'field');
  const clashOf = (change: Change): Clash | undefined =>
    clashes.find((clash) => clash.kind === 'both' && subjectOf(clash.change) === subjectOf(change));
  const gone = clashes.filter(({ kind }) => kind === 'gone');

  const giveBack = (change: Change): void => {
    const back = givenBack(profile, base, subjectOf(change));
    const made = back && editTowards(profile, applyChange(profile, back));
    if (made) edit(made, `${sayChange(change, base, profile).where} as in ${base.name}`);
  };
  const flatten = (): void => edit({ edit: 'rest', on: null }, 'made whole');
  const detach = (): void => {
    const plain = plainProfile(board, profile.id, profile.name);
    const { restsOn: _base, ...alone } = onBase(variantOf(profile, base, clashes), plain).profile;
    const { restsOn: _was, ...whole } = profile;
    const made = editTowards(whole, { ...alone, hostLayout: profile.hostLayout });
    edit({ edit: 'several', edits: [{ edit: 'rest', on: null }, ...(made ? [made] : [])] }, 'detached');
  };

  return (
    <section className="rests-on" aria-label="What it rests on">
      <p className="section-line">
        <span>
          rests on{' '}
          <Link to={`/profile/${base.id}/layout`}>
            <bdi>{base.name}</bdi>
          </Link>
          , changes {own.length} thing{own.length === 1 ? '' : 's'} of it
          {clashes.length > 0 && (
            <strong className="not-kept">
              {' '}
              · {clashes.length} clash{clashes.length > 1 ? 'es' : ''}
            </strong>
          )}
        </span>
        <span>
          <button type="button" className="word" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
            {isOpen ? 'Close' : 'What it changes'}
          </button>
          <button
            type="button"
            className="word"
            title="Copy everything in, and stop following the base"
            onClick={flatten}
          >
            Flatten
          </button>
          <button
            type="button"
            className="word"
            title="Keep only what this variant changes, on a plain layout without the base"
            onClick={detach}
          >
            Detach
          </button>
        </span>
      </p>
      {(isOpen || clashes.length > 0) && (
        <ul>
          {(isOpen ? own : own.filter((change) => clashOf(change))).map((change) => {
            const said = sayChange(change, base, profile);
            const clash = clashOf(change);
            return (
              <li key={subjectOf(change)} className={clash ? 'clash' : ''}>
                {change.change === 'key' ? (
                  <button
                    type="button"
                    className="word"
                    onClick={() => select({ layer: change.at.layer, key: change.at.key })}
                  >
                    <bdi>{said.where}</bdi>
                  </button>
                ) : (
                  <strong>
                    <bdi>{said.where}</bdi>
                  </strong>
                )}{' '}
                {clash ? (
                  <>
                    both have changed it: here <bdi>{said.to || said.text}</bdi>, in <Named name={base.name} /> now{' '}
                    <bdi>{said.from || 'otherwise'}</bdi>{' '}
                    <button type="button" className="word" onClick={() => resolveClash(profile.id, subjectOf(change))}>
                      Keep mine
                    </button>
                    <button type="button" className="word" onClick={() => giveBack(change)}>
                      Take the base’s
                    </button>
                  </>
                ) : (
                  <>
                    <bdi>{said.from === '' ? said.text : `${said.from} → ${said.to}`}</bdi>{' '}
                    <button type="button" className="word" onClick={() => giveBack(change)}>
                      As in the base
                    </button>
                  </>
                )}
              </li>
            );
          })}
          {gone.map(({ change }) => (
            <li key={subjectOf(change)} className="clash">
              <strong>
                <bdi>{sayChange(change, base, profile).where}</bdi>
              </strong>{' '}
              the base no longer has what this changes, so it has no effect.{' '}
              <button type="button" className="word" onClick={() => resolveClash(profile.id, subjectOf(change))}>
                Forget it
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
});
RestsOn.displayName = 'RestsOn';
