/** The host layouts on the page: brought when a profile needs one, and tried again when that fails. */
import { useEffect, useState } from 'react';
import { bringHosts, isHostHere, type HostLayoutId } from '../../core/hosts';

export type HostState = 'here' | 'coming' | 'missing';

/** Brings the host layouts of what is shown. Until they are here nothing may be computed with them. */
export function useHosts(ids: readonly HostLayoutId[]): { state: HostState; again: () => void } {
  const [failed, setFailed] = useState('');
  const [, setArrived] = useState(0);
  const wanted = [...new Set(ids)].sort().join(' ');
  const isHere = ids.every(isHostHere);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    if (isHere) return;
    bringHosts(ids).then(
      () => setArrived((n) => n + 1),
      () => setFailed(wanted),
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is wanted says it all
  }, [wanted, attempt]);
  const again = (): void => {
    setFailed('');
    setAttempt((n) => n + 1);
  };
  return { state: isHere ? 'here' : failed === wanted && wanted !== '' ? 'missing' : 'coming', again };
}
