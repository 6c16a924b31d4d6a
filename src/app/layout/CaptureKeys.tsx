/** Takes a chord by having it pressed. While it listens no key reaches the page; a click, or waiting, leaves it. */
import { useEffect, useRef, useState } from 'react';
import { isCode, legendOfCode } from '../../core/codes';
import './CaptureKeys.css';

const GIVES_UP_AFTER_MS = 6000;

type CaptureKeysProps = { onCaptured: (codes: string[]) => void; onCancel: () => void };

export const CaptureKeys = ({ onCaptured, onCancel }: CaptureKeysProps) => {
  const [pressed, setPressed] = useState<string[]>([]);
  const handlers = useRef({ onCaptured, onCancel });

  useEffect(() => {
    handlers.current = { onCaptured, onCancel };
  });

  useEffect(() => {
    const down = new Set<string>();
    const chord: string[] = [];
    let timer = setTimeout(() => handlers.current.onCancel(), GIVES_UP_AFTER_MS);
    const take = (event: KeyboardEvent): void => {
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.repeat || !isCode(event.code)) return;
      clearTimeout(timer);
      timer = setTimeout(() => handlers.current.onCancel(), GIVES_UP_AFTER_MS);
      if (event.type === 'keydown') {
        down.add(event.code);
        if (!chord.includes(event.code)) chord.push(event.code);
        setPressed([...chord]);
      } else if (down.delete(event.code) && down.size === 0) {
        handlers.current.onCaptured(chord);
      }
    };
    const cancel = (): void => handlers.current.onCancel();
    addEventListener('keydown', take, true);
    addEventListener('keyup', take, true);
    addEventListener('pointerdown', cancel, true);
    addEventListener('blur', cancel);
    return () => {
      clearTimeout(timer);
      removeEventListener('keydown', take, true);
      removeEventListener('keyup', take, true);
      removeEventListener('pointerdown', cancel, true);
      removeEventListener('blur', cancel);
    };
  }, []);

  return (
    <p className="capture" role="alert">
      <strong>{pressed.length === 0 ? 'Press the keys now.' : pressed.map(legendOfCode).join(' + ')}</strong>{' '}
      <span className="soft">
        Let go of all of them to write them into the line. A click anywhere cancels, and so does waiting.
      </span>
    </p>
  );
};
