import { z } from 'zod';
import { readSolids, type Solid } from '../../core';
import { readSetting, writeSetting } from '../../shelf';
import { messageOf, sessionPart, sessionStore } from '../kernel';

const MILL = '/stand-ins/mill/solids';
const MILL_NAME = 'Tansy Wharf Mill, cloth solids';
const KEY = 'book';
const keptSchema = z.object({ name: z.string().max(120), text: z.string().max(2_000_000) });

type BookState = { name: string; own: boolean; solids: Solid[]; trouble: string };
export const useBook = sessionStore<BookState>(() => ({
  name: MILL_NAME,
  own: false,
  solids: [],
  trouble: '',
}));

const book = sessionPart((): { loading?: Promise<void> } => ({}));

async function load() {
  const kept = keptSchema.safeParse(await readSetting(KEY));
  const own = kept.success ? kept.data : null;
  const text = own ? own.text : await (await fetch(MILL)).text();
  useBook.setState({
    name: own?.name ?? MILL_NAME,
    own: own !== null,
    solids: readSolids(text),
    trouble: '',
  });
}

/** Opens the book of solids that was used last; the print mill's own at first. */
export function openBook(): Promise<void> {
  const state = book();
  state.loading ??= load().catch((error) => {
    state.loading = undefined;
    useBook.setState({ trouble: messageOf(error) });
  });
  return state.loading;
}

/** Uses a book of one's own (CSV); one that cannot be read changes nothing. Null: the print mill's. */
export async function takeBook(file: File | null) {
  try {
    const text = file && (await file.text());
    if (text !== null) readSolids(text);
    await writeSetting(KEY, file && { name: file.name.slice(0, 120), text });
    await load();
  } catch (error) {
    useBook.setState({
      trouble: `${messageOf(error)} Nothing was changed.`,
    });
  }
}

/** The solid of the book that has this very colour. */
export const solidOf = (solids: Solid[], hex: string): Solid | undefined => solids.find((s) => s.hex === hex);
