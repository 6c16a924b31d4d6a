/** A profile as one line of letters, to be put into a message or a link. Nothing is sent anywhere. */
import { Button, Input } from 'antd';
import { useEffect, useState } from 'react';
import { flattened, type Profile } from '../../core/profile';
import { Unreadable } from '../../core/reading';
import { ownBoardNow } from '../state/ownBoards';
import { useHosts } from '../state/hosts';
import { Dialog } from '../shared/Dialog';
import './ShareDialog.css';

export const ShareDialog = ({ profile, onClose }: { profile: Profile; onClose: () => void }) => {
  const [code, setCode] = useState<{ code: string } | { reason: string } | null>(null);
  const [copied, setCopied] = useState('');
  const host = useHosts([profile.hostLayout]);
  useEffect(() => {
    if (host.state !== 'here') return;
    let isOn = true;
    void import('../../core/files').then(({ writeShareCode }) => {
      if (!isOn) return;
      try {
        setCode({ code: writeShareCode(flattened(profile), ownBoardNow(profile.board)) });
      } catch (error) {
        setCode({ reason: error instanceof Unreadable ? error.message : 'it cannot be made a code of' });
      }
    });
    return () => {
      isOn = false;
    };
  }, [profile, host.state]);

  const copy = async (what: string, text: string): Promise<void> => {
    try {
      await navigator.clipboard.writeText(text);
      setCopied(`${what} is on the clipboard.`);
    } catch {
      setCopied('The browser does not let this page copy; choose the text and copy it by hand.');
    }
  };
  const link = (text: string): string => `${location.origin}/shelf#${text}`;

  return (
    <Dialog title={`Share “${profile.name}”`} onCancel={onClose} footer={null} width={620}>
      {code === null && <p>Writing the code …</p>}
      {code && 'reason' in code && (
        <p role="alert" className="not-kept">
          {code.reason}.
        </p>
      )}
      {code && 'code' in code && (
        <>
          <p>
            This line is the whole profile{profile.restsOn === undefined ? '' : ', made whole'}, {code.code.length}{' '}
            letters and digits. Whoever pastes it into Underloom sees what it does before anything is taken.
          </p>
          <Input.TextArea
            readOnly
            aria-label="Share code"
            className="share-code"
            rows={7}
            value={code.code}
            onFocus={({ target }) => target.select()}
          />
          <p className="share-actions">
            <Button type="primary" onClick={() => void copy('The code', code.code)}>
              Copy the code
            </Button>
            <Button onClick={() => void copy('The link', link(code.code))}>Copy as a link</Button>
            <span role="status" className="soft">
              {copied || 'In a link, the code stands behind a #: it is not sent to any server.'}
            </span>
          </p>
        </>
      )}
    </Dialog>
  );
};
