/**
 * A dialog, drawn while it is open. When it goes, the focus goes back to where it came from, and where that is gone, to the board: never
 * to the page's body, where a keyboard would have to begin anew.
 */
import { Modal } from 'antd';
import { useEffect, useState, type ComponentProps } from 'react';

/** When a dialog stands, in ms. */
const BEGINS_AFTER_MS = 60;

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

/** A dialog begins where one writes or chooses: at what says so, at a field, at a key of a board, at a button, or at what closes it, in this order. */
const BEGINS_AT = [
  '[data-begins]',
  'input:not(:disabled), textarea:not(:disabled)',
  '[data-key][tabindex="0"]',
  '.ant-modal-footer button:not(:disabled), .ant-modal-body :is(button:not(:disabled), a[href])',
  '.ant-modal-close',
];

function beginIn(dialog: Element | undefined): void {
  const { activeElement } = document;
  const body = dialog?.querySelector('.ant-modal-body');
  if (!dialog || (activeElement && (body?.contains(activeElement) || activeElement.closest('.ant-modal-footer'))))
    return;
  for (const where of BEGINS_AT) {
    const found = [...dialog.querySelectorAll<HTMLElement>(where)].find((one) => one.checkVisibility());
    if (!found) continue;
    found.focus();
    return;
  }
}

type DialogProps = Omit<ComponentProps<typeof Modal>, 'open'> & {
  /** What the dialog is called by those who look for it; it has no look of its own by that. */
  part?: string;
};

export const Dialog = ({ part, ...props }: DialogProps) => {
  useFocusBack();
  useEffect(() => {
    // The controls take the focus for the dialog as a whole first.
    const timer = setTimeout(() => beginIn([...document.querySelectorAll('.ant-modal')].at(-1)), BEGINS_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  return <Modal open data-part={part} {...props} />;
};
