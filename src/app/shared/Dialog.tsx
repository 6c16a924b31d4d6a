/**
 * A dialog, drawn while it is open. When it goes, the focus goes back to where it came from, and where that is gone, to the board: never
 * to the page's body, where a keyboard would have to begin anew.
 */
import { Modal } from 'antd';
import { useEffect, useState, type ComponentProps } from 'react';

/** What had the focus when a dialog was opened; what is gone by then is found by what it was. */
function useFocusBack(): void {
  const [opener] = useState(() => document.activeElement);
  useEffect(
    () => () => {
      // The dialog gives its focus away as it goes; what has taken it meanwhile keeps it.
      setTimeout(() => {
        const { activeElement } = document;
        if (activeElement !== null && activeElement !== document.body) return;
        const back =
          opener instanceof HTMLElement || opener instanceof SVGElement ? (opener.isConnected ? opener : null) : null;
        const board = document.querySelector<SVGElement>('.board [data-key][tabindex="0"]');
        (back && back !== document.body
          ? back
          : (board ?? document.querySelector<HTMLElement>('main button'))
        )?.focus();
      });
    },
    [opener],
  );
}

type DialogProps = Omit<ComponentProps<typeof Modal>, 'open'> & {
  /** What the dialog is called by those who look for it; it has no look of its own by that. */
  part?: string;
};

export const Dialog = ({ part, ...props }: DialogProps) => {
  useFocusBack();
  return <Modal open data-part={part} {...props} />;
};
