import { expect, test } from 'vitest';
import { DEFAULT_INTAKE, splitPieces } from '../../src/core';
import type { Manner } from './draw-motif';
import type { HeldOut } from './held-out';
import { judgeScan } from './judge-scan';
import { makeScan } from './make-scan';

const judged = async (manner: Manner | HeldOut, seed: number) => {
  const scan = await makeScan(manner, seed);
  return judgeScan(scan, splitPieces(scan.page, scan.ppi, DEFAULT_INTAKE));
};

test('washes that fade keep their pale ends, whole and alone', async () => {
  const { whole, merged, iou, lost } = await judged('washes', 44);
  expect([whole, merged, lost.length]).toEqual([20, 0, 0]);
  expect(Math.min(...iou)).toBeGreaterThan(0.97);
}, 30_000);

test('feelers of one to three px keep their colour on a dark ground and on a white one', async () => {
  const { whole, line } = await judged('outlined', 46);
  expect(whole).toBe(20);
  expect(line.length).toBeGreaterThan(200);
  expect(line.filter((e) => e < 6).length).toBeGreaterThan(0.88 * line.length);
}, 30_000);

test('a soft shadow goes with the paper, and takes no dark or pale part of the art with it', async () => {
  const { whole, iou } = await judged('shaded', 42);
  expect(whole).toBeGreaterThanOrEqual(19);
  expect(iou.filter((i) => i > 0.95).length).toBeGreaterThanOrEqual(17);
}, 30_000);

// All seven manners: npm run bench -- scans.
test.each(['gouache'] as const)(
  '%s, by which nothing was tuned: whole, alone, its outline held',
  async (manner) => {
    const { whole, merged, iou, lost } = await judged(manner, 47);
    expect([whole, merged, lost.length]).toEqual([20, 0, 0]);
    expect(iou.filter((i) => i > 0.97).length).toBeGreaterThanOrEqual(19);
  },
  30_000,
);
