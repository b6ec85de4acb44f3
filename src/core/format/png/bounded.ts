import { Unzlib, zlibSync } from 'fflate';
import { ascii, concat, viewOf } from '../bytes';
import { PictureRefused } from '../refused';

/** What a reader of pixels needs; texts and profiles are packed too, and not asked for. */
const NEEDED = ['IHDR', 'PLTE', 'tRNS', 'pHYs'];
/** Packed bytes that are unpacked at once; so many times as many at most come of them (deflate's own limit). */
const PIECE = 65_536;
const RATIO = 1032;
/** So much more than the picture may be unpacked unseen, bytes. */
const SLACK = 128e6;
const CHANNELS = [1, 0, 3, 1, 2, 0, 4];

/** How many bytes the rows of a PNG are, with their filters, at most: in seven passes where it is interlaced. */
function rowBytes(png: Uint8Array): number {
  const view = viewOf(png);
  const [width, height] = [view.getUint32(16), view.getUint32(20)];
  const bits = png[24] * (CHANNELS[png[25]] ?? 0);
  const plain = height * (1 + Math.ceil((width * bits) / 8));
  return png[28] ? plain + 8 * (2 * height + 8) : plain;
}

/**
 * The same PNG without texts and profiles, and, where what is packed in it could be far more than the picture that it says it
 * is, with its pixels unpacked: whatever reads it next cannot be made to unpack more.
 * @throws PictureRefused when more comes out than that, or it cannot be unpacked.
 */
export function boundedPng(png: Uint8Array): Uint8Array {
  const kept = [png.subarray(0, 8)];
  const packed: Uint8Array[] = [];
  const view = viewOf(png);
  for (let at = 8; at + 12 <= png.length; ) {
    const end = Math.min(png.length, at + 12 + view.getUint32(at));
    const type = ascii(png, at + 4, 4);
    if (NEEDED.includes(type)) kept.push(png.subarray(at, end));
    if (type === 'IDAT') packed.push(png.subarray(at + 8, end - 4));
    if (type === 'IEND') break;
    at = end;
  }
  const most = rowBytes(png);
  const size = packed.reduce((sum, part) => sum + part.length, 0);
  if (size * RATIO <= most + SLACK) kept.push(...packed.map((part) => chunk('IDAT', part)));
  else kept.push(chunk('IDAT', zlibSync(unpacked(packed, most), { level: 0 })));
  return concat([...kept, chunk('IEND', new Uint8Array())]);
}

function unpacked(packed: Uint8Array[], most: number): Uint8Array {
  const rows = new Uint8Array(most);
  let filled = 0;
  const inflate = new Unzlib((part) => {
    if (filled + part.length > most)
      throw new PictureRefused('This picture unpacks to more than it says it is. Save it again.');
    rows.set(part, filled);
    filled += part.length;
  });
  for (const part of packed)
    for (let from = 0; from < part.length; from += PIECE) inflate.push(part.subarray(from, from + PIECE));
  return rows.subarray(0, filled);
}

/** A chunk whose check sum nobody asks for: what reads it next is part of this program. */
function chunk(type: string, data: Uint8Array): Uint8Array {
  const made = new Uint8Array(12 + data.length);
  viewOf(made).setUint32(0, data.length);
  for (let n = 0; n < 4; n++) made[4 + n] = type.charCodeAt(n);
  made.set(data, 8);
  return made;
}
