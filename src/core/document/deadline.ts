import { ArgumentError, counted } from '../units';

/** What a clock in a time zone says at some moment, as if it were UTC, ms. */
function wallClock(at: number, zone: string): number {
  const parts = new Intl.DateTimeFormat('en-US', {
    timeZone: zone,
    hourCycle: 'h23',
    ...({ year: 'numeric', month: 'numeric', day: 'numeric' } as const),
    ...({ hour: 'numeric', minute: 'numeric', second: 'numeric' } as const),
  }).formatToParts(at);
  const of = (type: string) => Number(parts.find((p) => p.type === type)?.value);
  return Date.UTC(of('year'), of('month') - 1, of('day'), of('hour'), of('minute'), of('second'));
}

/** Whether there is a time zone of that name (IANA). */
function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en-US', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/**
 * The moment at which clocks in a time zone say so, ISO; where they skip that hour, as much later.
 * @param wall such as 2026-12-04T17:00. @throws ArgumentError for what is no time, and a zone that is none.
 */
export function momentIn(zone: string, wall: string): string {
  const asked = Date.parse(`${wall}:00Z`);
  if (!/^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(wall) || !Number.isFinite(asked))
    throw new ArgumentError('A deadline has a date and a time.');
  if (!isZone(zone)) throw new ArgumentError(`There is no time zone ${zone.slice(0, 40)}.`);
  // What clocks are off by is looked up at a guess, and again at what that gives.
  let at = asked;
  for (let n = 0; n < 2; n++) at = asked - (wallClock(at, zone) - at);
  return new Date(at).toISOString();
}

/** What clocks in a zone say at a moment, as momentIn takes it. */
export const wallTime = (at: string, zone: string): string =>
  new Date(wallClock(Date.parse(at), zone)).toISOString().slice(0, 16);

/** How long it is until a deadline, and when that is where it is set: a sentence. */
export function deadlineText({ at, zone }: { at: string; zone: string }, now: number): string {
  const left = Date.parse(at) - now;
  const parts = new Intl.DateTimeFormat('en-GB', {
    ...(isZone(zone) ? { timeZone: zone } : {}),
    ...({ weekday: 'short', day: 'numeric', month: 'long', year: 'numeric' } as const),
    ...({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' } as const),
  }).formatToParts(Date.parse(at));
  const of = (type: string) => parts.find((p) => p.type === type)?.value ?? '';
  const when = `${of('weekday')} ${of('day')} ${of('month')} ${of('year')}, ${of('hour')}:${of('minute')}`;
  const place = zone.replaceAll('_', ' ');
  if (left < 0) return `Passed: it was ${when}, ${place}.`;
  const hours = Math.floor(left / 3_600_000);
  const [days, rest] = [Math.floor(hours / 24), hours % 24];
  const long =
    days >= 3
      ? counted(days, 'day')
      : days > 0
        ? `${counted(days, 'day')} ${counted(rest, 'hour')}`
        : counted(hours, 'hour');
  return `${long} left, until ${when}, ${place}.`;
}
