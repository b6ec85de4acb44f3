import { z } from 'zod';
import { nth, type Printed, rgbOfHex, Said } from '../../core';
import { FAR_OFF, MARKED, type Proof, type ProofSeen, printed, setPrinter } from '../../engine';
import { readSetting, writeSetting } from '../../shelf';
import { forgetProofs } from '../cloth';
import { messageOf, sessionPart, sessionStore } from '../kernel';

export { FAR_OFF, MARKED, type Proof };

/** The profile that ships: where it is, and what it is called. */
const SHIPPED = '/profiles/coated-offset.icc';
const SHIPPED_NAME = 'Coated paper, offset';
const KEY = 'printer';
const SEEN_KEY = 'proof-seen';
const seenSchema = z.enum(['eye', 'paper']);
const keptSchema = z.object({ name: z.string().max(120), bytes: z.instanceof(Uint8Array) });

type PrinterState = {
  name: string;
  /** Inks of the printer; null until its profile is read. */
  inks: 'CMYK' | 'RGB' | null;
  own: boolean;
  seen: ProofSeen;
  /** What it makes of the colours that were asked about last, by hex. */
  printed: Map<string, Printed>;
  trouble: string;
};
export const usePrinter = sessionStore<PrinterState>(() => ({
  name: SHIPPED_NAME,
  inks: null,
  own: false,
  seen: 'eye',
  printed: new Map(),
  trouble: '',
}));

type Profile = { bytes: Uint8Array<ArrayBuffer> | null; loading?: Promise<void> };
const profile = sessionPart((): Profile => ({ bytes: null }));

async function load() {
  const kept = keptSchema.safeParse(await readSetting(KEY));
  const own = kept.success ? kept.data : null;
  const bytes = own ? new Uint8Array(own.bytes) : new Uint8Array(await (await fetch(SHIPPED)).arrayBuffer());
  profile().bytes = bytes;
  const told = seenSchema.safeParse(await readSetting(SEEN_KEY));
  const seen = told.success ? told.data : 'eye';
  const found = await setPrinter(bytes, seen);
  forgetProofs();
  usePrinter.setState({
    name: own?.name ?? SHIPPED_NAME,
    own: own !== null,
    seen,
    inks: found?.inks ?? null,
    trouble: '',
  });
}

/** Makes the printer ready in the worker that draws the cloth; once. */
export function readyPrinter(): Promise<void> {
  return profile().loading ?? loadAnew();
}

/** What is asked from now on waits until the worker has what is set. */
function loadAnew(): Promise<void> {
  const state = profile();
  const loading = load().catch((error) => {
    state.loading = undefined;
    usePrinter.setState({ trouble: messageOf(error) });
  });
  state.loading = loading;
  return loading;
}

/** Asks what the printer makes of some colours. */
export async function askPrinted(colours: string[]) {
  await readyPrinter();
  const asked = [...new Set(colours)].filter((hex) => !usePrinter.getState().printed.has(hex));
  if (!profile().bytes || !asked.length) return;
  const { seen } = usePrinter.getState();
  let found: Printed[];
  try {
    found = await printed(asked.map(rgbOfHex));
  } catch (error) {
    const trouble = messageOf(error);
    // Said once: a repaint asks again.
    if (usePrinter.getState().trouble !== trouble) usePrinter.setState({ trouble });
    return;
  }
  if (usePrinter.getState().seen !== seen) return;
  usePrinter.setState((s) => ({
    printed: new Map([...s.printed, ...asked.map((hex, n): [string, Printed] => [hex, nth(found, n)])]),
  }));
}

/** Proofs with a profile of one's own; a file that is none is turned away and changes nothing. Null: the shipped one. */
export async function takeProfile(file: File | null) {
  await readyPrinter();
  try {
    const own = file && new Uint8Array(await file.arrayBuffer());
    if (own) await setPrinter(own, usePrinter.getState().seen);
    await writeSetting(KEY, own ? { name: file.name.slice(0, 120), bytes: own } : null);
    usePrinter.setState({ printed: new Map() });
    await loadAnew();
  } catch (error) {
    usePrinter.setState({
      trouble: `${messageOf(error)} Nothing was changed.`,
    });
  }
}

/** Looks at print as the eye adapts, or as ink on this paper: all that was told is asked again. */
export async function setSeen(seen: ProofSeen) {
  await readyPrinter();
  if (usePrinter.getState().seen === seen) return;
  await writeSetting(SEEN_KEY, seen);
  usePrinter.setState({ printed: new Map(), seen });
  await loadAnew();
}

/** The profile of the printer that is proofed, as a file, for its inks. @throws Said when it cannot be read. */
export async function profileBytes(): Promise<Uint8Array<ArrayBuffer>> {
  await readyPrinter();
  const { bytes } = profile();
  if (!bytes) throw new Said(usePrinter.getState().trouble || 'The profile could not be read.');
  return bytes;
}
