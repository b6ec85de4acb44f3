import { type JoinReport, trimmed } from '@/core';

/** How a tile joins, in words. */
export function joinText(report: JoinReport): string {
  const { across, down } = report.joins;
  const slid = (['across', 'down'] as const).filter((j) => report.slid[j]);
  if (report.holds) {
    return `It joins. Over its joins the picture jumps ${trimmed(across.times, 1)} and ${trimmed(down.times, 1)} times as much as inside it.`;
  }
  const how = slid.length
    ? ` The ${slid.map((j) => (j === 'across' ? 'left and right edges' : 'top and bottom edges')).join(' and the ')} fit better ${slid.map((j) => `${Math.abs(report.slid[j])} px`).join(' and ')} further along: the slide was off.`
    : '';
  return `It does not join: over its joins the picture jumps ${trimmed(across.times, 1)} times (left to right) and ${trimmed(down.times, 1)} times (top to bottom) as much as inside it. The red lines show where.${how}`;
}
