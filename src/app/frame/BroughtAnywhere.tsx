/** A profile that is pasted on any page, or whose code stands behind the # of the address, is shown on the shelf before anything is taken. */
import { useEffect } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { findShareCode, mayBeProfile } from '../../core/files/share/mark';
import { isTyping } from '../shared/isTyping';
import { useShelf } from '../state/shelf';

export const BroughtAnywhere = () => {
  const navigate = useNavigate();
  const { hash } = useLocation();
  const status = useShelf((state) => state.status);

  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      if (event.defaultPrevented || isTyping(event.target) || !event.clipboardData) return;
      const files = [...event.clipboardData.files];
      const text = event.clipboardData.getData('text/plain');
      if (files.length === 0 && !mayBeProfile(text)) return;
      event.preventDefault();
      void import('../state/incoming').then(({ useIncoming }) => {
        const { bringFiles, bringText } = useIncoming.getState();
        void (files.length > 0 ? bringFiles(files) : bringText(text));
      });
      void navigate('/shelf');
    };
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, [navigate]);

  useEffect(() => {
    if (findShareCode(hash) === undefined || status !== 'ready') return;
    void import('../state/incoming').then(({ useIncoming }) => useIncoming.getState().bringText(hash.slice(1)));
    // The address does not keep it: a reload would bring it once more.
    void navigate('/shelf', { replace: true });
  }, [hash, status, navigate]);

  return null;
};
