/** The practice bench: one's own typing. Settings that suit it, exercises on one's own layout, what it costs the hands, and a walk through the profile. */
import { lazy, Suspense } from 'react';
import { Navigate, NavLink, useParams } from 'react-router';
import { useBench } from '../shared/useBench';
import { Waiting } from '../shared/Waiting';
import './PracticeBench.css';

const Tune = lazy(() => import('./Tune'));
const LoadPart = lazy(() => import('./LoadPart'));
const Practise = lazy(() => import('./Practise'));
const Walk = lazy(() => import('./Walk'));

const PARTS = [
  { path: 'tune', name: 'Tune', says: 'settings that suit your typing', Part: Tune },
  { path: 'practise', name: 'Practise', says: 'exercises on your own layout', Part: Practise },
  { path: 'load', name: 'Load', says: 'what it costs your hands', Part: LoadPart },
  { path: 'walk', name: 'Walk', says: 'a walk through this profile', Part: Walk },
] as const;

const PracticeBench = () => {
  const { profile } = useBench();
  const { part } = useParams();
  const shown = PARTS.find(({ path }) => path === part);
  if (!shown) return <Navigate to={`/profile/${profile.id}/practice/tune`} replace />;
  return (
    <div className="bench practice" data-testid="practice">
      <nav className="practice-parts" aria-label="Practice">
        {PARTS.map(({ path, name, says }) => (
          <NavLink key={path} to={`/profile/${profile.id}/practice/${path}`} title={says}>
            {name}
          </NavLink>
        ))}
      </nav>
      <Suspense fallback={<Waiting what="Laying it out" />}>
        <shown.Part />
      </Suspense>
    </div>
  );
};

export default PracticeBench;
