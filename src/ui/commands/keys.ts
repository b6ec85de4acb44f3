'use client';

import { useSnackbar } from 'notistack';
import { useEffect } from 'react';
import { useBolt } from '@/session/bolt';
import { useProposal, useTrial } from '@/session/check';
import { copySelected, paste } from '@/session/cloth';
import { messageOf, useSession } from '@/session/kernel';
import { press, pressed } from './commands';

/** Keys that fields, lists and sliders need for themselves. */
const isTaken = (e: Event): boolean => {
  const t = e.target;
  const key = e instanceof KeyboardEvent ? e.key : '';
  if (!(t instanceof HTMLElement)) return false;
  if (t.closest('[role="dialog"], [role="listbox"], [role="menu"]')) return true;
  if (t.closest('[role="combobox"], [role="slider"], input[type="range"], button, a')) {
    return (
      /^(Arrow|Enter$| $|Page|Home$|End$)/.test(key) && !(t.tagName === 'BUTTON' && key.startsWith('Arrow'))
    );
  }
  return t instanceof HTMLTextAreaElement || (t instanceof HTMLInputElement && t.type !== 'checkbox');
};

/**
 * Enter keeps what is proposed wherever the last press was: on a button too, but not on one of the proposal's own, in a
 * field or in a dialog.
 */
const keepsWhatIsProposed = (e: KeyboardEvent): boolean => {
  const t = e.target;
  if (e.key !== 'Enter' || !(t instanceof HTMLElement)) return false;
  if (!useProposal.getState().proposal && !useTrial.getState().trial) return false;
  if (t.closest('[role="dialog"], [role="listbox"], [role="menu"], [role="region"], [role="combobox"]'))
    return false;
  return !!t.closest('button, a, [role="slider"], input[type="range"], input[type="checkbox"]');
};

/** Keys of the bench; fields and dialogs keep theirs. */
export function useKeys(onHelp: () => void) {
  const bolt = useSession();
  const { enqueueSnackbar } = useSnackbar();
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      const { project } = useBolt.getState();
      if (!project || e.altKey) return;
      if (isTaken(e) && !keepsWhatIsProposed(e)) return;
      const tell = (text: string) => void enqueueSnackbar(text);
      if (press(pressed(e), { project, help: onHelp, tell })) e.preventDefault();
    };
    const copy = (e: ClipboardEvent) => {
      const text = !isTaken(e) && !getSelection()?.toString() && copySelected();
      if (!text || !e.clipboardData) return;
      e.clipboardData.setData('text/plain', text);
      e.preventDefault();
      enqueueSnackbar('Copied. Paste lays it in this bolt or another.');
    };
    const pasted = (e: ClipboardEvent) => {
      const text = e.clipboardData?.getData('text/plain');
      if (!text || isTaken(e) || !useBolt.getState().project) return;
      e.preventDefault();
      paste(bolt, text).then(
        (n) => n && enqueueSnackbar(`${n} laid from what was copied.`),
        (error) => enqueueSnackbar(messageOf(error), { variant: 'warning' }),
      );
    };
    addEventListener('keydown', listen);
    addEventListener('copy', copy);
    addEventListener('paste', pasted);
    return () => {
      removeEventListener('keydown', listen);
      removeEventListener('copy', copy);
      removeEventListener('paste', pasted);
    };
  }, [onHelp, enqueueSnackbar, bolt]);
}
