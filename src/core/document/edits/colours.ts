import type { Draft } from 'immer';
import { hexOfRgb, labDistance, oklabOf, type Rgb, rgbOfHex } from '../../colour';
import { ArgumentError } from '../../units';
import { kindOfLayer } from '../layers';
import type { Colourway, Ink, Poll, Project } from '../schema';
import { type Edit, edit } from './edit';

/** Inks of new art nearer than this in OKLab to one that was there are that ink. */
export const SAME_INK = 0.08;

/**
 * Gives the project these inks (sRGB, as in the art). Inks that were there before, by OKLab nearness, keep
 * their names and their colours in every colourway; new ones start in the colour of the art.
 */
export const setInks = (found: Rgb[], newId: () => string): Edit =>
  edit('Inks', (d) => {
    const old = d.inks.map((ink, index) => ({ ink, index })).slice(1);
    const was = d.colourways.map((c) => [...c.colours]);
    d.inks = [d.inks[0]];
    for (const [n, c] of d.colourways.entries()) c.colours = [was[n][0]];
    for (const rgb of found) {
      const hex = hexOfRgb(rgb);
      const lab = oklabOf(...rgbOfHex(hex));
      const near = old
        .map((o) => ({ o, distance: labDistance(lab, oklabOf(...rgbOfHex(o.ink.hex))) }))
        .sort((p, q) => p.distance - q.distance)[0];
      const kept = near && near.distance < SAME_INK ? old.splice(old.indexOf(near.o), 1)[0] : undefined;
      const fresh = {
        id: newId(),
        name: nextInkName([...d.inks, ...old.map((o) => o.ink)]),
        hex,
        texture: 1,
      };
      d.inks.push({ ...fresh, ...kept?.ink, hex, also: [] });
      for (const [n, c] of d.colourways.entries()) {
        const before = kept && was[n][kept.index];
        // A colour nobody changed follows the art.
        c.colours.push(before && before !== kept.ink.hex ? before : hex);
      }
    }
    for (const { ink } of old) forgetInk(d, ink.id, null);
  });

/** More inks beside those that are there, each in its own colour in every colourway. */
export const addInks = (hexes: readonly string[], newId: () => string): Edit =>
  edit('New inks', (d) => {
    for (const hex of hexes) {
      d.inks.push({ id: newId(), name: nextInkName(d.inks), hex, also: [], texture: 1 });
      for (const c of d.colourways) c.colours.push(hex);
    }
  });

function nextInkName(inks: Pick<Ink, 'name'>[]): string {
  const taken = new Set(inks.map((i) => i.name));
  let n = inks.length;
  while (taken.has(`Ink ${n}`)) n++;
  return `Ink ${n}`;
}

/** An ink that is no more: what names it names the other one, or lets go of it. */
function forgetInk(d: Draft<Project>, gone: string, instead: string | null) {
  const there = instead ?? d.inks[0].id;
  const { ground } = d;
  if (ground.kind === 'split') {
    ground.inks = ground.inks.map((id) => (id === gone ? there : id));
    if (new Set(ground.inks).size < 2) d.ground = { kind: 'plain' };
  }
  for (const l of d.layers) kindOfLayer(l)?.reink?.(l, gone, there);
  for (const c of d.colourways) c.locked = c.locked.filter((id) => id !== gone);
  for (const p of d.placements) {
    if (!p.inkOverrides) continue;
    const kept = Object.entries(p.inkOverrides).flatMap(([from, to]): [string, string][] => {
      const [a, b] = [from, to].map((id) => (id === gone ? instead : id));
      return a && b && a !== b ? [[a, b]] : [];
    });
    if (kept.length) p.inkOverrides = Object.fromEntries(kept);
    else delete p.inkOverrides;
  }
}

/** The ground of the art is this colour (hex): colourways that had the one before have it too. */
export const setGroundInk = (hex: string): Edit =>
  edit('Ground', (d) => {
    const [ground] = d.inks;
    for (const c of d.colourways) if (c.colours[0] === ground.hex) c.colours[0] = hex;
    ground.hex = hex;
    ground.also = [];
  });

export const setInk = (index: number, change: Partial<Pick<Ink, 'name' | 'texture'>>): Edit =>
  edit('Ink', (d) => {
    if (d.inks[index]) Object.assign(d.inks[index], change);
  });

/** One ink goes into another: its part of the art is printed with that one. The ground stays by itself. */
export const mergeInks = (gone: number, into: number): Edit =>
  edit('Inks joined', (d) => {
    const [from, to] = [d.inks[gone], d.inks[into]];
    if (!from || !to || gone === into) return;
    if (gone === 0 || into === 0)
      throw new ArgumentError('The ground is the cloth itself: no ink goes into it.');
    to.also = [...to.also, from.hex, ...from.also];
    forgetInk(d, from.id, to.id);
    d.inks.splice(gone, 1);
    for (const c of d.colourways) c.colours.splice(gone, 1);
  });

/** Part of an ink becomes an ink of its own: the two colours (sRGB) that were found in its part of the art. */
export const splitInk = (index: number, [stays, parts]: [Rgb, Rgb], newId: () => string): Edit =>
  edit('Ink parted', (d) => {
    const ink = d.inks[index];
    if (!ink || index === 0) return;
    if (d.inks.length >= 64) throw new ArgumentError('A bolt has up to 64 inks.');
    const [hex, other] = [hexOfRgb(stays), hexOfRgb(parts)];
    const was = ink.hex;
    ink.hex = hex;
    ink.also = [];
    d.inks.splice(index + 1, 0, {
      id: newId(),
      name: nextInkName(d.inks),
      hex: other,
      also: [],
      texture: ink.texture,
    });
    for (const c of d.colourways) {
      if (c.colours[index] === was) c.colours.splice(index, 1, hex, other);
      else c.colours.splice(index + 1, 0, c.colours[index]);
    }
  });

/** Another printing order: an ink takes the place of another, those between move up. The ground stays first. */
export const moveInk = (from: number, to: number): Edit =>
  edit('Printing order', (d) => {
    const last = d.inks.length - 1;
    if (from < 1 || to < 1 || from > last || to > last) return;
    const move = <T>(list: T[]) => list.splice(to, 0, ...list.splice(from, 1));
    move(d.inks);
    for (const { colours } of d.colourways) move(colours);
  });

export const newColourway = (id: string, name: string, colours: string[]): Colourway => ({
  id,
  name,
  note: '',
  colours,
  locked: [],
});

/** A name that no colourway has: the one wanted, or that one with the next free number. */
export function freeName({ colourways }: Pick<Project, 'colourways'>, wanted: string): string {
  const taken = new Set(colourways.map((c) => c.name));
  if (!taken.has(wanted)) return wanted;
  let n = 2;
  while (taken.has(`${wanted} ${n}`)) n++;
  return `${wanted} ${n}`;
}

/** Takes colourways in after those that are there; the last of them is shown. */
export const addColourways = (colourways: Colourway[]): Edit =>
  edit('Colourway', (d) => {
    for (const c of colourways) d.colourways.push({ ...c, name: freeName(d, c.name) });
    const last = colourways.at(-1);
    if (last) d.shown = last.id;
  });

export const setColourway = (
  id: string,
  change: Partial<Pick<Colourway, 'name' | 'note' | 'locked'>>,
): Edit =>
  edit('Colourway', (d) => {
    const c = d.colourways.find((w) => w.id === id);
    if (c) Object.assign(c, change);
  });

/**
 * New colours for a colourway. The first colourway keeps its inks as they were drawn: inks changed in it make
 * a colourway of their own (`newId` names it), which is shown; its ground may be changed.
 */
export const paint = (id: string, colours: string[], newId: () => string): Edit =>
  edit('Colours', (d) => {
    const c = d.colourways.find((w) => w.id === id);
    if (!c || colours.length !== c.colours.length) return;
    const tidy = colours.map((hex) => hex.toLowerCase());
    if (tidy.every((hex, n) => hex === c.colours[n])) return;
    const isBase = c === d.colourways[0];
    if (!isBase || tidy.every((hex, n) => n === 0 || hex === c.colours[n])) c.colours = tidy;
    else {
      const made = { ...c, id: newId(), name: freeName(d, c.name), note: '', colours: tidy };
      d.colourways.push(made);
      d.shown = made.id;
    }
  });

/** Another order of colourways; the first stays first. */
export const moveColourway = (id: string, to: number): Edit =>
  edit('Order of colourways', (d) => {
    const from = d.colourways.findIndex((c) => c.id === id);
    if (from < 1 || to < 1 || to >= d.colourways.length) return;
    d.colourways.splice(to, 0, ...d.colourways.splice(from, 1));
  });

/** Takes a colourway away with its votes; the first stays. */
export const removeColourway = (id: string): Edit =>
  edit('Colourway taken away', (d) => {
    if (d.colourways[0].id === id) return;
    d.colourways = d.colourways.filter((c) => c.id !== id);
    for (const poll of d.polls) delete poll.counts[id];
    d.board = d.board.filter((t) => t.colourway !== id);
    if (d.shown === id) d.shown = d.colourways[0].id;
  });

export const showColourway = (id: string): Edit =>
  edit('Colourway on show', (d) => {
    if (d.colourways.some((c) => c.id === id)) d.shown = id;
  });

/** Keeps a vote, or writes it over by its id. */
export const keepPoll = (poll: Poll): Edit =>
  edit('Votes', (d) => {
    const at = d.polls.findIndex((p) => p.id === poll.id);
    if (at < 0) d.polls.push(poll);
    else d.polls[at] = poll;
  });
export const dropPoll = (id: string): Edit =>
  edit('Votes taken away', (d) => {
    d.polls = d.polls.filter((p) => p.id !== id);
  });
