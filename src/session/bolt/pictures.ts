import { assetsOfProject, type Project } from '../../core';
import { claimAssets, copyOfAsset, putAsset, readAsset, writeSnapshot } from '../../shelf';
import { type Session, session, sessionPart, sessionStore } from '../kernel';
import { useBolt } from './bolt';
import { useSnapshots } from './snapshots';

/** So much of the pictures of the open bolt is held in memory, bytes. */
const MOST_BYTES = 400e6;

/** The pictures of the open bolt by hash: should the browser clear its storage they are written anew. */
const held = sessionPart(() => new Map<string, Blob>());

/** The bolt is closed: its pictures in memory are let go of. */
export function releasePictures(bolt: Session) {
  held.of(bolt).clear();
  passing.of(bolt).clear();
}

/** A picture that is only shown for a while, and not kept. */
const passing = sessionPart(() => new Map<string, Blob>());
export function passPicture(asset: string, picture: Blob) {
  passing().clear();
  passing().set(asset, picture);
}

/** Whether all of them are held: from then on the bolt outlives its storage. */
export const usePicturesHeld = sessionStore(() => ({ all: false }));

/** A picture of the open bolt. @throws when it is not on this machine. */
export const loadAsset = (asset: string): Promise<Uint8Array<ArrayBuffer>> =>
  readAsset(asset).catch(async (error) => {
    const picture = held().get(asset) ?? passing().get(asset);
    if (!picture) throw error;
    return new Uint8Array(await picture.arrayBuffer());
  });

/** A picture of the open bolt as a file, from memory where it is there; undefined when it is nowhere. */
export const pictureFile = async (asset: string): Promise<Blob | undefined> =>
  held().get(asset) ?? copyOfAsset(asset);

/** Holds the pictures of the open bolt as it is now and in its states, and no others: one after the other. */
export function holdPictures() {
  void session().latest('pictures', {
    run: async (newest) => {
      const { project } = useBolt.getState();
      const states = useSnapshots.getState().list.map((s) => s.project);
      const wanted = new Set((project ? [project, ...states] : []).flatMap(assetsOfProject));
      const mine = held();
      usePicturesHeld.setState({ all: false });
      for (const asset of mine.keys()) if (!wanted.has(asset)) mine.delete(asset);
      let sum = [...mine.values()].reduce((s, b) => s + b.size, 0);
      for (const asset of wanted) {
        if (mine.has(asset)) continue;
        const picture = await copyOfAsset(asset);
        sum += picture?.size ?? 0;
        if (!newest() || sum > MOST_BYTES) return;
        if (picture) mine.set(asset, picture);
      }
      usePicturesHeld.setState({ all: true });
    },
    keep: () => {},
  });
}

/** Puts back on a shelf that was cleared what of the open bolt stands beside its document: its pictures, then its states. */
export async function putBesideBack(project: Project): Promise<void> {
  const { list } = useSnapshots.getState();
  for (const asset of [project, ...list.map((s) => s.project)].flatMap(assetsOfProject)) {
    const picture = held().get(asset);
    if (picture && !(await claimAssets([asset]))) await putAsset(asset, picture);
  }
  for (const state of list) await writeSnapshot(state);
}
