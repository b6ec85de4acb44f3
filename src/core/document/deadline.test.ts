import fc from 'fast-check';
import { expect, test } from 'vitest';
import { deadlineText, momentIn, wallTime } from './deadline';

test('what clocks say in a zone, in summer and in winter, and where an hour is skipped', () => {
  expect(momentIn('UTC', '2026-12-04T17:00')).toBe('2026-12-04T17:00:00.000Z');
  expect(momentIn('Europe/London', '2026-12-04T17:00')).toBe('2026-12-04T17:00:00.000Z');
  expect(momentIn('Europe/London', '2026-07-04T17:00')).toBe('2026-07-04T16:00:00.000Z');
  expect(momentIn('America/Los_Angeles', '2026-12-04T23:59')).toBe('2026-12-05T07:59:00.000Z');
  expect(momentIn('Asia/Kolkata', '2026-01-01T00:00')).toBe('2025-12-31T18:30:00.000Z');
  // In Berlin 2:30 is skipped on 29 March 2026: it is 3:30 there then, or 1:30.
  expect(['2026-03-29T01:30:00.000Z', '2026-03-29T00:30:00.000Z']).toContain(
    momentIn('Europe/Berlin', '2026-03-29T02:30'),
  );
  expect(() => momentIn('Europe/Nowhere', '2026-12-04T17:00')).toThrow(/no time zone/);
  expect(() => momentIn('UTC', 'tomorrow')).toThrow(/date and a time/);
});

test('there and back it is the same, at every hour that there is', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(
        'UTC',
        'Europe/London',
        'America/New_York',
        'Asia/Kolkata',
        'Australia/Adelaide',
        'Pacific/Auckland',
      ),
      fc.integer({ min: Date.UTC(2024, 0, 1) / 60_000, max: Date.UTC(2030, 0, 1) / 60_000 }),
      (zone, minute) => {
        const at = new Date(minute * 60_000).toISOString();
        const back = momentIn(zone, wallTime(at, zone));
        // An hour that comes twice is taken as one of the two.
        expect([0, 3_600_000]).toContain(Math.abs(Date.parse(back) - Date.parse(at)));
        expect(wallTime(back, zone)).toBe(wallTime(at, zone));
      },
    ),
  );
});

test('how long it is until then, in words', () => {
  const deadline = { at: '2026-12-04T17:00:00.000Z', zone: 'Europe/London' };
  const at = (iso: string) => deadlineText(deadline, Date.parse(iso));
  expect(at('2026-11-22T16:00:00Z')).toBe('12 days left, until Fri 4 December 2026, 17:00, Europe/London.');
  expect(at('2026-12-02T15:00:00Z')).toMatch(/^2 days 2 hours left/);
  expect(at('2026-12-04T15:30:00Z')).toMatch(/^1 hour left/);
  expect(at('2026-12-05T00:00:00Z')).toMatch(/^Passed: it was Fri 4 December 2026, 17:00/);
});
