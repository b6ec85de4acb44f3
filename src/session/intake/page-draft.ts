import { draftSchema, type PageDraft } from '../../core';
import { putAsset, readSetting, writeSetting } from '../../shelf';
import { sessionPart } from '../kernel';
import type { IncomingPage } from './intake';

const keyOf = (bolt: string) => `page on its way in, ${bolt}`;

/** What is kept of a page besides its picture: its settings, its ppi, and what it is for. */
export type DraftOf = Pick<PageDraft, 'ppi' | 'settings' | 'sheet' | 'replaces'>;

const kept = sessionPart(() => ({
  stored: new Set<string>(),
  writing: Promise.resolve() as Promise<unknown>,
}));

/** One write after the other: a page that was left is not brought back by a write that began before. */
function inTurn(write: () => Promise<void>): Promise<void> {
  const state = kept();
  const mine = state.writing.then(write);
  state.writing = mine.catch(() => {});
  return mine;
}

/** Keeps a page on its way in, with all that was set and marked, until it is taken in or left. */
export const keepDraft = (bolt: string, page: IncomingPage, draft: DraftOf): Promise<void> =>
  inTurn(async () => {
    const { stored } = kept();
    if (!stored.has(page.sha256)) {
      await putAsset(page.sha256, new Blob([page.bytes], { type: `image/${page.type}` }));
      stored.add(page.sha256);
    }
    const name = page.name.slice(0, 80);
    await writeSetting(keyOf(bolt), { id: page.sha256, name, asset: page.sha256, ...draft });
  });

export const dropDraft = (bolt: string): Promise<void> =>
  inTurn(async () => {
    await writeSetting(keyOf(bolt), null);
  });

/** The page that was on its way in when this bolt was last closed, or null. */
export async function readDraft(bolt: string): Promise<PageDraft | null> {
  const seen = draftSchema.safeParse(await readSetting(keyOf(bolt)));
  return seen.success ? seen.data : null;
}
