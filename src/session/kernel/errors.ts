import { create } from 'zustand';
import { plainWords } from '../../core';

/** What an error that is not ours said itself, beside what the person was told. */
type Raw = { at: number; told: string; raw: string };
const MOST = 20;

/** The last such errors of this window: told on asking. */
export const useTrouble = create<{ last: Raw[] }>(() => ({ last: [] }));

/** What was thrown, in words for the person. */
export function messageOf(thrown: unknown): string {
  const { text, raw } = plainWords(thrown);
  if (raw !== null)
    useTrouble.setState(({ last }) => ({
      last: [{ at: Date.now(), told: text, raw }, ...last].slice(0, MOST),
    }));
  return text;
}
