import { expect, test } from 'vitest';
import { enoughText } from '.';

test('when it is enough: by the style, and by what went out before; its own past says nothing', () => {
  expect(enoughText(70, 'even', [], 'a')).toBe('Even cloths stand at 84 to 87.');
  expect(enoughText(85, 'airy', [{ bolt: 'b', score: 91 }], 'a')).toBe(
    'Airy cloths stand at 83 to 86: this is enough.',
  );
  const sent = [40, 84, 90, 88].map((score, n) => ({ bolt: `b${n}`, score }));
  expect(enoughText(83, 'packed', [...sent, { bolt: 'a', score: 20 }], 'a')).toBe(
    'Packed cloths stand at 84 to 88; your last three went out at 84 to 90.',
  );
  expect(enoughText(86, 'packed', sent, 'a')).toContain('84 to 90: this is enough.');
});
