import { expect, test } from 'vitest';
import { limited, limiter } from './limit';

test('so many at once, then one for each span that passes', () => {
  const wait = limiter(3, 500);
  expect([1000, 1000, 1001, 1002].map((now) => wait(now))).toEqual([0, 0, 0, 1]);
  expect([1400, 1510, 1520].map((now) => wait(now))).toEqual([1, 0, 1]);
  expect([1e6, 1e6, 1e6, 1e6].map((now) => wait(now))).toEqual([0, 0, 0, 1]);
});

test('a route says plainly that it is asked too often, and when to ask again', async () => {
  const route = limited(() => new Response('here'));
  const answers = await Promise.all(Array.from({ length: 31 }, () => route()));
  expect(answers.filter((a) => a.status === 200)).toHaveLength(30);
  expect(answers.at(-1)?.status).toBe(429);
  expect(answers.at(-1)?.headers.get('Retry-After')).toBe('1');
});
