import { expect, test } from 'vitest';
import { DEFAULT_INTAKE, differingPixels, splitPieces } from '../../src/core';
import { judge } from './judge';
import { makeSheet } from './make-sheet';

test.each([11])('sheet %i: every piece whole and alone, its edge clean on a dark ground', async (seed) => {
  const sheet = await makeSheet(seed);
  const before = { ...sheet.page, data: sheet.page.data.slice() };
  const verdict = judge(sheet, splitPieces(sheet.page, sheet.ppi, DEFAULT_INTAKE));
  expect(differingPixels(before, sheet.page)).toBe(0);
  expect(verdict.pieces).toBe(40);
  expect(verdict.whole).toBeGreaterThanOrEqual(39);
  expect(verdict.merged).toBe(0);
  expect(Math.min(...verdict.iou)).toBeGreaterThan(0.97);
  expect(verdict.edge.length).toBeGreaterThan(10_000);
  const clean = verdict.edge.filter((e) => e < 3).length / verdict.edge.length;
  expect(clean).toBeGreaterThan(0.95);
});

test('the judge is no friend: merged, missing and rimmed pieces are seen', async () => {
  const sheet = await makeSheet(14);
  const right = splitPieces(sheet.page, sheet.ppi, DEFAULT_INTAKE);
  expect(
    judge(sheet, splitPieces(sheet.page, sheet.ppi, { ...DEFAULT_INTAKE, joinMm: 4 })).merged,
  ).toBeGreaterThan(3);
  expect(judge(sheet, right.slice(3)).whole).toBeLessThan(38);
  for (const { art } of right) {
    // A pale rim: half-clear edge pixels mixed with paper again.
    for (let i = 0; i < art.data.length; i += 4) {
      const a = art.data[i + 3] / 255;
      if (a > 0.05 && a < 0.95)
        for (let c = 0; c < 3; c++) art.data[i + c] = 255 + (art.data[i + c] - 255) * a;
    }
  }
  const rimmed = judge(sheet, right).edge;
  expect(rimmed.filter((e) => e < 3).length / rimmed.length).toBeLessThan(0.9);
});
