import { type Session, sessionPart, sessionStore } from '../kernel';
import { takeBackFile } from './drawn-on';

/** A file of the person's that can be read again and again (File System Access). */
export type FileHandle = { name: string; getFile: () => Promise<File> };
type Picking = {
  showOpenFilePicker?: () => Promise<FileHandle[]>;
  FileSystemObserver?: new (
    changed: () => void,
  ) => { observe: (handle: FileHandle) => Promise<void>; disconnect: () => void };
};

/** The file that is watched, when it was read last, and why it cannot be read now. */
type Watch = { name: string | null; readAt: number | null; trouble: string };
const NONE: Watch = { name: null, readAt: null, trouble: '' };
export const useWatch = sessionStore<Watch>(() => NONE);
const watching = sessionPart((): { end: () => void } => ({ end: () => {} }));

export const canWatch = () => typeof (globalThis as Picking).showOpenFilePicker === 'function';

/** How often a file is asked whether it has changed, ms; a program still writes it where it changed since it was asked last. */
const ASK_MS = 400;
const SETTLED_MS = 150;

/** Asks for a file and watches it. */
export async function chooseWatched(bolt: Session) {
  try {
    const [handle] = (await (globalThis as Picking).showOpenFilePicker?.()) ?? [];
    if (handle) watchFile(bolt, handle);
  } catch (error) {
    if (!(error instanceof DOMException && error.name === 'AbortError')) throw error;
  }
}

export function stopWatching(bolt: Session) {
  watching.of(bolt).end();
  useWatch.of(bolt).setState(NONE);
}

/** Takes a file back now, and again each time it is saved, as long as the bolt is open or until it is stopped. */
export function watchFile(bolt: Session, handle: FileHandle) {
  stopWatching(bolt);
  const watch = useWatch.of(bolt);
  watch.setState({ ...NONE, name: handle.name });
  let [ended, taken, seen] = [false, '', ''];
  let timer: ReturnType<typeof setTimeout> | undefined;
  let asking = false;
  const ask = async () => {
    if (ended || asking) return;
    asking = true;
    clearTimeout(timer);
    let wait = ASK_MS;
    try {
      const file = await handle.getFile();
      const now = `${file.lastModified} ${file.size}`;
      if (ended) return;
      if (now !== taken && now !== seen) {
        // It may still be written: it is read once it stays as it is.
        seen = now;
        wait = SETTLED_MS;
      } else if (now !== taken && file.size > 0) {
        taken = now;
        const came = await takeBackFile(bolt, file);
        if (!ended) watch.setState({ trouble: '', ...(came ? { readAt: Date.now() } : {}) });
      } else if (watch.getState().trouble) watch.setState({ trouble: '' });
    } catch (error) {
      if (!ended) watch.setState({ trouble: whyNot(error, handle.name) });
    } finally {
      asking = false;
    }
    if (!ended) timer = setTimeout(ask, wait);
  };
  const { FileSystemObserver: Observer } = globalThis as Picking;
  const observer = Observer && new Observer(() => void ask());
  // Where it cannot be observed it is asked often enough.
  void observer?.observe(handle).catch(() => {});
  const end = () => {
    ended = true;
    clearTimeout(timer);
    observer?.disconnect();
  };
  watching.of(bolt).end = end;
  bolt.atEnd(end);
  void ask();
}

function whyNot(error: unknown, name: string): string {
  const kind = error instanceof DOMException ? error.name : '';
  if (kind === 'NotFoundError')
    return `${name} is not there any more: it was deleted, moved or given another name. The last version stays; it is taken again as soon as it is back.`;
  if (kind === 'NotAllowedError' || kind === 'SecurityError')
    return `${name} may not be read any more. The last version stays: choose the file anew to go on watching.`;
  return `${name} cannot be read just now; it is tried again. The last version stays.`;
}
