/** How well the check sees what is planted in cloths that it was not made with: recall, precision, place, and what clean cloths get. */
import { type CheckReport, type Finding, pixelPlan, runCheck, toldAs } from '../../src/core';
import type { Piece } from './capsules';
import { type EyeCloth, eyeCloth, GENERATORS, type Generator, sceneOf } from './cloths';
import { FAULTS, type Fault, type Planted, planted } from './faults';

/** Places may be off by this share of the cell; ways by so many degrees. */
const NEAR = 0.05;
const ALONG_DEG = 8;

export const look = (cloth: EyeCloth, pieces: Piece[]): CheckReport =>
  runCheck(sceneOf(cloth, pieces), pixelPlan(cloth.layout, cloth.cell, 150), { leads: cloth.leads });

export function isThere(
  f: Finding,
  fault: Omit<Planted, 'pieces' | 'note'>,
  { torus, cell }: EyeCloth,
): boolean {
  const near = NEAR * Math.max(cell.width, cell.height);
  if (!fault.along || !('along' in f)) return torus.apart(f.at, fault.at) <= near;
  const angle = (v: { x: number; y: number }) => (Math.atan2(v.y, v.x) * 180) / Math.PI;
  const turn = Math.abs(angle(f.along) - angle(fault.along)) % 180;
  if (Math.min(turn, 180 - turn) > ALONG_DEG) return false;
  const long = Math.hypot(fault.along.x, fault.along.y);
  const normal = { x: -fault.along.y / long, y: fault.along.x / long };
  const off = (f.at.x - fault.at.x) * normal.x + (f.at.y - fault.at.y) * normal.y;
  const period = fault.apart ?? torus.areaMm2 / long;
  return Math.abs(off - Math.round(off / period) * period) <= near;
}

type Missed = {
  cloth: EyeCloth;
  planted: Planted | null;
  false: Finding[];
  missed: boolean;
  report: CheckReport;
};
export type Count = { planted: number; found: number; told: number; right: number };

/** Whether a picture has the pixels, and how it joins, is another matter than how things lie. */
const OTHERS = ['low-ppi', 'coarse-picture', 'tile-join'];
const warnings = (r: CheckReport) =>
  r.findings.filter((f) => f.severity === 'warning' && !OTHERS.includes(f.kind));

/** Counts what a report says of a fault, and what was said of the clean cloth. */
export function mark(
  count: Count,
  report: CheckReport,
  clean: CheckReport,
  fault: Fault,
  spoilt: Planted,
  cloth: EyeCloth,
) {
  const isOf = (f: Finding) => toldAs(fault).includes(f.kind);
  const told = warnings(report).filter(isOf);
  const right = told.filter((f) => isThere(f, spoilt, cloth));
  count.planted++;
  count.found += right.length ? 1 : 0;
  count.right += right.length;
  count.told += told.length + warnings(clean).filter(isOf).length;
  return { told, right };
}

/** Judges cloths of some generators, clean and with each fault: counts by fault, and each failure to look at. */
export function judgeEye(
  generators: readonly Generator[] = GENERATORS,
  each = 6,
  seed = 1,
  faults: readonly Fault[] = FAULTS,
  things?: number[],
) {
  const counts = Object.fromEntries(
    FAULTS.map((f) => [f, { planted: 0, found: 0, told: 0, right: 0 }]),
  ) as Record<Fault, Count>;
  const failures: Missed[] = [];
  let cloths = 0;
  let extra = 0;
  for (const generator of generators) {
    for (let n = 0; n < each; n++) {
      const cloth = eyeCloth(generator, n, seed, things);
      const clean = look(cloth, cloth.torus.all());
      cloths++;
      extra += warnings(clean).length;
      if (warnings(clean).length)
        failures.push({ cloth, planted: null, false: warnings(clean), missed: false, report: clean });
      for (const fault of faults) {
        const spoilt = planted(cloth, fault, seed * 101 + n);
        if (!spoilt) continue;
        const count = counts[fault];
        const report = look(cloth, spoilt.pieces);
        const { told, right } = mark(count, report, clean, fault, spoilt, cloth);
        const wrong = told.filter((f) => !right.includes(f));
        if (!right.length || wrong.length)
          failures.push({ cloth, planted: spoilt, false: wrong, missed: !right.length, report });
      }
    }
  }
  return { counts, warnings: extra / cloths, cloths, failures };
}
