import { Said } from '../../core';
import { refuse } from '../bolt';
import { session } from '../kernel';
import { useSavePlace } from './save-place';

/** A file to be written: nothing of it is there until it is closed (File System Access). */
type Writable = WritableStream<Uint8Array> & { abort: (why?: unknown) => Promise<void> };
type Handle = {
  createWritable: () => Promise<Writable>;
  getFile: () => Promise<File>;
  remove?: () => Promise<void>;
};
type Picking = { showSaveFilePicker?: (asked: { suggestedName: string }) => Promise<Handle> };

/** Whether this browser can ask where a file is to go. */
export const canAskWhere = () => typeof (globalThis as Picking).showSaveFilePicker === 'function';

/** Where a file goes. */
type Place = {
  /** Writes it: it is there whole, or not at all. @throws Said when it cannot be written. */
  save: (file: Blob) => Promise<void>;
  /** It will not come. */
  letGo: () => Promise<void>;
};

/** Where the browser puts files. */
function download(file: Blob, name: string) {
  const url = URL.createObjectURL(file);
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

const notWritten = (error: unknown) =>
  new Said(
    error instanceof DOMException && error.name === 'QuotaExceededError'
      ? 'The disk is full: nothing was written. Make room, then save it again.'
      : 'It may not be written there: nothing was. Choose another place, then save it again.',
  );

const browsersOwn = (name: string): Place => ({
  save: async (file) => download(file, name),
  letGo: async () => {},
});

/** A file that a person named: it is streamed there; what cannot be finished leaves nothing behind. */
function named(handle: Handle): Place {
  // The name was taken when it was asked for, with nothing in it.
  const letGo = async () => {
    if ((await handle.getFile()).size === 0) await handle.remove?.();
  };
  return {
    letGo: () => letGo().catch(() => {}),
    save: async (file) => {
      try {
        await file.stream().pipeTo(await handle.createWritable());
      } catch (error) {
        await letGo().catch(() => {});
        throw notWritten(error);
      }
    },
  };
}

/**
 * Where a file is to go: asked now, at the press, where that is wanted and can be; what takes long is made after it.
 * @returns null when the person thought better of it.
 */
export async function whereToSave(name: string): Promise<Place | null> {
  const { showSaveFilePicker } = globalThis as Picking;
  if (!useSavePlace.getState().ask || !showSaveFilePicker) return browsersOwn(name);
  try {
    return named(await showSaveFilePicker.call(globalThis, { suggestedName: name }));
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null;
    // So long after a press a browser does not let it be asked.
    if (error instanceof DOMException && error.name === 'SecurityError') return browsersOwn(name);
    throw notWritten(error);
  }
}

/** Hands a file to the person, under a name; where it cannot be written that is said. */
export function saveFile(file: Blob, name: string) {
  const bolt = session();
  whereToSave(name)
    .then((place) => place?.save(file))
    .catch((error) => refuse(bolt, error));
}
